import { Box, Flex, Text } from '@chakra-ui/react'
import {
  capital,
  changeReasonWords,
  findingLines,
  hoursWords,
  installedWords,
  money,
  quantity,
  stationName,
  type JobContent,
} from '@plucky/contract'
import { moneyOf, type CostLine, type Fits, type PlanPoint, type PresentPoint, type Unit } from '@plucky/core'
import { useMemo, useState } from 'react'
import { installPlan } from '../state/commands.js'
import { nameRevision } from '../state/job.js'
import { shopStore } from '../state/shop.js'
import { answerFor, costOf } from '../state/verdicts.js'
import { OutlineButton, PrimaryButton, TextButton } from '../ui/buttons.js'
import { Panel } from '../ui/panel.js'
import { ProblemText } from '../ui/ProblemText.js'
import { RuledTable } from '../ui/RuledTable.js'

interface BuildProps {
  readonly content: JobContent
  readonly unit: Unit
  readonly point: PlanPoint
  readonly present: PresentPoint | undefined
  readonly targetW: number | null
  readonly onKeep: (stationId: string, partId: string | null) => void
}

/** The selected build: its changes front to rear with price and labor, and buttons to install it. */
export function ChosenBuild({ content, unit, point, present, targetW, onKeep }: BuildProps) {
  const { spec, cost, money: total, powerW } = point
  const [problem, setProblem] = useState<string>()
  const changed = unit.stations.filter(({ id }) => differs(content.spec, spec, id))
  const short = targetW !== null && powerW < targetW * (1 - 1e-9)
  const name = `Plan for ${quantity(powerW, 'hp')}`
  const saveAsRevision = async () => {
    installPlan(spec)
    setProblem(await nameRevision(name, ''))
  }
  return (
    <Panel
      title={`Build for ${quantity(powerW, 'hp')}`}
      note={`${money(total)}: parts and operations ${money(cost.price)}, ${hoursWords(cost.hours)}`}
      gridColumn="1 / -1"
      data-testid="chosen-build"
    >
      <Text color={short ? 'break' : 'ink'}>
        {short ? `Below the target of ${quantity(targetW, 'hp')}. ` : ''}
        {`Every station holds ${quantity(powerW, 'hp')} with its margin. ${pressureWords(content, point)}`}
      </Text>
      <Findings content={content} unit={unit} point={point} />
      <Flex gap="2" my="2" wrap="wrap" align="center">
        <PrimaryButton onClick={() => installPlan(spec)} disabled={changed.length === 0} data-testid="install-plan">
          Install this build
        </PrimaryButton>
        <OutlineButton onClick={() => void saveAsRevision()}>Install and save as revision</OutlineButton>
        {problem && <ProblemText>{problem}</ProblemText>}
      </Flex>
      {changed.length === 0 ? (
        <Text color="inkSoft">This is the present build.</Text>
      ) : (
        <Box overflowX="auto">
          <RuledTable look="list" room="wide">
            <thead>
              <tr>
                <th>Station</th>
                <th>Now</th>
                <th>Why</th>
                <th>Plan</th>
                <th>Price</th>
                <th>Labor</th>
                <th>Pin</th>
              </tr>
            </thead>
            <tbody>
              {changed.map(({ id }) => (
                <ChangedStation key={id} stationId={id} content={content} unit={unit} point={point} present={present} onKeep={onKeep} />
              ))}
            </tbody>
          </RuledTable>
        </Box>
      )}
    </Panel>
  )
}

/** Findings of the selected build that do not rule it out, such as boost that does not build on the brake. */
function Findings({ content, unit, point }: Pick<BuildProps, 'content' | 'unit' | 'point'>) {
  const lines = useMemo(() => {
    const answer = answerFor({ ...content, spec: point.spec })
    return answer?.outcome === 'answered' ? findingLines(answer.findings, unit) : []
  }, [content, unit, point])
  return lines.map((line) => (
    <Text key={line} color="inkSoft">
      {line}
    </Text>
  ))
}

const differs = (a: Fits, b: Fits, id: string) =>
  (a.fits[id] ?? null) !== (b.fits[id] ?? null) || (a.works[id] ?? []).join() !== (b.works[id] ?? []).join()

function pressureWords({ spec }: JobContent, { spec: { pressure } }: PlanPoint): string {
  const same = spec.pressure.drivePa === pressure.drivePa && spec.pressure.reversePa === pressure.reversePa
  if (pressure.by === 'valves' || same) return 'Line pressure is unchanged.'
  return `Line pressure: ${quantity(pressure.drivePa, 'psi')} in drive, ${quantity(pressure.reversePa, 'psi')} in reverse.`
}

interface RowProps extends Omit<BuildProps, 'targetW'> {
  readonly stationId: string
}

function ChangedStation({ stationId, content, unit, point, present, onKeep }: RowProps) {
  const [own, now] = [linesAt(point.cost.lines, stationId), linesAt(costOf(content).lines, stationId)]
  const kit = point.cost.lines.find(({ what, stationIds }) => what === 'kit' && stationIds.includes(stationId))
  const heldW = present?.powersW[unit.stations.findIndex(({ id }) => id === stationId)]
  const { hourRate } = content.rules
  const saves = moneyOf(sumOf(now), hourRate) - moneyOf(sumOf(own), hourRate)
  const partId = content.spec.fits[stationId] ?? null
  const { price, hours } = sumOf(own)
  return (
    <tr>
      <td>{capital(stationName(unit, stationId))}</td>
      <td className="soft">{installedAt(content.spec, stationId)}</td>
      <td className="soft">{heldW === undefined ? '' : changeReasonWords({ heldW, wantedW: point.powerW, saves: kit ? 0 : saves })}</td>
      <td>
        {installedAt(point.spec, stationId)}
        {kit && <Box color="inkSoft">{`in the kit “${kit.item.name}”`}</Box>}
      </td>
      <td className="figure">{own.length > 0 ? money(price) : '—'}</td>
      <td className="figure">{own.length > 0 ? hoursWords(hours) : '—'}</td>
      <td>
        <TextButton onClick={() => onKeep(stationId, partId)} aria-label={`Keep ${installedAt(content.spec, stationId)}`}>
          Keep
        </TextButton>
      </td>
    </tr>
  )
}

/** Cost lines of a station. A kit belongs to its first one. */
const linesAt = (lines: readonly CostLine[], stationId: string) => lines.filter(({ stationIds }) => stationIds[0] === stationId)

const sumOf = (lines: readonly CostLine[]) =>
  lines.reduce((sum, { price, hours }) => ({ price: sum.price + price, hours: sum.hours + hours }), { price: 0, hours: 0 })

const installedAt = ({ fits, works }: Fits, stationId: string): string =>
  installedWords({ partId: fits[stationId] ?? null, works: works[stationId] ?? [] }, shopStore.getState())
