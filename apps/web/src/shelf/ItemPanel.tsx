import { Flex, Text } from '@chakra-ui/react'
import type { Unit } from '@plucky/core'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { useStore } from 'zustand'
import { loadShop, shopStore, type Item, type ItemKind } from '../state/shop.js'
import { Inked, Ruled } from '../ui/buttons.js'
import { Panel } from '../ui/panel.js'
import { freeId, useItemDraft, type DraftItem } from './draft-item.js'
import { ItemForm } from './ItemForm.js'
import { ItemView } from './ItemView.js'

interface PanelProps {
  readonly kind: ItemKind
  readonly id: string
  readonly unit: Unit
}

/** One item, looked at; or being changed, copied or begun from nothing. */
export function ItemPanel({ kind, id, unit }: PanelProps) {
  const item = useStore(shopStore, (shop) => (shop[kind] as ReadonlyMap<string, Item>).get(id))
  const [editing, setEditing] = useState<'change' | 'copy' | null>(null)
  if (id === 'new') return <Editing kind={kind} from={EMPTY[kind]} title="From nothing" onDone={() => undefined} />
  if (!item)
    return (
      <Panel title="Not on the shelf">
        <Text>{`Nothing on the shelf is called “${id}”.`}</Text>
      </Panel>
    )
  if (editing)
    return (
      <Editing
        key={editing}
        kind={kind}
        from={(editing === 'copy' ? copyOf(item) : item) as unknown as DraftItem}
        title={editing === 'copy' ? `A copy of ${item.name}` : `Changing ${item.name}`}
        onDone={() => setEditing(null)}
      />
    )
  return (
    <Panel
      title={item.name}
      aside={
        <Flex gap="8px">
          <Ruled size="sm" onClick={() => setEditing('change')} data-testid="change-item">
            Change its figures
          </Ruled>
          <Ruled size="sm" onClick={() => setEditing('copy')} data-testid="copy-item">
            Copy it as a new one
          </Ruled>
        </Flex>
      }
    >
      <ItemView kind={kind} item={item} unit={unit} />
    </Panel>
  )
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
  readonly onDone: () => void
}

function Editing({ kind, from, title, onDone }: EditingProps) {
  const navigate = useNavigate()
  const taken = (id: string) => (shopStore.getState()[kind] as ReadonlyMap<string, Item>).has(id)
  const draft = useItemDraft(kind, from, (item) => item.id || freeId(String(item['name'] ?? ''), taken))
  const stale = draft.refused.some((p) => p.code === 'item-changed-elsewhere')
  const save = async () => {
    const kept = await draft.save()
    if (!kept) return
    onDone()
    void navigate(`/shelf/${kind}/${kept.id}`)
  }
  return (
    <Panel title={title} note="any unit of the same kind can be typed: 24 mm, 0.945 in" data-testid="item-form">
      <ItemForm draft={draft} />
      <Flex gap="10px" mt="12px" align="center" position="sticky" bottom="0" bg="sheet" py="6px" borderTopWidth="1px" borderColor="rule">
        <Text flex="1" fontSize="14px" color={draft.problems.length > 0 ? 'break' : 'inkSoft'} role="status">
          {draft.problems.length > 0 ? wrongWords(draft.problems.length) : draft.changed ? 'Not on the shelf yet.' : ''}
        </Text>
        {stale && <Ruled onClick={() => void loadShop()}>Fetch the shelf’s own, keep what is typed</Ruled>}
        <Ruled minH="44px" onClick={() => (from.id ? onDone() : void navigate(`/shelf/${kind}`))}>
          Leave it
        </Ruled>
        <Inked onClick={() => void save()} data-testid="keep-item">
          {from.id ? 'Keep the change' : 'Put it on the shelf'}
        </Inked>
      </Flex>
    </Panel>
  )
}

const wrongWords = (count: number) => (count === 1 ? 'One figure is missing or wrong.' : `${count} figures are missing or wrong.`)
