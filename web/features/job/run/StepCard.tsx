import type { Job } from '@anklet/contract'
import type { PlanStep } from '@anklet/core/work/procedure'
import type { Proof } from '@anklet/core/work/procedure'
import { drawnAt, holds, kindAt } from '@anklet/core/work/procedure'
import { cornersOf } from '@anklet/core/base/vehicle'
import { refusalSentence } from '@anklet/language/work/record'
import { mayHaveNoThread, maySkip, notYet, toShow } from '@anklet/core/work/record'
import type { Deviation, WorkRefusal } from '@anklet/core/work/record'
import { clsx } from 'clsx'
import { Check, Circle, CircleSlash2, ShieldAlert } from 'lucide-react'
import type { ReactNode, RefObject } from 'react'
import { lazy, Suspense, useEffect, useRef, useState } from 'react'
import { usePeople, useUnits } from '../../../client/queries.ts'
import { DoneKeys } from './DoneKeys.tsx'
import { CornerGlyph } from '../../../kit/CornerGlyph.tsx'
import { Taps } from '../../../kit/Taps.tsx'
import { useNow } from '../../../kit/useNow.ts'
import { steadyNow } from '../../../client/state/steadyClock.ts'
import { EMPTY_STEP, useStepDrafts } from '../../../client/state/stepDrafts.ts'
import type { StepDraft, StepTyped } from '../../../client/state/stepDrafts.ts'
import { capital } from '@anklet/language/plain/corners'
import { CONDITION_WORDS, GATE_WORDS, STRETCH_WORDS, stepWords } from '@anklet/language/work/plan'
import { countdownWords } from '@anklet/language/plain/times'
import { DEVIATION_WORDS } from '@anklet/language/work/work'
import type { CarLive } from '../link/carLive.ts'
import { drawnFor } from '../model/drawnFor.ts'
import { usualTorqueUnit } from '../model/torqueUnits.ts'
import { StepDrawings } from '../../../kit/drawings/StepDrawings.tsx'
import { Proofs, seenWays } from './Proofs.tsx'
import { entryOf, showKey, sourceBefore, torqueDoubt } from './stepEntry.ts'
import { ReadingEntry, StepFigures } from './StepFigures.tsx'
import { StepPhotos } from './StepPhotos.tsx'
import { TorqueEntry } from './TorqueEntry.tsx'
import type { OnWork } from '../record/useWork.ts'
import { Button } from '../../../kit/Button.tsx'
import { Notice, Refusal } from '../../../kit/Notice.tsx'
import { Field, Input } from '../../../kit/Field.tsx'
import { Disclosure } from '../../../kit/Disclosure.tsx'
import { Spoken } from '../../../kit/Spoken.tsx'

/** A second tap comes within this, ms. */
const SECOND_TAP_MS = 500

/** What a step must show. */
type Asks = ReturnType<typeof toShow>

interface CardProps {
  readonly job: Job
  readonly work: OnWork
  readonly step: PlanStep
  readonly car: CarLive | null
  readonly peaks?: Readonly<Record<string, number>>
  readonly children?: ReactNode
}

/** The gates of a step as the car stands: what holds, and what is waited for. */
function Gates({
  work: { of, run },
  step,
  asks: toBeShown,
  draft,
}: Pick<CardProps, 'work' | 'step'> & {
  readonly asks: Asks
  readonly draft: StepDraft
}): ReactNode {
  const kind = kindAt(of.architecture, step.place)
  const corners = cornersOf(step.place)
  const asks = step.gates.flatMap(({ gate, asks: of_ }) =>
    of_.map(({ condition }) => ({
      gate,
      condition,
      open: corners.every((corner) => holds(condition, run.car, kind, corner)),
      // What this step itself shows is so only once somebody has said how.
      said: toBeShown.every(
        (ask) => ask.condition !== condition || draft.shown[showKey(ask)] !== undefined,
      ),
    })),
  )
  if (asks.length === 0) return null
  return (
    <section aria-label="Gate" className="grid gap-1">
      <h3 className="label">
        {capital([...new Set(step.gates.map(({ gate }) => GATE_WORDS[gate]))].join(', and '))}
      </h3>
      <ul className="flex flex-wrap gap-x-5 gap-y-1 text-body">
        {asks.map(({ gate, condition, open, said }) => (
          <li
            key={`${gate}${condition}`}
            className={`flex items-center gap-1.5 ${open ? '' : 'font-semibold text-rust'}`}
          >
            {!open ? (
              <CircleSlash2 size={17} aria-label="not so" />
            ) : said ? (
              <Check size={17} strokeWidth={3} aria-label="so" />
            ) : (
              <Circle size={16} strokeDasharray="4 3" aria-label="not said yet" />
            )}
            {CONDITION_WORDS[condition]}
          </li>
        ))}
      </ul>
    </section>
  )
}

function Otherwise({
  step,
  work,
  draft,
  change,
}: Pick<CardProps, 'step' | 'work'> & {
  readonly draft: StepDraft
  change(next: Partial<StepDraft>): void
}): ReactNode {
  const kinds: readonly Deviation['kind'][] = [
    ...(maySkip(work.of, step) ? ['skipped' as const] : []),
    ...(step.torque ? ['torque' as const] : []),
    ...(step.photo ? ['noPhoto' as const] : []),
    'otherwise',
  ]
  return (
    <Disclosure
      open={draft.deviation !== null || undefined}
      summary="A note, or done otherwise"
      summaryClass="text-small text-ink-2"
    >
      <div className="grid gap-3 pb-2">
        <Field label="Note" id={`note ${step.key}`}>
          <Input maxLength={500} value={draft.note} onText={(text) => change({ note: text })} />
        </Field>
        <Taps<Deviation['kind']>
          legend="Done otherwise: a lead is asked to agree"
          chosen={draft.deviation ? [draft.deviation] : []}
          onTap={(kind) => change({ deviation: draft.deviation === kind ? null : kind })}
          options={kinds.map((value) => ({ value, words: DEVIATION_WORDS[value] }))}
        />
        {draft.deviation && (
          <Field label="Why" id={`why ${step.key}`}>
            <Input
              maxLength={300}
              value={draft.reason}
              onText={(text) => change({ reason: text })}
            />
          </Field>
        )}
      </div>
    </Disclosure>
  )
}

/** A step of more letters than these stands smaller: it is read at a glance all the same. */
const LONG = 90

/** The step's number, words, caution and reason. */
function StepHead({ work, step }: Pick<CardProps, 'work' | 'step'>): ReactNode {
  const { of, run } = work
  const number = of.steps.findIndex(({ key }) => key === step.key) + 1
  const words = stepWords(step.words, step.place)
  const again = run.steps.find((each) => each.step.key === step.key)?.state === 'again'
  return (
    <>
      <div className="flex items-start gap-4">
        {step.place !== null && (
          <span className="shrink-0">
            <CornerGlyph lit={cornersOf(step.place)} size={84} />
          </span>
        )}
        <div className="min-w-0">
          <p className="text-small text-ink-2">
            <span className="num">{number}</span> of <span className="num">{of.steps.length}</span>,{' '}
            {STRETCH_WORDS[step.phase].toLowerCase()}
            {again ? '; once more' : ''}
          </p>
          <h2 className={clsx('text-ink', words.length > LONG ? 'say-small' : 'say')}>
            <Spoken>{words}</Spoken>
          </h2>
        </div>
      </div>
      {step.caution && (
        <Notice kind="caution" className="flex gap-3 text-lead">
          <ShieldAlert size={22} aria-hidden className="mt-0.5 shrink-0" />
          <span>{step.caution}</span>
        </Notice>
      )}
      <p className="sub">
        <Spoken>{step.why}</Spoken>
      </p>
    </>
  )
}

/** What the step means for this car, drawn, where a picture says it faster. */
function StepPictures({ job, step }: Pick<CardProps, 'job' | 'step'>): ReactNode {
  const units = useUnits()
  const support = job.plans.at(-1)?.support ?? 'stands'
  const drawn = drawnAt(step, drawnFor(job, support))
  return (
    drawn.length > 0 && (
      <div className="w-full sm:w-[320px]">
        <StepDrawings drawn={drawn} units={units} />
      </div>
    )
  )
}

interface DraftProps {
  readonly draft: StepTyped
  change(next: Partial<StepDraft>): void
}

function TorqueOf({
  job,
  work: { of },
  step,
  draft,
  change,
}: Pick<CardProps, 'job' | 'work' | 'step'> & DraftProps): ReactNode {
  if (!step.torque) return null
  const range = of.torqueOf(step.torque)
  return (
    <>
      <TorqueEntry
        fastener={step.torque}
        words={of.book.fasteners[step.torque]?.words ?? step.torque}
        typeId={job.vehicleType.id}
        range={range}
        mayHaveNone={mayHaveNoThread(of, step)}
        draft={draft}
        onChange={change}
      />
      {range && torqueDoubt(draft, range) !== null && draft.deviation === null && (
        <Button className="w-fit" onClick={() => change({ deviation: 'torque' })}>
          It is right as it is: say why
        </Button>
      )}
    </>
  )
}

/** Who lends a second hand, as it was said at the start; or how this step is done alone. */
function SecondHand({
  me,
  step,
  draft,
  change,
}: DraftProps & { readonly me: string | null; readonly step: PlanStep }): ReactNode {
  const people = usePeople().data ?? []
  return (
    <div className="grid gap-2">
      <Taps<string>
        legend="The second hand"
        chosen={draft.second ? [draft.second] : []}
        onTap={(second) => change({ second })}
        options={[
          ...people
            .filter(({ id }) => id !== me)
            .map(({ id, name }) => ({ value: id, words: name })),
          ...(step.alone === null ? [] : [{ value: 'alone', words: 'Alone' }]),
        ]}
      />
      {draft.second === 'alone' &&
        (step.alone === null ? (
          <Notice kind="wait">
            This is not done alone: it waits until somebody lends a second hand.
          </Notice>
        ) : (
          <Notice kind="caution">{step.alone}</Notice>
        ))}
    </div>
  )
}

/** What a step must come with: what it shows, its torque, a second hand, a photo. */
function ComesWith(
  props: CardProps & DraftProps & { readonly asks: Asks; readonly draftKey: string },
): ReactNode {
  const { job, work, step, car, peaks = {}, asks, draft, draftKey, change } = props
  const taken = (): readonly string[] => useStepDrafts.getState().byKey[draftKey]?.photoIds ?? []
  return (
    <>
      <Proofs
        asks={asks}
        body={work.run.car.body}
        car={car}
        draft={draft}
        peaks={peaks}
        onShown={(key, shown) => change({ shown: { ...draft.shown, [key]: shown } })}
      />
      <ReadingEntry job={job} step={step} draft={draft} onChange={change} />
      <TorqueOf job={job} work={work} step={step} draft={draft} change={change} />
      {step.second && <SecondHand me={work.me} step={step} draft={draft} change={change} />}
      {(step.photo || step.phase === 'on' || step.phase === 'bench') && (
        <StepPhotos
          job={job}
          step={step}
          run={work.run}
          photoIds={draft.photoIds}
          needed={step.photo}
          onTaken={(id) => change({ photoIds: [...taken(), id] })}
        />
      )}
      <Otherwise step={step} work={work} draft={draft} change={change} />
    </>
  )
}

/** Whether a tap counts yet: a glove taps twice, and the second tap must not confirm the step that has just come. */
function useArmed(): boolean {
  const [armed, setArmed] = useState(false)
  useEffect(() => {
    const timer = setTimeout(() => setArmed(true), SECOND_TAP_MS)
    return () => clearTimeout(timer)
  }, [])
  return armed
}

/** Brings a new step into sight, and the next Tab to it: the key that was pressed went with the step before. */
function useInSight(): RefObject<HTMLElement | null> {
  const article = useRef<HTMLElement>(null)
  useEffect(() => {
    if (document.activeElement === document.body) article.current?.focus({ preventScroll: true })
    if ((article.current?.getBoundingClientRect().top ?? 0) < 0)
      article.current?.scrollIntoView({ block: 'start' })
  }, [])
  return article
}

const ShownHere = lazy(() =>
  import('./ShownHere.tsx').then((module) => ({ default: module.ShownHere })),
)

/** Why a step may not be begun now, renewed while a wait runs. */
function useNotYet({ of, run }: OnWork, step: PlanStep): WorkRefusal | null {
  const now = steadyNow()
  useNow(run.waits.some(({ dueMs }) => dueMs > now) ? 1000 : 3_600_000)
  return notYet(of, run, step.key, now)
}

/** One step, large: what, where, its caution, what it waits for, what it must show, and one key to confirm it. */
export function StepCard(props: CardProps): ReactNode {
  const { job, work, step, car, children } = props
  const { of, run } = work
  const units = useUnits()
  const draftKey = `${job.id} ${step.key}`
  const kept = useStepDrafts((drafts) => drafts.byKey[draftKey]) ?? EMPTY_STEP
  // Asked once, at the start of the work; who came meanwhile is tapped here.
  const atHand = run.second === work.me ? null : run.second
  const draft = {
    ...kept,
    second: step.second ? (kept.second ?? atHand) : null,
    source: kept.source ?? sourceBefore(of, step.torque),
    unit: kept.unit ?? usualTorqueUnit(units),
  }
  const { patch, drop } = useStepDrafts.getState()
  const [wrong, setWrong] = useState<string | null>(null)
  const [article, armed] = [useInSight(), useArmed()]
  const written = of.book.steps.find(({ id }) => id === step.step)
  const asks = written ? toShow(written, step.place) : []
  const not = useNotYet(work, step)
  const seen = seenWays(asks, { body: run.car.body, car, draft })
  // Keys do not bounce, and are taken at once.
  const confirm = (tapped: boolean, proof: Proof | null): void => {
    if (tapped && !armed) return
    const shown =
      proof === null || !seen
        ? draft.shown
        : { ...draft.shown, [showKey(seen.ask)]: { proof, by: 'person' as const, bar: '' } }
    const made = entryOf(step, asks, { ...draft, shown }, units)
    const sentence = made.ok ? work.enter(made.entry) : made.sentence
    setWrong(sentence)
    if (sentence === null) drop(draftKey)
    else patch(draftKey, { shown })
  }
  return (
    <article
      ref={article}
      tabIndex={-1}
      aria-label={stepWords(step.words, step.place)}
      data-step={step.key}
      data-elsewhere={step.shownBy.length > 0}
      className="grid min-w-0 scroll-mt-3 focus:outline-none content-start gap-4"
    >
      <div className="flex flex-wrap items-start gap-4">
        <div className="grid min-w-[280px] flex-1 content-start gap-4">
          <StepHead work={work} step={step} />
        </div>
        <StepPictures job={job} step={step} />
      </div>
      <StepFigures job={job} step={step} />
      <Gates work={work} step={step} asks={asks} draft={draft} />
      {not ? (
        <p
          className="hint"
          role="status"
          {...(not.code === 'waitFirst' ? { 'data-waits-until': not.wait.dueMs } : {})}
        >
          {refusalSentence(not, { ...of, nameOf: work.nameOf })}
          {not.code === 'waitFirst' && (
            <b className="num"> {countdownWords(not.wait.dueMs - steadyNow())} to go.</b>
          )}
        </p>
      ) : (
        <>
          {step.shownBy.length > 0 && (
            <Suspense fallback={<p className="sub">…</p>}>
              <ShownHere job={job} work={work} step={step} />
            </Suspense>
          )}
          {children}
          <ComesWith
            {...props}
            asks={seen ? [] : asks}
            draft={draft}
            draftKey={draftKey}
            change={(next) => patch(draftKey, next)}
          />
          <Refusal className="text-lead">{wrong}</Refusal>
          {(step.shownBy.length === 0 || draft.deviation !== null) && (
            <DoneKeys seen={seen} armed={armed} onConfirm={confirm} />
          )}
        </>
      )}
    </article>
  )
}
