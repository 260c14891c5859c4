import { figure, quantity } from '@plucky/contract'
import { gearTorques, memberSpeed, type GearTrain, type RangeSolution } from '@plucky/core'

/** What the figures are multiplied by: nothing, so that they stand per 1 of the input, or the input of a duty case. */
export type Scale = { readonly torqueNm: number; readonly speedRadPerS: number } | null

/** Torques of this share of the input's are rounding dust. */
const DUST = 1e-9

export const torqueWords = (perInput: number, scale: Scale): string =>
  scale ? quantity(perInput * scale.torqueNm, 'lb-ft') : figure(perInput, 3)

export const speedWords = (perInput: number | undefined, scale: Scale): string =>
  perInput === undefined ? 'free' : scale ? quantity(perInput * scale.speedRadPerS, 'rpm') : figure(perInput, 3)

/** Torque through a member: half the sum of the absolute torques on it. 0 if it idles. */
export function memberTorque(train: GearTrain, solution: RangeSolution, member: string): number {
  if (solution.outcome !== 'driven') return 0
  const gears = gearTorques(train, solution).flatMap(({ member: of, torque }) => (of === member ? torque : []))
  const links = [...train.joints, ...train.elements].flatMap(({ id, a, b }) =>
    a === member || b === member ? (solution.torques[id] ?? 0) : [],
  )
  const ends = [member === train.input ? 1 : 0, member === train.output ? solution.outputTorque : 0]
  const through = [...gears, ...links, ...ends].reduce((sum, torque) => sum + Math.abs(torque), 0) / 2
  return through < DUST ? 0 : through
}

export const linkTorque = (solution: RangeSolution, id: string): number => {
  const torque = solution.torques[id] ?? 0
  return Math.abs(torque) < DUST ? 0 : torque
}

/** How a member stands in a range. */
export type MemberState = 'carries' | 'held' | 'idles' | 'free'

export function memberState(train: GearTrain, solution: RangeSolution, member: string): MemberState {
  const speed = memberSpeed(solution, member)
  if (speed === undefined) return 'free'
  if (memberTorque(train, solution, member) === 0) return 'idles'
  return speed === 0 ? 'held' : 'carries'
}
