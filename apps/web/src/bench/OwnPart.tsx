import { Box, CloseButton, Dialog, Field, Flex, Grid, Input, Portal, Text } from '@chakra-ui/react'
import { checkPart, type Problem } from '@plucky/contract'
import type { Part } from '@plucky/core'
import { useState } from 'react'
import { Refused } from '../state/api.js'
import { keepItem } from '../state/shop.js'
import { Inked, Ruled } from '../ui/buttons.js'
import { QuantityField } from '../ui/QuantityField.js'
import type { Typed } from '../ui/read-typed.js'
import { figuresOf, withFigure, type FigureGroup } from './part-figures.js'

interface OwnProps {
  readonly basis: Part
  readonly taken: (id: string) => boolean
  readonly onClose: () => void
  readonly onAdded: (partId: string) => void
}

/** A part of the shop's own: begun as a copy of the one on the bench, every figure typed as measured, then put on the shelf. */
export function OwnPart(props: OwnProps) {
  const own = useOwnPart(props)
  return (
    <Dialog.Root open onOpenChange={({ open }) => !open && props.onClose()} size="lg" scrollBehavior="inside">
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="sheet" color="ink" borderRadius="1px" borderWidth="1px" borderColor="ink" data-testid="own-dialog">
            <Dialog.Header pb="4px">
              <Dialog.Title fontFamily="heading" fontSize="22px">
                A part of your own, from “{props.basis.name}”
              </Dialog.Title>
            </Dialog.Header>
            <Dialog.Body>
              <Figures {...own} />
            </Dialog.Body>
            <Dialog.Footer>
              <Foot onClose={props.onClose} onAdd={() => void own.add()} />
            </Dialog.Footer>
            <Dialog.CloseTrigger asChild>
              <CloseButton size="sm" aria-label="Close" />
            </Dialog.CloseTrigger>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  )
}

function useOwnPart({ basis, taken, onClose, onAdded }: OwnProps) {
  const [draft, setDraft] = useState<Part>(() => ownCopy(basis, taken))
  const [problems, setProblems] = useState<readonly Problem[]>([])
  /** Keeps what was typed only if the part is still one that can exist. */
  const set = (path: string) => (value: Typed) => {
    const checked = checkPart(withFigure(draft, path, value))
    if (!checked.ok) return (checked.problems.find((p) => p.path === path) ?? checked.problems[0])?.sentence
    setDraft(checked.value)
    setProblems([])
    return undefined
  }
  const add = async () => {
    try {
      const part = await keepItem('parts', draft)
      onAdded(part.id)
      onClose()
    } catch (error) {
      const unreachable = { code: 'unreachable', path: '', sentence: `${(error as Error).message} Nothing typed is lost; try again.` }
      setProblems(error instanceof Refused ? error.problems : [unreachable])
    }
  }
  return { draft, problems, set, add, rename: (name: string) => setDraft({ ...draft, name }) }
}

function Figures({ draft, problems, set, rename }: ReturnType<typeof useOwnPart>) {
  const groups = figuresOf(draft)
  const paths = new Set(groups.flatMap((g) => g.figures.map((f) => f.path)))
  const problemAt = (path: string) => problems.find((p) => p.path === path)?.sentence
  return (
    <>
      <Field.Root invalid={problemAt('name') !== undefined} mb="6px">
        <Field.Label fontSize="13.5px">Name</Field.Label>
        <Input value={draft.name} bg="paper" borderRadius="1px" onChange={(event) => rename(event.target.value)} />
        <Field.ErrorText>{problemAt('name')}</Field.ErrorText>
      </Field.Root>
      {groups.map((group) => (
        <Group key={group.figures[0]?.path} group={group} problemAt={problemAt} set={set} />
      ))}
      {problems
        .filter((p) => p.path !== 'name' && !paths.has(p.path))
        .map((p) => (
          <Text key={p.path + p.code} role="alert" color="break" mt="8px">
            {p.sentence}
          </Text>
        ))}
    </>
  )
}

interface GroupProps {
  readonly group: FigureGroup
  readonly problemAt: (path: string) => string | undefined
  readonly set: ReturnType<typeof useOwnPart>['set']
}

function Group({ group, problemAt, set }: GroupProps) {
  return (
    <Box as="fieldset" borderTopWidth="1px" borderColor="rule" pt="4px" mt="8px">
      <Text as="legend" fontFamily="heading" fontSize="15px" fontWeight={600} pr="8px">
        {group.name}
      </Text>
      <Grid templateColumns={{ base: '1fr', md: '1fr 1fr 1fr' }} gap="6px 14px" alignItems="start">
        {group.figures.map(({ path, label, unit, digits, value }) => (
          <QuantityField
            key={path}
            label={label}
            {...(unit ? { unit } : {})}
            digits={digits}
            value={value}
            problem={problemAt(path)}
            onCommit={set(path)}
            testId={`own-${path}`}
          />
        ))}
      </Grid>
    </Box>
  )
}

function Foot({ onClose, onAdd }: { onClose: () => void; onAdd: () => void }) {
  return (
    <Flex gap="10px" align="center" width="100%">
      <Box flex="1" fontSize="13.5px" color="inkSoft">
        Any unit of the same kind can be typed: 24 mm, 0.945 in.
      </Box>
      <Ruled minH="44px" onClick={onClose}>
        Leave it
      </Ruled>
      <Inked onClick={onAdd} data-testid="own-add">
        Put it on the shelf
      </Inked>
    </Flex>
  )
}

/** A copy with a free id, not stock; the maker's stated limits come along to be corrected. */
function ownCopy(basis: Part, taken: (id: string) => boolean): Part {
  const stem = basis.id.replace(/-own-\d+$/, '')
  let n = 1
  while (taken(`${stem}-own-${n}`)) n++
  return { ...basis, id: `${stem}-own-${n}`, name: `${basis.name}, measured ${n}`.slice(0, 80), maker: 'Own shop', stock: false }
}
