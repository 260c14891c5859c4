import type { MissingFeature, Place } from '@plucky/core'

const FEATURE_WORDS: Record<MissingFeature, string> = {
  whole: 'part as rated',
  sheet: 'plate web at crank',
  'crank-joint': 'crank joint slips',
  'converter-joint': 'converter joint slips',
  'stator-clutch': 'stator one-way clutch',
  'lockup-clutch': 'lockup clutch',
  'lockup-slip': 'lockup slips',
  'lockup-lifted': 'lockup piston curls, one edge lifted',
  'damper-stop': 'damper springs coil-bind',
  converter: 'converter',
  slip: 'clutch slips',
  'band-slip': 'band slips',
  shifting: 'slips in the shift',
  anchor: 'band anchor fails',
  strut: 'strut and lever at their limit',
  wedge: 'race brinelling (contact stress)',
  race: 'outer race stretches',
  'roll-over': 'sprags roll over',
  part: 'no part installed',
  land: 'land',
  'spline-root': 'spline root',
  'spline-teeth': 'teeth shear',
  'cross-hole': 'cross hole',
  groove: 'groove',
  step: 'step',
  press: 'press joint slips',
  flange: 'flange slips',
  bursting: 'wall bursts',
  neck: 'neck',
  weld: 'weld',
  teeth: 'gear tooth bending',
  flanks: 'gear tooth pitting, life',
}
/** What can give way, in words. */
export const featureName = (feature: MissingFeature): string => FEATURE_WORDS[feature]

/** A place that can give way, in words: the feature alone, or with the section, joint or gear set that has it. */
export function placeName({ name, feature }: Place): string {
  const words = featureName(feature)
  if (name === undefined || words.startsWith(name)) return words
  return name.endsWith(words) ? name : `${name}, ${words}`
}
