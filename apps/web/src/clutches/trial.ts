import { checkShape, GEOMETRY_DTOS } from '@plucky/contract'
import { packFaults, type PackGeometry } from '@plucky/core'
import { trialBench } from '../bench/trial.js'

const isValid = (pack: PackGeometry) => checkShape(GEOMETRY_DTOS.pack, pack).ok && packFaults(pack).length === 0

/** The pack on the bench. */
export const packBench = trialBench<PackGeometry>({
  isValid,
  read: (kept) => {
    const { drawn } = kept as { drawn?: unknown }
    return checkShape(GEOMETRY_DTOS.pack, drawn).ok && isValid(drawn as PackGeometry) ? (drawn as PackGeometry) : undefined
  },
})
