/** What turns a shift: the input is drawn down by what the clutch passes above the engine's own torque. All at the input. */
export interface ShiftDraw {
  /** Engine and what turns with it. */
  readonly inertiaKgM2: number
  /** Drop of input speed. */
  readonly dropRadPerS: number
  /** Engine's torque at the input. */
  readonly inputNm: number
  /** Torque of the clutch in the shift, at the clutch, at a time since it began to hold. */
  readonly clutchNm: (timeS: number) => number
  /** Input torque that stands against 1 N·m of the clutch. */
  readonly inputPerClutch: number
  /** Slip of the clutch as it begins. */
  readonly slipRadPerS: number
}

export interface ShiftOutcome {
  /** Where the clutch never passes enough more than the engine gives it slips on and on, and burns: energy is counted to the end of patience. */
  readonly outcome: 'done' | 'does-not-complete'
  readonly seconds: number
  readonly energyJ: number
  readonly mostW: number
}

const STEP_S = 0.0005
/** A driver lifts by then (common practice, no source). */
const MOST_S = 4

/**
 * Time and heat of a shift: I·dω/dt = T_in − T_c, from the slip that there is to none (Newton; with steady torques t_s = I·Δω/(T_c − T_in) and
 * E = T_c·Δω_c·t_s/2). Until a motion model of the whole train exists.
 * @example shiftTime({ inertiaKgM2: 0.25, dropRadPerS: 200, inputNm: 500, clutchNm: () => 600, inputPerClutch: 1, slipRadPerS: 200 }).seconds // → 0.5
 * @example shiftTime({ inertiaKgM2: 0.25, dropRadPerS: 200, inputNm: 500, clutchNm: () => 600, inputPerClutch: 1, slipRadPerS: 200 }).energyJ // → 30000
 */
export function shiftTime({ inertiaKgM2, dropRadPerS, inputNm, clutchNm, inputPerClutch, slipRadPerS }: ShiftDraw): ShiftOutcome {
  let [drawn, energyJ, mostW] = [0, 0, 0]
  for (let i = 0; i * STEP_S < MOST_S; i++) {
    const torque = clutchNm((i + 0.5) * STEP_S)
    const rate = (torque * inputPerClutch - inputNm) / inertiaKgM2
    const left = dropRadPerS - drawn
    const whole = rate * STEP_S < left
    const dt = whole ? STEP_S : left / rate
    const slip = (drop: number) => slipRadPerS * (1 - drop / dropRadPerS)
    const after = Math.max(0, drawn + rate * dt)
    energyJ += torque * dt * ((slip(drawn) + slip(after)) / 2)
    mostW = Math.max(mostW, (torque * (slip(drawn) + slip(after))) / 2)
    drawn = after
    if (!whole) return { outcome: 'done', seconds: i * STEP_S + dt, energyJ, mostW }
  }
  return { outcome: 'does-not-complete', seconds: MOST_S, energyJ, mostW }
}

/** Pressure at a piston in a shift: the accumulator's rising plateau, then the whole line. */
export interface Plateau {
  readonly fromShare: number
  readonly toShare: number
  readonly seconds: number
}

/** Usual accumulator: 50 to 70 % of line over 0.35 s (common practice, no source). */
export const USUAL_PLATEAU: Plateau = { fromShare: 0.5, toShare: 0.7, seconds: 0.35 }

/**
 * Line pressure that the piston sees at a time since the pack began to hold.
 * @example plateauPressure({ fromShare: 0.5, toShare: 0.7, seconds: 0.4 }, 100, 0.2) // → 60
 */
export const plateauPressure = ({ fromShare, toShare, seconds }: Plateau, linePa: number, timeS: number): number =>
  timeS >= seconds ? linePa : linePa * (fromShare + ((toShare - fromShare) * timeS) / seconds)
