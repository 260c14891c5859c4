import { issue, type Issue } from '../../quantity/issue.js'

/** Rollers and sprags wedge between races; a ratchet's pawls drop into teeth. */
export const ONE_WAY_KINDS = ['roller', 'sprag', 'ratchet'] as const
export type OneWayKind = (typeof ONE_WAY_KINDS)[number]

export interface OneWayGeometry {
  readonly elementKind: OneWayKind
  readonly elements: number
  readonly elementLengthM: number
  readonly innerRaceRadiusM: number
  /** Diameter of a roller; twice the flank radius of a sprag at the inner race; thickness of a pawl. */
  readonly elementDiameterM: number
  /** Angle between the line of force and the radius; as usual for the kind if not given. */
  readonly wedgeAngleRad?: number
  /** Radial thickness of the outer race behind its track. */
  readonly outerRaceThicknessM?: number
}

const deg = Math.PI / 180

/** Rollers on a flat cam keep their angle; sprags stand steeper as they take torque (from memory). */
export const ROLLER_ANGLE_RAD = 3.75 * deg
export const SPRAG_ANGLE_RAD = { unloaded: 3.25 * deg, atLimit: 6.5 * deg } as const

/** Hertz stress that races and elements of bearing steel bear once, by kind (from memory; sprags 3.5 to 4.0 GPa). */
export const WEDGE_STRESS_PA = { roller: 4.0e9, sprag: 3.75e9 } as const

/** Tension that the outer race bears once, hardened on a tough core (from memory). */
export const RACE_TENSION_PA = 800e6

/** Torque at which sprags tip past their cam, over the torque at which their contact is at its limit (from memory). */
export const ROLL_OVER = 1.5

/** Contact stress at which rollers or sprags engage a million times; life goes with its power −20/3 (ISO 281 for line contact; the stress from memory). */
const MILLION_STRESS_PA = 3.0e9
const LIFE_POWER = 20 / 3

/**
 * Engagements to pitted races at a contact stress.
 * Source: ISO 281 for line contact; the stress from memory.
 * @example engagementsAt(3e9) // → 1000000
 */
export const engagementsAt = (stressPa: number): number => (stressPa > 0 ? 1e6 * (MILLION_STRESS_PA / stressPa) ** LIFE_POWER : Infinity)

/** 2/Σ((1 − ν²)/E) for steel on steel, E 206.6 GPa, ν 0.3. */
export const STEEL_PAIR_PA = 227e9

/** Faults of a one-way clutch: elements that do not find room round the race. */
export function oneWayIssues(clutch: OneWayGeometry, path = 'geometry'): Issue[] {
  const room = Math.floor((2 * Math.PI * (clutch.innerRaceRadiusM + clutch.elementDiameterM / 2)) / least(clutch))
  return clutch.elements <= room ? [] : [issue('elements-find-no-room', `${path}.elements`, { elements: clutch.elements, room })]
}

/** Along the race a roller or a pawl takes its whole diameter; a sprag stands on edge and takes about two thirds of it. */
const least = ({ elementKind, elementDiameterM }: OneWayGeometry) => elementDiameterM * (elementKind === 'sprag' ? 0.65 : 1)

/** Radius of the line contact at the inner race, both convex: 1/R' = 1/r + 1/R_i. */
const contactRadius = ({ elementDiameterM, innerRaceRadiusM }: OneWayGeometry) => 1 / (2 / elementDiameterM + 1 / innerRaceRadiusM)

type Wedging = OneWayGeometry & { readonly elementKind: 'roller' | 'sprag' }

/** Rollers or sprags: pawls of a ratchet have no model here. */
export const isWedging = (clutch: OneWayGeometry): clutch is Wedging => clutch.elementKind !== 'ratchet'

/** Angle between the line of force and the radius at the contact limit. */
const angleAtLimit = ({ elementKind, wedgeAngleRad }: OneWayGeometry): number =>
  wedgeAngleRad ?? (elementKind === 'sprag' ? SPRAG_ANGLE_RAD.atLimit : ROLLER_ANGLE_RAD)

/**
 * Wedge angle under a torque: that of rollers stays, that of sprags grows in proportion from none to the contact limit, and stays from there.
 * Source: common practice, no source.
 * @example wedgeAngle({ elementKind: 'sprag', elements: 44, elementLengthM: 0.012, innerRaceRadiusM: 0.044, elementDiameterM: 0.0082 }, 0) * 180 / Math.PI // → 3.25
 */
export function wedgeAngle(clutch: OneWayGeometry, torqueNm: number): number {
  const limit = angleAtLimit(clutch)
  if (clutch.elementKind !== 'sprag' || clutch.wedgeAngleRad !== undefined) return limit
  const share = Math.min(1, torqueNm / contactTorqueOf(clutch, limit, WEDGE_STRESS_PA.sprag))
  return SPRAG_ANGLE_RAD.unloaded + share * (limit - SPRAG_ANGLE_RAD.unloaded)
}

/** Torque that presses the inner race to a stress at a wedge angle, z·R_i·L·tan φ·σ²·2π·R'/E' (Hertz line contact). */
const contactTorqueOf = (clutch: OneWayGeometry, angleRad: number, stressPa: number): number =>
  (clutch.elements *
    clutch.innerRaceRadiusM *
    clutch.elementLengthM *
    Math.tan(angleRad) *
    stressPa ** 2 *
    2 *
    Math.PI *
    contactRadius(clutch)) /
  STEEL_PAIR_PA

/**
 * Hertz stress at the inner race under a torque: each element presses with F' = T/(z·R_i·L·tan φ) per length, and
 * σ = √(F'·E'/(2π·R')) (Hertz line contact; Johnson, Contact Mechanics, 4.2, from memory). Rollers and sprags alone.
 * @example wedgeStress({ elementKind: 'roller', elements: 16, elementLengthM: 0.018, innerRaceRadiusM: 0.055, elementDiameterM: 0.0095 }, toSi(1482.8, 'lb-ft')) / 1e9 // → 4.000
 */
export const wedgeStress = (clutch: OneWayGeometry, torqueNm: number): number =>
  Math.sqrt(torqueNm / contactTorqueOf(clutch, wedgeAngle(clutch, torqueNm), 1))

/**
 * Torque at which the inner race is pressed to the stress limit of its kind; it goes with elements × length × race radius. Undefined for a
 * ratchet: its pawls and teeth have no model here.
 * Source: Hertz line contact.
 * @example fromSi(wedgeTorque({ elementKind: 'roller', elements: 16, elementLengthM: 0.018, innerRaceRadiusM: 0.055, elementDiameterM: 0.0095 }), 'lb-ft') // → 1482.8
 */
export const wedgeTorque = (clutch: OneWayGeometry): number | undefined =>
  isWedging(clutch) ? contactTorqueOf(clutch, angleAtLimit(clutch), WEDGE_STRESS_PA[clutch.elementKind]) : undefined

/** Torque at which sprags roll over. Undefined for other kinds. Source: common practice, no source. */
export function rollOverTorque(clutch: OneWayGeometry): number | undefined {
  const wedge = clutch.elementKind === 'sprag' ? wedgeTorque(clutch) : undefined
  return wedge === undefined ? undefined : ROLL_OVER * wedge
}

/** Radius of the outer track: the elements lie between it and the inner race. */
export const outerTrackRadius = ({ innerRaceRadiusM, elementDiameterM }: OneWayGeometry): number => innerRaceRadiusM + elementDiameterM

/** Greatest tension in an outer race over the pressure in it: (r_o² + r_i²)/(r_o² − r_i²) at its bore (Lamé; Shigley, thick-walled cylinders). */
export function raceTensionShare(clutch: OneWayGeometry & { readonly outerRaceThicknessM: number }): number {
  const bore = outerTrackRadius(clutch)
  const outer = bore + clutch.outerRaceThicknessM
  return (outer ** 2 + bore ** 2) / (outer ** 2 - bore ** 2)
}

/**
 * Torque at which the outer race is stretched to its limit: the elements press on it with F = T/(R_i·tan φ) in all, p = F/(2π·R_o·L). Undefined
 * for a ratchet, and where the thickness of the race is not known.
 */
export function raceTorque(clutch: OneWayGeometry): number | undefined {
  const { outerRaceThicknessM, elementLengthM, innerRaceRadiusM } = clutch
  if (outerRaceThicknessM === undefined || !isWedging(clutch)) return undefined
  const pressurePa = RACE_TENSION_PA / raceTensionShare({ ...clutch, outerRaceThicknessM })
  const pressNm = (angle: number) =>
    pressurePa * 2 * Math.PI * outerTrackRadius(clutch) * elementLengthM * innerRaceRadiusM * Math.tan(angle)
  // The angle of sprags goes with torque: both are met at once where torque over its own press is 1.
  let torqueNm = pressNm(angleAtLimit(clutch))
  for (let i = 0; i < SETTLES; i++) torqueNm = pressNm(wedgeAngle(clutch, torqueNm))
  return torqueNm
}

/** Rounds in which angle and torque of a sprag settle; each halves what is left, or better. */
const SETTLES = 60

/**
 * Torque of a design scaled from a known one at equal contact stress: by element count, length and race radius, the element's own
 * curvature staying (common practice, no source).
 * @example scaledTorque(1000, { elements: 34, elementLengthM: 0.02, innerRaceRadiusM: 0.055 }, { elements: 45, elementLengthM: 0.02, innerRaceRadiusM: 0.055 }) // → 1323.5
 */
export function scaledTorque(knownNm: number, known: Scaled, wanted: Scaled): number {
  const size = (c: Scaled) => c.elements * c.elementLengthM * c.innerRaceRadiusM
  return (knownNm * size(wanted)) / size(known)
}

type Scaled = Pick<OneWayGeometry, 'elements' | 'elementLengthM' | 'innerRaceRadiusM'>
