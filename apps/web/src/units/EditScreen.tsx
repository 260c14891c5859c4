import { Text } from '@chakra-ui/react'
import { useParams } from 'react-router'
import { useStore } from 'zustand'
import { Frame } from '../screens/Frame.js'
import { Trouble } from '../screens/JobScreen.js'
import { loadShop, shopStore } from '../state/shop.js'
import { copyOf, FIRST_UNIT } from './unit-edit.js'
import { UnitEditor } from './UnitEditor.js'

/** A unit changed, copied or started. */
export function EditScreen({ how }: { how: 'change' | 'copy' }) {
  const { id } = useParams()
  const shop = useStore(shopStore)
  const unit = shop.units.find((u) => u.id === id)
  if (shop.state === 'failed')
    return <Trouble title="The server is not responding." sentence={shop.problem} onRetry={() => void loadShop()} />
  if (shop.state === 'loading' || (id !== 'new' && !unit))
    return (
      <Frame>
        <Text p="24px" role="status">
          {shop.state === 'loading' ? 'Loading transmission…' : `There is no transmission “${id}”.`}
        </Text>
      </Frame>
    )
  const begun = unit ? (how === 'copy' ? { from: copyOf(unit), title: `Copy of ${unit.name}`, keptName: `copy of ${unit.id}` } : { from: unit, title: `Edit ${unit.name}`, keptName: unit.id }) : { from: FIRST_UNIT, title: 'New transmission', keptName: 'new' } // prettier-ignore
  return (
    <Frame>
      <UnitEditor key={begun.keptName} {...begun} />
    </Frame>
  )
}
