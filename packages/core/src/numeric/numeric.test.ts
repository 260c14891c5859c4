import fc from 'fast-check'
import { Matrix, SingularValueDecomposition } from 'ml-matrix'
import { rootOf } from './brent.js'
import { solveLinear } from './linear.js'

const entry = fc.integer({ min: -9, max: 9 })
const systems = fc
  .tuple(fc.integer({ min: 1, max: 7 }), fc.integer({ min: 1, max: 7 }))
  .chain(([m, n]) =>
    fc.tuple(
      fc.array(fc.array(entry, { minLength: n, maxLength: n }), { minLength: m, maxLength: m }),
      fc.array(entry, { minLength: m, maxLength: m }),
    ),
  )

describe('linear solve', () => {
  it('agrees with the pseudo-inverse of a general library on rank, consistency and least-length solution', () => {
    fc.assert(
      fc.property(systems, ([a, b]) => {
        const [matrix, right] = [new Matrix(a), Matrix.columnVector(b)]
        const svd = new SingularValueDecomposition(matrix, { autoTranspose: true })
        const rank = svd.diagonal.filter((s) => s > 1e-9 * Math.max(1, ...svd.diagonal)).length
        const best = svd.solve(right)
        const residual = Matrix.sub(matrix.mmul(best), right).norm()
        const ours = solveLinear(a, b)
        expect(ours.rank).toBe(rank)
        expect(ours.consistent).toBe(residual < 1e-7)
        if (ours.consistent) best.to1DArray().forEach((x, i) => expect(ours.x[i]).toBeCloseTo(x, 6))
        for (const direction of ours.free) expect(matrix.mmul(Matrix.columnVector([...direction])).norm()).toBeLessThan(1e-7)
      }),
    )
  })
})

describe('root by Brent', () => {
  it('finds the root of any rising cubic', () => {
    fc.assert(
      fc.property(fc.double({ min: -50, max: 50, noNaN: true }), fc.double({ min: 0.01, max: 100, noNaN: true }), (at, k) => {
        const root = rootOf((x) => k * (x - at) + (x - at) ** 3, -60, 70)
        expect(root.outcome).toBe('converged')
        expect(root.x).toBeCloseTo(at, 6)
      }),
    )
  })
  it('reports a missing change of sign and an infinite end', () => {
    expect(rootOf((x) => x * x + 1, -1, 1)).toMatchObject({ outcome: 'not-bracketed', fLow: 2, fHigh: 2 })
    expect(rootOf((x) => (x > 0.5 ? Infinity : -1), 0, 1).outcome).toBe('not-bracketed')
  })
})
