import { Flex } from '@chakra-ui/react'
import type { Station } from '@plucky/core'
import { memo } from 'react'
import { useStore } from 'zustand'
import { Worded } from '../ui/buttons.js'
import { back, begin, clear, forth, trialStore } from './trial.js'
import type { ShaftPart } from './tried.js'

interface BeginProps {
  readonly station: Station
  readonly shelf: readonly ShaftPart[]
  readonly fitted: ShaftPart | undefined
}

const NOTHING = '+'

/** What lies on the bench, and the way back through what was drawn. */
export const Begin = memo(function Begin({ station, shelf, fitted }: BeginProps) {
  const tried = useStore(trialStore, (state) => state.trial !== undefined)
  const [past, future] = [useStore(trialStore, (state) => state.past.length), useStore(trialStore, (state) => state.future.length)]
  const lay = (id: string) => {
    if (id === NOTHING) return begin(null)
    const part = id === fitted?.id ? fitted : shelf.find((each) => each.id === id)
    return part && begin(part.id, part.geometry)
  }
  return (
    <Flex gap="4px" align="center">
      <select
        value=""
        onChange={(event) => lay(event.target.value)}
        aria-label={`Lay a shaft on the bench of the ${station.name}`}
        data-testid="lay"
        style={{ minHeight: 32, maxWidth: 240, background: 'var(--chakra-colors-paper)', border: '1px solid var(--chakra-colors-rule)', padding: '0 6px' }}
      >
        <option value="" disabled>
          {tried ? 'lay another on it…' : 'lay one on the bench…'}
        </option>
        {fitted && <option value={fitted.id}>{`the fitted one: ${fitted.name}`}</option>}
        {shelf
          .filter(({ id }) => id !== fitted?.id)
          .map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        <option value={NOTHING}>a plain bar, to draw from nothing</option>
      </select>
      {tried && (
        <>
          <Worded onClick={back} disabled={past === 0} aria-label={`A step back, ${past} steps`} data-testid="bench-back">
            a step back
          </Worded>
          <Worded onClick={forth} disabled={future === 0} aria-label={`A step on again, ${future} steps`}>
            on again
          </Worded>
          <Worded onClick={clear} data-testid="bench-clear">
            clear the bench
          </Worded>
        </>
      )}
    </Flex>
  ) // prettier-ignore
})
