import { FormSays } from '../../client/form/FormSays.tsx'
import type { Procedures } from '@anklet/contract'
import type { BookJob, BookStep, ProcedureBook, ShopWay } from '@anklet/core/work/procedure'
import type { ReactNode } from 'react'
import { useState } from 'react'
import checkStep from 'virtual:check/step'
import { Refused, sentenceOf } from '../../client/api.ts'
import { bookOf } from '../../client/procedures.ts'
import { useCommand, useProcedures } from '../../client/queries.ts'
import { Loading } from '../../client/Loading.tsx'
import { saveFile } from '../../kit/saveFile.ts'
import { Taps } from '../../kit/Taps.tsx'
import { FormLine, FormLines } from '../../client/form/FormFields.tsx'
import type { CommandForm } from '../../client/form/useCommandForm.ts'
import { useCommandForm } from '../../client/form/useCommandForm.ts'
import { capital } from '@anklet/language/plain/corners'
import {
  CHARGE_WORDS,
  FASTENER_WORDS,
  FILL_WORDS,
  FIRST_WORDS,
  minutesWords,
  STRETCH_WORDS,
  VENT_WORDS,
} from '@anklet/language/work/plan'
import { Line } from '../../kit/FormLines.tsx'
import type { ProceduresChange, TypedStep } from './commands.ts'
import { saveProcedures, stepOf, typedStep, withStep } from './commands.ts'
import { ShelfPage } from './ShelfPage.tsx'
import { Button } from '../../kit/Button.tsx'
import { Refusal } from '../../kit/Notice.tsx'
import { ChooseFile } from '../../kit/ChooseFile.tsx'
import { Disclosure } from '../../kit/Disclosure.tsx'

const LARGEST_BYTES = 2_000_000
const MOST_SHOWN = 8

interface Kept {
  readonly record: Procedures
  readonly book: ProcedureBook
  keep(change: ProceduresChange, then?: () => void): void
  readonly error: Error | null
  readonly isPending: boolean
}

const MINUTES = 'Minutes are figures from 0 to 1440.'
const SAY_BOTH = 'A step needs its words, and why it is done.'
const REFUSALS = {
  words: SAY_BOTH,
  why: SAY_BOTH,
  left: MINUTES,
  right: MINUTES,
  wait: 'Minutes it waits by itself are a figure from 0 to 10 080.',
} as const

/** How long a step takes, on each side where it has sides, and waits by itself. */
function Minutes({
  step,
  form,
}: {
  readonly step: BookStep
  readonly form: CommandForm<TypedStep>
}): ReactNode {
  const { typed, set, refusals } = form
  const hasSides = step.at === 'corner'
  return (
    <div className="grid gap-3 sm:grid-cols-3">
      <Line
        words={hasSides ? 'On the left' : 'Takes'}
        unit="min"
        most={6}
        refusal={refusals.left}
        value={typed.left}
        onType={(left) => set(hasSides ? { left } : { left, right: left })}
      />
      {hasSides && <FormLine form={form} field="right" words="On the right" unit="min" most={6} />}
      <FormLine form={form} field="wait" words="Waits by itself" unit="min" most={6} />
    </div>
  )
}

function StepEditor({
  step,
  kept: { record, book },
  onDone,
}: {
  readonly step: BookStep
  readonly kept: Kept
  onDone(): void
}): ReactNode {
  const form = useCommandForm({
    command: 'procedures.save',
    check: checkStep,
    begin: typedStep(step),
    baseVersion: record.version,
    payloadOf: (typed) => saveProcedures(record, { book: withStep(book, stepOf(step, typed)) }),
    entryOf: (typed) => stepOf(step, typed),
    fields: { '/minutes': 'left', '/minutes/right': 'right' },
    refusals: REFUSALS,
    onDone,
  })
  return (
    <form onSubmit={form.onSubmit} className="grid gap-3 py-3" aria-label={step.words}>
      <FormLine
        form={form}
        field="words"
        words="What is done"
        hint="what stands in braces comes from the place and the type"
        most={240}
      />
      <FormLine form={form} field="why" words="Why" most={300} />
      <FormLines form={form} field="caution" words="Caution at this step" most={400} />
      <Minutes step={step} form={form} />
      <div>
        <Button look="go" type="submit" disabled={form.isPending}>
          Keep it so
        </Button>
      </div>
      <FormSays form={form} />
    </form>
  )
}

function JobSteps({ job, kept }: { readonly job: BookJob; readonly kept: Kept }): ReactNode {
  const [open, setOpen] = useState<string | null>(null)
  const steps = [...job.steps, ...job.ends].flatMap(
    (id) => kept.book.steps.find((step) => step.id === id) ?? [],
  )
  return (
    <Disclosure
      className="border-b border-edge"
      summary={
        <>
          {capital(job.words)}{' '}
          <span className="font-normal text-ink-2">{steps.length} steps of its own</span>
        </>
      }
      summaryClass="text-lead font-semibold"
    >
      <ol>
        {steps.map((step) => (
          <li key={step.id} className="border-t border-edge-2">
            <Button
              look="bare"
              className="flex min-h-[48px] w-full flex-wrap items-baseline justify-between gap-x-4 py-1.5 text-left"
              aria-expanded={open === step.id}
              onClick={() => setOpen(open === step.id ? null : step.id)}
            >
              <span className="min-w-0">
                {step.words}{' '}
                <span className="text-small text-ink-3">
                  {STRETCH_WORDS[step.phase].toLowerCase()}
                </span>
              </span>
              <span className="num text-small text-ink-2">
                {typeof step.minutes === 'number'
                  ? minutesWords(step.minutes)
                  : `${step.minutes.left} / ${step.minutes.right} min`}
              </span>
            </Button>
            {open === step.id && (
              <StepEditor
                key={JSON.stringify(step)}
                step={step}
                kept={kept}
                onDone={() => setOpen(null)}
              />
            )}
          </li>
        ))}
      </ol>
    </Disclosure>
  )
}

function Exchange({ kept }: { readonly kept: Kept }): ReactNode {
  const [said, say] = useState('')
  const read = async (file: File): Promise<void> => {
    say('')
    const [text, { jsonFault }] = await Promise.all([file.text(), import('./knowledge/lines.ts')])
    const fault = jsonFault(text)
    if (fault) return say(`Line ${fault.line}: ${fault.reason}. Nothing was stored.`)
    kept.keep({ book: JSON.parse(text) as ProcedureBook }, () =>
      say(`“${file.name}” stands on the shelf now.`),
    )
  }
  const refused = kept.error instanceof Refused ? kept.error : null
  const faults = refused
    ? refused.faults.length > 0
      ? refused.faults.map(({ detail }) => detail)
      : [refused.sentence]
    : []
  return (
    <div className="grid gap-2">
      <div className="flex flex-wrap gap-3">
        <ChooseFile
          accept="application/json,.json"
          most={LARGEST_BYTES}
          disabled={kept.isPending}
          onChoose={([file]) => void read(file)}
          onTooLarge={({ name }) => say(`“${name}” is too large to be a book of procedures.`)}
        >
          Read a book in
        </ChooseFile>
        <Button
          onClick={() =>
            saveFile(
              'procedures.anklet.json',
              'application/json',
              JSON.stringify(kept.book, null, 1),
            )
          }
        >
          Save as a file
        </Button>
        {kept.record.book !== null && (
          <Button disabled={kept.isPending} onClick={() => kept.keep({ book: null })}>
            Put back what ships
          </Button>
        )}
      </div>
      <div aria-live="polite">
        {said && (
          <p className={said.startsWith('Line') || said.endsWith('procedures.') ? 'wrong' : ''}>
            {said}
          </p>
        )}
        {kept.error && !refused && <Refusal>{sentenceOf(kept.error)}</Refusal>}
        {faults.length > 0 && (
          <div role="alert" className="wrong">
            <p>Nothing was stored.</p>
            <ul>
              {faults.slice(0, MOST_SHOWN).map((line) => (
                <li key={line}>{line}</li>
              ))}
              {faults.length > MOST_SHOWN && <li>And {faults.length - MOST_SHOWN} more.</li>}
            </ul>
          </div>
        )}
      </div>
    </div>
  )
}

function Book({ record }: { readonly record: Procedures }): ReactNode {
  const save = useCommand('procedures.save')
  const book = bookOf(record)
  const kept: Kept = {
    record,
    book,
    error: save.error,
    isPending: save.isPending,
    keep: (change, then) =>
      save.submit({ payload: saveProcedures(record, change), baseVersion: record.version }, then),
  }
  const { way } = record
  const taps = <Key extends keyof ShopWay>(
    key: Key,
    legend: string,
    words: Readonly<Record<ShopWay[Key], string>>,
  ): ReactNode => (
    <Taps<string>
      legend={legend}
      chosen={[way[key]]}
      disabled={save.isPending}
      onTap={(value) => kept.keep({ way: { [key]: value } })}
      options={Object.entries(words).map(([value, said]) => ({ value, words: said as string }))}
    />
  )
  return (
    <div className="grid gap-6">
      <section aria-label="The shop’s way" className="grid gap-4">
        <h2>What this shop settles its own way</h2>
        {taps('ventBy', 'Air is let out', VENT_WORDS)}
        {taps('first', 'Of a strut', FIRST_WORDS)}
        {taps('fillAt', 'Filled', FILL_WORDS)}
        {taps('fasteners', 'Nuts and clips', FASTENER_WORDS)}
        {taps('charge', 'A closed system is charged', CHARGE_WORDS)}
        <p className="text-small text-ink-2">
          Never a matter of taste: weight onto a refitted empty spring.
        </p>
      </section>
      <section aria-label="Jobs">
        <h2 className="pb-1">Jobs, and the steps of their own</h2>
        <p className="sub pb-2">
          What a job needs before and leaves behind, as supply off, stands, wheels, proofs and
          filling, is put around it by itself.
        </p>
        {book.jobs.map((job) => (
          <JobSteps key={job.id} job={job} kept={kept} />
        ))}
      </section>
      <Exchange kept={kept} />
    </div>
  )
}

/** Procedures: the shop's way, the steps of every job, and the whole as a file out and in. */
export function ProceduresShelf(): ReactNode {
  return (
    <ShelfPage title="Procedures">
      <Loading query={useProcedures()} what="the procedures">
        {(record) => <Book record={record} />}
      </Loading>
    </ShelfPage>
  )
}
