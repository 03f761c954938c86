import type { Job } from '@anklet/contract'
import type { ProofItem } from '@anklet/core/work/proof'
import { proofFacts, proofOf } from '@anklet/core/work/proof'
import { useMemo } from 'react'
import { useRepeatability } from '../../../client/queries.ts'
import type { OnWork } from '../record/useWork.ts'
import { useWork } from '../record/useWork.ts'

/** What shows that the repair on a job counts, as this device knows it; null: nothing is planned or begun. */
export function useProof(
  job: Job,
): { readonly work: OnWork; readonly items: readonly ProofItem[] } | null {
  const work = useWork(job)
  const { repeatabilityMm } = useRepeatability()
  const items = useMemo(
    () => (work?.run.begun ? proofOf(proofFacts(job, work.of, work.run, repeatabilityMm)) : null),
    [job, work?.of, work?.run, repeatabilityMm],
  )
  return work && items ? { work, items } : null
}
