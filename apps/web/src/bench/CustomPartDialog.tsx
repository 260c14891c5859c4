import { Box, CloseButton, Dialog, Flex, Portal } from '@chakra-ui/react'
import { flatPressureLike, inAnotherCore, partFaults, type LockupGeometry, type Part, type PartKind } from '@plucky/core'
import { useState } from 'react'
import { ItemForm } from '../shelf/ItemForm.js'
import { useItemDraft, type DraftItem } from '../shelf/draft-item.js'
import { withValue } from '../state/with-value.js'
import { PrimaryButton, OutlineButton } from '../ui/buttons.js'

type PartOfKind<K extends PartKind> = Extract<Part, { kind: K }>

interface OwnProps {
  readonly basis: Part
  readonly taken: (id: string) => boolean
  readonly onClose: () => void
  readonly onAdded: (partId: string) => void
}

/** A part of the shop's own: begun as a copy of the one on the bench, every figure typed as measured, then put on the shelf. */
export function CustomPartDialog({ basis, taken, onClose, onAdded }: OwnProps) {
  const [copy] = useState(() => ownCopy(basis, taken))
  const draft = useItemDraft('parts', copy, (item) => item.id, undefined, follows(basis))
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
            <Dialog.Header pb="4px">
              <Dialog.Title fontFamily="heading" fontSize="22px">
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
    <Flex gap="10px" align="center" width="100%">
      <Box flex="1" fontSize="13.5px" color="inkSoft">
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

/** Updates the figures that depend on an edited field, unless the user has typed them. */
const follows =
  (basis: Part) =>
  (item: DraftItem, touched: ReadonlySet<string>): DraftItem => {
    switch (basis.kind) {
      case 'lockup':
        return withFlatPressure(basis, item, touched)
      case 'converter':
        return withSizedRating(basis, item, touched)
      default:
        return item
    }
  }

/** Scales stall rating and table of a copied converter with its core diameter (K with D^−2.5). */
function withSizedRating(basis: PartOfKind<'converter'>, item: DraftItem, touched: ReadonlySet<string>): DraftItem {
  const { diameterM } = item['geometry'] as { readonly diameterM: unknown }
  const typed = [...touched].some((path) => path.startsWith('geometry.stall.') || path.startsWith('geometry.table'))
  if (typed || !touched.has('geometry.diameterM') || typeof diameterM !== 'number' || !(diameterM > 0)) return item
  const { stall, table } = inAnotherCore(basis.geometry, diameterM)
  const rated = withValue(item, 'geometry.stall', stall)
  return table ? withValue(rated, 'geometry.table', table) : rated
}

/** Sets the full-contact pressure of a copied lockup piston so that its machined cone stays the same. */
function withFlatPressure(basis: PartOfKind<'lockup'>, item: DraftItem, touched: ReadonlySet<string>): DraftItem {
  if (touched.has(FLAT_AT)) return item
  const geometry = item['geometry'] as LockupGeometry
  if (partFaults({ ...basis, geometry }).length > 0) return item
  return withValue(item, FLAT_AT, flatPressureLike(basis.geometry, geometry))
}

const FLAT_AT = 'geometry.piston.flatAtPa'

/** Copies a part under a free id, as non-stock. Price, labor and stated limits are left out, because they belong to the original. */
function ownCopy(basis: Part, taken: (id: string) => boolean): DraftItem {
  const stem = basis.id.replace(/-own-\d+$/, '')
  let n = 1
  while (taken(`${stem}-own-${n}`)) n++
  const own = { id: `${stem}-own-${n}`, name: `${basis.name}, as measured ${n}`.slice(0, 80), maker: 'Own shop', stock: false }
  const { price: _price, hours: _hours, ...like } = basis
  void [_price, _hours]
  return { ...(like as object), ...own, stated: [] }
}
