import { memberAt, numberAt } from '../numeric/certain.js'
import { monotoneCubic } from '../engine/monotone-cubic.js'
import { issue, type Issue } from '../quantity/issue.js'
import type { Characteristic } from './characteristic.js'

/** A row of a converter's own measured table (SAE J643). */
export interface TableRow {
  readonly speedRatio: number
  readonly torqueRatio: number
  readonly kFactorRadPerSPerRootNm: number
}

/**
 * Faults of a measured table: fewer than three rows, no stall row (SR 0), speed ratio not rising or not below 1, torque ratio or K not
 * positive, and more power out than in (SR·TR > 1).
 */
export function tableIssues(rows: readonly TableRow[], path = 'table'): Issue[] {
  const issues: Issue[] = []
  if (rows.length < 3) issues.push(issue('table-too-short', path, { count: rows.length }))
  if (rows[0] && rows[0].speedRatio !== 0)
    issues.push(issue('table-without-stall', `${path}.0.speedRatio`, { speedRatio: rows[0].speedRatio }))
  rows.forEach(({ speedRatio, torqueRatio, kFactorRadPerSPerRootNm }, i) => {
    const values = { row: i + 1, speedRatio, torqueRatio }
    const before = rows[i - 1]
    if (before && !(speedRatio > before.speedRatio)) issues.push(issue('speed-ratio-not-rising', `${path}.${i}.speedRatio`, values))
    if (!(speedRatio >= 0 && speedRatio < 1)) issues.push(issue('speed-ratio-outside', `${path}.${i}.speedRatio`, values))
    if (!(torqueRatio > 0)) issues.push(issue('torque-ratio-not-positive', `${path}.${i}.torqueRatio`, values))
    if (!(kFactorRadPerSPerRootNm > 0)) issues.push(issue('k-factor-not-positive', `${path}.${i}.kFactorRadPerSPerRootNm`, values))
    if (speedRatio * torqueRatio > 1)
      issues.push(issue('more-out-than-in', `${path}.${i}.torqueRatio`, { ...values, efficiency: speedRatio * torqueRatio }))
  })
  return issues
}

/**
 * Characteristic of a converter from its own table: capacity 1/K² and torque ratio by monotone cubic between the rows. Above the last row
 * the capacity falls to nothing at SR 1, where K is infinite. Valid from 0 to 1; the table must be valid.
 * Source: SAE J643; Fritsch & Carlson 1980.
 * @example tableCharacteristic([{ speedRatio: 0, torqueRatio: 2, kFactorRadPerSPerRootNm: 12 }, { speedRatio: 0.5, torqueRatio: 1.5, kFactorRadPerSPerRootNm: 12.5 }, { speedRatio: 0.9, torqueRatio: 1, kFactorRadPerSPerRootNm: 18 }]).capacity(0) * 144 // → 1
 */
export function tableCharacteristic(rows: readonly TableRow[]): Characteristic {
  const ratios = [...rows.map((row) => row.speedRatio), 1]
  const capacities = [...rows.map((row) => row.kFactorRadPerSPerRootNm ** -2), 0]
  const lastRatio = memberAt(rows, rows.length - 1).torqueRatio
  const torqueRatios = [...rows.map((row) => row.torqueRatio), Math.min(1, lastRatio)]
  const torqueRatio = monotoneCubic(ratios, torqueRatios)
  const coupled = rows.find((row) => row.torqueRatio <= 1)
  return {
    stallCapacity: numberAt(capacities, 0),
    stallTorqueRatio: numberAt(torqueRatios, 0),
    couplingSpeedRatio: coupled?.speedRatio ?? 1,
    capacity: monotoneCubic(ratios, capacities),
    torqueRatio,
  }
}
