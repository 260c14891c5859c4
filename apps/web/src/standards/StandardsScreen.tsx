import { Box, Flex, Heading, Text } from '@chakra-ui/react'
import { checkStandards, type Problem, type ShopStandards } from '@plucky/contract'
import type { ShopStandard } from '@plucky/core'
import { useState } from 'react'
import { api, Refused } from '../state/api.js'
import { messageOf } from '../state/message-of.js'
import { queries, useFetched } from '../state/queries.js'
import { dropKept, keep, readStored } from '../state/storage.js'
import { useShop } from '../state/use-shop.js'
import { withValue } from '../state/with-value.js'
import { named } from '../transmissions/unit-edit.js'
import { OutlineButton, PrimaryButton, TextButton } from '../ui/buttons.js'
import { Panel } from '../ui/panel.js'
import { ProblemText } from '../ui/ProblemText.js'
import { ServerAway } from '../ui/ServerAway.js'
import { StandardRow } from './StandardRow.js'
import { STANDARDS_QUERY } from './use-standards.js'

/** Standards of the shop: work on every transmission, or on those of some uses and powers. */
export function StandardsScreen() {
  useShop()
  const { data, error, refetch } = useFetched(STANDARDS_QUERY, () => api.standards())
  if (!data)
    return error ? (
      <ServerAway onRetry={async () => void (await refetch())} />
    ) : (
      <Text p="6" role="status">
        Loading shop standards…
      </Text>
    )
  return <Editor stored={data} onSaved={() => void refetch()} />
}

/** Under which unsaved standards are kept on this computer. */
const KEPT = 'plucky-standards'

interface EditorProps {
  readonly stored: ShopStandards
  readonly onSaved: () => void
}

/** The standards as they are typed: kept on this computer until they are saved. */
function useDraft({ stored, onSaved }: EditorProps) {
  const [draft, setDraft] = useState(() => readStored<ShopStandards>(KEPT))
  const [refused, setRefused] = useState<readonly Problem[]>([])
  const shown = draft ?? stored
  const checked = checkStandards(withIds(shown))
  const take = (next: ShopStandards | undefined) => {
    if (next) keep(KEPT, next)
    else dropKept(KEPT)
    setDraft(next)
    setRefused([])
  }
  const save = async () => {
    if (!checked.ok) return
    try {
      queries.setQueryData([...STANDARDS_QUERY], await api.saveStandards(checked.value))
      take(undefined)
      onSaved()
    } catch (error) {
      const away = { code: 'unreachable', path: '', sentence: `${messageOf(error)} Your entries are kept. Try again.` }
      setRefused(error instanceof Refused ? error.problems : [away])
    }
  }
  return { shown, unsaved: draft !== undefined, problems: checked.ok ? refused : checked.problems, valid: checked.ok, take, save }
}

function Editor(props: EditorProps) {
  const { shown, unsaved, problems, valid, take, save } = useDraft(props)
  return (
    <Box px="3.5" pb="4" maxW="1280px" mx="auto">
      <Flex align="center" justify="space-between" py="1.5" gap="3" wrap="wrap">
        <Heading as="h1" textStyle="page">
          Shop standards
        </Heading>
        <Flex gap="2" align="center">
          <Text fontSize="small" color={unsaved ? 'break' : 'inkSoft'} role="status" data-testid="standards-state">
            {unsaved ? 'Not saved yet. Kept on this computer.' : `${shown.standards.length} standards, saved`}
          </Text>
          {unsaved && <OutlineButton onClick={() => take(undefined)}>Discard changes</OutlineButton>}
          <PrimaryButton onClick={() => void save()} disabled={!unsaved || !valid} data-testid="save-standards">
            Save standards
          </PrimaryButton>
        </Flex>
      </Flex>
      {problems
        .filter(({ path }) => !path.startsWith('standards.'))
        .map((problem) => (
          <ProblemText key={problem.code}>{problem.sentence}</ProblemText>
        ))}
      <StandardList shown={shown} problems={problems} take={take} />
    </Box>
  )
}

interface ListProps {
  readonly shown: ShopStandards
  readonly problems: readonly Problem[]
  readonly take: (next: ShopStandards) => void
}

function StandardList({ shown, problems, take }: ListProps) {
  const [open, setOpen] = useState<number>()
  const add = () => {
    take({ ...shown, standards: [...shown.standards, NEW_STANDARD] })
    setOpen(shown.standards.length)
  }
  return (
    <Panel title="Work on every job" note="shown at the end of the update list of each job">
      {shown.standards.length === 0 && <Text color="inkSoft">No standards yet.</Text>}
      {shown.standards.map((standard, i) => (
        <StandardRow
          key={i}
          standard={standard}
          open={open === i}
          onOpen={() => setOpen(open === i ? undefined : i)}
          onRemove={() => take({ ...shown, standards: shown.standards.filter((_, k) => k !== i) })}
          problemAt={(path) => problems.find((problem) => problem.path === `standards.${i}${path && `.${path}`}`)?.sentence}
          onSet={(path, value) => take(withValue(shown, `standards.${i}.${path}`, value))}
        />
      ))}
      <TextButton mt="1" onClick={add} data-testid="add-standard">
        Add a shop standard
      </TextButton>
    </Panel>
  )
}

/** A standard as it begins. Its id is made of its text. */
const NEW_STANDARD: ShopStandard = { id: '', work: '', why: '' }

/** The standards with an id for each that has none yet. */
const withIds = ({ standards, version }: ShopStandards): ShopStandards => ({ standards: named(standards, ({ work }) => work), version })
