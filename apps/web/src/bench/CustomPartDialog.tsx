import { Box, CloseButton, Dialog, Flex, Portal } from '@chakra-ui/react'
import { type Part } from '@plucky/core'
import { useState } from 'react'
import { ItemForm } from '../shelf/ItemForm.js'
import { useItemDraft, type DraftItem } from '../shelf/draft-item.js'
import { followsEdit } from '../parts/registry.js'
import { PrimaryButton, OutlineButton } from '../ui/buttons.js'

interface OwnProps {
  readonly basis: Part
  readonly taken: (id: string) => boolean
  readonly onClose: () => void
  readonly onAdded: (partId: string) => void
}

/** A part of the shop's own: begun as a copy of the one on the bench, every figure typed as measured, then put on the shelf. */
export function CustomPartDialog({ basis, taken, onClose, onAdded }: OwnProps) {
  const [copy] = useState(() => ownCopy(basis, taken))
  const draft = useItemDraft(
    'parts',
    copy,
    (item) => item.id,
    undefined,
    (item, touched) => followsEdit(basis, item, touched),
  )
  const add = async () => {
    const kept = await draft.save()
    if (!kept) return
    onAdded(kept.id)
    onClose()
  }
  return (
    <Dialog.Root open onOpenChange={({ open }) => !open && onClose()} size="xl" scrollBehavior="inside">
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="sheet" color="ink" borderRadius="1px" borderWidth="1px" borderColor="ink" data-testid="own-dialog">
            <Dialog.Header pb="1">
              <Dialog.Title fontFamily="heading" fontSize="title">
                New part based on “{basis.name}”
              </Dialog.Title>
            </Dialog.Header>
            <Dialog.Body>
              <ItemForm draft={draft} prefix="own-" />
            </Dialog.Body>
            <Dialog.Footer>
              <Foot onClose={onClose} onAdd={() => void add()} />
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

function Foot({ onClose, onAdd }: { onClose: () => void; onAdd: () => void }) {
  return (
    <Flex gap="2.5" align="center" width="100%">
      <Box flex="1" fontSize="note" color="inkSoft">
        Price, labor and stated limits are not copied: enter those of this part. Any length unit works: 24 mm or 0.945 in.
      </Box>
      <OutlineButton minH="44px" onClick={onClose}>
        Cancel
      </OutlineButton>
      <PrimaryButton onClick={onAdd} data-testid="own-add">
        Add to shelf
      </PrimaryButton>
    </Flex>
  )
}

/** Copies a part under a free id, as non-stock. Price, labor and stated limits are left out, because they belong to the original. */
function ownCopy(basis: Part, taken: (id: string) => boolean): DraftItem {
  const stem = basis.id.replace(/-own-\d+$/, '')
  let n = 1
  while (taken(`${stem}-own-${n}`)) n++
  const own = { id: `${stem}-own-${n}`, name: `${basis.name}, as measured ${n}`.slice(0, 80), maker: 'Own shop', stock: false }
  const { price: _price, hours: _hours, ...like } = basis
  void [_price, _hours]
  return { ...like, ...own, stated: [] }
}
