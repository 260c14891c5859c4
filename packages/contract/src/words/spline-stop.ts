import type { HubSpline, Spline, SplineDifference, SplinePair, Unit } from '@plucky/core'
import { SPLINE_FIT_WORDS } from './option-labels.js'
import { listed, quantity } from './format.js'
import { stationName } from './station-name.js'

/** "the input shaft’s turbine spline does not go into the bore of the turbine hub: 35 teeth against 32." */
export function splineSentence({ stationId, section, otherId, hub, spline, lengthM, differences }: SplinePair, unit: Unit): string {
  const [own, other] = [`the ${stationName(unit, stationId)}’s ${section}`, `the ${stationName(unit, otherId)} ${hub.name}`]
  return `${own} does not mate with ${other}: ${listed(differences.map((difference) => splineDifferenceWords(difference, spline, lengthM, hub)))}.`
}

/** In what two splines differ. */
export function splineDifferenceWords(
  difference: SplineDifference,
  spline: Spline,
  lengthM: number,
  hub: Omit<HubSpline, 'name' | 'mate'>,
): string {
  const said: Record<SplineDifference, string> = {
    teeth: `${spline.teeth} teeth against ${hub.teeth}`,
    pitch: `${quantity(spline.moduleM, 'mm module', 4)} against ${quantity(hub.moduleM, 'mm module', 4)}`,
    fit: `${SPLINE_FIT_WORDS[spline.fit ?? 'side']} against ${SPLINE_FIT_WORDS[hub.fit ?? 'side']}`,
    'hub-longer': `${quantity(lengthM, 'in')} of spline in a ${quantity(hub.lengthM, 'in')} long hub, which would ride on the spline runout`,
    'hub-shorter': `${quantity(lengthM, 'in')} spline, but the hub engages only ${quantity(hub.lengthM, 'in')}`,
  }
  return said[difference]
}
