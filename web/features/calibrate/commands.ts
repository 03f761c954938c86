import type { CommandPayload } from '@anklet/contract'
import type { CalibrationDraft } from '../../client/state/calibrations.ts'
import { withSource } from '../../client/state/drafts.ts'
import type { Intention } from '../../client/queries.ts'
import { recordProof } from '../job/proof/commands.ts'
import type { Readout } from './model.ts'

type Calibrated = Extract<
  CommandPayload<'proof.record'>['content'],
  { readonly kind: 'calibrated' }
>

/** Devices that told what a calibration stands on. */
function sourcesOf(
  { sources }: CalibrationDraft,
  taughtTo: string | null,
): { readonly deviceIds?: string[] } {
  const all = taughtTo === null ? sources : withSource(sources, taughtTo)
  return all.length > 0 ? { deviceIds: [...all] } : {}
}

/**
 * Keeps a calibration, and how it was taught.
 * @param linkId the device it was taught through; null: through none
 */
export function recordCalibration(
  jobId: string,
  draft: CalibrationDraft,
  { types }: Pick<Readout, 'types'>,
  taught: Calibrated['taught'],
  linkId: string | null,
): Intention<'proof.record'> {
  const typedMm = types.flatMap(({ sensor, typeMm }) =>
    typeMm === null ? [] : [{ sensor: sensor.id, mm: typeMm }],
  )
  return recordProof(jobId, {
    kind: 'calibrated',
    why: draft.why ?? 'wanted',
    visits: [...draft.visits],
    taught,
    typedMm: taught === 'no' ? [] : typedMm,
    note: '',
    ...sourcesOf(draft, taught === 'link' ? linkId : null),
  })
}
