/** Inputs of a shift: the clutch draws the input down by its torque above that of the engine. All referred to the input. */
export interface ShiftDraw {
  /** Engine and what turns with it. */
  readonly inertiaKgM2: number
  /** Drop of input speed. */
  readonly dropRadPerS: number
  /** Engine's torque at the input. */
  readonly inputNm: number
  /** Torque of the clutch in the shift, at the clutch, at a time since it began to hold. */
  readonly clutchNm: (timeS: number) => number
  /** Time after which the clutch's torque no longer changes. */
  readonly steadyAfterS: number
  /** Input torque that stands against 1 N·m of the clutch. */
  readonly inputPerClutch: number
  /** Slip of the clutch as it begins. */
  readonly slipRadPerS: number
}

export interface ShiftOutcome {
  /** A clutch that never exceeds the engine torque enough does not complete the shift and burns. Its energy is counted up to a time limit. */
  readonly outcome: 'done' | 'does-not-complete'
  readonly seconds: number
  readonly energyJ: number
  readonly mostW: number
}

/** Steps in which a rising clutch torque is followed; within a step the torque of its middle counts. */
const STEPS = 32
/** A driver lifts by then (common practice, no source). */
const MOST_S = 4

/**
 * Time and heat of a shift: I·dω/dt = T_in − T_c, from the slip that there is to none (Newton; with steady torques t_s = I·Δω/(T_c − T_in) and
 * E = T_c·Δω_c·t_s/2). Until a motion model of the whole train exists.
 * @example shiftTime({ inertiaKgM2: 0.25, dropRadPerS: 200, inputNm: 500, clutchNm: () => 600, steadyAfterS: 0, inputPerClutch: 1, slipRadPerS: 200 }).seconds // → 0.5
 * @example shiftTime({ inertiaKgM2: 0.25, dropRadPerS: 200, inputNm: 500, clutchNm: () => 600, steadyAfterS: 0, inputPerClutch: 1, slipRadPerS: 200 }).energyJ // → 30000
 */
export function shiftTime(draw: ShiftDraw): ShiftOutcome {
  const { inertiaKgM2, dropRadPerS, inputNm, clutchNm, steadyAfterS, inputPerClutch, slipRadPerS } = draw
  const slip = (drawn: number) => slipRadPerS * (1 - drawn / dropRadPerS)
  let [drawn, energyJ, mostW] = [0, 0, 0]
  for (const [fromS, toS] of spans(Math.min(steadyAfterS, MOST_S))) {
    const torque = clutchNm((fromS + toS) / 2)
    const rate = (torque * inputPerClutch - inputNm) / inertiaKgM2
    mostW = Math.max(mostW, torque * slip(drawn))
    // Until the slip is gone, or grown back to what it was, or the span is over.
    const turns = rate > 0 ? (dropRadPerS - drawn) / rate : rate < 0 ? drawn / -rate : Infinity
    const dt = Math.min(toS - fromS, turns)
    const after = drawn + rate * dt
    energyJ += (torque * dt * (slip(drawn) + slip(after))) / 2
    if (rate > 0 && turns <= toS - fromS) return { outcome: 'done', seconds: fromS + dt, energyJ, mostW }
    energyJ += torque * (toS - fromS - dt) * slipRadPerS
    drawn = after
  }
  return { outcome: 'does-not-complete', seconds: MOST_S, energyJ, mostW }
}

/** The steps up to a time, and one from there to the end of patience. */
function* spans(steadyS: number): Generator<readonly [fromS: number, toS: number]> {
  for (let i = 0; steadyS > 0 && i < STEPS; i++) yield [(i * steadyS) / STEPS, ((i + 1) * steadyS) / STEPS]
  if (steadyS < MOST_S) yield [steadyS, MOST_S]
}

/** Pressure at a piston in a shift: the accumulator's rising plateau, then the whole line. */
export interface Plateau {
  readonly fromShare: number
  readonly toShare: number
  readonly travelS: number
}

/** Usual accumulator: 50 to 70 % of line over 0.35 s (common practice, no source). */
export const USUAL_PLATEAU: Plateau = { fromShare: 0.5, toShare: 0.7, travelS: 0.35 }

/**
 * Line pressure that the piston sees at a time since the pack began to hold.
 * Source: common practice, no source.
 * @example plateauPressure({ fromShare: 0.5, toShare: 0.7, travelS: 0.4 }, 100, 0.2) // → 60
 */
export const plateauPressure = ({ fromShare, toShare, travelS }: Plateau, linePa: number, timeS: number): number =>
  timeS >= travelS ? linePa : linePa * (fromShare + ((toShare - fromShare) * timeS) / travelS)
