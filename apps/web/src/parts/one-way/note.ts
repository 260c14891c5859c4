import { quantity } from '@plucky/contract'
import {
  type Part,
  type PartOf,
  scaledTorque,
  type StationVerdict,
  WEDGE_STRESS_PA,
  isWedging,
  type OneWayGeometry,
  raceTorque,
  rollOverTorque,
  wedgeStress,
} from '@plucky/core'

/** Peak race contact stress of a one-way clutch, and its torque capacity scaled from the as-received clutch. */
export function oneWayNote(fitted: PartOf<'one-way'>, arrived: Part | undefined, { worst }: StationVerdict): string {
  if (!isWedging(fitted.geometry) || !worst) return ''
  const pressed = wedgeStress(fitted.geometry, worst.demandNm)
  const words = `Peak race contact stress ${quantity(pressed, 'ksi')}, limit ${quantity(WEDGE_STRESS_PA[fitted.geometry.elementKind], 'ksi')}${raceWords(fitted.geometry)}. `
  const known =
    arrived?.kind === 'one-way' && arrived.id !== fitted.id
      ? arrived.stated.find(({ torqueNm }) => torqueNm !== undefined)?.torqueNm
      : undefined
  if (known === undefined || arrived?.kind !== 'one-way') return words
  return `${words}Scaled from the as-received clutch by element count, length and race radius: ${quantity(scaledTorque(known, arrived.geometry, fitted.geometry), 'lb-ft')}. `
}

/** Torque limits of outer race and sprags. Empty if unknown. */
function raceWords(clutch: OneWayGeometry): string {
  const [race, over] = [raceTorque(clutch), rollOverTorque(clutch)]
  return [
    race === undefined ? '' : `; outer race good for ${quantity(race, 'lb-ft')}`,
    over === undefined ? '' : `; sprags roll over at ${quantity(over, 'lb-ft')}`,
  ].join('')
}
