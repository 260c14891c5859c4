const RELATIVE_ZERO = 1e-9

/**
 * Gauss–Jordan elimination with complete pivoting, in place, on a matrix of rows × (columns + 1) with the right side last (Golub & Van
 * Loan, Matrix Computations, 3.4). Afterwards row i < rank holds a single 1 among the pivot columns, in column pivots[i]. Returns the rank.
 * Meant for small, dense, well-scaled systems; the caller owns both buffers, so that a hot loop allocates nothing.
 * @example eliminate(new Float64Array([2, 0, 2, 0, 4, 2]), 2, 2, new Int32Array(2)) // → 2
 */
export function eliminate(matrix: Float64Array, rows: number, columns: number, pivots: Int32Array): number {
  const width = columns + 1
  const zero = RELATIVE_ZERO * Math.max(1e-300, largestOf(matrix, rows, columns))
  const most = Math.min(rows, columns)
  let used = 0
  for (let r = 0; r < most; r++) {
    let size = zero
    let pivot = -1
    for (let i = r; i < rows; i++)
      for (let j = 0; j < columns; j++) {
        const value = Math.abs(matrix[i * width + j] as number)
        // Columns that already have a pivot hold nothing below it.
        if (value > size) [size, pivot] = [value, i * width + j]
      }
    if (pivot < 0) break
    const column = pivot % width
    const from = pivot - column
    pivots[r] = column
    used = r + 1
    const by = 1 / (matrix[pivot] as number)
    const to = r * width
    for (let k = 0; k < width; k++) {
      const lead = (matrix[from + k] as number) * by
      matrix[from + k] = matrix[to + k] as number
      matrix[to + k] = lead
    }
    for (let i = 0; i < rows; i++) {
      const factor = matrix[i * width + column] as number
      if (i === r || factor === 0) continue
      for (let k = 0; k < width; k++) matrix[i * width + k] = (matrix[i * width + k] as number) - factor * (matrix[to + k] as number)
      matrix[i * width + column] = 0
    }
  }
  return used
}

function largestOf(matrix: Float64Array, rows: number, columns: number): number {
  let largest = 0
  for (let i = 0; i < rows; i++)
    for (let j = 0; j < columns; j++) largest = Math.max(largest, Math.abs(matrix[i * (columns + 1) + j] as number))
  return largest
}
