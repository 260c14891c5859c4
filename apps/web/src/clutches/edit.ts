import { isLined, linedPlates, wantedClearance, type PackGeometry, type PackStack, type Plate } from '@plucky/core'

const MM = 1e-3

/** The pack with another stack; numbers and thicknesses that are said of it follow. */
export function withStack(pack: PackGeometry, stack: PackStack): PackGeometry {
  const lined = stack.plates.find(isLined)
  const steel = stack.plates.find(({ kind }) => kind === 'steel')
  return {
    ...pack,
    stack,
    linedPlates: linedPlates(stack),
    ...(lined ? { platesThicknessM: lined.thicknessM } : {}),
    ...(steel ? { steelThicknessM: steel.thicknessM } : {}),
  }
}

const USUAL = { backingM: 5 * MM, ringM: 1.6 * MM, grooveM: 2 * MM, pistonM: 14 * MM } as const

/** The pack plate by plate, as it usually lies where only numbers are known: steel and lined plate in turn, a backing plate, the wanted clearance. */
export function withOwnStack(pack: PackGeometry): PackGeometry {
  if (pack.stack) return pack
  const pair: Plate[] = [
    { kind: 'steel', thicknessM: pack.steelThicknessM },
    { kind: 'lined', thicknessM: pack.platesThicknessM },
  ]
  const plates: Plate[] = [...Array.from({ length: pack.linedPlates }, () => pair).flat(), { kind: 'backing', thicknessM: USUAL.backingM }]
  const bare: PackStack = { plates, drumDepthM: 0, pistonHeightM: USUAL.pistonM, ringThicknessM: USUAL.ringM, ringGrooveM: USUAL.grooveM }
  const { leastM, mostM } = wantedClearance(bare)
  const thick = plates.reduce((sum, { thicknessM }) => sum + thicknessM, 0)
  return withStack(pack, { ...bare, drumDepthM: USUAL.pistonM + thick + USUAL.ringM + (leastM + mostM) / 2 })
}

const ofStack = (pack: PackGeometry, change: (plates: readonly Plate[]) => readonly Plate[]): PackGeometry =>
  pack.stack ? withStack(pack, { ...pack.stack, plates: change(pack.stack.plates) }) : pack

/** Changes to a plate. `undefined` removes an optional field. */
type PlateChange = { readonly [K in keyof Plate]?: Plate[K] | undefined }

/** One plate changed. */
export const setPlate = (pack: PackGeometry, index: number, change: PlateChange): PackGeometry =>
  ofStack(pack, (plates) => plates.map((plate, i) => (i === index ? changedPlate(plate, change) : plate)))

function changedPlate(plate: Plate, { kind = plate.kind, thicknessM = plate.thicknessM, ...facts }: PlateChange): Plate {
  const { lining, turnsWith, grooves } = { ...plate, ...facts }
  return { kind, thicknessM, ...(lining && { lining }), ...(turnsWith && { turnsWith }), ...(grooves && { grooves }) }
}

/** All plates of a kind as thick. */
export const setThickness = (pack: PackGeometry, kind: Plate['kind'], thicknessM: number): PackGeometry =>
  ofStack(pack, (plates) => plates.map((plate) => (plate.kind === kind ? { ...plate, thicknessM } : plate)))

export const removePlate = (pack: PackGeometry, index: number): PackGeometry => ofStack(pack, (plates) => plates.toSpliced(index, 1))

/** A plate of a kind put in behind another, as thick as its like. */
export const addPlate = (pack: PackGeometry, behind: number, kind: Plate['kind']): PackGeometry =>
  ofStack(pack, (plates) => {
    const like = plates.find((plate) => plate.kind === kind)
    return plates.toSpliced(behind + 1, 0, like ?? { kind, thicknessM: kind === 'backing' ? USUAL.backingM : 2 * MM })
  })

/** A plate moved by one place. */
export const movePlate = (pack: PackGeometry, index: number, by: 1 | -1): PackGeometry =>
  ofStack(pack, (plates) => {
    const [plate, to] = [plates[index], index + by]
    return plate && to >= 0 && to < plates.length ? plates.toSpliced(index, 1).toSpliced(to, 0, plate) : plates
  })

/** Room of the stack changed: piston, ring, depth. */
export const setRoom = (pack: PackGeometry, change: Partial<PackStack>): PackGeometry =>
  pack.stack ? withStack(pack, { ...pack.stack, ...change }) : pack
