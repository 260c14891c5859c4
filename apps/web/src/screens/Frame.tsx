import { Box, Button, Flex, Link as ChakraLink, Text } from '@chakra-ui/react'
import type { Unit } from '@plucky/core'
import { Download, Moon, Redo2, Sun, Undo2 } from 'lucide-react'
import { useEffect, type ReactNode } from 'react'
import { Link, NavLink } from 'react-router'
import { useStore } from 'zustand'
import { api } from '../state/api.js'
import { Conflict } from '../revisions/Conflict.js'
import { useRevisionWords } from '../revisions/use-revision.js'
import { jobStore, redo, save, undo, type JobState } from '../state/job.js'
import { viewStore } from '../state/view.js'

/** The title strip of the sheet: whose job, which unit, which view, and whether it is saved. */
export function Frame({ children, unit }: { children: ReactNode; unit?: Unit | undefined }) {
  const job = useStore(jobStore)
  const theme = useStore(viewStore, (view) => view.theme)
  const onJob = unit !== undefined && job.content !== undefined
  const revision = useRevisionWords(onJob ? job.content : undefined)
  useUndoKeys(onJob)
  const cell = { borderRightWidth: '1px', borderColor: 'rule', px: '14px', height: '44px', align: 'center' } as const
  return (
    <Box minH="100vh">
      <Flex
        as="header"
        className="not-printed"
        minH="44px"
        wrap={{ base: 'wrap', xl: 'nowrap' }}
        align="center"
        borderBottomWidth="2px"
        borderColor="ink"
        bg="sheet"
      >
        <Flex {...cell}>
          <ChakraLink asChild fontFamily="heading" fontSize="20px" fontWeight={700} letterSpacing="0.09em" color="ink" whiteSpace="nowrap">
            <Link to="/">PLUCKY RATIO</Link>
          </ChakraLink>
        </Flex>
        {onJob && (
          <>
            <Flex {...cell} minW="0" flexShrink={1}>
              <Box minW="0" lineHeight="1.15">
                <Text fontSize="15px" truncate>
                  {`Job ${job.number} · ${job.content?.name} · ${unit.name}`}
                </Text>
                <Text fontSize="12.5px" color="inkSoft" truncate data-testid="revision">
                  {revision}
                </Text>
              </Box>
            </Flex>
            <Views number={job.number} />
          </>
        )}
        <Box flex="1" />
        {onJob && <JobTools job={job} />}
        <Tab to="/units" word="Transmissions" />
        <Tab to="/shelf" word="Parts shelf" />
        <Box pr="8px">
          <IconButton
            label={theme === 'dark' ? 'Switch to light theme' : 'Switch to dark theme'}
            onClick={() => viewStore.setState({ theme: theme === 'dark' ? 'light' : 'dark' })}
            icon={theme === 'dark' ? <Sun size={18} /> : <Moon size={18} />}
          />
        </Box>
      </Flex>
      {onJob && job.saving === 'conflict' && <Conflict job={job} />}
      <Box as="main">{children}</Box>
    </Box>
  )
}

/** The views of a job; on a narrow screen on a line of their own. */
const Views = ({ number }: { number: number }) => (
  <Flex
    as="nav"
    aria-label="Job pages"
    height="44px"
    flexShrink={0}
    order={{ base: 3, xl: 0 }}
    width={{ base: '100%', xl: 'auto' }}
    px={{ base: '8px', xl: '0' }}
  >
    <Tab to={`/jobs/${number}`} word="Power flow" />
    <Tab to={`/jobs/${number}/brief`} word="Brief" />
    <Tab to={`/jobs/${number}/match`} word="Converter" />
    <Tab to={`/jobs/${number}/shafts`} word="Shafts" />
    <Tab to={`/jobs/${number}/packs`} word="Clutches & bands" />
    <Tab to={`/jobs/${number}/pressure`} word="Line pressure" />
    <Tab to={`/jobs/${number}/fit`} word="Fit-up" />
    <Tab to={`/jobs/${number}/rules`} word="House rules" />
    <Tab to={`/jobs/${number}/unit`} word="Gear train" />
    <Tab to={`/jobs/${number}/revisions`} word="Revisions" />
    <Tab to={`/jobs/${number}/sheet`} word="Build sheet" />
  </Flex>
)

/** Whether it is saved, the file, and the way back and forth. */
function JobTools({ job }: { job: JobState }) {
  return (
    <Flex align="center" gap="2px" pr="8px">
      <SaveMark job={job} />
      <ChakraLink
        href={api.fileOf(job.number)}
        download
        aria-label="Download job file"
        title="Download job file"
        minW="36px"
        justifyContent="center"
        color="ink"
        data-testid="save-file"
      >
        <Download size={18} />
      </ChakraLink>
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

function Tab({ to, word }: { to: string; word: string }) {
  return (
    <ChakraLink
      asChild
      px={{ base: '7px', xl: '6px', '2xl': '12px' }}
      flexShrink={0}
      height="44px"
      display="flex"
      alignItems="center"
      fontFamily="heading"
      fontSize="17px"
      color="ink"
      borderRadius="0"
      css={{ '&[aria-current=page]': { fontWeight: 700, boxShadow: 'inset 0 -4px 0 var(--chakra-colors-torque)' } }}
    >
      <NavLink to={to} end>
        {word}
      </NavLink>
    </ChakraLink>
  )
}

function IconButton({
  label,
  icon,
  onClick,
  disabled = false,
}: {
  label: string
  icon: ReactNode
  onClick: () => void
  disabled?: boolean
}) {
  return (
    <Button
      variant="plain"
      minW="36px"
      height="36px"
      px="0"
      color="ink"
      aria-label={label}
      title={label}
      disabled={disabled}
      onClick={onClick}
    >
      {icon}
    </Button>
  )
}

/** Whether what is on screen is safe. */
function SaveMark({ job }: { job: JobState }) {
  const time = job.savedAt ? new Date(job.savedAt).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' }) : ''
  const words: Record<JobState['saving'], string> = {
    saved: `Saved ${time}`,
    saving: 'Saving…',
    unsaved: 'Saving…',
    offline: 'Server not responding. Changes are kept on this computer.',
    conflict: 'Changed in another window',
    refused: `Not saved: ${job.problem}`,
  }
  const alarming = job.saving === 'offline' || job.saving === 'conflict' || job.saving === 'refused'
  return (
    <Text
      role="status"
      fontSize="14px"
      mr="6px"
      whiteSpace={alarming ? 'normal' : 'nowrap'}
      color={alarming ? 'break' : 'inkSoft'}
      fontWeight={alarming ? 600 : 400}
      data-testid="save-state"
      data-state={job.saving}
    >
      {words[job.saving]}
      {job.saving === 'saved' && (
        <Text as="span" display={{ base: 'none', '2xl': 'inline' }}>
          {`, version ${job.version}`}
        </Text>
      )}
    </Text>
  )
}

/** Undo and redo by the usual keys, except while a field has its own; leaving the page sends what is not saved yet. */
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
