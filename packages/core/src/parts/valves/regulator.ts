import { issue, type Issue } from '../../quantity/issue.js'

/** A spring behind a valve, with a shim under it. */
export interface ValveSpring {
  readonly rateNPerM: number
  /** Compression as installed. */
  readonly compressionM: number
  readonly shimM: number
}

/** Force of a spring, rate × (compression + shim). */
export const springForce = ({ rateNPerM, compressionM, shimM }: ValveSpring): number => rateNPerM * (compressionM + shimM)

/** The valve that makes line pressure: line on its land against spring, boost valve and, where they are fed, further lands. */
export interface Regulator {
  readonly landDiameterM: number
  readonly springRateNPerM: number
  readonly springCompressionM: number
  readonly springShimM?: number
  /** Diameter of the boost valve, on which the throttle signal acts. */
  readonly boostDiameterM: number
  /** Land that line pressure is led to in reverse, and in the low ranges by hand; none where not given. */
  readonly reverseDiameterM?: number
  readonly lowDiameterM?: number
  /** Throttle signal with the throttle shut and wide open. */
  readonly signalIdlePa: number
  readonly signalFullPa: number
}

/** Oil fed to the regulator besides the throttle signal: none, reverse oil, or low oil. */
export type RegulatorFeed = 'drive' | 'reverse' | 'low'

const area = (diameterM: number) => (Math.PI * diameterM ** 2) / 4

/** Throttle signal at a share of full throttle: it rises evenly from shut to wide open (taken so; a cable or solenoid may be set otherwise). */
export const throttleSignal = (
  { signalIdlePa, signalFullPa }: Pick<Regulator, 'signalIdlePa' | 'signalFullPa'>,
  throttle: number,
): number => signalIdlePa + (signalFullPa - signalIdlePa) * throttle

/** Area of the further land that a feed leads line pressure to. */
export const feedArea = ({ reverseDiameterM, lowDiameterM }: Regulator, feed: RegulatorFeed): number =>
  area((feed === 'reverse' ? reverseDiameterM : feed === 'low' ? lowDiameterM : 0) ?? 0)

/**
 * Pressure at which the regulator stands: p·A_land = F_spring + p_throttle·A_boost + p·A_feed (balance of the valve; its travel and flow forces
 * left out). The throttle signal is cut from line pressure and cannot be above it. Infinity where nothing balances: then the relief valve
 * alone holds it.
 * @example regulatedPressure({ landDiameterM: 0.012, springRateNPerM: 2500, springCompressionM: 0.02, boostDiameterM: 0.008, signalIdlePa: 0, signalFullPa: 6e5 }, 'drive', 0) // → 442097
 * @example regulatedPressure({ landDiameterM: 0.012, springRateNPerM: 2500, springCompressionM: 0.02, boostDiameterM: 0.008, signalIdlePa: 0, signalFullPa: 6e5 }, 'drive', 1) // → 708764
 */
export function regulatedPressure(regulator: Regulator, feed: RegulatorFeed, throttle: number): number {
  const { landDiameterM, springRateNPerM, springCompressionM, springShimM = 0, boostDiameterM } = regulator
  const spring = springForce({ rateNPerM: springRateNPerM, compressionM: springCompressionM, shimM: springShimM })
  const [boost, land] = [area(boostDiameterM), area(landDiameterM) - feedArea(regulator, feed)]
  const signal = throttleSignal(regulator, throttle)
  const pressure = land > 0 ? (spring + signal * boost) / land : Infinity
  if (signal <= pressure) return pressure
  return land > boost ? spring / (land - boost) : Infinity
}

/** Spring-loaded ball or poppet that lets oil out above a pressure. */
export interface Relief {
  readonly reliefSeatDiameterM: number
  readonly reliefRateNPerM: number
  readonly reliefCompressionM: number
  readonly reliefShimM?: number
}

/**
 * Pressure at which the relief valve opens, F_spring/A_seat. A shim moves it by rate × thickness / area.
 * @example reliefOpening({ reliefSeatDiameterM: 0.008, reliefRateNPerM: 12000, reliefCompressionM: 0.007 }) // → 1671127
 * @example reliefOpening({ reliefSeatDiameterM: 0.008, reliefRateNPerM: 12000, reliefCompressionM: 0.007, reliefShimM: 0.001 }) - reliefOpening({ reliefSeatDiameterM: 0.008, reliefRateNPerM: 12000, reliefCompressionM: 0.007 }) // → 238732
 */
export const reliefOpening = ({ reliefSeatDiameterM, reliefRateNPerM, reliefCompressionM, reliefShimM = 0 }: Relief): number =>
  springForce({ rateNPerM: reliefRateNPerM, compressionM: reliefCompressionM, shimM: reliefShimM }) / area(reliefSeatDiameterM)

/** Lands that line pressure acts on with the spring must stay smaller than the one against it, or nothing holds the valve. */
export const regulatorIssues = (regulator: Regulator): Issue[] =>
  (['reverse', 'low'] as const).flatMap((feed) => {
    const key = `${feed}DiameterM` as const
    const diameterM = regulator[key] ?? 0
    return diameterM < regulator.landDiameterM
      ? []
      : [issue('land-not-below-regulator', `geometry.${key}`, { diameterM, landM: regulator.landDiameterM })]
  })
