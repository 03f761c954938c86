import type { Job } from '@anklet/contract'
import { PROOF_STOPS } from '@anklet/language/problems/record'
import { taughtMm } from '@anklet/core/measuring/calibration'
import { levelHeights } from '@anklet/core/work/proof'
import type { ReactNode } from 'react'
import { sentenceOf } from '../../client/api.ts'
import { useOrder } from '../../client/devices.ts'
import { useCommand } from '../../client/queries.ts'
import type { CalibrationDraft } from '../../client/state/calibrations.ts'
import type { CarLive } from '../job/link/carLive.ts'
import { recordCalibration } from './commands.ts'
import { Move } from './Move.tsx'
import type { Readout } from './model.ts'
import { reportedNow } from './reportedNow.ts'
import { Button, ButtonLink } from '../../kit/Button.tsx'
import { Notice, Refusal } from '../../kit/Notice.tsx'

function BringItThere({
  levelId,
  car,
  jobId,
}: {
  readonly levelId: string
  readonly car: CarLive
  readonly jobId: string
}): ReactNode {
  return (
    <>
      <p className="sub">
        Taught at the {levelId} level, where the tape was read: bring it there first.
      </p>
      <Move car={car} jobId={jobId} levelId={levelId} />
    </>
  )
}

function TypedByHand({
  look,
  busy,
  onTap,
}: {
  readonly look: 'plain' | 'go'
  readonly busy: boolean
  onTap(): void
}): ReactNode {
  return (
    <Button look={look} disabled={busy} onClick={onTap}>
      It is typed into the module by hand
    </Button>
  )
}

/** What was found is taught to the module, or written down without. */
export function Teach({
  job,
  draft,
  readout,
  car,
  onKept,
}: {
  readonly job: Job
  readonly draft: CalibrationDraft
  readonly readout: Readout
  readonly car: CarLive | null
  onKept(): void
}): ReactNode {
  const record = useCommand('proof.record')
  const order = useOrder(car?.status.identity.id ?? '', job.id)
  const { at, crossed, loweredMm, faulty } = readout
  if (!at) return null
  const levelMm = levelHeights(job, at.levelId)
  const keep = (taught: 'link' | 'hand' | 'no'): void =>
    record.submit(
      recordCalibration(job.id, draft, readout, taught, car?.status.identity.id ?? null),
      onKept,
    )
  const module = car?.frame?.module
  const levelled = module?.levelId === at.levelId && !module.pumpOn && module.open.length === 0
  const barred = crossed.length > 0 || loweredMm !== null || levelMm === null
  const teach = (): void => {
    if (!levelMm) return
    order.mutate(
      {
        action: 'calibrate',
        offMm: taughtMm(at, levelMm, reportedNow(car) ?? at.reportedMm),
      },
      { onSuccess: () => keep('link') },
    )
  }
  return (
    <section aria-label="Teach it" className="grid gap-3 border-t border-edge pt-4">
      {faulty && (
        <Notice kind="wait">
          A sensor with a fault is mended first: what is taught to it now is wrong tomorrow.
        </Notice>
      )}
      {levelMm === null && (
        <Notice kind="wait">
          <p className="mb-3">{PROOF_STOPS.heightsMissing()}</p>
          <ButtonLink to={`/shelf/types/${job.vehicleType.id}`}>Enter them</ButtonLink>
        </Notice>
      )}
      {!barred && car && (
        <Button
          look="go"
          big
          disabled={!levelled || order.isPending || record.isPending}
          onClick={teach}
        >
          Give it to the module
        </Button>
      )}
      {!barred && car && !levelled && (
        <BringItThere levelId={at.levelId} car={car} jobId={job.id} />
      )}
      {!barred && (
        <TypedByHand
          look={car ? 'plain' : 'go'}
          busy={record.isPending}
          onTap={() => keep('hand')}
        />
      )}
      <Button disabled={record.isPending} onClick={() => keep('no')}>
        Write it down without teaching
      </Button>
      {(record.isError || order.isError) && (
        <Refusal>{sentenceOf(record.error ?? order.error)}</Refusal>
      )}
    </section>
  )
}
