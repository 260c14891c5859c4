import { Flex, Text } from '@chakra-ui/react'
import { checkShape, PressureDto, type JobContent } from '@plucky/contract'
import { RELEASE_PA } from '@plucky/core'
import { memo } from 'react'
import { change } from '../state/job.js'
import { QuantityField } from '../ui/QuantityField.js'

type Pressure = JobContent['spec']['pressure']

/** Line pressure at full throttle, drive and reverse, and both sides of the lockup where the unit has one; part of the spec. */
export const Pressures = memo(function Pressures({ pressure, lockup }: { pressure: Pressure; lockup: boolean }) {
  const set = (key: keyof Pressure) => (value: number | string | null) => {
    const typed = { ...pressure, [key]: value === null && key.startsWith('lockup') ? undefined : value }
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
      {lockup && (
        <>
          <QuantityField
            inline
            label="lockup"
            unit="psi"
            digits={0}
            value={pressure.lockupApplyPa ?? pressure.drivePa}
            onCommit={set('lockupApplyPa')}
            width="auto"
            testId="pressure-lockup"
          />
          <QuantityField
            inline
            label="release"
            unit="psi"
            digits={0}
            value={pressure.lockupReleasePa ?? RELEASE_PA}
            onCommit={set('lockupReleasePa')}
            width="auto"
            testId="pressure-release"
          />
        </>
      )}
    </Flex>
  )
})
