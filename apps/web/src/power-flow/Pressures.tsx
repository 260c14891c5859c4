import { Flex, Link as ChakraLink, Text } from '@chakra-ui/react'
import { capital, quantity, type JobContent } from '@plucky/contract'
import { RELEASE_PA } from '@plucky/core'
import { memo } from 'react'
import { Link } from 'react-router'
import { useStore } from 'zustand'
import { setArrivedPressure, setPressure } from '../state/commands.js'
import { jobStore } from '../state/job.js'
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
  const set = (key: 'drivePa' | 'reversePa') => (value: number | string | null) => setArrivedPressure({ ...pressure, [key]: value })
  return (
    <Flex gap="3">
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
  const set = (key: 'drivePa' | 'reversePa' | 'lockupApplyPa' | 'lockupReleasePa') => (value: number | string | null) =>
    setPressure((now) => ({ ...now, [key]: value === null && key.startsWith('lockup') ? undefined : value }))
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
    <Flex gap="3" align="center" role="group" aria-label="Line pressure at full throttle">
      <Text fontSize="note" color="oil" fontWeight={600}>
        Line pressure
      </Text>
      {madePa === undefined ? (
        [field('drivePa', 'drive', pressure.drivePa), field('reversePa', 'reverse', pressure.reversePa)]
      ) : (
        <ChakraLink asChild textStyle="figure" color="ink" textDecoration="underline">
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
