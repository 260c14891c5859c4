import { LuDecomposition, Matrix } from 'ml-matrix'
import { performance } from 'node:perf_hooks'
import { rangeKernel, setRatio } from '../../packages/core/dist/index.js'

const ROUNDS = 40
const CALLS = 4000

/** Microseconds a call: the median over rounds, after as many rounds to get warm; and the slowest round. */
function microseconds(call) {
  const round = () => {
    const from = performance.now()
    for (let i = 0; i < CALLS; i++) call(i)
    return ((performance.now() - from) * 1000) / CALLS
  }
  for (let i = 0; i < ROUNDS; i++) round()
  const times = Array.from({ length: ROUNDS }, round).sort((a, b) => a - b)
  return { median: times[ROUNDS / 2], slowest: times[ROUNDS - 1] }
}

const words = ({ median, slowest }) => `median ${median.toFixed(2)} µs, slowest round ${slowest.toFixed(2)} µs`

/** Teeth that differ at every call and leave the sets of a train what they are. */
const teethAt = (sets, i) =>
  sets.map((set, j) => ({ ...set, sunTeeth: set.sunTeeth + ((i + j) % 7), ringTeeth: set.ringTeeth + ((i * 3 + j) % 11) }))

/** The same range as a library takes it: a row a set, a joint and a holding element; a column a member. Square where nothing is free. */
function librarySystem(train, held) {
  const links = held.structure.links
  const index = new Map(train.members.map((m, i) => [m, i]))
  const n = train.members.length
  const rows = train.sets.length + links.length
  const fill = (ratios) => {
    const matrix = Matrix.zeros(rows + 1, n)
    const add = (row, member, by) => index.has(member) && matrix.set(row, index.get(member), matrix.get(row, index.get(member)) + by)
    train.sets.forEach((set, j) => {
      add(j, set.sun, ratios[j])
      add(j, set.ring, 1)
      add(j, set.carrier, -1 - ratios[j])
    })
    links.forEach(({ a, b }, i) => {
      add(train.sets.length + i, a, 1)
      add(train.sets.length + i, b, -1)
    })
    return matrix
  }
  const turning = Matrix.columnVector([...new Array(rows).fill(0), 1])
  const loaded = Matrix.columnVector(train.members.map((m) => (m === train.input ? -1 : 0)))
  return (ratios) => {
    const speeds = fill(ratios)
    const balance = speeds.clone()
    speeds.set(rows, index.get(train.input), 1)
    balance.set(rows, index.get(train.output), 1)
    return { speeds: new LuDecomposition(speeds).solve(turning), torques: new LuDecomposition(balance.transpose()).solve(loaded) }
  }
}

/** Speeds and torques of each range of the largest unit, teeth different at each call, beside a general library on the same systems. */
export function benchTrain(units) {
  const largest = units.reduce((most, unit) =>
    unit.train.sets.length > most.train.sets.length ||
    (unit.train.sets.length === most.train.sets.length && unit.train.ranges.length > most.train.ranges.length)
      ? unit
      : most,
  )
  const { train } = largest
  const teeth = Array.from({ length: 997 }, (_, i) => teethAt(train.sets, i))
  const ratios = new Float64Array(train.sets.length)
  const take = (i) => {
    const sets = teeth[i % teeth.length]
    for (let j = 0; j < sets.length; j++) ratios[j] = setRatio(sets[j])
    return ratios
  }
  const lines = []
  let mostOwn = 0
  for (const range of train.ranges) {
    const kernel = rangeKernel(train, range.on)
    const held = kernel.solve(take(0))
    const library = librarySystem(train, held)
    const { speeds } = library(take(0))
    const off = Math.max(...train.members.map((_m, i) => Math.abs(speeds.get(i, 0) - held.speedOf(i))))
    const own = microseconds((i) => kernel.solve(take(i)))
    const theirs = microseconds((i) => i % 16 === 0 && library(take(i)))
    mostOwn = Math.max(mostOwn, own.median)
    lines.push(
      `${largest.name}, range ${range.id}, speeds and torques: ${words(own)}; ml-matrix LU on the same ${train.members.length} members: median ${(theirs.median * 16).toFixed(1)} µs; speeds differ by ${off.toExponential(1)}`,
    )
  }
  return [...lines, `gear train: slowest range of ${largest.name} ${mostOwn.toFixed(2)} µs, 10 µs allowed`]
}
