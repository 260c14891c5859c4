import { findingSentence, isBeside, misfitSentence, type JobContent } from '@plucky/contract'
import { type Finding, type Part, type SpecResult, type Unit } from '@plucky/core'
import { useEffect, useState } from 'react'
import { answerFor, proposalFor } from '../state/verdicts.js'

/** Card of a candidate part: cost of the part with all required parts, and the problems it causes. */
export interface Card {
  readonly price: number
  readonly hours: number
  /** Number of required parts and operations. */
  readonly more: number
  /** Problems that the present build does not have, one sentence each. */
  readonly faults: readonly string[]
}

/** Computes the card of a part for a station. `undefined` if the unit is not on the shelf. */
function cardFor(content: JobContent, unit: Unit, station: string, part: Part): Card | undefined {
  const proposal = proposalFor(content, { station, part: part.id })
  if (!proposal) return undefined
  const faults = [
    ...proposal.left.map((misfit) => misfitSentence(misfit, unit)),
    ...newFindings(answerFor(content), answerFor(content, proposal.spec)).map((finding) => findingSentence(finding, unit)),
  ]
  return { price: proposal.price, hours: proposal.hours, more: proposal.companions.length, faults: [...new Set(faults)] }
}

/** Findings of `after` that `before` does not have. Excludes heat and life, which have their own power rating. */
function newFindings(before: SpecResult | undefined, after: SpecResult | undefined): Finding[] {
  if (after?.outcome !== 'answered') return []
  const key = ({ code, stationId, rangeId, fit }: Finding) => `${code} ${stationId} ${rangeId} ${fit?.id ?? ''}`
  const old = new Set(before?.outcome === 'answered' ? before.findings.map(key) : [])
  return after.findings.filter((finding) => !isBeside(finding) && !old.has(key(finding)))
}

interface Known {
  readonly content: JobContent
  readonly station: string
  readonly cards: ReadonlyMap<string, Card>
}

/** Cards of all candidates, computed one per task, because each needs a search for required parts. */
export function useCards(content: JobContent, unit: Unit, station: string, candidates: readonly Part[]): ReadonlyMap<string, Card> {
  const [known, setKnown] = useState<Known>()
  const current = known?.content === content && known.station === station ? known.cards : NONE
  useEffect(() => {
    let timer = 0
    const made = new Map<string, Card>()
    const next = (i: number) => {
      const part = candidates[i]
      if (!part) return
      const card = cardFor(content, unit, station, part)
      if (card) setKnown({ content, station, cards: new Map(made.set(part.id, card)) })
      timer = window.setTimeout(() => next(i + 1))
    }
    timer = window.setTimeout(() => next(0), QUIET_MS)
    return () => clearTimeout(timer)
  }, [content, unit, station]) // eslint-disable-line react-hooks/exhaustive-deps -- the candidates are those of the station
  return current
}

/** Delay before the first card, so that fast part swaps are not slowed down. */
const QUIET_MS = 250

const NONE: ReadonlyMap<string, Card> = new Map()
