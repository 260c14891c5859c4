import type { Beside } from '../judge/besides.js'
import type { Brief } from '../model/brief.js'
import type { Finding } from './finding.js'
import { heatUse, type ShiftHeat } from '../judge/heat-held.js'
import { breakingRank, type PowerHeld } from '../judge/power-held.js'

interface Judged {
  readonly stationId: string
  readonly besides: readonly Beside[]
}

/**
 * Linings that the upshifts overheat and hard parts that do not last as long as the use needs: at the engine's power as briefed. With the
 * question open, those that hold less by heat or life than the spec holds.
 */
export function besideFindings(stations: readonly Judged[], spec: PowerHeld, { openQuestion }: Pick<Brief, 'openQuestion'>): Finding[] {
  return stations.flatMap(({ stationId, besides }) =>
    besides.flatMap((beside): Finding[] => {
      const over = openQuestion ? breakingRank(beside.held) < breakingRank(spec) : beside.share > 1
      if (beside.by === 'life') return over ? [lifeFinding(stationId, beside)] : []
      const { heat, rubbing } = beside
      return [
        ...(over ? [{ ...heatFinding(stationId, heat), held: beside.held }] : []),
        ...(rubbing && heatUse(rubbing) > 1 ? [heatFinding(stationId, rubbing)] : []),
      ]
    }),
  )
}

const heatFinding = (stationId: string, { shift, by, value, limit }: ShiftHeat): Finding => ({
  code: `shift-${by}`,
  stationId,
  rangeId: shift.toRange,
  fromRangeId: shift.fromRange,
  value,
  limit,
})

const lifeFinding = (stationId: string, { life, held }: Extract<Beside, { by: 'life' }>): Finding => ({
  code: 'life-short',
  stationId,
  rangeId: null,
  value: life.launches,
  limit: life.needed,
  place: life.place,
  held,
})
