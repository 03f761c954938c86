import { latest } from './model.ts'
import { RefusalOf } from '../../../client/RefusalOf.tsx'
import type { Job } from '@anklet/contract'
import type { Joint, Outcome, SaidItem } from '@anklet/core/work/proof'
import { lastOf } from '@anklet/core/work/proof'
import { CalendarPlus } from 'lucide-react'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { sentenceOf } from '../../../client/api.ts'
import { useCommand } from '../../../client/queries.ts'
import { carFile, saveFile } from '../../../kit/saveFile.ts'
import { Taps } from '../../../kit/Taps.tsx'
import type { ShownWith } from './commands.ts'
import { planReturn, sayShown } from './commands.ts'
import { capital } from '@anklet/language/plain/corners'
import { jointWords } from '@anklet/language/work/proof'
import { fieldMoment, morningAfter } from '@anklet/language/plain/times'
import { Button } from '../../../kit/Button.tsx'
import { Refusal } from '../../../kit/Notice.tsx'
import { Field, Input } from '../../../kit/Field.tsx'

/** Says what was shown; the answer is on the record at once. */
export function useSay(job: Job) {
  const record = useCommand('proof.record')
  return {
    record,
    say: (item: SaidItem, outcome: Outcome, shown: ShownWith = {}): void =>
      record.submit(sayShown(job.id, item, outcome, shown)),
    wrong: record.isError ? <Refusal>{sentenceOf(record.error)}</Refusal> : null,
  }
}

/** Every joint that was opened, under pressure and soaped: tight, or bubbling. */
export function Joints({
  job,
  joints,
}: {
  readonly job: Job
  readonly joints: readonly Joint[]
}): ReactNode {
  const { say, record, wrong } = useSay(job)
  return (
    <div className="grid gap-3 sm:grid-cols-2">
      {joints.map((joint) => {
        const said = latest(job, 'soap', joint)
        return (
          <Taps<'good' | 'bad'>
            key={joint}
            legend={capital(jointWords(joint))}
            disabled={record.isPending}
            chosen={said === 'good' || said === 'bad' ? [said] : []}
            onTap={(outcome) => say('soap', outcome, { joint })}
            options={[
              { value: 'good', words: 'Tight' },
              { value: 'bad', words: 'It bubbles' },
            ]}
          />
        )
      })}
      {wrong}
    </div>
  )
}

/** Something that is seen or not. */
export function YesNo({
  job,
  item,
  legend,
  yes,
  no,
}: {
  readonly job: Job
  readonly item: SaidItem
  readonly legend: string
  readonly yes: string
  readonly no: string
}): ReactNode {
  const { say, record, wrong } = useSay(job)
  return (
    <>
      <Taps<'good' | 'bad'>
        legend={legend}
        disabled={record.isPending}
        chosen={[]}
        onTap={(outcome) => say(item, outcome)}
        options={[
          { value: 'good', words: yes },
          { value: 'bad', words: no },
        ]}
      />
      {wrong}
    </>
  )
}

/** Driven, with somebody listening; what was heard is written down. */
export function RoadTest({ job }: { readonly job: Job }): ReactNode {
  const [words, setWords] = useState('')
  const { say, record, wrong } = useSay(job)
  return (
    <div className="grid gap-3">
      <Field
        label="Where, and what was heard and felt; the steering wheel straight?"
        id="road-words"
      >
        <Input maxLength={500} value={words} onText={setWords} />
      </Field>
      <Taps<'good' | 'bad'>
        legend="And it was"
        disabled={record.isPending}
        chosen={[]}
        onTap={(outcome) => say('roadTest', outcome, { words })}
        options={[
          { value: 'good', words: 'All well' },
          { value: 'bad', words: 'Not right' },
        ]}
      />
      {wrong}
    </div>
  )
}

/** Booked for a day, or declined with the owner's reason. */
export function Alignment({ job }: { readonly job: Job }): ReactNode {
  const [on, setOn] = useState('')
  const [why, setWhy] = useState('')
  const { say, record, wrong } = useSay(job)
  return (
    <div className="grid gap-3">
      <div className="flex flex-wrap items-end gap-2">
        <Field label="Booked for" id="alignment-day">
          <Input type="date" value={on} onText={setOn} />
        </Field>
        <Button
          disabled={on === '' || record.isPending}
          onClick={() => say('alignment', 'good', { on, words: `Booked for ${on}.` })}
        >
          It is booked
        </Button>
      </div>
      <div className="flex flex-wrap items-end gap-2">
        <Field className="min-w-[220px] flex-1" label="Or declined, because" id="alignment-why">
          <Input maxLength={300} value={why} onText={setWhy} />
        </Field>
        <Button
          disabled={why.trim() === '' || record.isPending}
          onClick={() => say('alignment', 'declined', { words: `Declined: ${why.trim()}` })}
        >
          It is declined
        </Button>
      </div>
      {wrong}
    </div>
  )
}

/** It does not come back, and why. */
function NotAgain({ say }: Pick<ReturnType<typeof useSay>, 'say'>): ReactNode {
  const [why, setWhy] = useState('')
  return (
    <div className="flex flex-wrap items-end gap-2">
      <Field
        className="min-w-[220px] flex-1"
        label="Or it does not come back, because"
        id="again-why"
      >
        <Input maxLength={300} value={why} onText={setWhy} />
      </Field>
      <Button
        disabled={why.trim() === ''}
        onClick={() => say('again', 'declined', { words: `Not measured again: ${why.trim()}` })}
      >
        Write that down
      </Button>
    </div>
  )
}

/** When it is measured again, with an entry for the calendar; or why not. */
export function ComeBack({ job }: { readonly job: Job }): ReactNode {
  const [due, setDue] = useState(() => fieldMoment(morningAfter(new Date())))
  const [words, setWords] = useState('')
  const record = useCommand('proof.record')
  const { say, wrong } = useSay(job)
  const at = new Date(due)
  const known = !Number.isNaN(at.getTime())
  const plan = (): void => record.submit(planReturn(job.id, at, words))
  const planned = lastOf(job.proof, 'return')
  const calendar = async (): Promise<void> => {
    if (!planned) return
    const { returnEntry } = await import('./returnEntry.ts')
    const entry = returnEntry(job.vehicle.plate, planned.id, planned.content)
    if (entry) saveFile(carFile(job.vehicle, 'again.ics'), 'text/calendar', entry)
  }
  return (
    <div className="grid gap-3">
      <div className="flex flex-wrap items-end gap-2">
        <Field label="Measured again" id="again-when">
          <Input type="datetime-local" value={due} onText={setDue} />
        </Field>
        <Field className="min-w-[180px] flex-1" label="Where, or who brings it" id="again-words">
          <Input maxLength={200} value={words} onText={setWords} />
        </Field>
        <Button disabled={!known || record.isPending} onClick={plan}>
          Plan it
        </Button>
      </div>
      {planned && (
        <Button className="w-fit" onClick={() => void calendar()}>
          <CalendarPlus size={18} aria-hidden />
          Into the calendar
        </Button>
      )}
      <NotAgain say={say} />
      <RefusalOf asked={record} />
      {wrong}
    </div>
  )
}
