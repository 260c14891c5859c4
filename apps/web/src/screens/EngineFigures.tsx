import { Box, Button, Flex, Grid, Text } from '@chakra-ui/react'
import type { Problem } from '@plucky/contract'
import { IDLE_TORQUE_SHARE, toSi, type BriefEngine, type CurvePoint, type Headline, type UnitName } from '@plucky/core'
import { Trash2 } from 'lucide-react'
import { typeInBrief } from '../state/brief-draft.js'
import { Ruled } from '../ui/buttons.js'
import { QuantityField } from '../ui/QuantityField.js'

const HEADLINE: readonly (readonly [keyof Headline, string, UnitName])[] = [
  ['peakTorqueNm', 'Peak torque at the flywheel', 'lb-ft'],
  ['peakTorqueSpeedRadPerS', 'at', 'rpm'],
  ['peakPowerW', 'Peak power', 'hp'],
  ['peakPowerSpeedRadPerS', 'at', 'rpm'],
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
  if (engine.form === 'points') return <Points points={engine.points} problemAt={problemAt} />
  return (
    <Grid templateColumns="1fr 1fr" gap="10px 16px" alignItems="start">
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
      <Text fontSize="13px" color="inkSoft" alignSelf="end" pb="10px">
        {`Empty: ${IDLE_TORQUE_SHARE} of the peak (from memory).`}
      </Text>
    </Grid>
  )
}

const STEP = toSi(500, 'rpm')

/** A measured curve, row by row; speed rises from row to row. */
function Points({ points, problemAt }: { points: readonly CurvePoint[]; problemAt: (path: string) => string | undefined }) {
  const set = (rows: readonly CurvePoint[]) => typeInBrief('engine.points', rows)
  const last = points[points.length - 1]
  return (
    <Box data-testid="points">
      <Grid templateColumns="1fr 1fr 44px" gap="4px 10px" alignItems="start">
        <Text fontSize="13.5px" color="inkSoft">
          Engine speed, rpm
        </Text>
        <Text fontSize="13.5px" color="inkSoft">
          Torque at the flywheel, lb-ft
        </Text>
        <span />
        {points.map((point, i) => (
          <Row key={i} i={i} point={point} problemAt={problemAt} onRemove={() => set(points.filter((_, k) => k !== i))} />
        ))}
      </Grid>
      {problemAt('engine.points') && (
        <Text role="alert" color="break" fontSize="13.5px" mt="4px">
          {problemAt('engine.points')}
        </Text>
      )}
      <Flex mt="8px">
        <Ruled
          onClick={() =>
            set([...points, { speedRadPerS: (last?.speedRadPerS ?? STEP) + STEP, torqueNm: last?.torqueNm ?? toSi(300, 'lb-ft') }])
          }
          data-testid="add-point"
        >
          One more point
        </Ruled>
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
