import { Flex, Text } from '@chakra-ui/react'
import { capital, LIVED_WORDS, quantity, strengthWords, type JobContent, type LivedRecord } from '@plucky/contract'
import {
  isOneOf,
  livedCapacity,
  LIVED_STATES,
  LIVED_USES,
  strengthInShop,
  type LivedState,
  type Marks,
  type Station,
  type Unit,
} from '@plucky/core'
import { useStore } from 'zustand'
import { livedParts, useLived } from '../history/lived.js'
import { setMarks } from '../state/book.js'
import { shopStore } from '../state/shop.js'
import { answerFor } from '../state/verdicts.js'
import { LabeledInput } from '../ui/LabeledInput.js'
import { Panel } from '../ui/panel.js'
import { QuantityField } from '../ui/QuantityField.js'
import { ToggleButton } from '../ui/ToggleButton.js'

interface UseProps {
  readonly content: JobContent
  readonly unit: Unit
  readonly marks: Marks
}

/** Use of the transmission, and the condition of each part when the case is open again. */
export function AfterUse({ content, unit, marks }: UseProps) {
  const { records } = useLived()
  const note = marks['lived/use/note']?.value
  return (
    <Panel title="After use" note="when the transmission is open again; counts in the history of the shop, not in the signed book">
      <Flex gap="3" wrap="wrap" align="end" mb="2">
        {LIVED_USES.map((use) => {
          const value = marks[`lived/use/${use}`]?.value
          return (
            <QuantityField
              key={use}
              label={capital(use)}
              digits={0}
              value={typeof value === 'number' ? value : null}
              width="120px"
              onCommit={(typed) => {
                if (typeof typed === 'string') return 'Enter a number.'
                setMarks({ [`lived/use/${use}`]: typed })
                return undefined
              }}
              testId={`lived-${use}`}
            />
          )
        })}
        <LabeledInput
          label="Note"
          width="320px"
          most={600}
          value={typeof note === 'string' ? note : ''}
          onType={(text) => setMarks({ 'lived/use/note': text === '' ? null : text })}
        />
      </Flex>
      {unit.stations.map((station) => (
        <StationRow key={station.id} station={station} content={content} marks={marks} records={records} />
      ))}
    </Panel>
  )
}

interface RowProps {
  readonly station: Station
  readonly content: JobContent
  readonly marks: Marks
  readonly records: readonly LivedRecord[]
}

/** Condition of the part at a station, with the greatest torque demand that it has seen in this job. */
function StationRow({ station, content, marks, records }: RowProps) {
  const parts = useStore(shopStore, (shop) => shop.parts)
  const partId = content.spec.fits[station.id] ?? null
  if (partId === null) return null
  const mark = marks[`lived/${station.id}/state`]
  const part = parts.get(partId)
  const answer = answerFor(content)
  const worst = answer?.outcome === 'answered' ? answer.stations.find(({ stationId }) => stationId === station.id)?.worst : undefined
  const usedId = marks[`lived/${station.id}/part`]?.value
  const state = usedId === partId ? mark?.value : undefined
  const replaced = usedId !== partId && typeof usedId === 'string' && isOneOf(LIVED_STATES, mark?.value) ? mark?.value : undefined
  const record = (next: LivedState) =>
    setMarks({
      [`lived/${station.id}/state`]: state === next ? null : next,
      [`lived/${station.id}/part`]: partId,
      ...(worst && part
        ? {
            [`lived/${station.id}/demand`]: worst.demandNm,
            [`lived/${station.id}/capacity`]: livedCapacity(worst, part, content.rules) ?? null,
          }
        : {}),
    })
  const own = livedParts(records, partId)
  return (
    <Flex gap="3" align="center" wrap="wrap" py="1" borderTopWidth="1px" borderColor="ruleSoft" data-testid={`lived-${station.id}`}>
      <Text flex="1" minW="240px" lineHeight="1.3">
        {`${capital(station.name)}: ${part?.name ?? partId}`}
        <Text as="span" display="block" fontSize="note" color="inkSoft">
          {[
            worst
              ? `demand ${quantity(worst.demandNm, 'lb-ft')}, capacity ${quantity(worst.capacityNm, 'lb-ft')}`
              : 'no torque is computed here',
            ...(replaced ? [`recorded: ${parts.get(String(usedId))?.name ?? String(usedId)}, ${LIVED_WORDS[replaced]}`] : []),
            ...(own.length > 0 ? [`in this shop ${strengthWords(strengthInShop(own))}`] : []),
          ].join('; ')}
        </Text>
      </Text>
      <Flex gap="1.5" role="group" aria-label={`Condition: ${station.name}`}>
        {LIVED_STATES.map((each) => (
          <ToggleButton key={each} large on={state === each} onPick={() => record(each)} testId={`lived-${each}`}>
            {capital(LIVED_WORDS[each])}
          </ToggleButton>
        ))}
      </Flex>
    </Flex>
  )
}
