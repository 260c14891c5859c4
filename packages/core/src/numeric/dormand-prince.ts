import { memberAt, numberAt } from './certain.js'

/** A system of ordinary differential equations, to be followed from t = 0 until an event or the end. */
export interface OdeProblem {
  readonly start: readonly number[]
  readonly end: number
  readonly relativeTolerance: number
  /** One per unknown. */
  readonly absoluteTolerance: readonly number[]
  /** dy/dt at a time and a state. */
  derivative(t: number, y: readonly number[]): readonly number[]
  /** Ends the run where it falls through zero. */
  event?(t: number, y: readonly number[]): number
  /** Sees the start and every step taken. */
  observe?(t: number, y: readonly number[]): void
}

export interface OdeEnd {
  readonly outcome: 'event' | 'end' | 'too-many-steps' | 'step-too-small'
  readonly t: number
  readonly y: readonly number[]
}

/** Dormand & Prince 1980, J. Comput. Appl. Math. 6, 19–26; as given in Hairer, Nørsett & Wanner, Solving ODEs I, table II.5.2. */
const A: readonly (readonly number[])[] = [
  [1 / 5],
  [3 / 40, 9 / 40],
  [44 / 45, -56 / 15, 32 / 9],
  [19372 / 6561, -25360 / 2187, 64448 / 6561, -212 / 729],
  [9017 / 3168, -355 / 33, 46732 / 5247, 49 / 176, -5103 / 18656],
  [35 / 384, 0, 500 / 1113, 125 / 192, -2187 / 6784, 11 / 84],
]
const C = [1 / 5, 3 / 10, 4 / 5, 8 / 9, 1, 1] as const
/** Fifth order less fourth order. */
const E = [71 / 57600, 0, -71 / 16695, 71 / 1920, -17253 / 339200, 22 / 525, -1 / 40] as const
const MOST_STEPS = 20000
const LEAST_STEP = 1e-12

/**
 * Follows an initial value problem by the embedded pair of order 5(4) with step control. An event is located on the cubic Hermite
 * polynomial of the step in which it falls through zero, to 1e-12 of the step.
 * @example solveOde({ start: [1], end: 1, relativeTolerance: 1e-9, absoluteTolerance: [1e-9], derivative: (_t, [y]) => [-y] }).y[0] // → 0.36788
 */
export function solveOde(problem: OdeProblem): OdeEnd {
  let [t, y] = [0, problem.start]
  let slope = problem.derivative(t, y)
  let [step, value] = [problem.end / 100, problem.event?.(t, y)]
  problem.observe?.(t, y)
  for (let i = 0; i < MOST_STEPS; i++) {
    if (t >= problem.end) return { outcome: 'end', t, y }
    step = Math.min(step, problem.end - t)
    const tried = stepOf(problem, t, y, slope, step)
    if (tried.error > 1) {
      step *= Math.max(0.2, 0.9 * tried.error ** -0.2)
      if (step < LEAST_STEP * problem.end) return { outcome: 'step-too-small', t, y }
      continue
    }
    const after = problem.event?.(t + step, tried.y)
    if (value !== undefined && after !== undefined && value > 0 && after <= 0) return located(problem, t, step, y, slope, tried)
    ;[t, y, slope, value] = [t + step, tried.y, tried.slope, after]
    problem.observe?.(t, y)
    step *= Math.min(5, Math.max(0.2, 0.9 * (tried.error || 1e-10) ** -0.2))
  }
  return { outcome: 'too-many-steps', t, y }
}

interface Step {
  readonly y: readonly number[]
  readonly slope: readonly number[]
  /** Of the tolerance; at most 1 is good. */
  readonly error: number
}

function stepOf(problem: OdeProblem, t: number, y: readonly number[], slope: readonly number[], h: number): Step {
  const k = [slope]
  let next = y
  A.forEach((row, s) => {
    next = y.map((value, j) => value + h * row.reduce((sum, a, m) => sum + a * at(k[m], j), 0))
    k.push(problem.derivative(t + numberAt(C, s) * h, next))
  })
  let square = 0
  y.forEach((value, j) => {
    const wrong = h * E.reduce((sum, e, m) => sum + e * at(k[m], j), 0)
    const scale = at(problem.absoluteTolerance, j) + problem.relativeTolerance * Math.max(Math.abs(value), Math.abs(at(next, j)))
    square += (wrong / scale) ** 2
  })
  return { y: next, slope: memberAt(k, 6), error: Math.sqrt(square / y.length) }
}

/** The place of an event within a step, by bisection on the Hermite polynomial through both ends. */
function located(problem: OdeProblem, t: number, h: number, y: readonly number[], slope: readonly number[], end: Step): OdeEnd {
  const stateAt = (x: number) =>
    y.map((y0, j) => {
      const [y1, f0, f1] = [at(end.y, j), h * at(slope, j), h * at(end.slope, j)]
      return (1 - x) * y0 + x * y1 + x * (x - 1) * ((1 - 2 * x) * (y1 - y0) + (x - 1) * f0 + x * f1)
    })
  let [low, high] = [0, 1]
  while (high - low > LEAST_STEP) {
    const middle = (low + high) / 2
    if ((problem.event?.(t + middle * h, stateAt(middle)) ?? 0) > 0) low = middle
    else high = middle
  }
  return { outcome: 'event', t: t + high * h, y: stateAt(high) }
}

const at = (list: readonly number[] | undefined, i: number): number => list?.[i] ?? 0
