import { slowestPart } from './model.ts'
import type { Job, Part, Torque } from '@anklet/contract'
import type { Drawn, DrawnFor, Plan, PlanStep, ProcedureBook } from '@anklet/core/work/procedure'
import { notEntered } from '@anklet/core/base/vehicle'
import { drawnAt, roomFor } from '@anklet/core/work/procedure'
import { clsx } from 'clsx'
import type { ReactNode } from 'react'
import { memo, useState } from 'react'
import { Link } from 'react-router'
import { toggled } from '../../kit/Taps.tsx'
import { capital, list, placeWords } from '@anklet/language/plain/corners'
import { minutesWords, SUPPORT_WORDS } from '@anklet/language/work/plan'
import { drawnFor } from '../job/model/drawnFor.ts'
import { runsOf } from './planFold.ts'
import { PlanStepRow } from './PlanStepRow.tsx'
import { PlanStretch } from './PlanStretch.tsx'
import { Button } from '../../kit/Button.tsx'

/** What is drawn of a step on paper: the same picture twice in a row says nothing new. */
function drawnOnPaper(of: readonly PlanStep[], i: number, car: DrawnFor): readonly Drawn[] {
  const drawn = drawnAt(of[i]!, car)
  const before = of[i - 1]
  return before && JSON.stringify(drawnAt(before, car)) === JSON.stringify(drawn) ? [] : drawn
}

const RISES = { up: 'raised', down: 'lowered' } as const

function Missing({
  plan,
  book,
  torques,
  parts,
  job,
}: {
  readonly plan: Plan
  readonly book: ProcedureBook
  readonly torques: readonly Torque[]
  readonly parts: readonly Part[]
  readonly job: Job
}): ReactNode {
  const unknown = plan.torques
    .filter(
      (fastener) =>
        !torques.some((each) => each.typeId === job.vehicleType.id && each.fastener === fastener),
    )
    .map((fastener) => book.fasteners[fastener]?.words ?? fastener)
  const slowest = slowestPart(
    plan.parts.map(({ part }) => part),
    parts,
    job.vehicleType.id,
  )
  const { seatingPressureBarG, settleWaitS } = job.vehicleType.architecture
  const unbuilt = notEntered(job.vehicleType.architecture).length
  const figures = [
    ...(plan.situation.way.fillAt === 'hanging' &&
    seatingPressureBarG === null &&
    plan.steps.some(({ figures: wanted }) => wanted.includes('seating'))
      ? ['the seating pressure']
      : []),
    ...(settleWaitS === null &&
    plan.steps.some(({ step }) => step === 'supplyStanding' || step === 'pumpRun')
      ? ['the wait before a raise']
      : []),
  ]
  return (
    <section aria-label="What is missing" className="grid gap-1">
      <h3 className="font-semibold">Missing before it begins</h3>
      <ul className="list-disc pl-5 text-small">
        {unknown.length > 0 && <li>Torques, not entered: {list(unknown)}.</li>}
        {unbuilt > 0 && (
          <li>
            How it is built: {unbuilt === 1 ? 'one thing' : `${unbuilt} things`} nobody entered,
            planned as usual.{' '}
            <Link className="underline" to={`/shelf/types/${job.vehicleType.id}`}>
              Enter them with the type
            </Link>
            .
          </li>
        )}
        {figures.length > 0 && (
          <li>From the maker’s instructions, not entered: {list(figures)}.</li>
        )}
        <li>
          Parts to have here:{' '}
          {list(
            plan.parts.map(
              ({ part, count }) => `${count > 1 ? `${count} × ` : ''}${book.parts[part] ?? part}`,
            ),
          ) || 'none'}
          {slowest
            ? `; the ${book.parts[slowest.part] ?? slowest.part} takes ` +
              `${slowest.days === 1 ? 'a day' : `${slowest.days} days`}`
            : ''}
          .
        </li>
      </ul>
    </section>
  )
}

function Needed({ plan, book }: { readonly plan: Plan; readonly book: ProcedureBook }): ReactNode {
  const fact = (id: string): string => book.facts.find((each) => each.id === id)?.words ?? id
  const step = (key: string): number => plan.steps.findIndex((each) => each.key === key) + 1
  return (
    <div className="grid gap-5">
      <section aria-label="Tools">
        <h3 className="font-semibold">Tools</h3>
        <p className="text-small">
          {capital(plan.tools.map((id) => book.tools[id] ?? id).join(', '))}.
        </p>
      </section>
      {plan.uses.length > 0 && (
        <section aria-label="Used up">
          <h3 className="font-semibold">Used up</h3>
          <p className="text-small">
            {capital(plan.uses.map((id) => book.uses[id] ?? id).join(', '))}.
          </p>
        </section>
      )}
      <section aria-label="Undone again">
        <h3 className="font-semibold">Changed on the way, and undone again</h3>
        <ul className="text-small">
          {plan.temporary.map(({ fact: id, place, from, until }) => (
            <li
              key={`${id}.${String(place)}`}
              className="flex justify-between gap-3 border-b border-edge py-1"
            >
              <span>
                {capital(fact(id))}
                {place ? `, ${placeWords(place)}` : ''}
              </span>
              <span className="num whitespace-nowrap text-ink-2">
                {step(from)} to {step(until)}
              </span>
            </li>
          ))}
        </ul>
      </section>
    </div>
  )
}

interface PlanViewProps {
  readonly job: Job
  readonly plan: Plan
  readonly steps: readonly PlanStep[]
  readonly book: ProcedureBook
  readonly torques: readonly Torque[]
  readonly parts: readonly Part[]
  onMove(key: string, to: number): void
}

/** Stretches that lie open, by where they begin; or all of them. */
type OpenStretches = 'all' | readonly number[]
const OPEN_KEY = 'anklet.plan.open'

/** Folded at first. Whoever opens every step finds them open in this tab from then on. */
function useOpenStretches(): readonly [OpenStretches, (open: OpenStretches) => void] {
  const [open, setOpen] = useState<OpenStretches>(() =>
    sessionStorage.getItem(OPEN_KEY) === 'all' ? 'all' : [],
  )
  return [
    open,
    (next) => {
      setOpen(next)
      if (next === 'all') sessionStorage.setItem(OPEN_KEY, 'all')
      else sessionStorage.removeItem(OPEN_KEY)
    },
  ]
}

/**
 * A plan to be read at the car and on the wall: stretches, steps, waits, lift movements, what is
 * needed and what is missing.
 */
export const PlanView = memo(function PlanView({
  job,
  plan,
  steps,
  book,
  torques,
  parts,
  onMove,
}: PlanViewProps): ReactNode {
  const all = new Map(steps.map((step) => [step.key, step]))
  const runs = runsOf(steps)
  const [open, setOpen] = useOpenStretches()
  const moves = steps.flatMap(({ lift }, i) => (lift ? [`${RISES[lift]} at step ${i + 1}`] : []))
  return (
    <div className="plan grid grid-cols-[minmax(0,1fr)] gap-6 lg:grid-cols-[minmax(0,1fr)_300px]">
      <section aria-label="The plan" className="min-w-0">
        <p className="say">
          <span className="num">{steps.length}</span> steps,{' '}
          <span className="num">{minutesWords(plan.handsOnMinutes)}</span> hands on
          {plan.waitMinutes > 0 ? (
            <>
              , <span className="num">{minutesWords(plan.waitMinutes)}</span> of waiting that
              nothing fills
            </>
          ) : (
            ''
          )}
          .
        </p>
        <p className="sub">
          {SUPPORT_WORDS[plan.situation.support]}:{' '}
          {moves.length > 0 ? list(moves) : 'it stays on its wheels'}.{' '}
          {plan.photos.length > 0 ? `${plan.photos.length} photos on the way. ` : ''}The maker’s
          instructions, local rules and licensed practice come first.
        </p>
        <Button
          look="quiet"
          className="inline-flex items-center gap-2 no-print"
          aria-pressed={open === 'all'}
          onClick={() => setOpen(open === 'all' ? [] : 'all')}
        >
          {open === 'all' ? 'Fold it again' : 'Open every step'}
        </Button>
        {runs.map((run) => {
          const isOpen = open === 'all' || open.includes(run.from)
          return (
            <PlanStretch
              key={run.from}
              run={run}
              open={isOpen}
              onToggle={() =>
                setOpen(toggled(open === 'all' ? runs.map(({ from }) => from) : open, run.from))
              }
            >
              {run.steps.map((step, i) => {
                const { first, last } = roomFor(steps, step.key)
                const at = run.from + i
                return (
                  <PlanStepRow
                    key={step.key}
                    step={step}
                    number={at + 1}
                    all={all}
                    book={book}
                    torques={torques}
                    typeId={job.vehicleType.id}
                    drawn={drawnOnPaper(run.steps, i, drawnFor(job, plan.situation.support))}
                    room={{ earlier: at > first, later: at < last }}
                    onMove={(by) => onMove(step.key, at + by)}
                  />
                )
              })}
            </PlanStretch>
          )
        })}
      </section>
      <aside
        aria-label="What it takes"
        tabIndex={0}
        className={clsx(
          'grid content-start gap-5 self-start lg:sticky lg:top-4 lg:max-h-[calc(100dvh-32px)]',
          'lg:overflow-y-auto print:static print:max-h-none',
        )}
      >
        <Missing plan={plan} book={book} torques={torques} parts={parts} job={job} />
        <Needed plan={{ ...plan, steps }} book={book} />
      </aside>
    </div>
  )
})
