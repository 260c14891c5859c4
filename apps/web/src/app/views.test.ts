import { demoShop } from '@plucky/demo'
import { HELP, SYMBOLS } from '../help/help-texts.js'
import { PICTURE_IDS, TERMS } from '../help/terms.js'
import { exampleViews, GROUPS, JOB_HOME, JOB_VIEWS, jobAddress, PAGE_GROUPS, plainAddress, SHOP_VIEWS, VIEWS } from './views.js'

const pattern = (path: string) => new RegExp(`^${path.replace(/\/:\w+\?/g, '(/[^/]+)?').replace(/:\w+/g, '[^/]+')}$`)
const twice = <T>(items: readonly T[]) => items.filter((item, i) => items.indexOf(item) !== i)

describe('the list of pages', () => {
  it('has every page once, in a group with pages or in the shop, with its own id, path and title', () => {
    expect(twice(VIEWS.map(({ id }) => id))).toEqual([])
    expect(twice(JOB_VIEWS.map(({ path }) => path))).toEqual([])
    expect(twice(JOB_VIEWS.map(({ title }) => title))).toEqual([])
    expect(twice(SHOP_VIEWS.map(({ path }) => path))).toEqual([])
    expect(JOB_VIEWS.length + SHOP_VIEWS.length).toBe(VIEWS.length)
    expect(PAGE_GROUPS.flatMap(({ views }) => views)).toHaveLength(JOB_VIEWS.length)
    for (const { id } of PAGE_GROUPS) expect(GROUPS).toHaveProperty(id)
    expect(jobAddress(7)).toBe(`/jobs/7/${JOB_HOME}`)
  })

  it('redirects no earlier address to two pages, and none that is a current one', () => {
    const former = JOB_VIEWS.flatMap(({ formerly = [] }) => formerly)
    expect(twice(former)).toEqual([])
    expect(former.filter((path) => JOB_VIEWS.some((view) => view.path === path))).toEqual([])
    const shop = SHOP_VIEWS.flatMap(({ formerly = [] }) => formerly)
    expect(twice(shop)).toEqual([])
    expect(shop.filter((path) => SHOP_VIEWS.some((view) => view.path === path))).toEqual([])
  })

  it('shows every page at an address that its own path matches, with a transmission that the demo shop has', () => {
    expect(exampleViews()).toHaveLength(VIEWS.length)
    for (const view of SHOP_VIEWS) expect(view.example ?? plainAddress(view)).toMatch(pattern(view.path))
    const ids = new Set<string>(demoShop().units.map(({ id }) => id))
    const named = SHOP_VIEWS.flatMap(({ example }) => /^\/transmissions\/([^/]+)/.exec(example ?? '')?.[1] ?? []).filter(
      (id) => id !== 'new',
    )
    expect(named.length).toBeGreaterThan(2)
    for (const id of named) expect(ids).toContain(id)
  })
})

describe('the help', () => {
  it('describes purpose and use of every page, in full sentences', () => {
    for (const [id, { answers, steps, keys = [], caution }] of Object.entries(HELP)) {
      expect([id, steps.length > 0]).toEqual([id, true])
      for (const text of [answers, ...steps, ...keys.map(([, does]) => does), ...(caution ? [caution] : [])])
        expect(text).toMatch(/^[A-Z“].*[.?]$/)
    }
  })

  it('warns where work can hurt someone', () => {
    for (const id of ['converter', 'clutches-bands', 'diagnosis', 'fit-up', 'line-pressure'] as const)
      expect([id, (HELP[id].caution ?? '').length > 40]).toEqual([id, true])
  })

  it('explains each term and each symbol once, and shows every picture', () => {
    const terms = Object.values(TERMS).flat()
    expect(twice(terms.map(({ term }) => term.toLowerCase()))).toEqual([])
    expect(twice(SYMBOLS.map(([symbol]) => symbol))).toEqual([])
    expect([...new Set(terms.flatMap(({ picture = [] }) => picture))].sort()).toEqual([...PICTURE_IDS].sort())
    for (const { term, means } of terms) expect([term, /^[A-Z].*\.$/.test(means)]).toEqual([term, true])
  })
})
