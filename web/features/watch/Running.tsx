import { FormSays } from '../../client/form/FormSays.tsx'
import { coldWords } from './model.ts'
import { SUPPLY_WORDS } from '@anklet/language/night/watch'
import type { Job, Round, Watch } from '@anklet/contract'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import { perCorner } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { useEffect, useMemo, useState } from 'react'
import checkGiveUp from 'virtual:check/watch.giveUp'
import { FormField } from '../../client/form/FormFields.tsx'
import { useCommandForm } from '../../client/form/useCommandForm.ts'
import { Sheet } from '../../kit/Sheet.tsx'
import { Strip } from '../../kit/Strip.tsx'
import { useNow } from '../../kit/useNow.ts'
import { usePersonName, useUnits } from '../../client/queries.ts'
import { capital, CORNER_WORDS } from '@anklet/language/plain/corners'
import { allJoins } from '@anklet/language/heights/joins'
import { countdownWords, momentWords, spanWords } from '@anklet/language/plain/times'
import { designAt, meansOf } from '../job/model/rounds.ts'
import { sizeWords } from '@anklet/language/plain/rates'
import { giveWatchUp } from './commands.ts'
import { Remind } from './Remind.tsx'
import type { Suspicion } from './suspicion.ts'
import { COLD_NIGHT_K, suspicionOf } from './suspicion.ts'
import { Button } from '../../kit/Button.tsx'
import { Notice } from '../../kit/Notice.tsx'

interface RunningProps {
  readonly job: Job
  readonly watch: Watch
  readonly evening: Round
  readonly between: readonly Round[]
  onMorning(): void
  onLook(): void
}

function GiveUp({ watch, onClose }: { readonly watch: Watch; onClose(): void }): ReactNode {
  const form = useCommandForm({
    command: 'watch.giveUp',
    check: checkGiveUp,
    begin: { reason: '' },
    baseVersion: watch.version,
    payloadOf: ({ reason }) => giveWatchUp(watch.id, reason),
    onDone: onClose,
  })
  return (
    <form onSubmit={form.onSubmit}>
      <p className="mb-3">
        The evening round stays on record. Put the supply back when the car is moved.
      </p>
      <FormField
        form={form}
        field="reason"
        className="mb-3"
        label="Why?"
        id="give-up"
        maxLength={200}
      />
      <FormSays className="mb-3" form={form} />
      <Button look="go" type="submit" disabled={form.typed.reason.trim() === '' || form.isPending}>
        Give the watch up
      </Button>
    </form>
  )
}

// The morning if the suspicion is right, so that a glance at the tape already tells something.
function Foretold({
  suspicion: { corner, coldMm, leaks },
  units,
}: {
  readonly suspicion: Suspicion
  readonly units: DisplayUnits
}): ReactNode {
  const line = (words: string, mm: number): ReactNode => (
    <li
      key={words}
      className="flex items-baseline justify-between gap-3 border-t border-edge py-1 text-small"
    >
      <span className="text-ink-2">{words}</span>
      <span className="num">{formatQuantity(mm, 'height', units)}</span>
    </li>
  )
  return (
    <section aria-label="The morning foretold">
      <h2>
        In that cold the {CORNER_WORDS[corner]} stands in the morning at, {UNIT_LABEL[units.length]}
      </h2>
      <ul>
        {line('tight', coldMm)}
        {leaks.map(({ leakBarLPerH, mm }) => line(`with ${sizeWords(leakBarLPerH)}`, mm))}
      </ul>
    </section>
  )
}

/** How the supply was taken away, by whom, and what must not happen now. */
function HandsOff({
  watch,
  leftOn,
}: {
  readonly watch: Watch
  readonly leftOn: boolean
}): ReactNode {
  const nameOf = usePersonName()
  return (
    <Notice kind="caution">
      {capital(SUPPLY_WORDS[watch.supplyCut])}, by {nameOf(watch.startedBy)}.{' '}
      {leftOn
        ? 'Nobody gets in. The module is awake: the car may move by itself at any time, ' +
          'keep hands and jacks away from it.'
        : 'Nobody gets in, nothing is plugged back: the answer would be lost, and the car may move.'}
    </Notice>
  )
}

function ToGo({ due, left }: { readonly due: boolean; readonly left: number }): ReactNode {
  return (
    <p className="say" role="timer" aria-live="off">
      {due
        ? `The morning round ${-left > 60_000 ? `has been due for ${spanWords(-left)}` : 'is due'}.`
        : `Leave it alone: ${countdownWords(left)} to go.`}
    </p>
  )
}

function WarmthAtStart({
  temperatureC,
  units,
}: {
  readonly temperatureC: number
  readonly units: DisplayUnits
}): ReactNode {
  return (
    <p className="figure">
      <span>Temperature at the start</span>
      <span className="num text-figure">
        {formatQuantity(temperatureC, 'temperature', units)}
        <span className="unit">{UNIT_LABEL[units.temperature]}</span>
      </span>
    </p>
  )
}

function LookedInBetween({ times }: { readonly times: number }): ReactNode {
  return (
    <p className="figure">
      <span>Looked at in between</span>
      <span className="num text-figure">{times === 1 ? 'once' : `${times} times`}</span>
    </p>
  )
}

function UntilMorning({ leftOn }: { readonly leftOn: boolean }): ReactNode {
  return (
    <h2>
      {leftOn ? 'Left on until the morning round is taken' : 'Off until the morning round is taken'}
    </h2>
  )
}

/** The evening round, with what was looked at in between faint beside it. */
function EveningStrip({
  job,
  evening,
  between,
  units,
}: Pick<RunningProps, 'job' | 'evening' | 'between'> & {
  readonly units: DisplayUnits
}): ReactNode {
  const [means, design] = [meansOf(evening), designAt(job, evening.levelOffsetMm)]
  const looked = between.map(meansOf)
  const corners = perCorner((corner) => ({
    designMm: design?.[corner] ?? null,
    marks: [
      ...looked.map((look) => ({ mm: look[corner], kind: 'earlier' as const })),
      {
        mm: means[corner],
        kind: 'evening' as const,
        label: formatQuantity(means[corner], 'height', units),
      },
    ],
  }))
  return (
    <Strip
      corners={corners}
      joins={allJoins(
        perCorner((corner) => means[corner] - (design?.[corner] ?? 0)),
        units,
        { acrossOnly: design === null },
      )}
      units={units}
      heightPx={390}
      label="The evening round, in walking order"
    />
  )
}

/** Another tab shows it too when the morning round is due. */
function useTitleWhenDue(due: boolean, plate: string): void {
  useEffect(() => {
    document.title = due ? `● ${plate} morning round due` : 'Anklet'
    return () => {
      document.title = 'Anklet'
    }
  }, [due, plate])
}

/**
 * A watch that runs: how long still, what is off and must come back, what the cold alone would do.
 */
export function Running({
  job,
  watch,
  evening,
  between,
  onMorning,
  onLook,
}: RunningProps): ReactNode {
  const units = useUnits()
  const now = useNow(1000)
  const [giving, setGiving] = useState(false)
  const left = Date.parse(watch.plannedEndAt) - now
  const due = left <= 0
  const cold = useMemo(() => coldWords(job, evening, units), [job, evening, units])
  useTitleWhenDue(due, job.vehicle.plate)
  const today = new Date(now)
  const leftOn = watch.supplyCut === 'leftOn'
  const suspicion = useMemo(
    () => suspicionOf(job, watch, evening, evening.temperatureC - COLD_NIGHT_K),
    [job, watch, evening],
  )
  return (
    <div className="grid gap-x-7 gap-y-4 lg:grid-cols-[minmax(0,1fr)_326px]">
      <div className="min-w-0">
        <ToGo due={due} left={left} />
        <p className="sub mb-3 mt-1">
          Evening round {momentWords(evening.endedAt, today)}, morning round{' '}
          {momentWords(watch.plannedEndAt, today)}. {cold}
        </p>
        <EveningStrip job={job} evening={evening} between={between} units={units} />
      </div>
      <div className="flex flex-col gap-3">
        <UntilMorning leftOn={leftOn} />
        <HandsOff watch={watch} leftOn={leftOn} />
        <p className="figure">
          <span>Standing</span>
          <span className="num text-figure">{spanWords(now - Date.parse(watch.startedAt))}</span>
        </p>
        <WarmthAtStart temperatureC={evening.temperatureC} units={units} />
        {between.length > 0 && <LookedInBetween times={between.length} />}
        {suspicion && <Foretold suspicion={suspicion} units={units} />}
        <Remind job={job} watch={watch} />
        <span className="flex-1" />
        {!due && <Button onClick={onLook}>Walk a round in between</Button>}
        <Button look={due ? 'go' : 'plain'} big onClick={onMorning}>
          {due ? 'Walk the morning round' : 'Walk the morning round early'}
        </Button>
        <Button look="quiet" onClick={() => setGiving(true)}>
          Give the watch up
        </Button>
      </div>
      <Sheet title="Give the watch up" open={giving} onClose={() => setGiving(false)}>
        <GiveUp watch={watch} onClose={() => setGiving(false)} />
      </Sheet>
    </div>
  )
}
