import { Box, Flex, Text } from '@chakra-ui/react'
import { excessWords, nextSetNotes, nextSetWords, type JobContent } from '@plucky/contract'
import type { Unit } from '@plucky/core'
import { useState } from 'react'
import { useNext, type NextFound } from '../plan/use-next.js'
import type { Search } from '../plan/use-search.js'
import { installPlan } from '../state/commands.js'
import { shopStore } from '../state/shop.js'
import { TextButton } from '../ui/buttons.js'

interface NextProps {
  readonly content: JobContent
  readonly unit: Unit
}

/** The next set of changes for the money below the verdict. More sets and parts that are stronger than necessary open on request. */
export function NextForMoney({ content, unit }: NextProps) {
  const [open, setOpen] = useState(false)
  const { found, ended } = useNext(content, unit)
  const [first] = found.sets
  const more = found.sets.length > 1 || found.excess.length > 0
  const { togetherWithin } = content.rules
  return (
    <Box fontSize="small" minH="24px" mb="1" aria-live="polite" data-testid="next">
      <Flex columnGap="2.5" rowGap="0" align="baseline" wrap="wrap">
        {first ? (
          <>
            <Text>
              <strong>Next: </strong>
              {`${nextSetWords(first, unit)}. ${nextSetNotes(first, unit, togetherWithin)}`}
            </Text>
            <TextButton onClick={() => installPlan(first.point.spec)} data-testid="install-next">
              Install
            </TextButton>
          </>
        ) : (
          <Text color="inkSoft">{stateWords(ended)}</Text>
        )}
        {more && (
          <TextButton onClick={() => setOpen(!open)} aria-expanded={open}>
            {open ? 'Less' : moreWords(found)}
          </TextButton>
        )}
      </Flex>
      {open && <More content={content} unit={unit} found={found} />}
    </Box>
  )
}

function stateWords(ended: Search<NextFound>['ended']): string {
  if (ended === undefined) return 'Searching for the next parts…'
  return ended === 'failed' ? 'The search for the next parts failed.' : 'Next: no part on the shelf adds power.'
}

const moreWords = ({ sets, excess }: NextFound): string =>
  [
    ...(sets.length > 1 ? [`${sets.length - 1} more ${sets.length > 2 ? 'steps' : 'step'}`] : []),
    ...(excess.length > 0 ? [`${excess.length} stronger than needed`] : []),
  ].join(', ')

function More({ content, unit, found }: NextProps & { readonly found: NextFound }) {
  const { fits, works, pressure } = content.spec
  return (
    <>
      {found.sets.slice(1).map((set, i) => (
        <Flex key={i} columnGap="2.5" align="baseline" wrap="wrap">
          <Text>
            <strong>Then: </strong>
            {`${nextSetWords(set, unit)}. ${nextSetNotes(set, unit, content.rules.togetherWithin)}`}
          </Text>
          <TextButton onClick={() => installPlan(set.point.spec)}>Install up to here</TextButton>
        </Flex>
      ))}
      {found.excess.map((excess) => {
        const { stationId, to } = excess
        const spec = { fits: { ...fits, [stationId]: to.partId }, works: { ...works, [stationId]: [...to.works] }, pressure }
        return (
          <Flex key={stationId} columnGap="2.5" align="baseline" wrap="wrap" data-testid="excess">
            <Text color="inkSoft">{excessWords(excess, unit, shopStore.getState())}.</Text>
            <TextButton onClick={() => installPlan(spec)} aria-label={`Change ${stationId}`}>
              Change
            </TextButton>
          </Flex>
        )
      })}
    </>
  )
}
