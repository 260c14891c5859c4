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
 * Gauss–Jordan elimination with complete pivoting, which shows the rank (Golub & Van Loan, Matrix Computations, 3.4).
 * Meant for small, dense, well-scaled systems (gear trains: some twenty unknowns).
 * @example solveLinear([[2, 0], [0, 4]], [2, 2]).x[1] // → 0.5
 */
export function solveLinear(matrix: readonly (readonly number[])[], right: readonly number[]): LinearSolution {
  const n = matrix[0]?.length ?? 0
  const { rows, columns } = reduced(matrix, right, n)
  const rank = columns.length
  const tolerance = RELATIVE_ZERO * Math.max(1, ...right.map(Math.abs))
  const consistent = rows.slice(rank).every((row) => Math.abs(at(row, n)) <= tolerance)
  const particular = new Array<number>(n).fill(0)
  columns.forEach((column, i) => (particular[column] = at(rows[i] ?? [], n)))
  const free = nullSpace(rows, columns, n)
  return { consistent, rank, x: shortest(particular, free), free }
}

/** The rows with the right side behind them, reduced so that each pivot column holds a single 1; and the pivot column of each row. */
function reduced(matrix: readonly (readonly number[])[], right: readonly number[], n: number): { rows: number[][]; columns: number[] } {
  const rows = matrix.map((row, i) => [...row, at(right, i)])
  const zero = RELATIVE_ZERO * Math.max(1e-300, ...matrix.flat().map(Math.abs))
  const columns: number[] = []
  for (let r = 0; r < rows.length; r++) {
    const pivot = largest(rows, r, n, columns)
    if (!pivot || pivot.size <= zero) break
    const lead = (rows[pivot.row] as number[]).map((value) => value / pivot.value)
    rows[pivot.row] = rows[r] as number[]
    rows[r] = lead
    for (let i = 0; i < rows.length; i++) {
      const row = rows[i] as number[]
      const factor = at(row, pivot.column)
      if (i !== r && factor !== 0) for (let k = 0; k <= n; k++) row[k] = at(row, k) - factor * at(lead, k)
    }
    columns.push(pivot.column)
  }
  return { rows, columns }
}

function largest(rows: readonly (readonly number[])[], from: number, n: number, used: readonly number[]) {
  let best: { row: number; column: number; size: number; value: number } | undefined
  for (let i = from; i < rows.length; i++)
    for (let j = 0; j < n; j++) {
      const value = at(rows[i] as number[], j)
      const size = Math.abs(value)
      if (size > (best?.size ?? 0) && !used.includes(j)) best = { row: i, column: j, size, value }
    }
  return best
}

function nullSpace(rows: readonly (readonly number[])[], columns: readonly number[], n: number): number[][] {
  const rest = Array.from({ length: n }, (_, j) => j).filter((j) => !columns.includes(j))
  return rest.map((j) => {
    const direction = new Array<number>(n).fill(0)
    direction[j] = 1
    columns.forEach((column, i) => (direction[column] = -at(rows[i] ?? [], j)))
    return direction
  })
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
