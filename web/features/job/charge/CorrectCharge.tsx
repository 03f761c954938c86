import type { ChargeRecord, Job } from '@anklet/contract'
import { airBetween } from '@anklet/core/physics/compressor'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { sentenceOf } from '../../../client/api.ts'
import { useCommand, useUnits } from '../../../client/queries.ts'
import { Line } from '../../../kit/FormLines.tsx'
import { useFigures } from '../../../kit/Figures.tsx'
import { WARMTH_ASK } from '../../../kit/pumpAsks.ts'
import { Button } from '../../../kit/Button.tsx'
import { Notice, Refusal } from '../../../kit/Notice.tsx'

/** Litres an entry was reckoned with; null: its pressure did not change. */
function litresOf({ beforeBarG, afterBarG, temperatureC, addedBarL }: ChargeRecord): number | null {
  const perLitre = airBetween(beforeBarG, afterBarG, 1, temperatureC)
  return perLitre === 0 ? null : Number((addedBarL / perLitre).toFixed(2))
}

const asksOf = (entry: ChargeRecord, job: Job) =>
  ({
    reservoirL: {
      words: 'Reservoir',
      kind: 'plain',
      unit: 'L',
      least: 0.1,
      most: 1000,
      start: litresOf(entry) ?? job.vehicleType.architecture.anatomy?.reservoirL ?? null,
    },
    beforeBarG: {
      words: 'It held before',
      kind: 'pressure',
      least: -1,
      most: 40,
      start: entry.beforeBarG,
    },
    afterBarG: {
      words: 'It held after',
      kind: 'pressure',
      least: -1,
      most: 40,
      start: entry.afterBarG,
    },
    temperatureC: { ...WARMTH_ASK, start: entry.temperatureC },
  }) as const

/**
 * What should have been written down of a charge. The entry stays on record, struck out; this one
 * stands in its place.
 */
export function CorrectCharge({
  job,
  entry,
  onLeave,
}: {
  readonly job: Job
  readonly entry: ChargeRecord
  onLeave(): void
}): ReactNode {
  const { read, fields } = useFigures(asksOf(entry, job), useUnits())
  const [reason, setReason] = useState('')
  const [chargeId] = useState(() => crypto.randomUUID())
  const keep = useCommand('charge.record')
  const record = (): void => {
    if (!read.ok) return
    const { reservoirL, beforeBarG, afterBarG, temperatureC } = read.value
    keep.submit(
      {
        payload: {
          chargeId,
          jobId: job.id,
          gas: entry.gas,
          beforeBarG,
          afterBarG,
          temperatureC,
          addedBarL: airBetween(beforeBarG, afterBarG, reservoirL, temperatureC),
          words: reason.trim(),
          corrects: entry.id,
        },
      },
      onLeave,
    )
  }
  return (
    <form
      className="grid gap-3 py-2"
      onSubmit={(event) => {
        event.preventDefault()
        record()
      }}
    >
      <Notice kind="wait">
        As it should have been written down. The same pressure before and after: nothing went in.
      </Notice>
      <div className="[&>div]:!grid-cols-1">{fields}</div>
      <Line words="What was wrong" value={reason} onType={setReason} />
      <div className="flex flex-wrap gap-2">
        <Button
          look="go"
          type="submit"
          disabled={!read.ok || reason.trim() === '' || keep.isPending}
        >
          Put in its place
        </Button>
        <Button onClick={onLeave}>Leave it</Button>
      </div>
      {keep.isError && <Refusal>{sentenceOf(keep.error)}</Refusal>}
    </form>
  )
}
