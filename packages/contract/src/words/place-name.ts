import { placeParts } from '@plucky/core'

/** Places of a part that can give way, as they are spoken. */
const PLACES: Record<string, string> = {
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
}
const FEATURES: Record<string, string> = {
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

export function placeName(place: string): string {
  const { name: section, feature } = placeParts(place)
  if (!feature) return PLACES[place] ?? place
  const words = FEATURES[feature] ?? feature
  return words.startsWith(section) || section.endsWith(words) ? (words.startsWith(section) ? words : section) : `${section}, ${words}`
}
