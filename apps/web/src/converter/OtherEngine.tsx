import { Flex, Text } from '@chakra-ui/react'
import { type JobContent, kFactorFigure, ASSUMED_STALL_WORDS, quantity, shownFigure } from '@plucky/contract'
import { converterCharacteristic, matchFigures, toSi } from '@plucky/core'
import { useState } from 'react'
import { api } from '../state/api.js'
import { useFetched } from '../state/queries.js'
import { jobStore } from '../state/job.js'
import { shopStore } from '../state/shop.js'
import { SelectField } from '../ui/SelectField.js'
import { QuantityField } from '../ui/QuantityField.js'
import { engineFor, type ConverterPart } from './matched.js'

const FIRST_NM = toSi(400, 'lb-ft')

/** The same converter behind another engine: behind a torque, and behind the engine of another job. */
export function OtherEngine({ part }: { part: ConverterPart }) {
  const [torqueNm, setTorque] = useState(FIRST_NM)
  const { stallCapacity } = converterCharacteristic(part.geometry)
  const take = (typed: number | string | null) => {
    if (typeof typed !== 'number' || !(typed > 0)) return `Enter a torque above zero, for example ${quantity(FIRST_NM, 'lb-ft')}.`
    setTorque(typed)
    return undefined
  }
  return (
    <>
      <Flex gap="3" align="end" wrap="wrap">
        <QuantityField
          label="Engine torque at stall"
          unit="lb-ft"
          digits={0}
          width="140px"
          value={torqueNm}
          onCommit={take}
          testId="elsewhere-torque"
        />
        <Text pb="2" data-testid="elsewhere-stall">
          {`Stall speed ${shownFigure(Math.sqrt(torqueNm / stallCapacity), 'rpm')} rpm = K ${kFactorFigure(stallCapacity, 1)} × √${shownFigure(torqueNm, 'lb-ft')}`}
        </Text>
      </Flex>
      <BehindJob part={part} />
    </>
  )
}

function BehindJob({ part }: { part: ConverterPart }) {
  const [chosen, setChosen] = useState('')
  const list = useFetched(['jobs', 'all'], () => api.jobs({ limit: '200' }))
  const { data: job, error } = useFetched(['jobs', 'behind', chosen], () => (chosen === '' ? null : api.job(Number(chosen))))
  const failed = (list.error ?? error)?.message
  const others = list.data?.jobs.filter(({ number }) => number !== jobStore.getState().number) ?? []
  return (
    <>
      <SelectField
        label="Engine of another job"
        width="100%"
        value={chosen}
        options={[['', '—'], ...others.map((each) => [String(each.number), `${each.number}: ${each.name}`] as const)]}
        onPick={setChosen}
        testId="elsewhere-job"
      />
      <Text fontSize="small" mt="1" role={failed ? 'alert' : undefined}>
        {failed || (job ? behindWords(job, part) : '')}
      </Text>
    </>
  )
}

function behindWords(job: JobContent, part: ConverterPart): string {
  const engine = engineFor(job)
  const { units } = shopStore.getState()
  const unit = units.find((each) => each.id === job.unitId)
  if (!engine || !unit) return 'That job has no answer yet.'
  const { brief, rules } = job
  const match = matchFigures({
    engine,
    converter: part.geometry,
    brief,
    rules,
    train: unit.train,
  })
  if (match.assumed) return `With that engine it is ${ASSUMED_STALL_WORDS[match.assumed]}.`
  return `It stalls at ${shownFigure(match.stall.engineSpeedRadPerS, 'rpm')} rpm behind ${quantity(match.stall.engineTorqueNm, 'lb-ft')}.`
}
