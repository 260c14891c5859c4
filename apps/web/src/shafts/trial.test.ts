import type { ShaftGeometry } from '@plucky/core'
import type * as Trial from './trial.js'
import { PLAIN_SHAFT, setBore, setSection } from './edit.js'

/** The browser's own store, which outlives the page. */
const kept = new Map<string, string>()
Object.assign(globalThis, {
  localStorage: {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
    removeItem: (key: string) => void kept.delete(key),
  },
})

/** The bench as a page finds it that was just opened. */
const opened = async (): Promise<typeof Trial> => {
  jest.resetModules()
  return import('./trial.js')
}
const thinner = (by: number) => (shaft: ShaftGeometry) =>
  setSection(shaft, 0, { outerDiameterM: (shaft.sections[0]?.outerDiameterM ?? 0) - by })
const size = ({ trialStore }: typeof Trial) => Math.round(1e6 * (trialStore.getState().trial?.drawn.sections[0]?.outerDiameterM ?? 0))

beforeEach(() => kept.clear())

describe('the trial on the bench', () => {
  it('is undone and redone; a drag is one step, and a drag without a move is none', async () => {
    const bench = await opened()
    bench.openStation(1, 'input-shaft')
    bench.begin(null)
    bench.change(thinner(0.001))
    bench.startDrag()
    for (let i = 0; i < 10; i++) bench.updateDrag(thinner(0.0001)(bench.trialStore.getState().trial?.drawn ?? PLAIN_SHAFT))
    bench.endDrag()
    bench.startDrag()
    bench.endDrag()
    expect([size(bench), bench.trialStore.getState().past.length]).toEqual([23400, 2])
    bench.undo()
    expect(size(bench)).toBe(24400)
    bench.undo()
    expect(size(bench)).toBe(25400)
    bench.redo()
    bench.redo()
    bench.redo()
    expect(size(bench)).toBe(23400)
    bench.undo()
    bench.change(thinner(0.002))
    expect([size(bench), bench.trialStore.getState().future]).toEqual([22400, []])
  })

  it('is refused if it is impossible, and is then unchanged', async () => {
    const bench = await opened()
    bench.openStation(1, 'input-shaft')
    bench.begin(null)
    const before = bench.trialStore.getState()
    expect(bench.change((shaft) => setBore(shaft, 1))).toBe(false)
    expect(bench.trialStore.getState()).toBe(before)
  })

  it('is kept after the page was closed, by station and job, until it is cleared', async () => {
    const bench = await opened()
    bench.openStation(1, 'input-shaft')
    bench.begin('a', PLAIN_SHAFT)
    bench.change(thinner(0.001))
    bench.openStation(1, 'main-shaft')
    expect(bench.trialStore.getState().trial).toBeUndefined()
    bench.begin('b', PLAIN_SHAFT)
    const again = await opened()
    again.openStation(1, 'input-shaft')
    expect([again.trialStore.getState().trial?.basis, size(again)]).toEqual(['a', 24400])
    again.openStation(2, 'input-shaft')
    expect(again.trialStore.getState().trial).toBeUndefined()
    again.openStation(1, 'main-shaft')
    again.clear()
    const last = await opened()
    last.openStation(1, 'main-shaft')
    expect(last.trialStore.getState().trial).toBeUndefined()
  })

  it('that is not a valid shaft any more is set aside', async () => {
    kept.set('plucky-trial-1-input-shaft', JSON.stringify({ basis: null, shaft: setBore(PLAIN_SHAFT, 1) }))
    kept.set('plucky-trial-1-main-shaft', '{half')
    kept.set('plucky-trial-1-output-shaft', JSON.stringify({ basis: null, shaft: { sections: 'none' } }))
    const bench = await opened()
    for (const station of ['input-shaft', 'main-shaft', 'output-shaft']) {
      bench.openStation(1, station)
      expect(bench.trialStore.getState().trial).toBeUndefined()
    }
  })
})
