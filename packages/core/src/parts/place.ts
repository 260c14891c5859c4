/** Failure at a place of a part. */
export type PlaceFeature =
  | 'whole'
  | 'sheet'
  | 'crank-joint'
  | 'converter-joint'
  | 'stator-clutch'
  | 'lockup-clutch'
  | 'lockup-slip'
  | 'lockup-lifted'
  | 'damper-stop'
  | 'converter'
  | 'slip'
  | 'band-slip'
  | 'shifting'
  | 'anchor'
  | 'strut'
  | 'wedge'
  | 'race'
  | 'roll-over'
  | 'land'
  | 'spline-root'
  | 'spline-teeth'
  | 'cross-hole'
  | 'groove'
  | 'step'
  | 'press'
  | 'flange'
  | 'bursting'
  | 'neck'
  | 'weld'
  | 'teeth'
  | 'flanks'

/** Failure without a torque limit, or a part that is not installed. */
export type MissingFeature = PlaceFeature | 'part'

/** A place of a part that can give way: the feature, and the section, joint or gear set that has it, where a part has several. */
export interface Place {
  readonly feature: PlaceFeature
  readonly name?: string
}

/**
 * A place as one string, to look it up by and to print.
 * @example placeKey({ name: 'front spline', feature: 'spline-root' }).length // → 24
 */
export const placeKey = ({ name, feature }: Place): string => (name === undefined ? feature : `${name}|${feature}`)

/** True if two places are the same. */
export const samePlace = (a: Place, b: Place): boolean => a.feature === b.feature && a.name === b.name
