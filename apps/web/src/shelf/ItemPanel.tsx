import { Flex, Text } from '@chakra-ui/react'
import type { Unit } from '@plucky/core'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { useStore } from 'zustand'
import { dropKept, readStored } from '../state/storage.js'
import { useMay } from '../access/use-may.js'
import { useShop } from '../state/use-shop.js'
import { itemsOf, shopStore, type Item, type ItemKind } from '../state/shop.js'
import { PrimaryButton, OutlineButton } from '../ui/buttons.js'
import { Panel } from '../ui/panel.js'
import { uniqueId, draftKey, useItemDraft, type DraftItem, type KeptItem } from './draft-item.js'
import { ItemForm } from './ItemForm.js'
import { ItemView } from './ItemView.js'
import { UsedInJobs } from './UsedInJobs.js'

interface PanelProps {
  readonly kind: ItemKind
  readonly id: string
  readonly unit: Unit
}

/** One item, looked at; or being changed, copied or begun from nothing. */
export function ItemPanel({ kind, id, unit }: PanelProps) {
  const item = useStore(shopStore, (shop) => itemsOf(shop, kind).get(id))
  const whole = useStore(shopStore, (shop) => shop.whole)
  const mayChange = useMay('builder')
  // What was being typed when the screen was left is taken up again.
  const [editing, setEditing] = useState<'change' | 'copy' | null>(() => (readStored<KeptItem>(draftKey(kind, id)) ? 'change' : null))
  if (id === 'new') return <Editing kind={kind} from={EMPTY[kind]} title="New item" keptName="new" onDone={() => undefined} />
  if (!item && !whole) return <AllItems />
  if (!item)
    return (
      <Panel title="Not on the shelf">
        <Text>{`There is no item “${id}” on the shelf.`}</Text>
      </Panel>
    )
  if (editing)
    return (
      <Editing
        key={editing}
        kind={kind}
        from={(editing === 'copy' ? copyOf(item) : item) as unknown as DraftItem}
        keptName={editing === 'copy' ? `copy of ${id}` : id}
        title={editing === 'copy' ? `Copy of ${item.name}` : `Edit ${item.name}`}
        onDone={() => setEditing(null)}
      />
    )
  return (
    <Panel
      title={item.name}
      aside={
        mayChange && (
          <Flex gap="2">
            <OutlineButton size="sm" onClick={() => setEditing('change')} data-testid="change-item">
              Edit
            </OutlineButton>
            <OutlineButton size="sm" onClick={() => setEditing('copy')} data-testid="copy-item">
              Duplicate
            </OutlineButton>
          </Flex>
        )
      }
    >
      <UsedInJobs kind={kind} id={id} />
      <ItemView kind={kind} item={item} unit={unit} />
    </Panel>
  )
}

/** Loads all items, to find one of a transmission that is not shown. */
function AllItems() {
  useShop()
  return <Panel title="Loading parts shelf…">{null}</Panel>
}

const EMPTY: Record<ItemKind, DraftItem> = {
  parts: { id: '', name: '', maker: '', unitIds: [], stationIds: [], price: 0, hours: 0, stock: false, stated: [], geometry: {} },
  operations: { id: '', name: '', unitIds: [], stationIds: [], price: 0, hours: 0, caution: '', becomes: {}, stated: [] },
  kits: { id: '', name: '', maker: '', unitIds: [], parts: {}, price: 0, hours: 0 },
}

const copyOf = (item: Item) => ({ ...item, id: '', name: `${item.name}, copy`.slice(0, 80), ...('stock' in item ? { stock: false } : {}) })

interface EditingProps {
  readonly kind: ItemKind
  readonly from: DraftItem
  readonly title: string
  /** By which what is typed is found again. */
  readonly keptName: string
  readonly onDone: () => void
}

function Editing({ kind, from, title, keptName, onDone }: EditingProps) {
  const navigate = useNavigate()
  const taken = (id: string) => itemsOf(shopStore.getState(), kind).has(id)
  const kept = draftKey(kind, keptName)
  const draft = useItemDraft(kind, from, (item) => item.id || uniqueId(String(item['name'] ?? ''), taken), kept)
  const stale = draft.refused.some((p) => p.code === 'item-changed-elsewhere')
  const leave = () => {
    dropKept(kept)
    if (from.id) onDone()
    else void navigate(`/parts-shelf/${kind}`)
  }
  const save = async () => {
    const kept = await draft.save()
    if (!kept) return
    onDone()
    void navigate(`/parts-shelf/${kind}/${kept.id}`)
  }
  return (
    <Panel title={title} note="any unit works: 24 mm or 0.945 in" data-testid="item-form">
      <ItemForm draft={draft} />
      <Flex gap="2.5" mt="3" align="center" position="sticky" bottom="0" bg="sheet" py="1.5" borderTopWidth="1px" borderColor="rule">
        <Text flex="1" fontSize="small" color={draft.problems.length > 0 ? 'break' : 'inkSoft'} role="status">
          {draft.problems.length > 0 ? wrongWords(draft.problems.length) : draft.changed ? 'Not saved yet.' : ''}
        </Text>
        {stale && (
          <OutlineButton minH="44px" onClick={() => void draft.saveOver()}>
            Overwrite with my version
          </OutlineButton>
        )}
        <OutlineButton minH="44px" onClick={leave}>
          Cancel
        </OutlineButton>
        <PrimaryButton onClick={() => void save()} data-testid="keep-item">
          {from.id ? 'Save changes' : 'Add to shelf'}
        </PrimaryButton>
      </Flex>
    </Panel>
  )
}

const wrongWords = (count: number) => (count === 1 ? 'One value is missing or wrong.' : `${count} values are missing or wrong.`)
