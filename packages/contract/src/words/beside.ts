import { breakingRank, type Answer, type Finding, type Place, type Unit } from '@plucky/core'
import { figure, quantity, roundedPower, temperatureRise } from './format.js'
import { placeName } from './place-name.js'
import { stationName } from './station-name.js'

export const shiftName = (from: string, to: string): string => `${from}–${to}`

export const lifeOfNeed = (place: Place, launches: number, needed: number): string =>
  `${placeName(place)} (about ${roundedCount(launches)} of the ${roundedCount(needed)} full-power launches needed)`

const roundedCount = (count: number): string => figure(Number(count.toPrecision(2)), 0)

/** Lower powers by heat and by life than the house lets decide: of each the lowest. */
export function besidesSentence({ findings, stations }: Answer, unit: Unit): string {
  const own = findings.filter(({ held, stationId }) => held && stations.find((s) => s.stationId === stationId)?.by === 'strength')
  const rank = ({ held }: Finding) => (held ? breakingRank(held) : Infinity)
  const least = (of: (finding: Finding) => boolean) => own.filter(of).sort((a, b) => rank(a) - rank(b))[0]
  const [heat, life] = [least(({ code }) => code !== 'life-short'), least(({ code }) => code === 'life-short')]
  return [
    heat && `By heat ${shortPower(heat)}: ${stationName(unit, heat.stationId ?? '')}, ${upshift(heat)}.`,
    life &&
      `By life ${shortPower(life)}: ${stationName(unit, life.stationId ?? '')}, about ${roundedCount(life.value)} of ${roundedCount(life.limit)} launches.`,
  ]
    .filter(Boolean)
    .join(' ')
}

const shortPower = ({ held }: Finding): string => (held?.outcome === 'held' ? `about ${roundedPower(held.powerW)}` : 'no power')

function powerWords({ held }: Finding): string {
  switch (held?.outcome) {
    case 'held':
      return `holds about ${roundedPower(held.powerW)}`
    case 'fails-at-smallest':
      return 'holds no power'
    default:
      return 'is over its limit'
  }
}

/** Text for one station: "direct clutch in the 2–3 upshift, about 580 hp". */
function besideItem(finding: Finding, unit: Unit): string {
  const { stationId, place, value, limit, held } = finding
  const name = stationName(unit, stationId ?? '')
  if (place) return `${name}, ${placeName(place)}: about ${roundedCount(value)} of ${roundedCount(limit)} launches, ${shortPower(finding)}`
  return `${name} in the ${upshift(finding)}${held ? `, ${shortPower(finding)}` : ' rubs harder than its friction material is rated for'}`
}

const isLife = ({ code }: Finding) => code === 'life-short'
const isHeat = ({ code }: Finding) => code.startsWith('shift-')

/** Findings of heat or life, which are named beside strength. */
export const isBeside = (finding: Finding): boolean => isLife(finding) || isHeat(finding)

/** All that heat and life say of a spec, in a line each: every station once, with the power it holds by it. */
export function besideLines(findings: readonly Finding[], unit: Unit): string[] {
  const line = (title: string, own: readonly Finding[]) => {
    const each = own
      .filter(({ stationId, rangeId }, i) => own.findIndex((f) => f.stationId === stationId && f.rangeId === rangeId) === i)
      .map((finding) => besideItem(finding, unit))
    return each.length > 0 ? [`${title}: ${each.join('; ')}.`] : []
  }
  return [...line('By heat', findings.filter(isHeat)), ...line('By life', findings.filter(isLife))]
}

/** What a finding of heat or life says of its station. */
export function besideFinding(finding: Finding): string {
  switch (finding.code) {
    case 'shift-burns':
      return `the ${upshift(finding)} does not complete at full power; the clutch slips until it burns. ${byHeat(finding)}`
    case 'shift-energy':
      return `the ${upshift(finding)} puts ${quantity(finding.value, 'J/mm²', 2)} into the friction material; it is rated for ${quantity(finding.limit, 'J/mm²', 2)}. ${byHeat(finding)}`
    case 'shift-temperature':
      return `the ${upshift(finding)} heats the steels by ${temperatureRise(finding.value)}; the limit is ${temperatureRise(finding.limit)}. ${byHeat(finding)}`
    case 'shift-power':
      return `the ${upshift(finding)} rubs at ${quantity(finding.value, 'W/mm²', 1)}; the friction material is rated for ${quantity(finding.limit, 'W/mm²', 1)}. Use a better friction material, more friction surfaces, or a softer accumulator.`
    default:
      return `${finding.place ? lifeOfNeed(finding.place, finding.value, finding.limit) : ''}; half of such parts last longer. By life it ${powerWords(finding)}.`
  }
}

const upshift = ({ fromRangeId, rangeId }: Finding): string => `${shiftName(fromRangeId ?? '', rangeId ?? '')} upshift`
const byHeat = (finding: Finding): string =>
  `By heat it ${powerWords(finding)}. Add friction surfaces, raise apply pressure or use a better friction material.`
