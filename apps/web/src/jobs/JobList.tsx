import { Box, chakra, Flex, Text } from '@chakra-ui/react'
import { JOB_STATES, OUTCOMES, type HeadlineOutcome, type JobSort, type JobState } from '@plucky/contract'
import { useDeferredValue, useState } from 'react'
import { OutlineButton } from '../ui/buttons.js'
import { ToggleButton } from '../ui/ToggleButton.js'
import { Panel } from '../ui/panel.js'
import { SelectField } from '../ui/SelectField.js'
import { JobRow } from './JobRow.js'
import { ALL_OPEN, useJobList, useUnitNames, type ListFilters } from './job-queries.js'
import { OUTCOME_WORDS } from './PowerBar.js'
import { TextBox } from '../ui/TextBox.js'

const STATE_WORDS: Record<JobState, string> = { open: 'Open', archived: 'Archived', deleted: 'Deleted' }

const COLUMNS: readonly { readonly sort: JobSort; readonly word: string; readonly wide?: true }[] = [
  { sort: 'name', word: 'Job' },
  { sort: 'customer', word: 'Customer', wide: true },
  { sort: 'transmission', word: 'Transmission', wide: true },
  { sort: 'held', word: 'Power held / target' },
  { sort: 'touched', word: 'Last change', wide: true },
]

const TABLE = {
  borderCollapse: 'collapse',
  width: '100%',
  '& th': { textAlign: 'left', whiteSpace: { md: 'nowrap' }, fontWeight: 400, fontSize: '13.5px', color: 'inkSoft', padding: '2px 6px' },
  '& th button': {
    minHeight: '28px',
    textAlign: 'left',
    cursor: 'pointer',
    textDecoration: 'underline',
    textUnderlineOffset: '3px',
    color: 'inkSoft',
  },
  '& td': { borderTop: '1px solid', borderColor: 'ruleSoft', padding: '4px 6px', verticalAlign: 'middle' },
  '& td:nth-of-type(-n + 2)': { overflowWrap: 'anywhere' },
  '& .wide': { display: { base: 'none', lg: 'table-cell' } },
} as const

/** The jobs of the shop: searched, narrowed and sorted by the server, a page at a time. */
export function JobList() {
  const [filters, setFilters] = useState<ListFilters>(ALL_OPEN)
  const list = useJobList(useDeferredValue(filters))
  const put = (change: Partial<ListFilters>) => setFilters((now) => ({ ...now, ...change }))
  const jobs = list.data?.pages.flatMap((page) => page.jobs) ?? []
  const total = list.data?.pages[0]?.total ?? 0
  const narrowed = filters.search !== '' || filters.outcome !== '' || filters.unit !== ''
  return (
    <Panel title="Jobs" note={list.data ? `${total} · ▽ below target` : ''} data-testid="job-list">
      <Narrowing filters={filters} put={put} />
      <chakra.table css={TABLE}>
        <thead>
          <tr>
            {COLUMNS.map(({ sort, word, wide }) => (
              <SortHead key={sort} sort={sort} word={word} wide={wide === true} filters={filters} onSort={put} />
            ))}
            <th scope="col">
              <chakra.span srOnly>Actions</chakra.span>
            </th>
          </tr>
        </thead>
        <tbody>
          {jobs.map((job) => (
            <JobRow key={job.number} job={job} />
          ))}
        </tbody>
      </chakra.table>
      <ListState list={list} empty={jobs.length === 0} narrowed={narrowed} state={filters.state} />
      {list.hasNextPage && (
        <Box textAlign="center" mt="6px">
          <OutlineButton onClick={() => void list.fetchNextPage()} disabled={list.isFetchingNextPage} data-testid="more-jobs">
            {`Show more (${jobs.length} of ${total})`}
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
    <Flex gap="8px 12px" wrap="wrap" align="end" mb="4px">
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
      <Flex gap="5px" role="group" aria-label="State">
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
        onPick={(outcome) => put({ outcome: outcome as HeadlineOutcome | '' })}
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

interface SortHeadProps {
  readonly sort: JobSort
  readonly word: string
  readonly wide: boolean
  readonly filters: ListFilters
  readonly onSort: (change: Partial<ListFilters>) => void
}

/** A column head that sorts; pressed again it turns the order round. */
function SortHead({ sort, word, wide, filters, onSort }: SortHeadProps) {
  const on = filters.sort === sort
  const natural = sort === 'touched' ? 'desc' : 'asc'
  const direction = on ? filters.direction || natural : undefined
  const press = () => onSort({ sort, direction: direction === undefined ? natural : direction === 'asc' ? 'desc' : 'asc' })
  return (
    <th
      scope="col"
      className={wide ? 'wide' : ''}
      aria-sort={direction === 'asc' ? 'ascending' : direction === 'desc' ? 'descending' : 'none'}
    >
      <button type="button" onClick={press} data-testid={`sort-${sort}`}>
        {`${word}${direction === 'asc' ? ' ↑' : direction === 'desc' ? ' ↓' : ''}`}
      </button>
    </th>
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
      <Box role="alert" color="break" py="6px">
        {`The list could not be loaded: ${list.error.message} `}
        <OutlineButton size="sm" onClick={() => void list.refetch()}>
          Try again
        </OutlineButton>
      </Box>
    )
  if (list.isPending)
    return (
      <Text color="inkSoft" py="6px" role="status">
        Loading jobs…
      </Text>
    )
  if (!empty) return null
  return (
    <Text color="inkSoft" py="6px" data-testid="no-jobs">
      {narrowed
        ? 'No job matches. Clear the search or a filter.'
        : state === 'open'
          ? 'No open jobs. Create one on this page.'
          : `No ${state} jobs.`}
    </Text>
  )
}
