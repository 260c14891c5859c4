import { Text } from '@chakra-ui/react'
import { useParams } from 'react-router'
import { ServerAway } from '../ui/ServerAway.js'
import { loadShop } from '../state/shop.js'
import { useShop } from '../state/use-shop.js'
import { copyOf, FIRST_UNIT } from './unit-edit.js'
import { UnitEditor } from './UnitEditor.js'

export const EditUnit = () => <EditScreen how="change" />
export const CopyUnit = () => <EditScreen how="copy" />

/** A transmission edited, copied or started. */
function EditScreen({ how }: { how: 'change' | 'copy' }) {
  const { id } = useParams()
  const shop = useShop()
  const unit = shop.units.find((u) => u.id === id)
  if (shop.state === 'failed') return <ServerAway onRetry={loadShop} />
  if (shop.state === 'loading' || (id !== 'new' && !unit))
    return (
      <Text p="6" role="status">
        {shop.state === 'loading' ? 'Loading transmission…' : `There is no transmission “${id}”.`}
      </Text>
    )
  const begun = unit
    ? how === 'copy'
      ? { from: copyOf(unit), title: `Copy of ${unit.name}`, keptName: `copy of ${unit.id}`, copyOf: unit.id }
      : { from: unit, title: `Edit ${unit.name}`, keptName: unit.id }
    : { from: FIRST_UNIT, title: 'New transmission', keptName: 'new' }
  return <UnitEditor key={begun.keptName} {...begun} />
}
