import { asReceived } from '@plucky/contract'
import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { verdictSentence, type JobContent, type JobFinding } from '@plucky/contract'
import { NOTHING_FOUND, type Teardown, type Unit } from '@plucky/core'
import { useMemo, useState } from 'react'
import { Link, useParams } from 'react-router'
import { useStore } from 'zustand'
import { ServerAway } from '../ui/ServerAway.js'
import { api } from '../state/api.js'
import { useFetched } from '../state/queries.js'
import { loadShop, shopStore } from '../state/shop.js'
import { useShop } from '../state/use-shop.js'
import { answerFor } from '../state/verdicts.js'
import { OutlineButton } from '../ui/buttons.js'
import { marginsOf, recordsOf } from './diagnosis.js'
import { DiagnosisView } from './DiagnosisView.js'
import { setTeardown } from '../state/commands.js'

const NO_FINDINGS: readonly JobFinding[] = []

/** The shop's confirmed faults of a transmission. Without any, causes are ranked by typical failure rates. */
function useFindings(unitId: string): { readonly jobs: readonly JobFinding[]; readonly problem: string } {
  const { data, error } = useFetched(['jobs', 'findings', unitId], () => api.findingsOf(unitId))
  return { jobs: data ?? NO_FINDINGS, problem: error?.message ?? '' }
}

/** What is lost in a job: its unit, its parts as they came in, its engine; what is found is kept with the job. */
export function JobDiagnosis({ content, unit }: { content: JobContent; unit: Unit }) {
  const { number } = useParams()
  const { jobs, problem } = useFindings(unit.id)
  const parts = useStore(shopStore, (shop) => shop.parts)
  const answer = useMemo(() => answerFor(asReceived(content)), [content])
  const known = useMemo(() => {
    const answered = answer?.outcome === 'answered' ? answer : undefined
    return { margins: marginsOf(unit, answered), records: recordsOf(jobs, unit.id, Number(number)) }
  }, [unit, answer, jobs, number])
  const fittedAt = (place: string) => {
    const station = unit.stations.find(
      ({ load }) => (load.at === 'link' && load.id === place) || (load.at === 'sets' && load.ids.includes(place)),
    )
    return station && parts.get(content.arrived[station.id] ?? '')?.name
  }
  return (
    <Box px="3.5" pb="4" maxW="1280px" mx="auto">
      <Head title={`Diagnosis: this ${unit.name}`} back={`/jobs/${number}/gear-train`} />
      {answer && (
        <Text mb="2" color="inkSoft">{`As received, with this engine: ${lowerFirst(verdictSentence(answer, unit, content.brief))}`}</Text>
      )}
      {problem && <Text color="break">{`Shop records could not be loaded, so only typical failure rates are used: ${problem}`}</Text>}
      <DiagnosisView key={number} unit={unit} teardown={content.teardown} known={known} onChange={setTeardown} fittedAt={fittedAt} />
    </Box>
  )
}

const lowerFirst = (text: string) => text.charAt(0).toLowerCase() + text.slice(1)

/** What is lost in a unit that has no job yet; nothing is kept. */
export function UnitLost() {
  const { id } = useParams()
  const shop = useShop()
  const { jobs } = useFindings(id ?? '')
  const [teardown, setTeardown] = useState<Teardown>(NOTHING_FOUND)
  const known = useMemo(() => ({ records: recordsOf(jobs, id ?? '', null) }), [jobs, id])
  const unit = shop.units.find((u) => u.id === id)
  if (shop.state === 'failed') return <ServerAway onRetry={loadShop} />
  return (
    <Box px="3.5" pb="4" maxW="1280px" mx="auto">
      {unit ? (
        <>
          <Head title={`Diagnosis: ${unit.name}`} back={`/transmissions/${unit.id}`} />
          <Text mb="2" color="inkSoft">
            Not saved here. In a job the diagnosis is saved and uses the actual parts and engine.
          </Text>
          <DiagnosisView unit={unit} teardown={teardown} known={known} onChange={setTeardown} />
        </>
      ) : (
        <Text p="6" role="status">
          {shop.state === 'loading' ? 'Loading transmission…' : `There is no transmission “${id}”.`}
        </Text>
      )}
    </Box>
  )
}

const Head = ({ title, back }: { title: string; back: string }) => (
  <Flex align="center" justify="space-between" py="1.5" gap="3">
    <Heading as="h1" textStyle="page">
      {title}
    </Heading>
    <OutlineButton asChild size="sm">
      <Link to={back}>Back to gear train</Link>
    </OutlineButton>
  </Flex>
)
