import { isFilling } from './model.ts'
import type { Job } from '@anklet/contract'
import type { RunStep } from '@anklet/core/work/record'
import { jointSentence } from '@anklet/language/work/record'
import { waitBefore } from '@anklet/core/work/record'
import type { PlanStep } from '@anklet/core/work/procedure'
import type { Corner } from '@anklet/core/base/vehicle'
import { CORNERS } from '@anklet/core/base/vehicle'
import { Cable, ChevronLeft, ChevronRight, Hourglass } from 'lucide-react'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { useNow } from '../../../kit/useNow.ts'
import { steadyNow } from '../../../client/state/steadyClock.ts'
import { CORNER_WORDS, list, placeWords } from '@anklet/language/plain/corners'
import { stepWords } from '@anklet/language/work/plan'
import { countdownWords, momentWords } from '@anklet/language/plain/times'
import { entryWords } from '@anklet/language/work/work'
import { useModule } from '../link/useModule.ts'
import { Awaiting } from './Awaiting.tsx'
import type { CarLive } from '../link/carLive.ts'
import { DoneCard } from './DoneCard.tsx'
import { Hands, TakeOver } from './Hands.tsx'
import { StepCard } from './StepCard.tsx'
import type { OnWork } from '../record/useWork.ts'
import { Button, ButtonLink, Tap } from '../../../kit/Button.tsx'
import { Disclosure } from '../../../kit/Disclosure.tsx'

function Neighbour({
  at,
  side,
  onLook,
}: {
  readonly at: RunStep | undefined
  readonly side: 'before' | 'after'
  onLook(key: string): void
}): ReactNode {
  if (!at) return <span />
  const Icon = side === 'before' ? ChevronLeft : ChevronRight
  return (
    <Tap
      className="min-w-0 text-small font-normal"
      onClick={() => onLook(at.step.key)}
      aria-label={`${side === 'before' ? 'Step before' : 'Step after'}: ${stepWords(at.step.words, at.step.place)}`}
    >
      {side === 'before' && <Icon size={18} aria-hidden className="shrink-0" />}
      <span className="line-clamp-2 text-left">{stepWords(at.step.words, at.step.place)}</span>
      {side === 'after' && <Icon size={18} aria-hidden className="ml-auto shrink-0" />}
    </Tap>
  )
}

/** Whether proofs are read from a link. */
export function Linking({ job, work }: { readonly job: Job; readonly work: OnWork }): ReactNode {
  const found = useModule(job)
  const { deviceId } = work.run
  if (!found && deviceId === null) return null
  return (
    <Tap
      on={deviceId !== null}
      disabled={!work.mine}
      onClick={() =>
        work.enter({ kind: 'linked', deviceId: deviceId === null ? found!.identity.id : null })
      }
    >
      <Cable size={18} aria-hidden />
      Proofs from the link
    </Tap>
  )
}

function Waiting({ work }: { readonly work: OnWork }): ReactNode {
  useNow(1000)
  const now = steadyNow()
  const running = work.run.waits.filter(({ dueMs }) => dueMs > now)
  return (
    running.length > 0 && (
      <ul aria-label="Timers" className="grid grid-cols-[minmax(0,1fr)] gap-1">
        {running.map(({ id, step, dueMs }) => (
          <li key={id} className="flex items-center gap-2 text-body">
            <Hourglass size={17} aria-hidden />
            <b className="num whitespace-nowrap">{countdownWords(dueMs - now)}</b>
            <span className="truncate text-ink-2">{stepWords(step.words, step.place)}</span>
          </li>
        ))}
      </ul>
    )
  )
}

function Story({ job, work }: { readonly job: Job; readonly work: OnWork }): ReactNode {
  const { of, nameOf } = work
  return (
    <Disclosure
      className="desk-work no-print"
      summary="Everything that was recorded, newest first"
      summaryClass="text-small text-ink-2"
    >
      <ol aria-label="Record of the work" className="grid gap-1 text-small">
        {[...of.entries]
          .reverse()
          .slice(0, 200)
          .map(({ id, at, person, content }) => {
            const step =
              content.kind === 'done'
                ? of.book.steps.find((each) => each.id === content.step)
                : undefined
            return (
              <li key={id} className="flex gap-3 border-b border-edge py-1">
                <span className="num w-[110px] shrink-0 text-ink-2">
                  {momentWords(at, new Date())}
                </span>
                <span className="min-w-0 flex-1">
                  {content.kind === 'done'
                    ? stepWords(step?.words ?? content.step, content.place)
                    : content.kind === 'lost'
                      ? (content.place ? `${placeWords(content.place)}: ` : '') +
                        `${of.book.facts.find((fact) => fact.id === content.fact)?.words ?? content.fact}. ` +
                        `${entryWords(content, nameOf)}`
                      : entryWords(content, nameOf)}
                </span>
                <span className="text-ink-2">{nameOf(person)}</span>
              </li>
            )
          })}
      </ol>
      {job.work.length > 200 && (
        <p className="text-small text-ink-2">Older entries are in the job’s file.</p>
      )}
    </Disclosure>
  )
}

/** The step that is next, with what it is done in. */
function StepNow({
  step,
  job,
  work,
  car,
}: {
  readonly step: PlanStep
  readonly job: Job
  readonly work: OnWork
  readonly car: CarLive | null
}): ReactNode {
  return <StepCard key={step.key} job={job} work={work} step={step} car={car} />
}

/** Joints that bubble: their repair comes next, and nothing that hangs on them goes on. */
function Bubbles({
  work: { run, mine },
  onMend,
}: {
  readonly work: OnWork
  onMend(corners: readonly Corner[]): void
}): ReactNode {
  const corners = CORNERS.filter((corner) => run.bubbles.includes(corner))
  return (
    <section aria-label="It bubbles" className="caution grid gap-2">
      <p className="text-lead font-semibold">
        It bubbles: {list(run.bubbles.map(jointSentence))}. That joint is made tight next.
      </p>
      <p>
        Let it down and show it empty before anything is loosened. Trim, charge and road test wait
        until soap shows every joint tight.
      </p>
      {corners.length > 0 ? (
        <Button className="w-fit" disabled={!mine} onClick={() => onMend(corners)}>
          Plan the line of {list(corners.map((corner) => CORNER_WORDS[corner]))}
        </Button>
      ) : (
        <p>Put its repair into the plan below.</p>
      )}
    </section>
  )
}

function EveryStepDone({ job }: { readonly job: Job }): ReactNode {
  return (
    <div className="grid gap-4">
      <p className="say">Every step is done. It stands on its wheels.</p>
      {!job.closedAt && (
        <ButtonLink look="go" big className="w-full" to={`/jobs/${job.id}/proof`}>
          On to the proof
        </ButtonLink>
      )}
    </div>
  )
}

/**
 * The work at the car: one step large, what came before and what comes after small, and who has
 * it.
 */
export function Runner({
  job,
  work,
  car,
  onMend,
}: {
  readonly job: Job
  readonly work: OnWork
  readonly car: CarLive | null
  onMend(corners: readonly Corner[]): void
}): ReactNode {
  const { run } = work
  const [looking, setLooking] = useState<string | null>(null)
  // What waits for its minutes lets another step come first.
  const next =
    run.ready.find((step) => waitBefore(work.of, run, step, steadyNow()) === null) ??
    run.ready[0] ??
    run.steps.find(({ state }) => state === 'open' || state === 'again' || state === 'held')?.step
  const index = Math.max(
    0,
    run.steps.findIndex(({ step }) => step.key === (looking ?? next?.key)),
  )
  const at = run.steps[index]
  const done = run.steps.filter(({ state }) => state === 'done').length
  // A step somebody was looking at may be done meanwhile: then the next one comes.
  const look = (key: string): void => setLooking(key === next?.key ? null : key)
  return (
    <div className="grid gap-6 lg:grid-cols-[minmax(0,1fr)_310px]">
      <div className="grid min-w-0 content-start gap-5">
        {run.bubbles.length > 0 && <Bubbles work={work} onMend={onMend} />}
        {run.finished && looking === null ? (
          <EveryStepDone job={job} />
        ) : (
          at &&
          (at.state === 'done' || at.state === 'passed' || (at.state === 'held' && at.done) ? (
            <DoneCard at={at} work={work} />
          ) : isFilling(at) && work.mine ? (
            <div className="grid gap-4">
              <p className="say">Air goes back in: {stepWords(at.step.words, at.step.place)}</p>
              <ButtonLink look="go" big className="w-full" to={`/jobs/${job.id}/recommission`}>
                Go on in Recommission
              </ButtonLink>
            </div>
          ) : work.mine && !run.paused && !job.closedAt ? (
            <StepNow step={at.step} job={job} work={work} car={car} />
          ) : (
            <p className="say">{stepWords(at.step.words, at.step.place)}</p>
          ))
        )}
        {!work.mine && !job.closedAt && <TakeOver work={work} />}
        <nav aria-label="Steps beside" className="grid grid-cols-2 gap-3">
          <Neighbour at={run.steps[index - 1]} side="before" onLook={look} />
          <Neighbour at={run.steps[index + 1]} side="after" onLook={look} />
        </nav>
        {looking !== null && next && looking !== next.key && (
          <Button className="w-fit" onClick={() => setLooking(null)}>
            Back to what is next
          </Button>
        )}
      </div>
      <aside
        className="grid min-w-0 grid-cols-[minmax(0,1fr)] content-start gap-5"
        aria-label="Beside the step"
      >
        <p className="text-body">
          <b className="num text-figure">{done}</b>
          <span className="text-ink-2">
            {' '}
            of{' '}
            <span className="num">
              {run.steps.filter(({ state }) => state !== 'passed').length}
            </span>{' '}
            steps done
          </span>
        </p>
        <Waiting work={work} />
        {work.mine && !job.closedAt && <Hands work={work} />}
        {!job.closedAt && <Linking job={job} work={work} />}
        <Awaiting work={work} />
        <Story job={job} work={work} />
      </aside>
    </div>
  )
}
