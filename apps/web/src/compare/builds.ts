import { asReceived, evaluateJob, quantity, type EvaluatedJob, type JobContent, type JobFile, type Revision } from '@plucky/contract'
import type { PlanInput, PlanPoint, UnitOffer } from '@plucky/core'
import { jobOnUnit } from '../plan/job-on-unit.js'
import type { Mark } from '../plan/marks.js'
import { installPlan, restoreRevision } from '../state/commands.js'
import { shopStore } from '../state/shop.js'
import { judgedNow } from '../state/verdicts.js'

/** A build that can be compared. It is judged when it is shown. */
export interface Candidate {
  readonly key: string
  readonly name: string
  readonly group: 'This job' | 'Revisions' | 'Parts plan' | 'Other transmissions'
  judge(): EvaluatedJob | undefined
  /** Installs the build in the job. Returns the reason if it cannot be installed. Absent for builds that are not offered for it. */
  readonly install?: () => string | undefined
}

interface Sources {
  readonly content: JobContent
  readonly planned: PlanInput
  readonly revisions: readonly Revision[]
  readonly points: readonly PlanPoint[]
  readonly marks: readonly Mark[]
  readonly offers: readonly UnitOffer[]
}

/** Present build, build as received, revisions, marked points of the parts plan, and the cheapest builds of the other transmissions. */
export function candidatesOf({ content, planned, revisions, points, marks, offers }: Sources): Candidate[] {
  const ofFile = (file: JobFile) => () => evaluateJob(file)
  return [
    { key: 'now', name: 'Present build', group: 'This job', judge: () => judgedNow(content) },
    { key: 'arrived', name: 'As received', group: 'This job', judge: () => judgedNow(asReceived(content)) },
    ...revisions.map((revision): Candidate => ({
      key: `revision-${revision.number}`,
      name: `${revision.number} “${revision.name}”`,
      group: 'Revisions',
      judge: ofFile(revision.file),
      install: () => restoreRevision(revision),
    })),
    ...marks.flatMap(({ letter, words, index }): Candidate[] => {
      const point = points[index]
      if (!point) return []
      const name = `${letter}: ${words}, ${quantity(point.powerW, 'hp')}`
      return [
        {
          key: `plan-${letter}`,
          name,
          group: 'Parts plan',
          judge: () => judgedNow({ ...content, spec: point.spec }),
          install: () => installPlan(point.spec),
        },
      ]
    }),
    ...offers.flatMap(({ unit, point }): Candidate[] =>
      point && unit.id !== content.unitId
        ? [
            {
              key: `unit-${unit.id}`,
              name: unit.name,
              group: 'Other transmissions',
              judge: () => judgedNow(jobOnUnit(content, planned, unit, shopStore.getState(), point.spec)),
            },
          ]
        : [],
    ),
  ]
}

export const MOST_COMPARED = 4

/** Adds or removes a build. With the most builds shown, the new one replaces the last. */
export function toggled(keys: readonly string[], key: string): readonly string[] {
  if (keys.includes(key)) return keys.filter((each) => each !== key)
  return [...keys.slice(0, MOST_COMPARED - 1), key]
}
