import { demoShop } from '@plucky/demo'
import { toSi } from '@plucky/core'
import { shopStore } from '../state/shop.js'
import { conflictWords } from './conflict-words.js'

const { units, catalogue, jobs } = demoShop()
const [job] = jobs
if (!job) throw new Error('The made-up shop has no job.')

beforeAll(() => shopStore.setState({ ...catalogue, units, state: 'ready' }))

test.each([
  [
    { path: 'spec.fits.sun-shell', mine: 'shell-neck', theirs: null },
    { name: 'Sun shell', mine: 'Hardened neck', theirs: 'none' },
  ],
  [
    { path: 'arrived.sun-shell', mine: 'shell-neck', theirs: 'no-longer-there' },
    { name: 'Sun shell, as received', mine: 'Hardened neck', theirs: 'no-longer-there' },
  ],
  [
    { path: 'rules.salesTax', mine: 0.05, theirs: 0.07 },
    { name: 'House rules: Sales tax', mine: '0.05', theirs: '0.07' },
  ],
  [
    { path: 'brief.engine.headline.redlineRadPerS', mine: toSi(6500, 'rpm'), theirs: toSi(7000, 'rpm') },
    { name: 'Brief: Engine: Peak figures: Redline', mine: '6500 rpm', theirs: '7000 rpm' },
  ],
  [
    { path: 'name', mine: 'A', theirs: 'B' },
    { name: 'Job name', mine: 'A', theirs: 'B' },
  ],
  [
    { path: 'nowhere.at.all', mine: { a: 1 }, theirs: undefined as unknown },
    { name: 'nowhere.at.all', mine: '{"a":1}', theirs: '–' },
  ],
])('%j', (conflict, words) => {
  expect(conflictWords(conflict, job)).toEqual(words)
})
