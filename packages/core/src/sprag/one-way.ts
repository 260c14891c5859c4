import { fault, type Fault } from '../quantity/fault.js'

/** Rollers and sprags wedge between races; a ratchet's pawls drop into teeth. */
export const ONE_WAY_KINDS = ['roller', 'sprag', 'ratchet'] as const
export type OneWayKind = (typeof ONE_WAY_KINDS)[number]

export interface OneWayGeometry {
  readonly elementKind: OneWayKind
  readonly elements: number
  readonly elementLengthM: number
  readonly innerRaceRadiusM: number
  /** Of a roller; of a sprag twice the radius of its flank at the inner race; of a pawl its thickness. */
  readonly elementDiameterM: number
  /** Angle between the line of force and the radius; the usual one if not given. */
  readonly wedgeAngleRad?: number
}

/** Usual wedge angle, and the Hertz stress that races and elements of bearing steel stand once (from memory). */
export const WEDGE_ANGLE_RAD = (3.75 * Math.PI) / 180
export const WEDGE_STRESS_PA = 4.0e9

/** Contact stress at which rollers or sprags engage a million times; life goes with its power −20/3 (ISO 281 for line contact; the stress from memory). */
const MILLION_STRESS_PA = 3.0e9
const LIFE_POWER = 20 / 3

/**
 * Engagements to pitted races at a contact stress.
 * @example engagementsAt(3e9) // → 1000000
 */
export const engagementsAt = (stressPa: number): number => (stressPa > 0 ? 1e6 * (MILLION_STRESS_PA / stressPa) ** LIFE_POWER : Infinity)

/** 2/Σ((1 − ν²)/E) for steel on steel, E 206.6 GPa, ν 0.3. */
export const STEEL_PAIR_PA = 227e9

/** Faults of a one-way clutch: elements that do not find room round the race. */
export function oneWayFaults(clutch: OneWayGeometry, path = 'geometry'): Fault[] {
  const room = Math.floor((2 * Math.PI * (clutch.innerRaceRadiusM + clutch.elementDiameterM / 2)) / least(clutch))
  return clutch.elements <= room ? [] : [fault('elements-find-no-room', `${path}.elements`, { elements: clutch.elements, room })]
}

/** Along the race a roller or a pawl takes its whole diameter; a sprag stands on edge and takes about two thirds of it. */
const least = ({ elementKind, elementDiameterM }: OneWayGeometry) => elementDiameterM * (elementKind === 'sprag' ? 0.65 : 1)

/** Radius of the line contact at the inner race, both convex: 1/R' = 1/r + 1/R_i. */
const contactRadius = ({ elementDiameterM, innerRaceRadiusM }: OneWayGeometry) => 1 / (2 / elementDiameterM + 1 / innerRaceRadiusM)

/**
 * Hertz stress at the inner race under a torque: each element presses with F' = T/(z·R_i·L·tan φ) per length, and
 * σ = √(F'·E'/(2π·R')) (Hertz line contact; Johnson, Contact Mechanics, 4.2, from memory). Rollers and sprags alone.
 * @example wedgeStress({ elementKind: 'roller', elements: 16, elementLengthM: 0.018, innerRaceRadiusM: 0.055, elementDiameterM: 0.0095 }, toSi(1482.8, 'lb-ft')) / 1e9 // → 4.000
 */
export function wedgeStress(clutch: OneWayGeometry, torqueNm: number): number {
  const { elements, innerRaceRadiusM, elementLengthM, wedgeAngleRad = WEDGE_ANGLE_RAD } = clutch
  const press = torqueNm / (elements * innerRaceRadiusM * elementLengthM * Math.tan(wedgeAngleRad))
  return Math.sqrt((press * STEEL_PAIR_PA) / (2 * Math.PI * contactRadius(clutch)))
}

/**
 * Torque at which the inner race is pressed to its stress limit; it goes with elements × length × race radius. Nothing for a ratchet: its
 * pawls and teeth have no model here.
 * @example fromSi(wedgeTorque({ elementKind: 'roller', elements: 16, elementLengthM: 0.018, innerRaceRadiusM: 0.055, elementDiameterM: 0.0095 }), 'lb-ft') // → 1482.8
 */
export function wedgeTorque(clutch: OneWayGeometry, limitPa = WEDGE_STRESS_PA): number | undefined {
  return clutch.elementKind === 'ratchet' ? undefined : (limitPa / wedgeStress(clutch, 1)) ** 2
}

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
