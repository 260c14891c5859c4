import { certain, memberAt } from '../numeric/certain.js'
import { issue, type Issue } from '../quantity/issue.js'
import { assemblyIssues } from './assembly.js'
import { CASE, type GearTrain } from './train.js'

/** Everything that keeps a gear train from being solved: unbuildable sets, unknown or repeated names, one-ways without a sense. */
export function trainIssues(train: GearTrain): Issue[] {
  return [
    ...train.sets.flatMap((set, i) => assemblyIssues(set, `sets.${i}`, train.sets)),
    ...unknownMembers(train),
    ...linkIssues(train),
    ...rangeIssues(train),
    ...repeated('listed-twice', train.members, (i) => `members.${i}`),
    ...train.members.flatMap((m, i) => (m === CASE ? [issue('case-is-no-member', `members.${i}`)] : [])),
    ...repeatedNames(train),
  ]
}

/** A name that no member has, at the field that says it. */
function unknownMembers(train: GearTrain): Issue[] {
  const known = new Set(train.members)
  const unless = (may: boolean, path: string, member: string | undefined) =>
    member === undefined || known.has(member) || (may && member === CASE) ? [] : [issue('member-unknown', path, { member })]
  const ends = (kind: 'sets' | 'joints' | 'elements', keys: readonly string[]) =>
    train[kind].flatMap((thing, i) =>
      // The given keys hold member names.
      keys.flatMap((key) => unless(true, `${kind}.${i}.${key}`, (thing as unknown as Record<string, string | undefined>)[key])),
    )
  return [
    ...unless(false, 'input', train.input),
    ...unless(false, 'output', train.output),
    ...(train.input === train.output ? [issue('output-is-input', 'output')] : []),
    ...ends('sets', ['sun', 'ring', 'carrier']),
    ...ends('joints', ['a', 'b']),
    ...ends('elements', ['a', 'b', 'pistonOn']),
  ]
}

/** Every choice of holding ones may have to be tried, so their number is bounded; no automatic has more (common practice, no source). */
const MOST_ONE_WAYS = 6

function linkIssues(train: GearTrain): Issue[] {
  const twins = train.sets.flatMap((set, i) => {
    const three = [set.sun, set.ring, set.carrier]
    const second = three.findIndex((member, k) => three.indexOf(member) !== k)
    return second < 0
      ? []
      : [issue('set-on-one-member', `sets.${i}.${['sun', 'ring', 'carrier'][second]}`, { set: set.id, member: memberAt(three, second) })]
  })
  const itself = (['joints', 'elements'] as const).flatMap((kind) =>
    train[kind].flatMap(({ id, a, b }, i) => (a === b ? [issue('joins-itself', `${kind}.${i}.b`, { name: id, member: a })] : [])),
  )
  const senseless = train.elements.flatMap(({ id, kind, holds }, i) => {
    if (kind === 'one-way' && !holds) return [issue('one-way-without-sense', `elements.${i}.holds`, { element: id })]
    return kind !== 'one-way' && holds ? [issue('sense-without-one-way', `elements.${i}.holds`, { element: id })] : []
  })
  const apart = train.elements.flatMap(({ id, kind, a, b }, i) =>
    (kind === 'brake' || kind === 'band') && a !== CASE && b !== CASE
      ? [issue('brake-not-on-case', `elements.${i}.b`, { element: id, kind })]
      : [],
  )
  const oneWays = train.elements.filter(({ kind }) => kind === 'one-way').length
  const many = oneWays > MOST_ONE_WAYS ? [issue('too-many-one-ways', 'elements', { count: oneWays, most: MOST_ONE_WAYS })] : []
  return [...twins, ...itself, ...senseless, ...apart, ...many]
}

function rangeIssues(train: GearTrain): Issue[] {
  const ids = new Set(train.elements.map((element) => element.id))
  return [
    ...train.ranges.flatMap((range, i) =>
      range.on.flatMap((id, k) => (ids.has(id) ? [] : [issue('element-unknown', `ranges.${i}.on.${k}`, { range: range.id, element: id })])),
    ),
    ...repeated(
      'listed-twice',
      train.ranges.map((range) => range.id),
      (i) => `ranges.${i}.id`,
    ),
  ]
}

/** Sets, joints and elements are told apart by one list of names. */
function repeatedNames(train: GearTrain): Issue[] {
  const named = (['sets', 'joints', 'elements'] as const).flatMap((kind) =>
    train[kind].map(({ id }, i) => ({ id, path: `${kind}.${i}.id` })),
  )
  return repeated(
    'name-repeated',
    named.map(({ id }) => id),
    (i) => certain(named[i]?.path),
  )
}

const repeated = (code: 'listed-twice' | 'name-repeated', names: readonly string[], pathOf: (i: number) => string): Issue[] =>
  names.flatMap((name, i) => (names.indexOf(name) === i ? [] : [issue(code, pathOf(i), { name })]))
