import { Flex } from '@chakra-ui/react'
import type { Part, Station } from '@plucky/core'
import { useStore } from 'zustand'
import { TextButton } from '../ui/buttons.js'
import type { TrialBench } from './trial.js'

interface BeginProps<G> {
  readonly bench: TrialBench<G>
  readonly station: Station
  readonly shelf: readonly Part[]
  readonly fitted: Part | undefined
  /** Lays a part on the bench. */
  readonly onLay: (part: Part) => void
  /** Words for one drawn from nothing, and what lays it there; none where there is no such thing. */
  readonly plain?: { readonly words: string; readonly lay: () => void }
}

const NOTHING = '+'

/** What lies on the bench, and the way back through what was drawn. */
export function TrialPicker<G>({ bench, station, shelf, fitted, onLay, plain }: BeginProps<G>) {
  const tried = useStore(bench.store, (state) => state.trial !== undefined)
  const [past, future] = [useStore(bench.store, (state) => state.past.length), useStore(bench.store, (state) => state.future.length)]
  const lay = (id: string) => {
    if (id === NOTHING) return plain?.lay()
    const part = id === fitted?.id ? fitted : shelf.find((each) => each.id === id)
    return part && onLay(part)
  }
  return (
    <Flex gap="1" align="center">
      <select
        value=""
        onChange={(event) => lay(event.target.value)}
        aria-label={`Start a trial ${station.name}`}
        data-testid="lay"
        style={{
          minHeight: 32,
          maxWidth: 240,
          background: 'var(--chakra-colors-paper)',
          border: '1px solid var(--chakra-colors-rule)',
          padding: '0 6px',
        }}
      >
        <option value="" disabled>
          {tried ? 'Start from another part…' : 'Start a trial from…'}
        </option>
        {fitted && <option value={fitted.id}>{`installed: ${fitted.name}`}</option>}
        {shelf
          .filter(({ id }) => id !== fitted?.id)
          .map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        {plain && <option value={NOTHING}>{plain.words}</option>}
      </select>
      {tried && (
        <>
          <TextButton
            onClick={bench.undo}
            disabled={past === 0}
            aria-label={`Undo trial change (${past} available)`}
            data-testid="bench-back"
          >
            Undo
          </TextButton>
          <TextButton onClick={bench.redo} disabled={future === 0} aria-label={`Redo trial change (${future} available)`}>
            Redo
          </TextButton>
          <TextButton onClick={bench.clear} data-testid="bench-clear">
            Discard trial
          </TextButton>
        </>
      )}
    </Flex>
  )
}
