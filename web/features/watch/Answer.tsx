import { Guessed } from './Guessed.tsx'
import type { Job, Round, Watch } from '@anklet/contract'
import { standingAfterHigh } from './model.ts'
import { RefusalOf } from '../../client/RefusalOf.tsx'
import type { LeakdownAnswer } from '@anklet/core/measuring/leakdown'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import type { Corner } from '@anklet/core/base/vehicle'
import { CORNERS } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { lazy, Suspense, useMemo, useState } from 'react'
import { Sheet } from '../../kit/Sheet.tsx'
import type { Sending } from '../../client/queries.ts'
import { useCommand, useRepeatability, useUnits } from '../../client/queries.ts'
import type { NightCurves, WatchAside, WatchOutcome } from '../../client/workers/leakWorker.ts'
import { useWatchOutcome } from '../../client/workers/useWatchOutcome.ts'
import type { SpokenAnswer } from '@anklet/language/night/answer'
import { percentWords, speakAnswer } from '@anklet/language/night/answer'
import { momentWords, spanWords } from '@anklet/language/plain/times'
import { Aside } from './Aside.tsx'
import { AwakeAnswer } from '../job/night/AwakeAnswer.tsx'
import { AnswerLegend, AnswerStrip } from './AnswerStrip.tsx'
import { leftOutWords } from '@anklet/language/heights/remarks'
import { CloseJob } from '../job/frame/CloseJob.tsx'
import { Onward } from '../job/frame/NextFoot.tsx'
import { supplyIsOff, summaryFacts, wasLeftAlone } from '../job/model/watchState.ts'
import { Lesson } from './Lesson.tsx'
import { lessonOf } from './learnable.ts'
import type { WatchQuestion } from '../job/night/request.ts'
import { earlierQuestions, questionOf } from '../job/night/request.ts'
import { Suspects } from '../job/night/Suspects.tsx'
import { Why } from './Why.tsx'
import { concludeNight, putSupplyBack } from './commands.ts'
import { Button } from '../../kit/Button.tsx'
import { Notice } from '../../kit/Notice.tsx'

const NightChart = lazy(() =>
  import('./NightChart.tsx').then((module) => ({ default: module.NightChart })),
)

interface AnswerProps {
  readonly job: Job
  readonly watch: Watch
  readonly evening: Round
  readonly between: readonly Round[]
  readonly morning: Round
  onMorningAgain(): void
  onAnother(levelId?: string): void
}

interface ToldProps extends AnswerProps {
  readonly question: WatchQuestion
  readonly outcome: WatchOutcome
  readonly curves: NightCurves | null
  readonly aside: WatchAside | null
  /** How many nights of this case are weighed together. */ readonly nights: number
}

function NightHead({ watch, evening, morning }: AnswerProps): ReactNode {
  const units = useUnits()
  const write = (value: number): string => formatQuantity(value, 'temperature', units)
  const hours = Date.parse(morning.endedAt) - Date.parse(evening.endedAt)
  return (
    <p className="mb-1 text-small text-ink-3">
      Night from {momentWords(evening.endedAt, new Date())},{' '}
      {watch.supplyCut === 'leftOn'
        ? 'supply on'
        : watch.undisturbed
          ? 'supply off'
          : 'not left alone'}
      , {spanWords(hours)}, {write(evening.temperatureC)} to {write(morning.temperatureC)}{' '}
      {UNIT_LABEL[units.temperature]}
    </p>
  )
}

const Twist = ({ spoken }: { readonly spoken: SpokenAnswer }): ReactNode =>
  spoken.twist && (
    <Notice kind="wait" className="mb-2">
      {spoken.twist}
    </Notice>
  )

/** Says that the supply is on again. */
function SupplyBack({
  back,
  watch,
}: {
  readonly back: Sending<'watch.supplyBack'>
  readonly watch: Watch
}): ReactNode {
  return (
    <Button disabled={back.isPending} onClick={() => back.submit(putSupplyBack(watch))}>
      The supply is back on
    </Button>
  )
}

function Actions(props: ToldProps & { readonly spoken: SpokenAnswer; onWhy(): void }): ReactNode {
  const {
    job,
    watch,
    outcome: { answer },
    spoken,
    onWhy,
    onMorningAgain,
    onAnother,
  } = props
  const standing = standingAfterHigh(job, props.evening, answer.best)
  const conclude = useCommand('watch.conclude')
  const back = useCommand('watch.supplyBack')
  const write = (): void => conclude.submit(concludeNight(watch, spoken, answer.best))
  // The supply is back before the job is shut; told once, both go on record.
  const backFirst = (then: () => void): void =>
    supplyIsOff(watch) ? back.submit(putSupplyBack(watch), then) : then()
  const error = conclude.error ?? back.error
  return (
    <div className="mt-auto grid gap-2.5 pt-2">
      {watch.finding && (
        <p className="text-small text-ink-2">On the job: “{watch.finding.sentence}”</p>
      )}
      <RefusalOf asked={{ error }} />
      {!job.closedAt && watch.state === 'walked' && (
        <Button look="go" disabled={conclude.isPending} onClick={write}>
          Write it on the job
        </Button>
      )}
      {!job.closedAt && spoken.twist && (
        <Button onClick={onMorningAgain}>Walk the morning round again</Button>
      )}
      {!job.closedAt && watch.state === 'concluded' && <Onward job={job} present="watch" />}
      {!job.closedAt && supplyIsOff(watch) && <SupplyBack back={back} watch={watch} />}
      {!job.closedAt && standing && (
        <Button onClick={() => onAnother(standing)}>High is clean: watch at standing height</Button>
      )}
      <div className="grid grid-cols-2 gap-2.5">
        <Button className="px-2" onClick={onWhy}>
          Why do you say so?
        </Button>
        {!job.closedAt && (
          <Button className="px-2" onClick={() => onAnother()}>
            Watch another night
          </Button>
        )}
      </div>
      {/* What was found leads to its decision; a job is closed with it open only at the handover. */}
      {!job.closedAt && watch.state === 'concluded' && !summaryFacts(job).found && (
        <CloseJob
          job={job}
          before={backFirst}
          words={supplyIsOff(watch) ? 'Supply back on, tag off: close the job' : 'Close the job'}
        />
      )}
    </div>
  )
}

/** A night its module was awake in: what it says if nothing but the module was at work. */
function AwakeTold({ job, evening, question }: ToldProps): ReactNode {
  return (
    <>
      <p className="sub mb-3 mt-1">
        Cut the supply, prove it, and watch again. If nothing but its own module was at work, this
        is what the night says:
      </p>
      <AwakeAnswer job={job} levelId={evening.levelId} request={question.request} />
    </>
  )
}

const Drawing = (): ReactNode => (
  <p className="text-ink-3" role="status">
    Drawing the night …
  </p>
)

/** What the heights of the night say, corner by corner, and what to do about it. */
function NightTold({
  spoken,
  actions,
  ...told
}: ToldProps & { readonly spoken: SpokenAnswer; readonly actions: ReactNode }): ReactNode {
  const { job, watch, evening, between, morning, outcome, curves, question, aside } = told
  const { answer } = outcome
  const units = useUnits()
  const rounds = useMemo(() => [evening, ...between, morning] as const, [evening, between, morning])
  const deepest = CORNERS.reduce((a, b) =>
    answer.unexplainedMm[b] < answer.unexplainedMm[a] ? b : a,
  )
  const [shown, setShown] = useState<Corner>(deepest)
  const lesson = lessonOf(job, watch, question.request, answer)
  const off = formatQuantity(Math.abs(answer.closureMm - answer.expectedClosureMm), 'height', units)
  const closureWords =
    `readings ${answer.closureSuspect ? 'disagree' : 'agree'} with a stiff body to ` +
    `${off} ${UNIT_LABEL[units.length]}`
  const doubted = spoken.kind === 'nothingFits'
  return (
    <>
      {spoken.sub && <p className="sub mt-1">{spoken.sub}</p>}
      {question.leftOut.map((one) => (
        <p key={`${one.corner}${one.heightMm}`} className="hint mt-2">
          {leftOutWords(one, units)}
        </p>
      ))}
      <div className="mt-3 grid gap-x-7 gap-y-4 lg:grid-cols-[minmax(0,1fr)_326px] lg:grid-rows-[auto_1fr]">
        <div className="grid min-w-0 content-start gap-2">
          <AnswerStrip
            job={job}
            evening={evening}
            morning={morning}
            answer={answer}
            doubted={doubted}
            units={units}
            onPick={setShown}
          />
          <AnswerLegend closureWords={closureWords} />
          <Suspense fallback={<Drawing />}>
            {curves ? (
              <NightChart
                answer={answer}
                curves={curves}
                corner={shown}
                rounds={rounds}
                units={units}
                doubted={doubted}
                vehicle={job.vehicle}
              />
            ) : (
              <Drawing />
            )}
          </Suspense>
        </div>
        <div className="flex min-w-0 flex-col gap-2.5 self-start lg:row-span-2">
          <Suspects answer={answer} spoken={spoken} guesses={job.vehicleType.guesses} />
          <Guessed job={job} />
          {lesson && <Lesson job={job} watch={watch} lesson={lesson} />}
          {actions}
        </div>
        {!doubted && aside && <Aside aside={aside} spoken={spoken} best={answer.best} />}
      </div>
    </>
  )
}

/** That earlier nights are weighed with this one, and what this one says alone. */
function NightsTogether({
  job,
  nights,
  alone,
  undisturbed,
}: ToldProps & {
  readonly alone: LeakdownAnswer
  readonly undisturbed: boolean
}): ReactNode {
  const units = useUnits()
  const { architecture } = job.vehicleType
  const [first] = speakAnswer({ answer: alone, architecture, units, undisturbed }).suspects
  return (
    <p className="sub mt-1">
      {nights} nights weighed together. This one alone says: {first!.words},{' '}
      {percentWords(first!.probability)}.
    </p>
  )
}

function Told(props: ToldProps): ReactNode {
  const {
    job,
    watch,
    outcome: { answer },
    question,
  } = props
  const { repeats } = useRepeatability()
  const units = useUnits()
  const [why, setWhy] = useState(false)
  const { architecture } = job.vehicleType
  const undisturbed = watch.undisturbed ?? true
  const spoken = speakAnswer({ answer, architecture, units, undisturbed })
  const actions = <Actions {...props} spoken={spoken} onWhy={() => setWhy(true)} />
  const awake = spoken.kind === 'moduleAwake' && architecture.parked.policy !== 'none'
  return (
    <>
      <NightHead {...props} />
      <Twist spoken={spoken} />
      <p className="say">{spoken.headline}</p>
      {props.outcome.alone && (
        <NightsTogether {...props} alone={props.outcome.alone} undisturbed={undisturbed} />
      )}
      {awake ? (
        <>
          <AwakeTold {...props} />
          <div className="max-w-[420px]">{actions}</div>
        </>
      ) : (
        <NightTold {...props} spoken={spoken} actions={actions} />
      )}
      <Sheet wide title="Why do you say so?" open={why} onClose={() => setWhy(false)}>
        <Why job={job} question={question} answer={answer} repeats={repeats} />
      </Sheet>
    </>
  )
}

/**
 * The morning's answer: what leaks, how sure that is, and how much of the drop was only the cold.
 */
export function Answer(props: AnswerProps): ReactNode {
  const { job, watch, evening, between, morning } = props
  const { repeatabilityMm } = useRepeatability()
  const question = useMemo(
    () => questionOf(job, watch, { evening, between, morning }, repeatabilityMm),
    [job, watch, evening, between, morning, repeatabilityMm],
  )
  const earlier = useMemo(
    () => (wasLeftAlone(watch) ? earlierQuestions(job, watch, repeatabilityMm) : []),
    [job, watch, repeatabilityMm],
  )
  const result = useWatchOutcome(question.request, earlier, true)
  if (result.state === 'working')
    return (
      <p className="say-small" role="status">
        Weighing the night …
      </p>
    )
  if (result.state === 'done')
    return (
      <Told
        {...props}
        question={question}
        outcome={result.outcome}
        curves={result.curves}
        aside={result.aside}
        nights={1 + earlier.length}
      />
    )
  return (
    <Notice kind="caution" urgent>
      {result.state === 'impossible'
        ? 'With the figures on record this vehicle type could not have stood as it did: ' +
          'check loads and heights of the type on the shelf. The readings are safe.'
        : 'The calculation broke off. Reload the page; the readings are safe.'}
    </Notice>
  )
}
