import { memberAt } from '@plucky/core'
import { Box, Button, Flex, Grid, Text } from '@chakra-ui/react'
import { type Problem, quantity, shownFigure, shownUnit } from '@plucky/contract'
import {
  boostFor,
  type BriefEngine,
  type CurvePoint,
  type Headline,
  typicalPeaksFor,
  IDLE_TORQUE_SHARE,
  toSi,
  type UnitName,
} from '@plucky/core'
import { Trash2 } from 'lucide-react'
import { typeInBrief } from '../state/brief-draft.js'
import { OutlineButton, TextButton } from '../ui/buttons.js'
import { QuantityField } from '../ui/QuantityField.js'
import { ProblemText } from '../ui/ProblemText.js'

const HEADLINE: readonly (readonly [keyof Headline, string, UnitName])[] = [
  ['peakTorqueNm', 'Peak torque', 'lb-ft'],
  ['peakTorqueSpeedRadPerS', 'Torque peak at', 'rpm'],
  ['peakPowerW', 'Peak power', 'hp'],
  ['peakPowerSpeedRadPerS', 'Power peak at', 'rpm'],
  ['idleSpeedRadPerS', 'Idle', 'rpm'],
  ['redlineRadPerS', 'Redline', 'rpm'],
]

interface FiguresProps {
  readonly engine: BriefEngine
  readonly problems: readonly Problem[]
}

/** The engine's figures in the form in which they were entered. */
export function EngineFigures({ engine, problems }: FiguresProps) {
  const problemAt = (path: string) => problems.find((p) => p.path === path)?.sentence
  if (engine.form === 'points' && engine.points.length > MOST_TYPED) return <ManyPoints points={engine.points} />
  if (engine.form === 'points') return <Points points={engine.points} problemAt={problemAt} />
  return (
    <Grid templateColumns="1fr 1fr" rowGap="2.5" columnGap="4" alignItems="start">
      {HEADLINE.map(([key, label, unit]) => (
        <QuantityField
          key={key}
          label={label}
          unit={unit}
          digits={0}
          value={engine.headline[key] ?? null}
          problem={problemAt(`engine.headline.${key}`)}
          onCommit={(v) => void typeInBrief(`engine.headline.${key}`, v)}
          testId={`headline-${key}`}
        />
      ))}
      <QuantityField
        label="Full-throttle torque at idle"
        unit="lb-ft"
        digits={0}
        value={engine.headline.idleTorqueNm ?? null}
        problem={problemAt('engine.headline.idleTorqueNm')}
        onCommit={(v) => void typeInBrief('engine.headline.idleTorqueNm', v ?? undefined)}
      />
      <Text fontSize="note" color="inkSoft" alignSelf="end" pb="2.5">
        {`Blank = ${IDLE_TORQUE_SHARE} × peak torque (typical value).`}
      </Text>
      <Box gridColumn="1 / -1">
        <TextButton height="24px" onClick={() => takeUsual(engine)} data-testid="usual-shape">
          Fill in a typical curve from engine type and power
        </TextButton>
      </Box>
    </Grid>
  )
}

const STEP = toSi(500, 'rpm')

/** The usual shape of an engine's kind at its peak power, with what it does before its boost is there. */
function takeUsual(engine: Extract<BriefEngine, { form: 'headline' }>): void {
  const headline = typicalPeaksFor(engine.kind, engine.headline.peakPowerW)
  const boost = boostFor(engine.kind, headline.peakTorqueSpeedRadPerS)
  typeInBrief('engine', { ...engine, headline, ...(boost ? { boost } : {}) })
}

/** More rows than this are not corrected one by one. */
const MOST_TYPED = 40
const THINNED = 16

/** A long measured curve, to be read; thinned, its points can be typed and dragged. */
function ManyPoints({ points }: { points: readonly CurvePoint[] }) {
  const last = points.length - 1
  const thinned = Array.from({ length: THINNED }, (_, i) => memberAt(points, Math.round((i * last) / (THINNED - 1))))
  return (
    <Box data-testid="points">
      <Flex gap="2.5" align="center" mb="1">
        <Text fontSize="small">{`${points.length} measured points, as entered.`}</Text>
        <OutlineButton size="sm" minH="32px" onClick={() => typeInBrief('engine.points', thinned)} data-testid="thin-points">
          {`Reduce to ${THINNED} points for editing`}
        </OutlineButton>
      </Flex>
      <Box
        maxH="220px"
        overflowY="auto"
        fontFamily="figures"
        fontSize="body"
        tabIndex={0}
        role="group"
        aria-label="Measured points"
        css={{ columns: '120px' }}
      >
        {points.map((p) => (
          <div key={p.speedRadPerS}>{`${quantity(p.speedRadPerS, 'rpm')}  ${shownFigure(p.torqueNm, 'lb-ft')}`}</div>
        ))}
      </Box>
    </Box>
  )
}

/** A measured curve, row by row; speed rises from row to row. */
function Points({ points, problemAt }: { points: readonly CurvePoint[]; problemAt: (path: string) => string | undefined }) {
  const set = (rows: readonly CurvePoint[]) => typeInBrief('engine.points', rows)
  const last = points[points.length - 1]
  return (
    <Box data-testid="points">
      <Grid templateColumns="1fr 1fr 44px" rowGap="1" columnGap="2.5" alignItems="start">
        <Text fontSize="note" color="inkSoft">
          Engine speed, rpm
        </Text>
        <Text fontSize="note" color="inkSoft">
          {`Torque as measured, ${shownUnit('lb-ft')}`}
        </Text>
        <span />
        {points.map((point, i) => (
          <Row key={i} i={i} point={point} problemAt={problemAt} onRemove={() => set(points.filter((_, k) => k !== i))} />
        ))}
      </Grid>
      {problemAt('engine.points') && <ProblemText mt="1">{problemAt('engine.points')}</ProblemText>}
      <Flex mt="2">
        <OutlineButton
          onClick={() =>
            set([...points, { speedRadPerS: (last?.speedRadPerS ?? STEP) + STEP, torqueNm: last?.torqueNm ?? toSi(300, 'lb-ft') }])
          }
          data-testid="add-point"
        >
          Add point
        </OutlineButton>
      </Flex>
    </Box>
  )
}

function Row({
  i,
  point,
  problemAt,
  onRemove,
}: {
  i: number
  point: CurvePoint
  problemAt: (path: string) => string | undefined
  onRemove: () => void
}) {
  const field = (key: keyof CurvePoint, label: string, unit: UnitName) => (
    <QuantityField
      hideLabel
      label={`${label}, point ${i + 1}`}
      unit={unit}
      digits={0}
      value={point[key]}
      problem={problemAt(`engine.points.${i}.${key}`)}
      onCommit={(v) => void typeInBrief(`engine.points.${i}.${key}`, v)}
      testId={`point-${i}-${unit}`}
    />
  )
  return (
    <>
      {field('speedRadPerS', 'Engine speed', 'rpm')}
      {field('torqueNm', 'Torque', 'lb-ft')}
      <Button variant="plain" color="ink" minW="40px" height="40px" px="0" aria-label={`Remove point ${i + 1}`} onClick={onRemove}>
        <Trash2 size={16} />
      </Button>
    </>
  )
}
