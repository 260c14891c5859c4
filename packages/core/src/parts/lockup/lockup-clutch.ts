import { numberAt } from '../../numeric/certain.js'
import { oncePer, oncePerValue } from '../../numeric/once-per.js'
import { issue, type Issue } from '../../quantity/issue.js'
import { STEEL_YOUNG_PA, steelById } from '../../material/steels.js'
import { bendPlate } from './annular-plate.js'

export const LOCKUP_LININGS = ['paper', 'high-energy', 'woven-carbon'] as const
export type LockupLining = (typeof LOCKUP_LININGS)[number]

/** Stiffness of a lining through its thickness, the steady slip and the unit pressure that it bears (from memory, order of magnitude). */
export const LINING_BEHAVIOUR: Record<
  LockupLining,
  { readonly youngPa: number; readonly steadySlipRadPerS: number; readonly wattPerM2: number; readonly unitPa: number }
> = {
  paper: { youngPa: 40e6, steadySlipRadPerS: 0, wattPerM2: 0.15e6, unitPa: 4e6 },
  'high-energy': { youngPa: 50e6, steadySlipRadPerS: 2, wattPerM2: 0.3e6, unitPa: 5e6 },
  'woven-carbon': { youngPa: 70e6, steadySlipRadPerS: 5, wattPerM2: 0.6e6, unitPa: 7e6 },
}

/** A window, a rivet circle or a bend of the piston, where stress gathers. */
export interface PlateNotch {
  readonly name: string
  readonly radiusM: number
  /** Theoretical stress concentration. */
  readonly factor: number
}

export interface LockupPiston {
  readonly thicknessM: number
  readonly steelId: string
  /** Support of the inner edge: a short seal lets it tilt, a long hub keeps it square. */
  readonly hub: 'free' | 'guided'
  /** Pressure difference at which its face lies flat on the cover; 0 for a face that is flat at rest. */
  readonly flatAtPa: number
  readonly notches?: readonly PlateNotch[]
}

export interface LockupCover {
  readonly thicknessM: number
  readonly pilotRadiusM: number
  readonly outerRadiusM: number
}

export interface LockupDamper {
  readonly springs: number
  readonly radiusM: number
  readonly rateNPerM: number
  /** Along the spring, until its coils bind. */
  readonly travelM: number
}

/** The lockup clutch of a converter: linings, piston, cover and what turns with them. */
export interface LockupGeometry {
  readonly faces: number
  readonly liningInnerRadiusM: number
  readonly liningOuterRadiusM: number
  readonly liningThicknessM: number
  readonly lining: LockupLining
  readonly hotFriction: number
  readonly sealRadiusM: number
  /** With a seal of its own the piston is pressed to here; without, pressure falls off across the lining. */
  readonly pistonOuterRadiusM?: number
  readonly piston: LockupPiston
  readonly cover?: LockupCover
  readonly damper?: LockupDamper
  /** Clearance of the released piston. */
  readonly gapM: number
  /** A pressure that a piston of this shape is known to bear, and how thick that one was. */
  readonly known?: { readonly thicknessM: number; readonly pressurePa: number }
}

/** Pressure on both sides of the piston. */
export interface LockupOil {
  readonly applyPa: number
  readonly releasePa: number
}

/** Problems of a lockup clutch: radii that cross, unknown steel, no friction face. */
export function lockupIssues(g: LockupGeometry, path = 'geometry'): Issue[] {
  const issues: Issue[] = []
  const crossed = (inner: number, outer: number, at: string) => {
    if (!(inner < outer)) issues.push(issue('radii-crossed', `${path}.${at}`, { innerM: inner, outerM: outer }))
  }
  crossed(g.liningInnerRadiusM, g.liningOuterRadiusM, 'liningInnerRadiusM')
  crossed(g.sealRadiusM, g.liningInnerRadiusM, 'sealRadiusM')
  if (g.pistonOuterRadiusM !== undefined) crossed(g.sealRadiusM, g.pistonOuterRadiusM, 'pistonOuterRadiusM')
  if (g.cover) {
    crossed(g.cover.pilotRadiusM, meanRadius(g), 'cover.pilotRadiusM')
    crossed(meanRadius(g), g.cover.outerRadiusM, 'cover.outerRadiusM')
  }
  if (!steelById(g.piston.steelId)) issues.push(issue('steel-unknown', `${path}.piston.steelId`, { steelId: g.piston.steelId }))
  g.piston.notches?.forEach((notch, i) => {
    if (!(notch.radiusM > g.sealRadiusM && notch.radiusM < g.liningOuterRadiusM))
      issues.push(
        issue('notch-off-piston', `${path}.piston.notches.${i}.radiusM`, {
          name: notch.name,
          innerM: g.sealRadiusM,
          outerM: g.liningOuterRadiusM,
        }),
      )
  })
  return issues
}

/** Mean lining radius, m. */
export const meanRadius = (g: LockupGeometry): number => (g.liningInnerRadiusM + g.liningOuterRadiusM) / 2

/** Slopes at the lining, rad per Pa: of the piston for pressure across it, of the cover for that and for the apply pressure outside it. */
interface Compliance {
  readonly piston: number
  readonly cover: number
  readonly coverOutside: number
}

const complianceOf = oncePer(solvedCompliance)

function solvedCompliance(g: LockupGeometry): Compliance {
  const r = meanRadius(g)
  const coverSlope = (inside: number, ringN: number, outside: number) =>
    g.cover
      ? bendPlate({
          innerRadiusM: g.cover.pilotRadiusM,
          thicknessM: g.cover.thicknessM,
          youngPa: STEEL_YOUNG_PA,
          inner: 'guided',
          outer: 'fixed',
          rings: [
            { outerRadiusM: r, pressurePa: inside, ringLoadN: ringN },
            { outerRadiusM: g.cover.outerRadiusM, pressurePa: outside },
          ],
        }).slopeRad(r)
      : 0
  return {
    piston: pistonPlate(g, 1).slopeRad(r),
    cover: coverSlope(0, Math.PI * (r ** 2 - g.sealRadiusM ** 2), 0),
    coverOutside: coverSlope(0, 0, 1),
  }
}

/** The piston under pressure, standing on its lining. */
export const pistonPlate = (g: LockupGeometry, pressurePa: number) =>
  bendPlate({
    innerRadiusM: g.sealRadiusM,
    thicknessM: g.piston.thicknessM,
    youngPa: STEEL_YOUNG_PA,
    inner: g.piston.hub,
    outer: 'simple',
    rings: [{ outerRadiusM: meanRadius(g), pressurePa }],
  })

/** Contact of the lining: loaded edge, radius of the force, torque. */
export interface LockupState {
  /** Tilt between the faces, rad. Above 0 the inner edge is loaded more, below 0 the outer edge. */
  readonly tiltRad: number
  readonly edge: 'flat' | 'inner' | 'outer'
  /** The other edge has lifted off. */
  readonly lifted: boolean
  /** Radius at which the force acts. */
  readonly radiusM: number
  readonly forceN: number
  /** Greatest pressure on the lining. */
  readonly peakPa: number
  /** Slip torque by the whole force, whatever part of the lining carries it. */
  readonly slipNm: number
  /** Most that the part of the lining that still bears can pass; Infinity while the other edge is down. */
  readonly loadedNm: number
  /** Torque capacity: the lower of both. */
  readonly torqueNm: number
}

/** A tilt that moves the force by less than this share of the lining's width is called flat. */
const FLAT_SHARE = 0.02
const ROUNDS = 60

/**
 * Torque of a lockup clutch, μ·n·Δp·A·R. Pressure falls across the lining, A = π(R² − r_seal²), unless the piston has a seal of its own.
 * Piston and cover lean as plates; the lining gives like an elastic bed, so that the force moves to the edge that bears, and with it R
 * and A. Past the pressure at which the other edge lifts, the part that still bears passes no more than at the unit pressure of that
 * moment: it gets narrower, so torque falls as pressure rises. Δp below zero passes nothing. Apply and release in Pa.
 * @example lockupState({ faces: 1, liningInnerRadiusM: 0.1, liningOuterRadiusM: 0.12, liningThicknessM: 0.001, lining: 'paper', hotFriction: 0.1, sealRadiusM: 0.03, gapM: 0.001, piston: { thicknessM: 1, steelId: '4140-130', hub: 'free', flatAtPa: 0 } }, { applyPa: 500000, releasePa: 0 }).torqueNm // → 193.5
 */
export function lockupState(g: LockupGeometry, oil: LockupOil): LockupState {
  const own = bearing(g, oil)
  const most = own.lifted ? unitPressureMost(g, oil) : Infinity
  const loadedNm = own.peakPa > most ? (own.slipNm * most) / own.peakPa : own.lifted && most < Infinity ? own.slipNm : Infinity
  return { ...own, loadedNm, torqueNm: Math.min(own.slipNm, loadedNm) }
}

/** Unit pressure that a lining with a lifted edge can pass: that at which the edge lifted. Where the whole of it never bears, what the lining bears. */
function unitPressureMost(g: LockupGeometry, { applyPa, releasePa }: LockupOil): number {
  const span = lockupSpan(g, releasePa)
  if (!span) return LINING_BEHAVIOUR[g.lining].unitPa
  // Below the pressure at which the whole lining bears the edge is not lifted by too much pressure but not down yet.
  if (applyPa - releasePa < span.bearsFromPa || span.liftsAbovePa === null) return Infinity
  return bearing(g, { applyPa: span.liftsAbovePa + releasePa, releasePa }).peakPa
}

/** Contact of the lining by the balance of forces alone. */
function bearing(g: LockupGeometry, { applyPa, releasePa }: LockupOil): Omit<LockupState, 'torqueNm' | 'loadedNm'> {
  const across = Math.max(0, applyPa - releasePa)
  const tiltRad = tiltAt(g, across, applyPa)
  const width = g.liningOuterRadiusM - g.liningInnerRadiusM
  const bed = LINING_BEHAVIOUR[g.lining].youngPa / g.liningThicknessM / g.faces
  const face = Math.PI * (g.liningOuterRadiusM ** 2 - g.liningInnerRadiusM ** 2)
  const lean = bed * Math.abs(tiltRad)
  let radiusM = meanRadius(g)
  let forceN = forceAt(g, across, radiusM)
  let [lifted, peakPa] = [false, 0]
  for (let i = 0; i < ROUNDS; i++) {
    const mean = forceN / face
    lifted = (lean * width) / 2 > mean
    const loadedM = lifted ? Math.sqrt((2 * mean * width) / lean) : width
    peakPa = lifted ? lean * loadedM : mean + (lean * width) / 2
    const shift = mean === 0 ? 0 : lifted ? width / 2 - loadedM / 3 : (lean * width ** 2) / (12 * mean)
    const next = meanRadius(g) - Math.sign(tiltRad) * shift
    const settled = Math.abs(next - radiusM) < 1e-12
    radiusM = (radiusM + next) / 2
    forceN = forceAt(g, across, radiusM)
    if (settled) break
  }
  const off = (meanRadius(g) - radiusM) / width
  const edge = Math.abs(off) < FLAT_SHARE ? 'flat' : off > 0 ? 'inner' : 'outer'
  return { tiltRad, edge, lifted, radiusM, forceN, peakPa, slipNm: g.hotFriction * g.faces * forceN * radiusM }
}

const forceAt = (g: LockupGeometry, across: number, radiusM: number) =>
  across * Math.PI * ((g.pistonOuterRadiusM ?? radiusM) ** 2 - g.sealRadiusM ** 2)

/** The face leans by piston less cover, less what it leans at the pressure at which it was made flat. */
function tiltAt(g: LockupGeometry, across: number, applyPa: number): number {
  const { piston, cover, coverOutside } = complianceOf(g)
  return (piston - cover) * (across - g.piston.flatAtPa) - coverOutside * (applyPa - g.piston.flatAtPa)
}

/**
 * Full-contact pressure of a piston `g` machined to the same cone angle as `made`. Scales with the ratio of their tilt per pressure.
 * Equals the pressure of `made` if `g` does not tilt or tilts the other way.
 */
export function flatPressureLike(made: LockupGeometry, g: LockupGeometry): number {
  const slope = (of: LockupGeometry) => {
    const { piston, cover, coverOutside } = complianceOf(of)
    return piston - cover - coverOutside
  }
  const [was, is] = [slope(made), slope(g)]
  return is === 0 || was / is < 0 ? made.piston.flatAtPa : (made.piston.flatAtPa * was) / is
}

/** Pressures across the piston between which its whole lining bears, as far as they were searched. */
export interface LockupSpan {
  readonly bearsFromPa: number
  readonly liftsAbovePa: number | null
}

const MOST_PA = 6e6
const STEPS = 120
const HALVINGS = 30
const spansOf = oncePer((g: LockupGeometry) => oncePerValue((releasePa: number) => contactSpan(g, releasePa)))

/** Pressure range of full lining contact at a release pressure, searched up to 6 MPa. `null` if contact is never full. Kept per geometry and pressure. */
export const lockupSpan = (g: LockupGeometry, releasePa: number): LockupSpan | null => spansOf(g)(releasePa)

function contactSpan(g: LockupGeometry, releasePa: number): LockupSpan | null {
  const tilt = (across: number) => tiltAt(g, across, across + releasePa)
  const [atNone, atMost] = [tilt(0), tilt(MOST_PA)]
  const level = atNone === atMost ? 0 : (MOST_PA * atNone) / (atNone - atMost)
  return searchedSpan((across) => !bearing(g, { applyPa: across + releasePa, releasePa }).lifted, level)
}

/** Steps over all pressures, and at the one where the face is level: the span about that may be narrower than a step. */
function searchedSpan(whole: (acrossPa: number) => boolean, levelPa: number): LockupSpan | null {
  const even = Array.from({ length: STEPS }, (_, i) => ((i + 1) * MOST_PA) / STEPS)
  const steps = levelPa > 0 && levelPa < MOST_PA ? [...even, levelPa].sort((a, b) => a - b) : even
  const first = steps.findIndex(whole)
  if (first < 0) return null
  const end = steps.findIndex((p, i) => i > first && !whole(p))
  const edge = (good: number, bad: number) => {
    let [a, b] = [good, bad]
    for (let i = 0; i < HALVINGS; i++) [a, b] = whole((a + b) / 2) ? [(a + b) / 2, b] : [a, (a + b) / 2]
    return a
  }
  return {
    bearsFromPa: first === 0 ? 0 : edge(numberAt(steps, first), numberAt(steps, first - 1)),
    liftsAbovePa: end < 0 ? null : edge(numberAt(steps, end - 1), numberAt(steps, end)),
  }
}

/**
 * Pressure that a piston bears by the known one of its shape: it goes with the cube of thickness (slope ∝ p/(E·t³)).
 * Source: bending of thin plates, Timoshenko & Woinowsky-Krieger.
 * @example scaledPistonLimit({ thicknessM: 0.003, pressurePa: 800000 }, 0.0036) / 1000 // → 1382.4
 */
export const scaledPistonLimit = (known: { thicknessM: number; pressurePa: number }, thicknessM: number): number =>
  known.pressurePa * (thicknessM / known.thicknessM) ** 3

/** Pressure limit across the piston, scaled from a known piston of the same shape. Undefined if none is known. */
export const pistonLimit = ({ known, piston }: LockupGeometry): number | undefined => known && scaledPistonLimit(known, piston.thicknessM)

/**
 * Torque at which a damper's coils bind: springs × rate × travel × radius.
 * Source: statics.
 * @example damperStopTorque({ springs: 6, radiusM: 0.07, rateNPerM: 200000, travelM: 0.008 }) // → 672
 */
export const damperStopTorque = ({ springs, radiusM, rateNPerM, travelM }: LockupDamper): number => springs * rateNPerM * travelM * radiusM

/** Stiffness of a damper in torsion, N·m/rad. Source: statics. */
export const damperStiffness = ({ springs, radiusM, rateNPerM }: LockupDamper): number => springs * rateNPerM * radiusM ** 2
