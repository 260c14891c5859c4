import { Flex, Text } from '@chakra-ui/react'
import { checkShape, PressureDto, type JobContent } from '@plucky/contract'
import { memo } from 'react'
import { change } from '../state/job.js'
import { QuantityField } from '../ui/QuantityField.js'

/** Line pressure at full throttle, drive and reverse; part of the spec. */
export const Pressures = memo(function Pressures({ pressure }: { pressure: JobContent['spec']['pressure'] }) {
  const set = (key: 'drivePa' | 'reversePa') => (value: number | string | null) => {
    const typed = { ...pressure, [key]: value }
    const checked = checkShape(PressureDto, typed)
    if (!checked.ok) return checked.problems[0]?.sentence
    change((job) => (job.spec.pressure[key] === value ? job : { ...job, spec: { ...job.spec, pressure: checked.value } }))
    return undefined
  }
  return (
    <Flex gap="12px" align="center" role="group" aria-label="Line pressure at full throttle">
      <Text fontSize="13.5px" color="oil" fontWeight={600}>
        line pressure
      </Text>
      <QuantityField
        inline
        label="drive"
        unit="psi"
        digits={0}
        value={pressure.drivePa}
        onCommit={set('drivePa')}
        width="auto"
        testId="pressure-drive"
      />
      <QuantityField
        inline
        label="reverse"
        unit="psi"
        digits={0}
        value={pressure.reversePa}
        onCommit={set('reversePa')}
        width="auto"
        testId="pressure-reverse"
      />
    </Flex>
  )
})
