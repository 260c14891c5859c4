import { checkShape, GEOMETRY_DTOS } from '@plucky/contract'
import { isRecord, packIssues, type PackGeometry } from '@plucky/core'
import { trialBench } from '../bench/trial.js'

const isValid = (pack: PackGeometry) => checkShape(GEOMETRY_DTOS.pack, pack).ok && packIssues(pack).length === 0

/** The pack on the bench. */
export const packBench = trialBench<PackGeometry>({
  isValid,
  read: (kept) => {
    const checked = checkShape(GEOMETRY_DTOS.pack, isRecord(kept) ? kept['drawn'] : undefined)
    return checked.ok && isValid(checked.value) ? checked.value : undefined
  },
})
