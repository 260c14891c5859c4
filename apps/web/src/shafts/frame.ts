import { shaftLength, type ShaftGeometry } from '@plucky/core'

/** Where shafts stand on the sheet: one scale along and across, the stress chart below on the same length. */
export interface ShaftFrame {
  readonly width: number
  readonly left: number
  readonly centre: number
  /** px a metre. */
  readonly perM: number
  readonly chartTop: number
  readonly chartHeight: number
  readonly height: number
}

const SIDE = 46
const CAPTION = 20
const MOST_HALF = 128
const CHART = 150
const GAP = 58

/** Fits every shaft that is shown; the lower half is there where something is tried. */
export function frameFor(shafts: readonly ShaftGeometry[], width: number, lower: boolean): ShaftFrame {
  const length = Math.max(...shafts.map(shaftLength))
  const radius = Math.max(
    ...shafts.flatMap((s) => [
      ...s.sections.map((x) => x.outerDiameterM / 2),
      ...(s.welds ?? []).map((w) => w.radiusM + w.legM),
      ...(s.presses ?? []).map((p) => p.hubDiameterM / 2),
    ]),
  )
  const perM = Math.min((width - 2 * SIDE) / length, (MOST_HALF - 42) / radius)
  const half = radius * perM + 42
  const centre = CAPTION + half
  const chartTop = centre + (lower ? half + CAPTION : 16) + GAP
  return {
    width,
    left: SIDE + (width - 2 * SIDE - length * perM) / 2,
    centre,
    perM,
    chartTop,
    chartHeight: CHART,
    height: chartTop + CHART + 24,
  }
}

export const xOf = (frame: ShaftFrame, metres: number): number => frame.left + metres * frame.perM
