import { Box, Flex, Text } from '@chakra-ui/react'
import { asReceived, caseInSentence, quantity, type JobContent } from '@plucky/contract'
import { breakageLimit, engineOfBrief, toSi, type Card, type CardRecord, type Unit } from '@plucky/core'
import { useMemo, useState } from 'react'
import { Link } from 'react-router'
import { useStore } from 'zustand'
import { messageOf } from '../state/message-of.js'
import { keepItem, shopStore, versionOf } from '../state/shop.js'
import { specInputOf } from '../state/verdicts.js'
import { OutlineButton } from '../ui/buttons.js'
import { QuantityField } from '../ui/QuantityField.js'

interface BrokenProps {
  readonly card: Card
  readonly record: CardRecord
  readonly content: JobContent
  readonly unit: Unit
}

/** Offers to record the torque at which a received part broke as a limit of that part. */
export function BrokenHere({ card: { station }, record, content, unit }: BrokenProps) {
  const parts = useStore(shopStore, (shop) => shop.parts)
  const [problem, setProblem] = useState('')
  const [typedW, setTyped] = useState<number>()
  const input = useMemo(() => specInputOf(asReceived(content)), [content])
  const engine = input && engineOfBrief(input.brief.engine)
  const part = station && parts.get(content.arrived[station.id] ?? '')
  if (!station || !part || !input || !engine?.ok) return null
  const powerW = typedW ?? engine.value.on.peakPowerW
  const found = breakageLimit(input, station, record.findings, powerW)
  if (!found) return null
  const { limit, duty } = found
  const where = caseInSentence(unit, duty, input.brief)
  const torque = quantity(limit.torqueNm ?? 0, 'lb-ft')
  const recorded = part.stated.some(({ origin, torqueNm }) => origin === 'broken' && torqueNm === limit.torqueNm)
  const add = async () => {
    try {
      await keepItem('parts', { ...part, stated: [...part.stated, { ...limit, brokeIn: where }] }, versionOf('parts', part.id))
      setProblem('')
    } catch (error) {
      setProblem(messageOf(error))
    }
  }
  return (
    <Box mt="1.5" borderWidth="1px" borderColor="break" px="2" py="1" data-testid="broken-here">
      <Flex gap="3" align="end" wrap="wrap">
        <QuantityField
          label="Engine power when it failed"
          unit="hp"
          digits={0}
          value={powerW}
          width="190px"
          testId="broke-at"
          onCommit={(typed) => {
            if (typeof typed !== 'number' || typed < LEAST_W || typed > MOST_W)
              return `Enter a power from ${quantity(LEAST_W, 'hp')} to ${quantity(MOST_W, 'hp')}.`
            setTyped(typed)
            return undefined
          }}
        />
        <Text fontSize="small" flex="1" minW="240px">
          {`As received, ${part.name} carried up to ${torque} ${where}, shock included. It failed at that torque or below.`}
        </Text>
      </Flex>
      {recorded ? (
        <Text fontSize="small" fontWeight={600} role="status">
          {'Recorded as a limit of this part. '}
          <Link to={`/parts-shelf/parts/${part.id}`} style={{ textDecoration: 'underline' }}>
            Jobs with this part
          </Link>
        </Text>
      ) : (
        <OutlineButton minH="44px" mt="1" onClick={() => void add()} data-testid="add-broken-limit">
          {`Record for every job with this part: ${torque}, failed in our shop`}
        </OutlineButton>
      )}
      {problem && <Text fontSize="small" color="break" role="alert">{`Not recorded. ${problem}`}</Text>}
    </Box>
  )
}

/** Range of engine power that can be entered, W. */
const [LEAST_W, MOST_W] = [toSi(20, 'hp'), toSi(10_000, 'hp')]
