import { checkShape, PressureDto, type JobContent } from '@plucky/contract'
import { change } from '../state/job.js'

type Pressure = JobContent['spec']['pressure']

/** Takes a calibration if its shape is right; gives the reason where it is not. */
export function setPressure(make: (pressure: Pressure) => Pressure): string | undefined {
  let reason: string | undefined
  change((job) => {
    const checked = checkShape(PressureDto, make(job.spec.pressure))
    if (!checked.ok) reason = checked.problems[0]?.sentence
    return checked.ok ? { ...job, spec: { ...job.spec, pressure: checked.value } } : job
  })
  return reason
}
