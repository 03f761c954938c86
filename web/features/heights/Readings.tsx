import { countedMm } from '@anklet/core/measuring/heights'
import type { Job, Reading, Round } from '@anklet/contract'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import { WALK } from '@anklet/core/base/vehicle'
import { Pencil } from 'lucide-react'
import type { ReactNode, SubmitEvent } from 'react'
import { useState } from 'react'
import checkCorrection from 'virtual:check/reading.correct'
import { CornersHead } from '../../kit/CornersHead.tsx'
import { Sheet } from '../../kit/Sheet.tsx'
import { FormField } from '../../client/form/FormFields.tsx'
import { useCommandForm } from '../../client/form/useCommandForm.ts'
import { usePeople } from '../../client/queries.ts'
import { capital, CORNER_WORDS } from '@anklet/language/plain/corners'
import { momentWords } from '@anklet/language/plain/times'
import { correctReading, heightFault, NO_CORRECTION } from './commands.ts'
import { Button } from '../../kit/Button.tsx'
import { Refusal } from '../../kit/Notice.tsx'

interface ReadingsProps {
  readonly job: Job
  readonly round: Round
  readonly units: DisplayUnits
}

function Correct({
  reading,
  units,
  onClose,
}: {
  readonly reading: Reading
  readonly units: DisplayUnits
  onClose(): void
}): ReactNode {
  const form = useCommandForm({
    command: 'reading.correct',
    check: checkCorrection,
    begin: NO_CORRECTION,
    payloadOf: (typed, id) => correctReading(id, reading.id, typed, units),
    fields: { '/heightMm': 'height' },
    refusals: { height: (typed) => heightFault(typed, units) ?? '' },
    onDone: onClose,
  })
  const { typed } = form
  const send = (isLeftOut: boolean, event?: SubmitEvent): void => {
    event?.preventDefault()
    form.set({ isLeftOut })
    form.onSubmit()
  }
  const ready = typed.reason.trim() !== '' && !form.isPending
  return (
    <form onSubmit={(event) => send(false, event)} className="grid gap-3" noValidate>
      <p>
        {capital(CORNER_WORDS[reading.corner])}, lap {reading.lap}:{' '}
        {formatQuantity(reading.heightMm, 'height', units, 1)} {UNIT_LABEL[units.length]}. What was
        taken stays on record; the correction stands beside it.
      </p>
      <FormField
        form={form}
        field="height"
        label={<>It should be, {UNIT_LABEL[units.length]}</>}
        id="correct-to"
        inputClass="num text-figure"
        inputMode="decimal"
        autoComplete="off"
      />
      <FormField form={form} field="reason" label="Why?" id="correct-why" maxLength={200} />
      <Refusal>{form.complaint}</Refusal>
      <div className="flex flex-wrap gap-2">
        <Button look="go" type="submit" disabled={!ready || typed.height.trim() === ''}>
          Correct it
        </Button>
        <Button disabled={!ready} onClick={() => send(true)}>
          Leave it out
        </Button>
      </div>
    </form>
  )
}

function Cell({
  reading,
  units,
  editable,
  onCorrect,
}: {
  readonly reading: Reading | undefined
  readonly units: DisplayUnits
  readonly editable: boolean
  onCorrect(reading: Reading): void
}): ReactNode {
  if (!reading) return <td className="n text-ink-3">–</td>
  const counted = countedMm(reading)
  const write = (mm: number): string =>
    formatQuantity(mm, 'height', units, Number.isInteger(mm) ? 0 : 1)
  const words = (
    <span className="num">
      {reading.correction && (
        <s className="mr-1.5 font-normal text-ink-2">{write(reading.heightMm)}</s>
      )}
      {counted === null ? 'left out' : write(counted)}
    </span>
  )
  return (
    <td className="n">
      {editable ? (
        <Button
          look="bare"
          className="inline-flex min-h-touch items-center gap-1.5 px-1"
          onClick={() => onCorrect(reading)}
          aria-label={`Correct ${CORNER_WORDS[reading.corner]}, lap ${reading.lap}, ${write(reading.heightMm)}`}
        >
          {words}
          <Pencil size={13} className="text-ink-3" aria-hidden />
        </Button>
      ) : (
        words
      )}
    </td>
  )
}

/** Every reading of a round, lap by lap, each with a way to correct it. */
export function Readings({ job, round, units }: ReadingsProps): ReactNode {
  const [correcting, setCorrecting] = useState<Reading | null>(null)
  const people = usePeople().data
  const laps = [...new Set(round.readings.map(({ lap }) => lap))].sort((a, b) => a - b)
  const corrected = round.readings.flatMap(({ corner, lap, correction }) =>
    correction ? [{ corner, lap, ...correction }] : [],
  )
  return (
    <section aria-label="Readings">
      <table className="table">
        <CornersHead first="lap" />
        <tbody>
          {laps.map((lap) => (
            <tr key={lap}>
              <th scope="row">{lap}</th>
              {WALK.map((corner) => (
                <Cell
                  key={corner}
                  reading={round.readings.findLast(
                    (entry) => entry.corner === corner && entry.lap === lap,
                  )}
                  units={units}
                  editable={!job.closedAt}
                  onCorrect={setCorrecting}
                />
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {corrected.map(({ id, corner, lap, reason, person, at }) => (
        <p key={id} className="mt-1 text-small text-ink-2">
          {capital(CORNER_WORDS[corner])}, lap {lap}: {reason} (
          {people?.find((each) => each.id === person)?.name ?? 'a colleague'},{' '}
          {momentWords(at, new Date())})
        </p>
      ))}
      <Sheet
        title="Correct a reading"
        open={correcting !== null}
        onClose={() => setCorrecting(null)}
      >
        {correcting && (
          <Correct
            key={correcting.id}
            reading={correcting}
            units={units}
            onClose={() => setCorrecting(null)}
          />
        )}
      </Sheet>
    </section>
  )
}
