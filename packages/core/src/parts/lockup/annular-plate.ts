import { memberAt, numberAt } from '../../numeric/certain.js'
import { solveLinear } from '../../numeric/linear.js'

/** A ring of a plate under one pressure. */
export interface PlateRing {
  readonly outerRadiusM: number
  /** Uniform, towards positive deflection. */
  readonly pressurePa: number
  /** Line load at its outer edge, as a total force; the outermost one stands on the support and bends nothing. */
  readonly ringLoadN?: number
}

/**
 * A round plate with a hole, symmetric about its axis. Its inner edge slides along the axis, free to turn or kept square; its outer edge is
 * held, free to turn or clamped.
 */
export interface AnnularPlate {
  readonly innerRadiusM: number
  readonly thicknessM: number
  readonly youngPa: number
  readonly inner: 'free' | 'guided'
  readonly outer: 'simple' | 'fixed'
  /** Rings from the inner edge outward. */
  readonly rings: readonly PlateRing[]
}

export const POISSON = 0.3

/** Deflection, slope and bending moments of a plate over the radius, towards the load. */
export interface BentPlate {
  deflectionM(radiusM: number): number
  /** −dw/dr, rad: how far the plate leans inward, towards the load. */
  slopeRad(radiusM: number): number
  radialMomentN(radiusM: number): number
  hoopMomentN(radiusM: number): number
  /** Greatest bending stress at a radius, 6·M/t². */
  stressPa(radiusM: number): number
}

/** Shear force per length in a ring is a/r + b·r; the slope that belongs to it is c1·r + c2/r besides. */
interface Part {
  readonly from: number
  readonly to: number
  readonly a: number
  readonly b: number
}

/**
 * Bends a plate of constant thickness: d/dr[(1/r)·d(rφ)/dr] = −Q/D, ring by ring, with φ and the radial moment continuous (Timoshenko &
 * Woinowsky-Krieger, Theory of Plates and Shells, §16–17; D = E·t³/12(1 − ν²)). Thin plates, deflections well under the thickness.
 * @example bendPlate({ innerRadiusM: 0.05, thicknessM: 0.003, youngPa: 207e9, inner: 'free', outer: 'simple', rings: [{ outerRadiusM: 0.1, pressurePa: 1e5 }] }).deflectionM(0.05) * 207e9 * 0.003 ** 3 / (1e5 * 0.1 ** 4) // → 0.682
 */
export function bendPlate(plate: AnnularPlate): BentPlate {
  const { thicknessM: t, youngPa } = plate
  const D = (youngPa * t ** 3) / (12 * (1 - POISSON ** 2))
  const parts = partsOf(plate)
  const own = parts.map((part) => ({
    slope: (r: number) => -(part.a * ((r * Math.log(r)) / 2 - r / 4) + (part.b * r ** 3) / 8) / D,
    bend: (r: number) => -(part.a * (Math.log(r) / 2 + 1 / 4) + (3 * part.b * r ** 2) / 8) / D,
    area: (r: number) => -(part.a * ((r ** 2 * Math.log(r)) / 4 - r ** 2 / 4) + (part.b * r ** 4) / 32) / D,
  }))
  const c = constants(plate, parts, own)
  const at = (r: number) => {
    const k = Math.max(
      0,
      parts.findIndex((part) => r <= part.to * (1 + 1e-12)),
    )
    const [c1, c2, free] = [numberAt(c, 2 * k), numberAt(c, 2 * k + 1), memberAt(own, k)]
    return {
      k,
      slope: free.slope(r) + c1 * r + c2 / r,
      bend: free.bend(r) + c1 - c2 / r ** 2,
      sum: free.area(r) + (c1 * r ** 2) / 2 + c2 * Math.log(r),
    }
  }
  const sumIn = (k: number, r: number) =>
    memberAt(own, k).area(r) + (numberAt(c, 2 * k) * r ** 2) / 2 + numberAt(c, 2 * k + 1) * Math.log(r)
  const deflectionM = (r: number) => {
    const { k, sum } = at(r)
    let w = sumIn(k, memberAt(parts, k).to) - sum
    for (let i = k + 1; i < parts.length; i++) w += sumIn(i, memberAt(parts, i).to) - sumIn(i, memberAt(parts, i).from)
    return w
  }
  const radialMomentN = (r: number) => D * (at(r).bend + (POISSON * at(r).slope) / r)
  const hoopMomentN = (r: number) => D * (at(r).slope / r + POISSON * at(r).bend)
  const stressPa = (r: number) => (6 * Math.max(Math.abs(radialMomentN(r)), Math.abs(hoopMomentN(r)))) / t ** 2
  return { deflectionM, slopeRad: (r) => at(r).slope, radialMomentN, hoopMomentN, stressPa }
}

/** Each ring with the shear force of all that presses within: Q·2πr = load inside r. */
function partsOf({ innerRadiusM, rings }: AnnularPlate): Part[] {
  let [from, inside] = [innerRadiusM, 0]
  return rings.map(({ outerRadiusM, pressurePa, ringLoadN = 0 }) => {
    const part = { from, to: outerRadiusM, a: inside / (2 * Math.PI) - (pressurePa * from ** 2) / 2, b: pressurePa / 2 }
    inside += Math.PI * pressurePa * (outerRadiusM ** 2 - from ** 2) + ringLoadN
    from = outerRadiusM
    return part
  })
}

/** c1 and c2 of each ring: the inner edge, φ and M_r across each joint, the outer edge. */
function constants(
  plate: AnnularPlate,
  parts: readonly Part[],
  own: readonly { slope(r: number): number; bend(r: number): number }[],
): readonly number[] {
  const n = parts.length
  const row = (k: number, pair: readonly [number, number]) =>
    Array.from({ length: 2 * n }, (_, j) => (j === 2 * k ? pair[0] : j === 2 * k + 1 ? pair[1] : 0))
  const slope = (r: number): [number, number] => [r, 1 / r]
  const moment = (r: number): [number, number] => [1 + POISSON, (POISSON - 1) / r ** 2]
  const ownSlope = (k: number, r: number) => own[k]?.slope(r) ?? 0
  const ownMoment = (k: number, r: number) => (own[k]?.bend(r) ?? 0) + (POISSON * ownSlope(k, r)) / r
  const [inner, outer] = [plate.innerRadiusM, memberAt(parts, n - 1).to]
  const rows = [plate.inner === 'guided' ? row(0, slope(inner)) : row(0, moment(inner))]
  const right = [plate.inner === 'guided' ? -ownSlope(0, inner) : -ownMoment(0, inner)]
  for (let k = 0; k + 1 < n; k++) {
    const r = memberAt(parts, k).to
    for (const [of, ownOf] of [
      [slope, ownSlope],
      [moment, ownMoment],
    ] as const) {
      rows.push(row(k, of(r)).map((value, j) => value - numberAt(row(k + 1, of(r)), j)))
      right.push(ownOf(k + 1, r) - ownOf(k, r))
    }
  }
  rows.push(plate.outer === 'fixed' ? row(n - 1, slope(outer)) : row(n - 1, moment(outer)))
  right.push(plate.outer === 'fixed' ? -ownSlope(n - 1, outer) : -ownMoment(n - 1, outer))
  return scaledSolution(rows, right, inner)
}

/** The unknowns differ by the square of a radius; solved in units of the inner one. */
function scaledSolution(rows: readonly (readonly number[])[], right: readonly number[], radius: number): number[] {
  const scales = (rows[0] ?? []).map((_, j) => (j % 2 === 0 ? 1 : radius ** 2))
  const size = rows.map((r) => Math.max(...r.map((value, j) => Math.abs(value * numberAt(scales, j)))))
  const even = rows.map((r, i) => r.map((value, j) => (value * numberAt(scales, j)) / numberAt(size, i)))
  const solved = solveLinear(
    even,
    right.map((value, i) => value / numberAt(size, i)),
  )
  return solved.x.map((value, j) => value * numberAt(scales, j))
}
