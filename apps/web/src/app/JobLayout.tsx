import { Box, Flex, Text } from '@chakra-ui/react'
import { budgetWords, capital, hoursWords, money, stationName, type JobContent } from '@plucky/contract'
import { moneyOf, type Unit } from '@plucky/core'
import { Download, Redo2, Undo2 } from 'lucide-react'
import { Suspense, useEffect, type ReactNode } from 'react'
import { Outlet, useParams } from 'react-router'
import { useStore } from 'zustand'
import { Conflict } from '../revisions/Conflict.js'
import { useRevisionWords } from '../revisions/use-revision.js'
import { api } from '../state/api.js'
import { jobStore, openJob, redo, save, undo } from '../state/job.js'
import { loadShop } from '../state/shop.js'
import { useShownKey } from '../state/shown.js'
import { useShop } from '../state/use-shop.js'
import { changedStations, costOf } from '../state/verdicts.js'
import { FileLink } from '../ui/FileLink.js'
import { ServerAway } from '../ui/ServerAway.js'
import { JobErrorScreen } from '../ui/JobErrorScreen.js'
import { useWider } from '../ui/use-media.js'
import { Panels } from './Panels.js'
import { IconButton } from './IconButton.js'
import { Loading } from './Loading.js'
import { RovingLinks } from './RovingLinks.js'
import { OthersHere } from './OthersHere.js'
import { useOthersHere } from './others-here.js'
import { SaveMark, SaveNote } from './SaveMark.js'
import { useViewId } from './use-view.js'
import { TitleStrip } from './TitleStrip.js'
import { jobAddress, JOB_VIEWS, PAGE_GROUPS, type JobViewId, type ViewId } from './views.js'

/** What a page of a job is given. */
export interface JobPageProps {
  readonly content: JobContent
  readonly unit: Unit
}

/** Opens the job that the address names and hands it to its page; says plainly if it cannot be opened. */
export function JobLayout() {
  const view = useViewId()
  const { number } = useParams()
  const content = useStore(jobStore, (job) => job.content)
  const failure = useStore(jobStore, (job) => (job.state === 'failed' ? job.problem : undefined))
  const shop = useShop({ job: number ?? '' })
  useEffect(() => void openJob(Number(number)), [number])
  const unit = shop.units.find((u) => u.id === content?.unitId)
  useUndoKeys(unit !== undefined)
  if (shop.state === 'failed' || failure !== undefined || !content || !unit)
    return (
      <Box minH="100vh">
        <TitleStrip />
        {shop.state === 'failed' ? (
          <ServerAway onRetry={loadShop} />
        ) : failure !== undefined ? (
          <JobErrorScreen title="This job can’t be opened." sentence={failure} onRetry={() => void openJob(Number(number))} />
        ) : (
          <Loading words="Loading job…" />
        )}
      </Box>
    )
  return <OpenJob view={view} content={content} unit={unit} />
}

function OpenJob({ view, content, unit }: JobPageProps & { view: ViewId }) {
  const job = useStore(jobStore)
  const shown = useShownKey()
  const group = JOB_VIEWS.find(({ id }) => id === view)?.group
  const linkTo = (id: JobViewId, word: string) => ({ to: jobAddress(job.number, id), word, on: id === view, here: id === view })
  const groups = PAGE_GROUPS.map(({ id, title, views }) => ({ to: jobAddress(job.number, views[0]?.id), word: title, on: id === group }))
  const pages = PAGE_GROUPS.find(({ id }) => id === group)?.views.map(({ id, title }) => linkTo(id, title)) ?? []
  const menu = PAGE_GROUPS.map(({ title, views }) => ({ title, links: views.map(({ id, title: word }) => linkTo(id, word)) }))
  const name = <JobName number={job.number} content={content} unit={unit} />
  const groupLinks = <RovingLinks label="Groups of pages" links={groups} large />
  const [inOneRow, withLinks] = [useWider(1280), useWider(768)]
  const present = useOthersHere(job.number)
  const others = present && <OthersHere others={present} />
  return (
    <Box minH="100vh">
      <TitleStrip
        left={
          inOneRow && (
            <Flex minW="0" align="center">
              {name}
              <Box borderLeftWidth="1px" borderColor="rule">
                {groupLinks}
              </Box>
            </Flex>
          )
        }
        tools={<JobTools>{withLinks && others}</JobTools>}
        groups={menu}
        noted={job.saving === 'offline' && job.problem !== ''}
        below={
          <>
            {!inOneRow && (
              <Flex {...ROW} minH="36px">
                {name}
                {withLinks ? groupLinks : others}
              </Flex>
            )}
            <Flex {...ROW} bg="paper" minH="34px" px={{ base: '0.5', xl: '1.5' }}>
              {withLinks ? <RovingLinks label="Job pages" links={pages} /> : <Box />}
              <Totals key={shown} content={content} unit={unit} />
            </Flex>
            <SaveNote job={job} />
          </>
        }
      />
      {job.saving === 'conflict' && <Conflict job={job} />}
      <Panels view={view} />
      <Box as="main">
        <Suspense fallback={<Loading words="Loading…" />}>
          <Outlet context={{ content, unit } satisfies JobPageProps} />
        </Suspense>
      </Box>
    </Box>
  )
}

const ROW = { align: 'center', justify: 'space-between', borderTopWidth: '1px', borderColor: 'ruleSoft' } as const

/** Number, name and transmission of the job, and the revision it matches or was changed from. */
function JobName({ number, content, unit }: JobPageProps & { number: number }) {
  const revision = useRevisionWords(content)
  const words = `Job ${number} · ${content.name} · ${unit.name}`
  return (
    <Box minW="0" lineHeight="1.15" px={{ base: '2.5', xl: '3.5' }} flexShrink={1}>
      <Text fontSize="body" truncate title={words}>
        {words}
      </Text>
      <Text fontSize="micro" color="inkSoft" truncate data-testid="revision">
        {revision}
      </Text>
    </Box>
  )
}

/** Cost and labor of the changes from as received, against the budget. */
function Totals({ content, unit }: JobPageProps) {
  const cost = costOf(content)
  const { price, hours, lines } = cost
  const { brief, rules } = content
  const total = moneyOf(cost, rules.hourRate)
  const over = brief.budget !== null && total > brief.budget
  const changed = changedStations(content).map((id) => capital(stationName(unit, id)))
  const kits = lines.flatMap((line) => (line.what === 'kit' ? [line.item.name] : []))
  const title =
    changed.length === 0 ? undefined : `Changed: ${changed.join(', ')}${kits.length > 0 ? `. Bought as a kit: ${kits.join(', ')}` : ''}`
  const against = brief.budget === null ? '' : ` · ${budgetWords(brief.budget, total)}`
  return (
    <Text
      fontFamily="figures"
      fontSize="figure"
      fontWeight={600}
      px="2"
      minW="0"
      textAlign="right"
      lineHeight="1.15"
      color={over ? 'break' : 'ink'}
      title={title}
      data-testid="totals"
    >
      {`${money(price)} · ${hoursWords(hours)}${against}`}
    </Text>
  )
}

/** Save state, the file, undo and redo. `children`: who else is here. */
function JobTools({ children: others }: { children?: ReactNode }) {
  const job = useStore(jobStore)
  return (
    <Flex align="center" gap="0.5" pl="2" pr="1">
      {others}
      <SaveMark job={job} short={Boolean(others)} />
      <FileLink
        href={api.fileOf(job.number)}
        aria-label="Download job file"
        title="Download job file"
        minW="36px"
        minH="36px"
        alignItems="center"
        justifyContent="center"
        color="ink"
        display={{ base: 'none', md: 'inline-flex' }}
        data-testid="save-file"
      >
        <Download size={18} />
      </FileLink>
      <IconButton
        label={`Undo (${job.past.length} steps available)`}
        disabled={job.past.length === 0}
        onClick={undo}
        icon={<Undo2 size={18} />}
      />
      <IconButton
        label={`Redo (${job.future.length} steps available)`}
        disabled={job.future.length === 0}
        onClick={redo}
        icon={<Redo2 size={18} />}
      />
    </Flex>
  )
}

/** Binds the undo and redo keys, except in text fields, and sends unsaved changes when the page is left. */
function useUndoKeys(active: boolean): void {
  useEffect(() => {
    if (!active) return undefined
    const keys = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement
      if (typing || !(event.ctrlKey || event.metaKey) || !['z', 'y'].includes(event.key.toLowerCase())) return
      event.preventDefault()
      if (event.key.toLowerCase() === 'y' || event.shiftKey) redo()
      else undo()
    }
    const leave = () => void save(true)
    addEventListener('keydown', keys)
    addEventListener('pagehide', leave)
    return () => {
      removeEventListener('keydown', keys)
      removeEventListener('pagehide', leave)
    }
  }, [active])
}
