import { shearYield, type Steel } from '../material/steels.js'
import { reversedAtNotch, sizeFactor, surfaceFactor, torsionCycles, torsionEndurance } from '../material/torsion-fatigue.js'
import { fromSi, toSi } from '../quantity/units.js'
import type { ShaftGeometry } from '../parts/shaft/shaft.js'
import { lifePlaces, lifeSides, sideCycles, type LifeLoad, type LifePlace, type LifeSide } from '../parts/shaft/shaft-life.js'
import { shaftSteel } from '../parts/shaft/shaft-limits.js'
import { weldCycles } from '../joint/weld.js'
import { fromDerivation, inputValue, derive, type InputValue, type Derivation } from '../quantity/derivation.js'
import { placeKey } from '../parts/place.js'

/** Launches to a crack: the place that goes first worked whole, the others as one figure. */
export function deriveLife(shaft: ShaftGeometry, loads: readonly LifeLoad[]): Derivation | undefined {
  const steel = shaftSteel(shaft)
  const places = lifePlaces(shaft).map((place) => ({ place, ...worstSide(shaft, steel, place, loads) }))
  const named = new Map<string, (typeof places)[number]>()
  for (const each of places) {
    const key = placeKey(each.place)
    if (!(each.sum <= (named.get(key)?.sum ?? -1))) named.set(key, each)
  }
  const welds = (shaft.welds ?? []).map((weld) =>
    loads.reduce((sum, { torqueNm, perLaunch }) => sum + perLaunch / weldCycles(weld, torqueNm), 0),
  )
  const [first, ...others] = [...named.values()].sort((a, b) => b.sum - a.sum)
  if (!first || first.sum === 0) return undefined
  const rest = Math.sqrt([...others.map(({ sum }) => sum), ...welds].reduce((total, sum) => total + sum ** 2, 0))
  return derive(
    {
      name: 'fatigue life in launches (50% survival)',
      unit: null,
      formula: '1 / √(1 / N1² + 1 / Nr²)',
      source: 'weakest link, Weibull slope 2 of life, source not checked',
    },
    {
      N1: fromDerivation(derivePlaceLife(first.place, first.side, loads)),
      Nr: inputValue('launches for all other locations combined', 1 / rest, null, 'computed'),
    },
    (v) => 1 / Math.sqrt(1 / v.N1 ** 2 + 1 / v.Nr ** 2),
  )
}

function worstSide(shaft: ShaftGeometry, steel: Steel, place: LifePlace, loads: readonly LifeLoad[]): { side: LifeSide; sum: number } {
  const sides = lifeSides(shaft, steel, place).map((side) => ({
    side,
    sum: loads.reduce((sum, { torqueNm, perLaunch }) => sum + perLaunch / sideCycles(side, place, torqueNm), 0),
  }))
  return sides.reduce((worst, each) => (each.sum > worst.sum ? each : worst))
}

/** Launches at one place: the harshest load worked whole, the others by their cycles. */
function derivePlaceLife(place: LifePlace, side: LifeSide, loads: readonly LifeLoad[]): Derivation {
  const counted = loads.filter(({ perLaunch }) => perLaunch > 0).toSorted((a, b) => b.torqueNm - a.torqueNm)
  const inputs: [string, InputValue][] = counted.flatMap(({ torqueNm, perLaunch }, i): [string, InputValue][] => [
    [
      `n${i + 1}`,
      inputValue(`cycles per launch at ${Math.round(fromSi(torqueNm, 'lb-ft'))} lb-ft, service factor included`, perLaunch, null, 'rule'),
    ],
    [
      `N${i + 1}`,
      i === 0
        ? fromDerivation(deriveCycles(place, side, torqueNm))
        : inputValue('fatigue life at that torque, cycles', sideCycles(side, place, torqueNm), null, 'computed'),
    ],
  ])
  return derive(
    {
      name: `launches at “${place.name}”, ${side.where}`,
      unit: null,
      formula: `1 / (${counted.map((_, i) => `n${i + 1} / N${i + 1}`).join(' + ')})`,
      source: 'Miner’s sum, Shigley ch. 6',
    },
    Object.fromEntries(inputs),
    (v) => 1 / counted.reduce((sum, _, i) => sum + (v[`n${i + 1}`] ?? 0) / (v[`N${i + 1}`] ?? 1), 0),
  )
}

function deriveCycles(place: LifePlace, side: LifeSide, torqueNm: number): Derivation {
  const strength = torsionEndurance(side.ultimatePa, { surface: side.finish, diameterM: place.diameterM })
  const endurance = derive(
    { name: 'endurance in shear', unit: 'ksi', formula: '0.577 · min(0.5 · σu, 100 ksi) · ka · kb', source: 'Marin, Shigley ch. 6' },
    {
      σu: inputValue('tensile strength', side.ultimatePa, 'ksi', 'constant'),
      ka: inputValue(`surface, ${side.finish}`, surfaceFactor(side.finish, side.ultimatePa), null, 'constant'),
      kb: inputValue('size', sizeFactor(place.diameterM), null, 'constant'),
    },
    (v) => 0.577 * Math.min(0.5 * v.σu, toSi(100, 'ksi')) * v.ka * v.kb,
  )
  const peak = derive(
    { name: 'shear at the notch', unit: 'ksi', formula: 'Kf · T / Z', source: 'Kf = 1 + q · (Kts − 1), Shigley ch. 6' },
    {
      Kf: inputValue(
        side.where === 'core' ? 'share of it at the inner edge of the case' : `notch, Kts ${place.stressFactor.toFixed(2)}`,
        side.factor,
        null,
        'computed',
      ),
      T: inputValue('torque, service factor included', torqueNm, 'lb-ft', 'computed'),
      Z: inputValue('section modulus at the notch', place.modulusM3, 'in³', 'part'),
    },
    (v) => (v.Kf * v.T) / v.Z,
  )
  const reversed = derive(
    {
      name: 'equivalent fully reversed shear',
      unit: 'ksi',
      formula: 'τa / (1 − τm / τu) / kt, τa half the peak, τm = min(peak, τy) − τa',
      source: 'Goodman; mean after local yield by Norton, ch. 6, source not checked',
    },
    {
      peak: fromDerivation(peak),
      τu: inputValue('ultimate in shear, 0.67 · σu', strength.ultimatePa, 'ksi', 'computed'),
      τy: inputValue('yield in shear', shearYield(side.yieldPa), 'ksi', 'computed'),
      kt: inputValue('notch treatment factor', side.treated, null, 'part'),
    },
    (v) => reversedAtNotch(v.peak, { ultimatePa: v.τu, yieldPa: v.τy }) / v.kt,
  )
  return derive(
    {
      name: 'fatigue life at the highest torque, cycles',
      unit: null,
      formula: '(τr / a)^(1 / b), the line from 0.9 · τu at 10³ to τe at 10⁶; under 10³ the slope of a polished bar',
      source: 'S–N line, Shigley ch. 6',
    },
    {
      τr: fromDerivation(reversed),
      τe: fromDerivation(endurance),
      τu: inputValue('ultimate in shear', strength.ultimatePa, 'ksi', 'computed'),
    },
    (v) => torsionCycles({ ultimatePa: v.τu, endurancePa: v.τe }, v.τr),
  )
}
