import { FormSays } from '../../../client/form/FormSays.tsx'
import { litresOf } from './model.ts'
import type { ChargeRecord, Job } from '@anklet/contract'
import type { ReactNode } from 'react'
import checkCharge from 'virtual:check/charge.record'
import { FormLine } from '../../../client/form/FormFields.tsx'
import { useCommandForm } from '../../../client/form/useCommandForm.ts'
import { useUnits } from '../../../client/queries.ts'
import { useFigures } from '../../../kit/Figures.tsx'
import { WARMTH_ASK } from '../../../kit/pumpAsks.ts'
import { correctCharge } from './commands.ts'
import { Button } from '../../../kit/Button.tsx'
import { Notice } from '../../../kit/Notice.tsx'

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

// Not sent: the form cannot be submitted before its figures are read.
const NOTHING_READ = {
  reservoirL: Number.NaN,
  beforeBarG: Number.NaN,
  afterBarG: Number.NaN,
  temperatureC: Number.NaN,
} as const

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
  const form = useCommandForm({
    command: 'charge.record',
    check: checkCharge,
    begin: { reason: '' },
    payloadOf: ({ reason }, id) =>
      correctCharge(
        id,
        job.id,
        { gas: entry.gas, ...(read.ok ? read.value : NOTHING_READ) },
        { corrects: entry.id, reason },
      ),
    onDone: onLeave,
  })
  return (
    <form className="grid gap-3 py-2" onSubmit={form.onSubmit}>
      <Notice kind="wait">
        As it should have been written down. The same pressure before and after: nothing went in.
      </Notice>
      <div className="[&>div]:!grid-cols-1">{fields}</div>
      <FormLine form={form} field="reason" words="What was wrong" />
      <div className="flex flex-wrap gap-2">
        <Button
          look="go"
          type="submit"
          disabled={!read.ok || form.typed.reason.trim() === '' || form.isPending}
        >
          Put in its place
        </Button>
        <Button onClick={onLeave}>Leave it</Button>
      </div>
      <FormSays form={form} />
    </form>
  )
}
