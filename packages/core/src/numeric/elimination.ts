import { realAt } from './certain.js'

const RELATIVE_ZERO = 1e-9

/**
 * A small, dense, well-scaled system of equations, rows × (columns + 1) with the right side last, in room of its own that is filled and
 * reduced again and again, so that a hot loop allocates nothing. Gauss–Jordan elimination with complete pivoting, which shows the rank
 * (Golub & Van Loan, Matrix Computations, 3.4).
 * @example new SmallSystem(2, 2).set([2, 0, 2, 0, 4, 2]).reduce() // → 2
 * @example new SmallSystem(1, 1).set([4, 2]).reduced().right(0) // → 0.5
 */
export class SmallSystem {
  private readonly cells: Float64Array
  private readonly width: number
  /** After reducing: the column in which row i < rank holds its single 1. */
  readonly pivots: Int32Array
  rank = 0

  constructor(
    readonly rows: number,
    readonly columns: number,
  ) {
    this.width = columns + 1
    this.cells = new Float64Array(rows * this.width)
    this.pivots = new Int32Array(rows)
  }

  clear(): void {
    this.cells.fill(0)
  }

  set(values: readonly number[]): this {
    this.cells.set(values)
    return this
  }

  /** Adds to a cell; the right side stands in the column behind the last. */
  add(row: number, column: number, by: number): void {
    const at = row * this.width + column
    this.cells[at] = realAt(this.cells, at) + by
  }

  at(row: number, column: number): number {
    return realAt(this.cells, row * this.width + column)
  }

  right(row: number): number {
    return realAt(this.cells, row * this.width + this.columns)
  }

  reduced(): this {
    this.reduce()
    return this
  }

  /** Leaves a single 1 in each pivot column; gives the rank. */
  reduce(): number {
    const { cells, rows, width } = this
    const zero = RELATIVE_ZERO * Math.max(1e-300, this.largest())
    const most = Math.min(rows, this.columns)
    this.rank = 0
    for (let r = 0; r < most; r++) {
      const pivot = this.pivotFrom(r, zero)
      if (pivot < 0) break
      const column = pivot % width
      this.pivots[r] = column
      this.rank = r + 1
      this.lead(r, pivot)
      const to = r * width
      for (let i = 0; i < rows; i++) {
        const row = i * width
        const factor = realAt(cells, row + column)
        if (i === r || factor === 0) continue
        for (let k = 0; k < width; k++) cells[row + k] = realAt(cells, row + k) - factor * realAt(cells, to + k)
        cells[row + column] = 0
      }
    }
    return this.rank
  }

  /** Rows behind the rank, which hold nothing any more, hold nothing on the right side either. */
  consistent(tolerance: number): boolean {
    for (let i = this.rank; i < this.rows; i++) if (Math.abs(this.right(i)) > tolerance) return false
    return true
  }

  /** The largest cell from a row on; columns that already have a pivot hold nothing there. */
  private pivotFrom(r: number, zero: number): number {
    let size = zero
    let pivot = -1
    for (let i = r; i < this.rows; i++)
      for (let j = 0; j < this.columns; j++) {
        const value = Math.abs(realAt(this.cells, i * this.width + j))
        if (value > size) {
          size = value
          pivot = i * this.width + j
        }
      }
    return pivot
  }

  /** Changes places with the pivot's row and divides it by the pivot. */
  private lead(r: number, pivot: number): void {
    const { cells, width } = this
    const [from, to, by] = [pivot - (pivot % width), r * width, 1 / realAt(cells, pivot)]
    for (let k = 0; k < width; k++) {
      const lead = realAt(cells, from + k) * by
      cells[from + k] = realAt(cells, to + k)
      cells[to + k] = lead
    }
  }

  private largest(): number {
    let largest = 0
    for (let i = 0; i < this.rows; i++) for (let j = 0; j < this.columns; j++) largest = Math.max(largest, Math.abs(this.at(i, j)))
    return largest
  }
}
