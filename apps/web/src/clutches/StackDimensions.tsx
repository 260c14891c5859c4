import { Flex } from '@chakra-ui/react'
import { PACK_LINING_WORDS } from '@plucky/contract'
import { LINING_CLASSES, PACK_LININGS, type PackGeometry, type PackLining, type PackStack } from '@plucky/core'
import { SelectField } from '../ui/SelectField.js'
import { QuantityField } from '../ui/QuantityField.js'
import { setRoom } from './edit.js'
import { packBench } from './trial.js'

/** Room of the stack, spring and lining: what is turned on a lathe or chosen beside the plates. */
export function StackDimensions({ pack, stack }: { pack: PackGeometry; stack: PackStack }) {
  const room = (key: 'drumDepthM' | 'pistonHeightM' | 'ringThicknessM' | 'ringGrooveM', label: string) => (
    <QuantityField
      label={label}
      unit="mm"
      digits={2}
      value={stack[key]}
      onCommit={(to) => refused(typeof to === 'number' && packBench.change((now) => setRoom(now, { [key]: to })), label)}
      width="84px"
      testId={`room-${key}`}
    />
  )
  const own = (key: 'returnSpringN' | 'hotStaticFriction', label: string, unit: 'N' | undefined, digits: number) => (
    <QuantityField
      label={label}
      {...(unit ? { unit } : {})}
      digits={digits}
      value={pack[key]}
      onCommit={(to) => refused(typeof to === 'number' && packBench.change((now) => ({ ...now, [key]: to })), label)}
      width="78px"
      testId={`own-${key}`}
    />
  )
  const line = (lining: PackLining | '') =>
    lining !== '' &&
    packBench.change((now) => {
      const { hotStaticFriction } = LINING_CLASSES[lining]
      return { ...now, lining, hotStaticFriction }
    })
  return (
    <Flex gap="2" wrap="wrap" align="start" mt="1.5">
      {room('drumDepthM', 'Drum depth')}
      {room('pistonHeightM', 'Piston height')}
      {room('ringThicknessM', 'Snap ring')}
      {room('ringGrooveM', 'Ring groove')}
      {own('returnSpringN', 'Return springs', 'N', 0)}
      <SelectField
        label="Friction material"
        value={pack.lining ?? ''}
        options={[
          ...(pack.lining ? [] : [['', 'not entered'] as const]),
          ...PACK_LININGS.map((id) => [id, PACK_LINING_WORDS[id]] as const),
        ]}
        onPick={line}
        width="150px"
        testId="own-lining"
      />
      {own('hotStaticFriction', 'Friction coeff.', undefined, 3)}
    </Flex>
  )
}

const refused = (done: boolean, label: string) => (done ? undefined : `${label}: not possible in this clutch.`)
