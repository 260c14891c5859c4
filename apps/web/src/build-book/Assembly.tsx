import { Box, Flex, Text } from '@chakra-ui/react'
import { capital, fitSentence, stepWords, type JobContent } from '@plucky/contract'
import { assemblySteps, fitUp, type AssemblyStep, type Marks, type Unit } from '@plucky/core'
import { useMemo } from 'react'
import { Link, useParams } from 'react-router'
import { jobAddress } from '../app/views.js'
import { choose } from '../fit-up/store.js'
import { setMarks } from '../state/book.js'
import { specInputOf } from '../state/verdicts.js'
import { Panel } from '../ui/panel.js'
import { ToggleButton } from '../ui/ToggleButton.js'

interface AssemblyProps {
  readonly content: JobContent
  readonly unit: Unit
  readonly marks: Marks
}

/** Assembly in the order of the work, station by station, with the checks that cannot be reached later. */
export function Assembly({ content, unit, marks }: AssemblyProps) {
  const steps = useMemo(() => {
    const input = specInputOf(content)
    return input ? assemblySteps({ unit, fitted: input.fitted, entries: fitUp(input).entries }) : []
  }, [content, unit])
  const parts = specInputOf(content)?.fitted
  const isDone = ({ id }: AssemblyStep) => marks[`step/${id}/done`]?.value === true
  const stations = [...new Set(steps.map(({ station }) => station))]
  return (
    <Panel title="Assembly" note={`${steps.filter(isDone).length} of ${steps.length} steps done; from the rear to the engine`}>
      {stations.map((station) => {
        const own = steps.filter((step) => step.station === station)
        const before = own[0]?.before
        return (
          <Box key={station.id} py="1.5" borderTopWidth="1px" borderColor="ruleSoft" data-testid={`assembly-${station.id}`}>
            <Flex gap="2.5" align="baseline" wrap="wrap">
              <Text as="h3" fontWeight={600}>
                {capital(station.name)}
              </Text>
              {before && own.length > 1 && (
                <Text fontSize="note" color={own.every(isDone) ? 'inkSoft' : 'oil'}>{`Finish before the next: ${before.name}.`}</Text>
              )}
            </Flex>
            {own.map((step) => (
              <Step key={step.id} step={step} unit={unit} partName={parts?.get(station.id)?.name} mark={marks[`step/${step.id}/done`]} />
            ))}
          </Box>
        )
      })}
    </Panel>
  )
}

interface StepProps {
  readonly step: AssemblyStep
  readonly unit: Unit
  readonly partName: string | undefined
  readonly mark: Marks[string] | undefined
}

/** A step with its check mark, and for a measurement the reading or the way to it. */
function Step({ step, unit, partName, mark }: StepProps) {
  const { number } = useParams()
  const { id, work } = step
  const done = mark?.value === true
  const words = stepWords(unit, step, partName)
  return (
    <Flex gap="2.5" align="center" mt="1" wrap="wrap">
      <ToggleButton
        large
        on={done}
        onPick={() => setMarks({ [`step/${id}/done`]: done ? null : true })}
        label={`${done ? 'Done' : 'Not done'}: ${words}`}
        testId={`step-${id}`}
      >
        {done ? '✓' : '\u2002'}
      </ToggleButton>
      <Text flex="1" minW="220px" lineHeight="1.35">
        {words}
        {work.kind === 'measure' && (
          <Text as="span" color="inkSoft" fontSize="small">
            {` ${fitSentence(work.entry, unit)} `}
            <Link to={jobAddress(number ?? '', 'fit-up')} onClick={() => choose(work.entry.id)} style={{ textDecoration: 'underline' }}>
              Measure in Fit-up
            </Link>
          </Text>
        )}
      </Text>
      <Text fontSize="note" color="inkSoft">
        {done && mark ? `${mark.by}, ${new Date(mark.at).toLocaleString()}` : ''}
      </Text>
    </Flex>
  )
}
