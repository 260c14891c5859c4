import { Box, chakra, Flex, Text } from '@chakra-ui/react'
import { JOB_STATES, OUTCOMES, type JobSort, type JobState, type JobSummary, countOfJobs } from '@plucky/contract'
import { useDeferredValue, useMemo, useState } from 'react'
import { OutlineButton } from '../ui/buttons.js'
import { ToggleButton } from '../ui/ToggleButton.js'
import { Panel } from '../ui/panel.js'
import { SelectField } from '../ui/SelectField.js'
import { JobActions, JobName, RenameCell } from './JobRow.js'
import { SortableTable, type Column } from '../ui/SortableTable.js'
import { Tip } from '../ui/Tip.js'
import { ALL_OPEN, useJobList, useUnitNames, type ListFilters } from './job-queries.js'
import { EARLIER_RESULT, OUTCOME_WORDS, PowerBar } from './PowerBar.js'
import { TextBox } from '../ui/TextBox.js'

const STATE_WORDS: Record<JobState, string> = { open: 'Open', archived: 'Archived', deleted: 'Deleted' }

/** Columns of the job list. The id of a sortable column is the sort order of the API. */
const columnsOf = (onRename: (number: number) => void): readonly Column<JobSummary>[] => {
  const byServer = (id: JobSort) => ({ id, sortBy: () => 0 })
  return [
    { ...byServer('name'), head: 'Job', cell: (job) => <JobName job={job} /> },
    { ...byServer('customer'), head: 'Customer', className: 'wide', cell: (job) => job.customer || '—' },
    { ...byServer('transmission'), head: 'Transmission', className: 'wide', cell: (job) => job.unitName },
    { ...byServer('held'), head: 'Power held / target', cell: (job) => <Result {...job} /> },
    { ...byServer('touched'), head: 'Last change', className: 'wide', greatestFirst: true, cell: (job) => <Changed at={job.savedAt} /> },
    { id: 'actions', head: 'Actions', unseen: true, cell: (job) => <JobActions job={job} onRename={() => onRename(job.number)} /> },
  ]
}

function Changed({ at }: { at: string }) {
  const when = new Date(at)
  return (
    <Tip words={when.toLocaleString()}>
      <chakra.span whiteSpace="nowrap">{when.toLocaleDateString([], { dateStyle: 'medium' })}</chakra.span>
    </Tip>
  )
}

const CELLS = {
  '& th': { borderBottomWidth: 0, whiteSpace: { md: 'nowrap' } },
  '& td': { verticalAlign: 'middle' },
  '& td:nth-of-type(-n + 2)': { overflowWrap: 'anywhere' },
  '& .wide': { display: { base: 'none', lg: 'table-cell' } },
} as const

/** The sort order that is descending by default. */
const LATEST_FIRST: JobSort = 'touched'
const NO_JOBS: readonly JobSummary[] = []

/** The jobs of the shop: searched, narrowed and sorted by the server, a page at a time. */
export function JobList() {
  const [filters, setFilters] = useState<ListFilters>(ALL_OPEN)
  const list = useJobList(useDeferredValue(filters))
  const put = (change: Partial<ListFilters>) => setFilters((now) => ({ ...now, ...change }))
  const [renaming, setRenaming] = useState<number>()
  const columns = useMemo(() => columnsOf(setRenaming), [])
  const jobs = useMemo(() => list.data?.pages.flatMap((page) => page.jobs) ?? NO_JOBS, [list.data])
  const total = list.data?.pages[0]?.total ?? 0
  const narrowed = filters.search !== '' || filters.outcome !== '' || filters.unit !== ''
  return (
    <Panel title="Jobs" note={list.data ? `${countOfJobs(total)}${total > 0 ? ' · ▽ below target' : ''}` : ''} data-testid="job-list">
      <Narrowing filters={filters} put={put} />
      <SortableTable
        columns={columns}
        rows={jobs}
        keyOf={(job) => String(job.number)}
        kept={{
          id: filters.sort,
          descending: filters.direction === '' ? filters.sort === LATEST_FIRST : filters.direction === 'desc',
          // The ids of sortable columns are sort orders.
          onSort: (sort, descending) => put({ sort: sort as JobSort, direction: descending ? 'desc' : 'asc' }),
        }}
        rowProps={(job) => ({ 'data-testid': `job-${job.number}` })}
        cellsAs={(job) => (job.number === renaming ? <RenameCell job={job} onDone={() => setRenaming(undefined)} /> : undefined)}
        room="wide"
        css={CELLS}
      />
      <ListState list={list} empty={jobs.length === 0} narrowed={narrowed} state={filters.state} />
      {list.hasNextPage && (
        <Box textAlign="center" mt="1.5">
          <OutlineButton onClick={() => void list.fetchNextPage()} disabled={list.isFetchingNextPage} data-testid="more-jobs">
            {`Show more (${jobs.length} of ${countOfJobs(total)})`}
          </OutlineButton>
        </Box>
      )}
    </Panel>
  )
}

interface NarrowingProps {
  readonly filters: ListFilters
  readonly put: (change: Partial<ListFilters>) => void
}

/** Search and filters. */
function Narrowing({ filters, put }: NarrowingProps) {
  const units = useUnitNames()
  return (
    <Flex rowGap="2" columnGap="3" wrap="wrap" align="end" mb="1">
      <TextBox
        type="search"
        aria-label="Search jobs"
        placeholder="Search number, name, customer, transmission"
        width={{ base: '100%', md: '300px' }}
        value={filters.search}
        maxLength={100}
        onChange={(event) => put({ search: event.target.value })}
        data-testid="search-jobs"
      />
      <Flex gap="1.5" role="group" aria-label="State">
        {JOB_STATES.map((state) => (
          <ToggleButton key={state} on={filters.state === state} onPick={() => put({ state })} testId={`state-${state}`}>
            {STATE_WORDS[state]}
          </ToggleButton>
        ))}
      </Flex>
      <SelectField
        label="Result"
        width="130px"
        value={filters.outcome}
        options={[['', 'any'], ...OUTCOMES.map((outcome) => [outcome, OUTCOME_WORDS[outcome]] as const)]}
        onPick={(outcome) => put({ outcome })}
        testId="filter-outcome"
      />
      <SelectField
        label="Transmission"
        width="130px"
        value={filters.unit}
        options={[['', 'any'], ...units.map(({ id, name }) => [id, name] as const)]}
        onPick={(unit) => put({ unit })}
        testId="filter-unit"
      />
    </Flex>
  )
}

function Result(job: JobSummary) {
  return (
    <>
      <PowerBar {...job} />
      {!job.rated && job.outcome !== null && (
        <Text fontSize="note" color="inkSoft">
          {EARLIER_RESULT}
        </Text>
      )}
    </>
  )
}

/** Message shown in place of the rows: loading, failed with a retry button, or no match. */
function ListState({
  list,
  empty,
  narrowed,
  state,
}: {
  list: ReturnType<typeof useJobList>
  empty: boolean
  narrowed: boolean
  state: JobState
}) {
  if (list.isError)
    return (
      <Box role="alert" color="break" py="1.5">
        {`The list could not be loaded: ${list.error.message} `}
        <OutlineButton size="sm" onClick={() => void list.refetch()}>
          Try again
        </OutlineButton>
      </Box>
    )
  if (list.isPending)
    return (
      <Text color="inkSoft" py="1.5" role="status">
        Loading jobs…
      </Text>
    )
  if (!empty) return null
  return (
    <Text color="inkSoft" py="1.5" data-testid="no-jobs">
      {narrowed
        ? 'No job matches. Clear the search or a filter.'
        : state === 'open'
          ? 'No open jobs. Create one on this page.'
          : `No ${state} jobs.`}
    </Text>
  )
}
