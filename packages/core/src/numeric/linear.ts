import { SmallSystem } from './elimination.js'

/** All solutions of A·x = b: one of least length, the directions in which it is free, and whether the rows agree. */
export interface LinearSolution {
  readonly consistent: boolean
  readonly rank: number
  /** Least-length solution; with redundant rows the load is shared as between equally stiff supports. */
  readonly x: readonly number[]
  /** Basis of the null space: each row is a direction that changes nothing on the right side. */
  readonly free: readonly (readonly number[])[]
}

const RELATIVE_ZERO = 1e-9

/**
 * All solutions of a small, dense, well-scaled system, whatever its rank (gear trains: some twenty unknowns).
 * @example solveLinear([[2, 0], [0, 4]], [2, 2]).x[1] // → 0.5
 */
export function solveLinear(matrix: readonly (readonly number[])[], right: readonly number[]): LinearSolution {
  const n = matrix[0]?.length ?? 0
  const system = new SmallSystem(matrix.length, n).set(matrix.flatMap((row, i) => [...row, at(right, i)])).reduced()
  const { rank } = system
  const consistent = system.consistent(RELATIVE_ZERO * Math.max(1, ...right.map(Math.abs)))
  const columns = [...system.pivots.subarray(0, rank)]
  const particular = new Array<number>(n).fill(0)
  columns.forEach((column, i) => (particular[column] = system.right(i)))
  const rest = Array.from({ length: n }, (_, j) => j).filter((j) => !columns.includes(j))
  const free = rest.map((j) => {
    const direction = new Array<number>(n).fill(0)
    direction[j] = 1
    columns.forEach((column, i) => (direction[column] = -system.at(i, j)))
    return direction
  })
  return { consistent, rank, x: shortest(particular, free), free }
}

/** Takes from x its share in every free direction (Gram–Schmidt), which leaves the shortest solution. */
function shortest(x: readonly number[], free: readonly number[][]): number[] {
  const basis: number[][] = []
  let best = [...x]
  for (const direction of free) {
    let v = direction
    for (const u of basis) v = along(v, u, -dot(v, u))
    const length = Math.sqrt(dot(v, v))
    const unit = v.map((value) => value / length)
    basis.push(unit)
    best = along(best, unit, -dot(best, unit))
  }
  return best
}

const dot = (a: readonly number[], b: readonly number[]) => a.reduce((sum, value, i) => sum + value * at(b, i), 0)
const along = (a: readonly number[], b: readonly number[], by: number) => a.map((value, i) => value + by * at(b, i))
const at = (row: readonly number[], i: number): number => row[i] ?? 0
