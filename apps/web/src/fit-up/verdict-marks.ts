import type { FitEntry } from '@plucky/core'
import { ink } from '../ui/theme.js'

type Word = FitEntry['verdict']['word']

const MARKS: Record<Word, { readonly sign: string; readonly word: string }> = {
  fits: { sign: '✓', word: 'fits' },
  refused: { sign: '▲', word: 'out of limits' },
  'out-of-round': { sign: '▲', word: 'out of round' },
  differs: { sign: '▲', word: 'does not match' },
  'measure-again': { sign: '◐', word: 'remeasure' },
  'second-angle': { sign: '◐', word: 'measure at 90°' },
  taken: { sign: '·', word: 'measured' },
  unmeasured: { sign: '', word: 'nominal' },
  unknown: { sign: '?', word: 'unknown' },
}

/** A reading further from its sheet is another part, or a slip of the finger (from memory). */
const FAR_M = 0.25e-3

/** How a verdict reads in a list: a sign that is told apart without colour, and a word. */
export const markOf = (entry: FitEntry) => {
  const { verdict } = entry
  if (verdict.word === 'taken' && verdict.differsM !== null && Math.abs(verdict.differsM) > FAR_M) return { sign: '≠', word: 'off nominal' }
  return unmeasuredOr(entry)
}

const unmeasuredOr = (entry: FitEntry) =>
  entry.verdict.word === 'unmeasured' && 'specifiedM' in entry && entry.specifiedM === null
    ? { sign: '', word: 'not measured' }
    : MARKS[entry.verdict.word]

const WRONG: ReadonlySet<Word> = new Set(['refused', 'out-of-round', 'differs'])
const OPEN: ReadonlySet<Word> = new Set(['measure-again', 'second-angle'])

/** Token of the colour that goes with a verdict. */
export const verdictColour = (word: Word): string =>
  WRONG.has(word) ? 'break' : OPEN.has(word) ? 'oil' : word === 'unknown' ? 'inkSoft' : 'ink'

export const verdictInk = (word: Word): string => ink(verdictColour(word))
export const isOpen = (word: Word): boolean => OPEN.has(word)
