import { Box, Button, CloseButton, Dialog, Field, Flex, Grid, Input, Portal, Text } from '@chakra-ui/react'
import { checkPart, type Problem } from '@plucky/contract'
import type { Part } from '@plucky/core'
import { useState } from 'react'
import { Refused } from '../state/api.js'
import { addPart } from '../state/shop.js'
import { QuantityField } from '../ui/QuantityField.js'
import { figuresOf, withFigure } from './part-figures.js'

interface OwnProps {
  readonly basis: Part
  readonly taken: (id: string) => boolean
  readonly onClose: () => void
  readonly onAdded: (partId: string) => void
}

/** A part of the shop's own: begun as a copy of the one on the bench, every figure typed as measured, then put on the shelf. */
export function OwnPart({ basis, taken, onClose, onAdded }: OwnProps) {
  const [draft, setDraft] = useState<Part>(() => ownCopy(basis, taken))
  const [problems, setProblems] = useState<readonly Problem[]>([])
  const problemAt = (path: string) => problems.find((p) => p.path === path)?.sentence
  const figures = figuresOf(draft)
  const elsewhere = problems.filter((p) => p.path !== 'name' && !figures.some((f) => f.path === p.path))

  /** Keeps what was typed only if the part is still one that can exist. */
  const set = (path: string) => (value: number | string | null) => {
    const next = withFigure(draft, path, value)
    const checked = checkPart(next)
    if (!checked.ok) return (checked.problems.find((p) => p.path === path) ?? checked.problems[0])?.sentence
    setDraft(checked.value)
    setProblems([])
    return undefined
  }
  const add = async () => {
    try {
      const part = await addPart(draft)
      onAdded(part.id)
      onClose()
    } catch (error) {
      setProblems(
        error instanceof Refused
          ? error.problems
          : [{ code: 'unreachable', path: '', sentence: `${(error as Error).message} Nothing typed is lost; try again.` }],
      )
    }
  }

  return (
    <Dialog.Root open onOpenChange={({ open }) => !open && onClose()} size="lg" scrollBehavior="inside">
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="sheet" borderRadius="1px" borderWidth="1px" borderColor="ink" data-testid="own-dialog">
            <Dialog.Header pb="4px">
              <Dialog.Title fontFamily="heading" fontSize="22px">
                A part of your own, from “{basis.name}”
              </Dialog.Title>
            </Dialog.Header>
            <Dialog.Body>
              <Field.Root invalid={problemAt('name') !== undefined} mb="10px">
                <Field.Label fontSize="13.5px">Name</Field.Label>
                <Input
                  value={draft.name}
                  bg="paper"
                  borderRadius="1px"
                  onChange={(event) => setDraft({ ...draft, name: event.target.value })}
                />
                <Field.ErrorText>{problemAt('name')}</Field.ErrorText>
              </Field.Root>
              <Grid templateColumns={{ base: '1fr', md: '1fr 1fr 1fr' }} gap="10px 16px" alignItems="start">
                {figures.map((f) => (
                  <QuantityField
                    key={f.path}
                    label={f.label}
                    {...(f.unit ? { unit: f.unit } : {})}
                    digits={f.digits}
                    value={f.value}
                    problem={problemAt(f.path)}
                    onCommit={set(f.path)}
                    testId={`own-${f.path}`}
                  />
                ))}
              </Grid>
              {elsewhere.map((p) => (
                <Text key={p.path + p.code} color="break" mt="8px">
                  {p.sentence}
                </Text>
              ))}
            </Dialog.Body>
            <Dialog.Footer>
              <Flex gap="10px" align="center" width="100%">
                <Box flex="1" fontSize="13.5px" color="inkSoft">
                  Any unit of the same kind can be typed: 24 mm, 0.945 in.
                </Box>
                <Button variant="outline" borderRadius="1px" minH="44px" onClick={onClose}>
                  Leave it
                </Button>
                <Button bg="torque" color="paper" borderRadius="1px" minH="44px" onClick={() => void add()} data-testid="own-add">
                  Put it on the shelf
                </Button>
              </Flex>
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

/** A copy with a free id, not stock; the maker's stated limits come along to be corrected. */
function ownCopy(basis: Part, taken: (id: string) => boolean): Part {
  const stem = basis.id.replace(/-own-\d+$/, '')
  let n = 1
  while (taken(`${stem}-own-${n}`)) n++
  return { ...basis, id: `${stem}-own-${n}`, name: `${basis.name}, measured ${n}`.slice(0, 80), maker: 'Own shop', stock: false }
}
