import { isFillStep, isFilling } from '../job/run/model.ts'
import type { Job } from '@anklet/contract'
import type { Corner } from '@anklet/core/base/vehicle'
import { WALK } from '@anklet/core/base/vehicle'
import type { RunStep } from '@anklet/core/work/record'
import { factKey, waitBefore } from '@anklet/core/work/record'
import { clsx } from 'clsx'
import { Check, Circle } from 'lucide-react'
import type { ReactNode } from 'react'
import { useEffect, useState } from 'react'
import { Link } from 'react-router'
import { springCarries } from '@anklet/core/work/procedure'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import { useUnits } from '../../client/queries.ts'
import { forgetFills } from '../../client/state/fillTicks.ts'
import { steadyNow } from '../../client/state/steadyClock.ts'
import { capital, CORNER_WORDS } from '@anklet/language/plain/corners'
import { BODY_WORDS, stepWords } from '@anklet/language/work/plan'
import { StoredCodes } from '../job/link/StoredCodes.tsx'
import { Awaiting } from '../job/run/Awaiting.tsx'
import type { CarLive } from '../job/link/carLive.ts'
import { useCarLive } from '../job/link/carLive.ts'
import { TakeOver } from '../job/run/Hands.tsx'
import { StepCard } from '../job/run/StepCard.tsx'
import type { OnWork } from '../job/record/useWork.ts'
import { useWork } from '../job/record/useWork.ts'
import { Linking } from '../job/run/Runner.tsx'
import { FillPanel } from './FillPanel.tsx'
import { Button } from '../../kit/Button.tsx'
import { Notice } from '../../kit/Notice.tsx'

/**
 * Highest pressure each corner showed at its own open valve since the page was opened, bar gauge.
 */
function usePeaks(car: CarLive | null): Readonly<Record<string, number>> {
  const [peaks, setPeaks] = useState<Readonly<Record<string, number>>>({})
  const [open, gallery] = [
    car?.live.open.filter((valve): valve is Corner =>
      (WALK as readonly string[]).includes(valve),
    ) ?? [],
    car?.live.galleryBarG ?? null,
  ]
  useEffect(() => {
    if (gallery === null || open.length !== 1) return
    setPeaks((before) =>
      (before[open[0]!] ?? 0) >= gallery ? before : { ...before, [open[0]!]: gallery },
    )
  }, [open, gallery])
  return peaks
}

/** What the lowering gate waits for, corner by corner, in walking order. */
function Carrying({
  work,
  car,
}: {
  readonly work: OnWork
  readonly car: CarLive | null
}): ReactNode {
  const units = useUnits()
  const { run } = work
  const { corners } = run.car
  return (
    <section aria-label="Springs">
      <h3 className="label">Lowered only when every spring carries</h3>
      <div className="corners">
        {WALK.map((corner) => {
          const at = corners[corner]
          const carries = at !== undefined && springCarries(at)
          const filled = run.holds.has(factKey('filled', corner))
          const off = car?.live.offMm[corner]
          return (
            <div
              key={corner}
              style={{ gridArea: corner }}
              role="group"
              aria-label={capital(CORNER_WORDS[corner])}
              className="min-w-0 py-1"
            >
              <p className="flex items-center gap-1.5 font-semibold">
                {at === undefined || at.spring === 'coil' || (carries && filled) ? (
                  <Check size={18} strokeWidth={3} aria-hidden />
                ) : (
                  <Circle size={16} aria-hidden />
                )}
                {corner}
              </p>
              <p
                className={`text-small ${carries || at === undefined ? 'text-ink-2' : 'font-semibold text-rust'}`}
              >
                {at === undefined
                  ? 'coil, no air'
                  : at.spring === 'coil'
                    ? 'coil'
                    : carries
                      ? filled
                        ? 'carries'
                        : 'not let down'
                      : 'empty'}
              </p>
              {typeof off === 'number' && (
                <p className="num text-small text-ink-2">
                  {off >= 0 ? '+' : '−'}
                  {formatQuantity(Math.abs(off), 'height', units)} {UNIT_LABEL[units.length]}
                </p>
              )}
            </div>
          )
        })}
      </div>
    </section>
  )
}

/** The steps of filling; one that is left can be looked at. */
function FillingSteps({
  steps,
  presentKey,
  onLook,
}: {
  readonly steps: readonly RunStep[]
  readonly presentKey: string | undefined
  onLook(key: string): void
}): ReactNode {
  return (
    <ol aria-label="Steps of filling" className="grid gap-1 text-small">
      {steps.map(({ step, state }) => (
        <li
          key={step.key}
          className={clsx(
            'flex items-center gap-2',
            state === 'done'
              ? 'text-ink-3'
              : step.key === presentKey
                ? 'font-semibold'
                : 'text-ink-2',
          )}
        >
          {state === 'done' ? (
            <Check size={16} strokeWidth={3} aria-label="done" className="shrink-0" />
          ) : (
            <Circle size={14} aria-label="to do" className="shrink-0" />
          )}
          {state === 'done' || state === 'passed' ? (
            <span>{stepWords(step.words, step.place)}</span>
          ) : (
            <Button
              look="bare"
              className="min-h-touch text-left underline-offset-2 hover:underline"
              onClick={() => onLook(step.key)}
            >
              {stepWords(step.words, step.place)}
            </Button>
          )}
        </li>
      ))}
    </ol>
  )
}

function WorkFirst({
  before,
  jobId,
}: {
  readonly before: number
  readonly jobId: string
}): ReactNode {
  return (
    <Notice kind="wait">
      {before === 1 ? 'One step comes' : `${before} steps come`} before any air goes in.{' '}
      <Link className="underline" to={`/jobs/${jobId}/work`}>
        Go on in Work
      </Link>
    </Notice>
  )
}

function Panel({ job, work }: { readonly job: Job; readonly work: OnWork }): ReactNode {
  const units = useUnits()
  const { run } = work
  const car = useCarLive(
    job.closedAt === null ? run.deviceId : null,
    job.vehicleType,
    'recommission',
  )
  const peaks = usePeaks(car)
  const steps = run.steps.filter(isFilling)
  const open = steps.filter(({ state }) => state === 'open' || state === 'again')
  const [looking, setLooking] = useState<string | null>(null)
  const filled = open.length === 0
  useEffect(() => {
    if (filled) forgetFills(job.id)
  }, [filled, job.id])
  const looked = open.find(({ step }) => step.key === looking)?.step
  const next =
    looked ??
    run.ready.find(
      (step) => isFillStep(step) && waitBefore(work.of, run, step, steadyNow()) === null,
    ) ??
    run.ready.find(isFillStep) ??
    open[0]?.step
  const before = run.steps.filter(
    (at) =>
      !isFilling(at) &&
      at.step.phase !== 'prove' &&
      (at.state === 'open' || at.state === 'again' || at.state === 'held'),
  ).length
  const fills = next?.gives.includes('filled') === true && next.place !== null
  const clears = next?.gives.includes('codesClear') === true
  const closed = run.steps.some(({ step }) => step.gives.includes('charged'))
  return (
    <div className="grid gap-6 lg:grid-cols-[minmax(0,1fr)_330px]">
      <div className="grid min-w-0 content-start gap-5">
        {!work.mine && !job.closedAt && <TakeOver work={work} />}
        {before > 0 && <WorkFirst before={before} jobId={job.id} />}
        {filled ? (
          <p className="say">
            {steps.length === 0 ? 'Nothing is filled in this plan.' : 'It stands on its own air.'}{' '}
            <Link className="underline" to={`/jobs/${job.id}/work`}>
              On to the proof
            </Link>
          </p>
        ) : next && work.mine && !run.paused && !job.closedAt && before === 0 ? (
          <StepCard key={next.key} job={job} work={work} step={next} car={car} peaks={peaks}>
            {clears && car && <StoredCodes status={car.status} units={units} jobId={job.id} />}
            {fills && (
              <FillPanel
                job={job}
                work={work}
                car={car}
                corner={next.place as Corner}
                peaks={peaks}
              />
            )}
          </StepCard>
        ) : (
          next && <p className="say">{stepWords(next.words, next.place)}</p>
        )}
      </div>
      <aside
        aria-label="Beside the filling"
        className="grid min-w-0 grid-cols-[minmax(0,1fr)] content-start gap-5"
      >
        <Carrying work={work} car={car} />
        <p className="text-body">
          <span className="text-ink-2">Posture: </span>
          <b>{BODY_WORDS[run.car.body]}</b>
        </p>
        {!job.closedAt && <Linking job={job} work={work} />}
        <FillingSteps steps={steps} presentKey={next?.key} onLook={setLooking} />
        {closed && (
          <p className="text-small text-ink-2">
            The charge of the closed system is reckoned by the air ledger when its step comes.
          </p>
        )}
        <Awaiting work={work} />
      </aside>
    </div>
  )
}

/**
 * Air back in without breaking anything: codes first, one posture, in stages with rests, both
 * sides alike, and no weight before every spring carries.
 */
export function Recommission({ job }: { readonly job: Job }): ReactNode {
  const work = useWork(job)
  if (!work)
    return (
      <p className="sub">
        {job.plans.length === 0 ? (
          <>
            Air goes back in by the plan.{' '}
            <Link className="underline" to={`/jobs/${job.id}/work`}>
              Make the plan first
            </Link>
          </>
        ) : (
          'Fetching the plan …'
        )}
      </p>
    )
  if (!work.run.begun)
    return (
      <p className="sub">
        The work has not begun.{' '}
        <Link className="underline" to={`/jobs/${job.id}/work`}>
          Begin it in Work
        </Link>
      </p>
    )
  return <Panel job={job} work={work} />
}
