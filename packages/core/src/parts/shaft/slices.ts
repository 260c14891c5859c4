import { memberAt, numberAt } from '../../numeric/certain.js'
import { oncePer } from '../../numeric/once-per.js'
import { crossHoles, sectionStarts, workingDiameter, type CrossHole, type Groove, type ShaftGeometry, type ShaftSection } from './shaft.js'
import { netModulusAtCrossHole, torsionModulus } from './torsion.js'

/** A stretch of shaft over which nothing changes: what carries there, and what is cut into it. */
export interface Slice {
  readonly fromM: number
  readonly toM: number
  readonly section: ShaftSection
  readonly diameterM: number
  readonly boreM: number
  readonly hole?: CrossHole
  /** All drillings across it, by the hole whose edge they have. */
  readonly drilledM: number
  readonly groove?: Groove
  /** J/R of what is left, m³. */
  readonly modulusM3: number
}

/** Stretches shorter than this are the dust of adding lengths up. */
const DUST_M = 1e-9

/** A shaft cut wherever something changes, front to rear. Made once a geometry; it must be valid. */
export const slicesOf: (shaft: ShaftGeometry) => readonly Slice[] = oncePer(cut)

function cut(shaft: ShaftGeometry): Slice[] {
  const starts = sectionStarts(shaft)
  const length = numberAt(starts, starts.length - 1)
  const holes = crossHoles(shaft).map((hole) => ({
    hole,
    fromM: hole.fromFrontM - hole.diameterM / 2,
    toM: hole.fromFrontM + hole.diameterM / 2,
  }))
  const grooves = (shaft.grooves ?? []).map((groove) => ({
    groove,
    fromM: groove.fromFrontM - groove.widthM / 2,
    toM: groove.fromFrontM + groove.widthM / 2,
  }))
  const edges = [...starts, ...[...holes, ...grooves].flatMap(({ fromM, toM }) => [fromM, toM])]
    .filter((x) => x >= 0 && x <= length)
    .sort((a, b) => a - b)
  return edges.flatMap((fromM, i): Slice[] => {
    const toM = edges[i + 1]
    if (toM === undefined || toM - fromM < DUST_M) return []
    const middle = (fromM + toM) / 2
    const over = <T extends { fromM: number; toM: number }>(list: readonly T[]) => list.filter((f) => f.fromM < middle && f.toM > middle)
    const section = memberAt(
      shaft.sections,
      starts.findLastIndex((start) => start < middle),
    )
    return [
      sliceOf(
        fromM,
        toM,
        section,
        over(holes).map(({ hole }) => hole),
        over(grooves).map(({ groove }) => groove),
      ),
    ]
  })
}

function sliceOf(fromM: number, toM: number, section: ShaftSection, holes: readonly CrossHole[], grooves: readonly Groove[]): Slice {
  const land = workingDiameter(section)
  const groove = grooves.reduce<Groove | undefined>(
    (deepest, g) => (deepest && deepest.bottomDiameterM <= g.bottomDiameterM ? deepest : g),
    undefined,
  )
  const cutting = groove && groove.bottomDiameterM < land ? groove : undefined
  const diameterM = cutting ? cutting.bottomDiameterM : land
  const boreM = section.boreDiameterM
  const drilledM = holes.reduce((sum, { diameterM: a, drillings = 1 }) => sum + a * drillings, 0)
  const largest = holes.reduce<CrossHole | undefined>((most, h) => (most && most.diameterM >= h.diameterM ? most : h), undefined)
  return {
    fromM,
    toM,
    section,
    diameterM,
    boreM,
    drilledM,
    modulusM3: drilledM > 0 ? netModulusAtCrossHole(diameterM, boreM, drilledM) : torsionModulus(diameterM, boreM),
    ...(largest ? { hole: largest } : {}),
    ...(cutting ? { groove: cutting } : {}),
  }
}
