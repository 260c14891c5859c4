import { Box, Flex, Text } from '@chakra-ui/react'
import { type JobContent, quantity, toProblem } from '@plucky/contract'
import { type BriefEngine, curveFromPoints, engineOfBrief, type Measurement, type Sweep } from '@plucky/core'
import { EngineChart } from '../charts/EngineChart.js'
import { takeBrief } from '../state/brief-draft.js'
import { PrimaryButton, OutlineButton } from '../ui/buttons.js'
import { QuantityField } from '../ui/QuantityField.js'
import { ProblemText } from '../ui/ProblemText.js'

interface TakenProps {
  readonly content: JobContent
  readonly sweep: Sweep
  readonly measured: Measurement
  readonly onLoss: (share: number | null) => void
  readonly onClose: () => void
}

/** The curve of a file as it would stand in the brief, beside the one that is there; taken in by a press. */
export function DynoPreview({ content, sweep, measured, onLoss, onClose }: TakenProps) {
  const { engine } = content.brief
  const { points, binRadPerS } = sweep
  const next = withPoints(engine, sweep, measured)
  const [made, was] = [engineOfBrief(next), engineOfBrief(engine)]
  const take = (taken: BriefEngine) => {
    onClose()
    // The panel goes first, the job follows in a task of its own: neither holds the page up.
    setTimeout(() => takeBrief({ ...content.brief, engine: taken }))
  }
  return (
    <Box>
      {measured.at === 'wheels' && (
        <QuantityField
          label="Drivetrain loss, fraction (0.15 = 15%)"
          digits={2}
          width="240px"
          value={measured.lossShare ?? null}
          onCommit={(v) => lossOf(v, onLoss)}
          testId="dyno-loss"
        />
      )}
      <Text mt="1">
        {binRadPerS === null
          ? `${points.length} points, as imported.`
          : `Averaged into ${points.length} points, ${quantity(binRadPerS, 'rpm')} apart.`}
        {made.ok
          ? ` ${quantity(made.value.on.peakTorqueNm, 'lb-ft')} at ${quantity(made.value.on.peakTorqueSpeedRadPerS, 'rpm')}, ${quantity(made.value.on.peakPowerW, 'hp')} at ${quantity(made.value.on.peakPowerSpeedRadPerS, 'rpm')} at the flywheel.`
          : ''}
      </Text>
      {!made.ok && made.issues.map((f) => <Alert key={f.code} words={toProblem(f).sentence} />)}
      {made.ok && (
        <>
          <EngineChart
            engine={made.value}
            points={[]}
            stallSpeedRadPerS={undefined}
            {...(was.ok ? { other: was.value.on } : {})}
            height={220}
          />
          <Flex gap="2.5" mt="1" align="center">
            <PrimaryButton onClick={() => take(next)} data-testid="dyno-take">
              Use as engine curve
            </PrimaryButton>
            {engine.boost && (
              <OutlineButton minH="44px" onClick={() => take(withOff(engine, sweep))} data-testid="dyno-take-off">
                Use as off-boost curve
              </OutlineButton>
            )}
            <Text color="inkSoft">Gray: current curve</Text>
          </Flex>
        </>
      )}
    </Box>
  )
}

const Alert = ({ words }: { words: string }) => <ProblemText>{words}</ProblemText>

function lossOf(typed: number | string | null, onLoss: TakenProps['onLoss']): string | undefined {
  if (typed !== null && (typeof typed !== 'number' || typed < 0 || typed > 0.5)) return 'Enter a fraction from 0 to 0.5, for example 0.15.'
  onLoss(typed)
  return undefined
}

/** The engine with a measured curve; what else is known of it stays, as far as it still lies within the curve. */
function withPoints({ kind, boost, cylinders, inertiaKgM2 }: BriefEngine, { points }: Sweep, measured: Measurement): BriefEngine {
  const curve = curveFromPoints(points)
  const within =
    boost && curve.ok && boost.thresholdRadPerS > curve.value.minSpeedRadPerS && boost.thresholdRadPerS < curve.value.maxSpeedRadPerS
  return {
    kind,
    form: 'points',
    points,
    measured,
    ...(boost && within ? { boost } : {}),
    ...(cylinders === undefined ? {} : { cylinders }),
    ...(inertiaKgM2 === undefined ? {} : { inertiaKgM2 }),
  }
}

const withOff = (engine: BriefEngine, { points }: Sweep): BriefEngine =>
  engine.boost ? { ...engine, boost: { ...engine.boost, offPoints: points } } : engine
