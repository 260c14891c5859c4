import { Box, Text } from '@chakra-ui/react'
import { hoursWords, ignoredWords, listed, money, offerReasonWords, quantity, stationName, type JobContent } from '@plucky/contract'
import type { PlanInput, UnitOffer } from '@plucky/core'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { jobAddress } from '../app/views.js'
import { api } from '../state/api.js'
import { messageOf } from '../state/message-of.js'
import { shopStore } from '../state/shop.js'
import { TextButton } from '../ui/buttons.js'
import { Panel } from '../ui/panel.js'
import { ProblemText } from '../ui/ProblemText.js'
import { RuledTable } from '../ui/RuledTable.js'
import { jobOnUnit } from './job-on-unit.js'
import type { Search } from './use-search.js'

interface OffersProps {
  readonly content: JobContent
  readonly planned: PlanInput
  readonly targetW: number
  readonly search: Search<readonly UnitOffer[]>
}

/** Cheapest build of every transmission of the shop at the target, or the reason why there is none. */
export function OffersPanel({ content, planned, targetW, search: { found, ended } }: OffersProps) {
  const [problem, setProblem] = useState('')
  const navigate = useNavigate()
  const create = async ({ unit, point }: UnitOffer) => {
    if (!point) return
    try {
      const job = await api.addJob(jobOnUnit(content, planned, unit, shopStore.getState(), point.spec))
      void navigate(jobAddress(job.number))
    } catch (error) {
      setProblem(messageOf(error))
    }
  }
  return (
    <Panel
      title={`Transmissions for ${quantity(targetW, 'hp')}`}
      note="cheapest build with margin, from the parts as received; other transmissions from stock"
      gridColumn="1 / -1"
      data-testid="offers"
    >
      {ended === 'failed' && <ProblemText>The planner failed.</ProblemText>}
      {problem && <ProblemText>{problem}</ProblemText>}
      <Box overflowX="auto">
        <RuledTable look="list" room="wide">
          <thead>
            <tr>
              <th>Transmission</th>
              <th>With labor</th>
              <th>Parts</th>
              <th>Labor</th>
              <th>Most with margin</th>
              <th>Weakest link</th>
              <th>Use</th>
            </tr>
          </thead>
          <tbody>
            {found.map((offer) => (
              <OfferRow key={offer.unit.id} offer={offer} present={offer.unit.id === content.unitId} onCreate={() => void create(offer)} />
            ))}
          </tbody>
        </RuledTable>
      </Box>
      {ended === undefined && <Text color="inkSoft">Searching…</Text>}
    </Panel>
  )
}

function OfferRow({ offer, present, onCreate }: { offer: UnitOffer; present: boolean; onCreate: () => void }) {
  const { unit, point, ceilingW, goesFirst, ignored } = offer
  const name = present ? `${unit.name} (this job)` : unit.name
  const most = ceilingW > 0 ? quantity(ceilingW, 'hp') : '—'
  if (!point)
    return (
      <tr>
        <td>{name}</td>
        <td colSpan={3} className="soft">
          none
        </td>
        <td className="figure">{most}</td>
        <td colSpan={2}>{offerReasonWords(offer, shopStore.getState())}</td>
      </tr>
    )
  return (
    <tr>
      <td>{name}</td>
      <td className="figure">{money(point.money)}</td>
      <td className="figure">{money(point.cost.price)}</td>
      <td className="figure">{hoursWords(point.cost.hours)}</td>
      <td className="figure">{most}</td>
      <td>
        {listed(goesFirst.slice(0, 3).map((id) => stationName(unit, id)))}
        {ignored.length > 0 && <Box color="inkSoft">{ignoredWords(offer)}</Box>}
      </td>
      <td>
        {!present && (
          <TextButton onClick={onCreate} aria-label={`Create a job on ${unit.name}`}>
            Create job
          </TextButton>
        )}
      </td>
    </tr>
  )
}
