import { memberAt } from '../../numeric/certain.js'
import { frictionFaces, type PackGeometry } from './pack.js'
import { isLined, rubbedPlates, rubbingFaces, stackClearance, wantedClearance, type PackStack, type Plate } from './stack.js'

/** Ways to make room for one more plate. */
export const GAIN_WAYS = ['piston', 'lined', 'steels', 'backing', 'cushion'] as const
export type GainWay = (typeof GAIN_WAYS)[number]

/** One way to gain a plate, with what it costs beside money. */
export interface Gain {
  readonly way: GainWay
  /** The pack with one lined plate and one steel more. */
  readonly pack: PackGeometry
  /** Dimension that is reduced, before and after. */
  readonly fromM: number
  readonly toM: number
  /** Friction faces after over before, at one force. */
  readonly facesShare: number
  /** Heat that the steels take up, after over before. */
  readonly heatShare: number
  /** Bending of the backing plate under one load, after over before: it goes with 1/t³ (plate bending; Roark). */
  readonly flexShare: number
  readonly clearanceM: number
  /** Reason why the option is not possible. `null` if it is possible. */
  readonly blocked: 'piston-too-short' | 'too-thin' | 'nothing-there' | null
}

/** Thinnest plates that are to be had (common practice, no source). */
const THINNEST = { lined: 0.0014, steels: 0.0014, backing: 0.0035 } as const

/** Steel of the plates that takes up heat, as length of stack: what is heated on one side counts half. */
export const heatedSteel = (stack: PackStack): number =>
  rubbedPlates(stack).reduce((sum, { faces, steelM }) => sum + (steelM * faces) / 2, 0)

/** One more lined plate with a steel behind it, put in before the last lined one, as thick as its like. */
export function withOneMore(stack: PackStack): PackStack {
  const last = stack.plates.map(isLined).lastIndexOf(true)
  const lined = memberAt(stack.plates, last)
  const steel = stack.plates.find(({ kind }) => kind === 'steel') ?? { kind: 'steel' as const, thicknessM: lined.thicknessM }
  return { ...stack, plates: [...stack.plates.slice(0, last), { ...lined }, { ...steel }, ...stack.plates.slice(last)] }
}

const thinned = (stack: PackStack, which: (plate: Plate) => boolean, toM: number): PackStack => ({
  ...stack,
  plates: stack.plates.map((plate) => (which(plate) ? { ...plate, thicknessM: toM } : plate)),
})

/** Every way to gain a plate, side by side. Each takes just as much as is needed for the middle of the wanted clearance. */
export function plateGainOptions(pack: PackGeometry): Gain[] {
  const { stack } = pack
  if (!stack) return []
  const more = withOneMore(stack)
  const wanted = wantedClearance(more)
  const lackM = (wanted.leastM + wanted.mostM) / 2 - stackClearance(more)
  return GAIN_WAYS.map((way) => gainBy(pack, stack, more, lackM, way))
}

function gainBy(pack: PackGeometry, stack: PackStack, more: PackStack, lackM: number, way: GainWay): Gain {
  const { made, fromM, toM, blocked } = roomBy(more, lackM, way)
  const backing = (of: PackStack) => of.plates.find(({ kind }) => kind === 'backing')?.thicknessM ?? 1
  return {
    way,
    pack: { ...pack, stack: made, linedPlates: pack.linedPlates + 1 },
    fromM,
    toM,
    facesShare: rubbingFaces(made) / Math.max(1, frictionFaces(pack)),
    heatShare: heatedSteel(made) / heatedSteel(stack),
    flexShare: (backing(stack) / backing(made)) ** 3,
    clearanceM: stackClearance(made),
    blocked,
  }
}

interface Room {
  readonly made: PackStack
  readonly fromM: number
  readonly toM: number
  readonly blocked: Gain['blocked']
}

function roomBy(more: PackStack, lackM: number, way: GainWay): Room {
  switch (way) {
    case 'piston': {
      const toM = more.pistonHeightM - lackM
      const least = more.pistonLeastHeightM ?? 0
      return { made: { ...more, pistonHeightM: toM }, fromM: more.pistonHeightM, toM, blocked: toM < least ? 'piston-too-short' : null }
    }
    case 'lined':
      return byThinner(more, lackM, isLined, THINNEST.lined)
    case 'steels':
      return byThinner(more, lackM, ({ kind }) => kind === 'steel', THINNEST.steels)
    case 'backing':
      return byThinner(more, lackM, ({ kind }) => kind === 'backing', THINNEST.backing)
    case 'cushion': {
      const cushion = more.plates.find(({ kind }) => kind === 'cushion')
      const made = { ...more, plates: more.plates.filter((plate) => plate !== cushion) }
      const short = lackM - (cushion?.thicknessM ?? 0) > ROUNDING
      return { made, fromM: cushion?.thicknessM ?? 0, toM: 0, blocked: !cushion ? 'nothing-there' : short ? 'too-thin' : null }
    }
  }
}

const ROUNDING = 1e-9

function byThinner(more: PackStack, lackM: number, which: (plate: Plate) => boolean, thinnestM: number): Room {
  const those = more.plates.filter(which)
  const [one] = those
  if (!one) return { made: more, fromM: 0, toM: 0, blocked: 'nothing-there' }
  const toM = one.thicknessM - lackM / those.length
  return { made: thinned(more, which, Math.max(toM, ROUNDING)), fromM: one.thicknessM, toM, blocked: toM < thinnestM ? 'too-thin' : null }
}
