import type { LivedRecord } from '@plucky/contract'
import type { LivedPart } from '@plucky/core'
import { api } from '../state/api.js'
import { useFetched } from '../state/queries.js'

const NONE: readonly LivedRecord[] = []

/** Condition of the parts of all jobs after use. Empty until it is loaded. */
export function useLived(): { readonly records: readonly LivedRecord[]; readonly problem: string; readonly loading: boolean } {
  const { data, error, isPending } = useFetched(['jobs', 'lived'], () => api.lived())
  return { records: data ?? NONE, problem: error?.message ?? '', loading: isPending }
}

/** Records of a part with known torque, for its strength in this shop. Worn parts have held. */
export const livedParts = (records: readonly LivedRecord[], partId: string): LivedPart[] =>
  records.flatMap(({ partId: own, state, demandNm, capacityNm }) =>
    own === partId && demandNm !== null && capacityNm !== null && demandNm > 0 && capacityNm > 0
      ? [{ demandNm, computedNm: capacityNm, broke: state === 'broken' }]
      : [],
  )
