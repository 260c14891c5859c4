import { issue, type Issue } from '../quantity/issue.js'

/** Centering of a spline: on its flanks, or on its major diameter. */
export const SPLINE_FITS = ['side', 'major'] as const
export type SplineFit = (typeof SPLINE_FITS)[number]

/** Teeth by number and module (diametral pitch P per inch is a module of 25.4/P mm), 30° pressure angle, and how they are centred. */
export interface Teeth {
  readonly teeth: number
  readonly moduleM: number
  /** On the flanks if not said. */
  readonly fit?: SplineFit
}

/** The spline cut or rolled on a shaft. */
export interface Spline extends Teeth {
  readonly root: 'fillet' | 'flat'
  /** Cut if not said; rolling leaves the root under pressure, which tells in life. */
  readonly made?: 'cut' | 'rolled'
  /** End of the teeth: sharp (default), or fading out into the land. */
  readonly runOut?: 'sharp' | 'faded'
  /** The station whose part it goes into. */
  readonly mate?: string
}

/** The spline inside a hub, that a shaft's goes into. */
export interface HubSpline extends Teeth {
  readonly name: string
  /** The station whose shaft goes in. */
  readonly mate: string
  readonly lengthM: number
}

/** Pitch diameter less root diameter, in modules (ANSI B92.1 / Dudley, from memory). */
export const ROOT_ALLOWANCE = { fillet: 1.8, flat: 1.35 } as const

/** Height of a tooth that bears, in modules (Dudley, as given in Machinery's Handbook, from memory). */
export const TOOTH_HEIGHT = { fillet: 1, flat: 0.9 } as const

/**
 * Root diameter of an external spline: (N − 1.8)·m with a fillet root, (N − 1.35)·m with a flat root.
 * Source: ANSI B92.1, from memory.
 * @example fromSi(splineRootDiameter({ teeth: 35, moduleM: toSi(1 / 32, 'in'), root: 'fillet' }), 'in') // → 1.0375
 */
export const splineRootDiameter = (spline: Pick<Spline, 'teeth' | 'moduleM' | 'root'>): number =>
  (spline.teeth - ROOT_ALLOWANCE[spline.root]) * spline.moduleM

/** Pitch diameter, N·m. Source: definition of the module. */
export const pitchDiameter = ({ teeth, moduleM }: Teeth): number => teeth * moduleM

/** Faults of a hub's splines: one that says it takes two different shafts at once is two splines. */
export function hubSplineIssues(splines: readonly HubSpline[] | undefined, path: string): Issue[] {
  const mates = (splines ?? []).map(({ mate }) => mate)
  return mates.flatMap((mate, i) => (mates.indexOf(mate) === i ? [] : [issue('mate-repeated', `${path}.${i}.mate`, { station: mate })]))
}
