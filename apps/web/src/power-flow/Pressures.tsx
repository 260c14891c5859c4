import { Flex, Link as ChakraLink, Text } from '@chakra-ui/react'
import { capital, checkShape, PressureDto, quantity, type JobContent } from '@plucky/contract'
import { RELEASE_PA } from '@plucky/core'
import { memo } from 'react'
import { Link } from 'react-router'
import { useStore } from 'zustand'
import { change, jobStore } from '../state/job.js'
import { QuantityField } from '../ui/QuantityField.js'

type Pressure = JobContent['spec']['pressure']

interface PressuresProps {
  readonly pressure: Pressure
  readonly lockup: boolean
  /** Line pressure in the case shown, where the fitted valves make it. */
  readonly madePa: number | undefined
}

/** Fields for the line pressure as received. Independent of the pressure of the build. */
export const ReceivedPressures = memo(function ReceivedPressures({ pressure }: { pressure: Pressure }) {
  const set = (key: 'drivePa' | 'reversePa') => (value: number | string | null) => {
    const checked = checkShape(PressureDto, { ...pressure, [key]: value })
    if (!checked.ok) return checked.problems[0]?.sentence
    change((job) => (job.arrivedPressure[key] === value ? job : { ...job, arrivedPressure: checked.value }))
    return undefined
  }
  return (
    <Flex gap="12px">
      {(['drivePa', 'reversePa'] as const).map((key) => (
        <QuantityField
          key={key}
          label={key === 'drivePa' ? 'Drive' : 'Reverse'}
          unit="psi"
          digits={0}
          value={pressure[key]}
          onCommit={set(key)}
          testId={`received-${key}`}
        />
      ))}
    </Flex>
  )
})

/** Line pressure at full throttle, drive and reverse, and both sides of the lockup where the unit has one; part of the spec. */
export const Pressures = memo(function Pressures({ pressure, lockup, madePa }: PressuresProps) {
  const number = useStore(jobStore, (job) => job.number)
  const set = (key: 'drivePa' | 'reversePa' | 'lockupApplyPa' | 'lockupReleasePa') => (value: number | string | null) => {
    const typed = { ...pressure, [key]: value === null && key.startsWith('lockup') ? undefined : value }
    const checked = checkShape(PressureDto, typed)
    if (!checked.ok) return checked.problems[0]?.sentence
    change((job) => (job.spec.pressure[key] === value ? job : { ...job, spec: { ...job.spec, pressure: checked.value } }))
    return undefined
  }
  const field = (key: Parameters<typeof set>[0], id: string, value: number) => (
    <QuantityField
      key={key}
      inline
      label={capital(id)}
      unit="psi"
      digits={0}
      value={value}
      onCommit={set(key)}
      width="auto"
      testId={`pressure-${id}`}
    />
  )
  return (
    <Flex gap="12px" align="center" role="group" aria-label="Line pressure at full throttle">
      <Text fontSize="13.5px" color="oil" fontWeight={600}>
        Line pressure
      </Text>
      {madePa === undefined ? (
        [field('drivePa', 'drive', pressure.drivePa), field('reversePa', 'reverse', pressure.reversePa)]
      ) : (
        <ChakraLink asChild fontFamily="figures" fontSize="16px" color="ink" textDecoration="underline">
          <Link to={`/jobs/${number}/line-pressure`} data-testid="pressure-made">{`${quantity(madePa, 'psi')} calculated`}</Link>
        </ChakraLink>
      )}
      {lockup && [
        field('lockupApplyPa', 'lockup', pressure.lockupApplyPa ?? madePa ?? pressure.drivePa),
        field('lockupReleasePa', 'release', pressure.lockupReleasePa ?? RELEASE_PA),
      ]}
    </Flex>
  )
})
