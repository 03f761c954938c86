import { lowestWords, notJudged, statesFor } from './model.ts'
import {
  lapWords,
  loadWords,
  METHOD_ORDERS,
  METHOD_WORDS,
  stateWords,
} from '@anklet/language/heights/methods'
import type { Job, Round } from '@anklet/contract'
import { isLevelled } from '@anklet/core/measuring/heights'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import type { ReactNode } from 'react'
import { lazy, Suspense, useEffect, useState } from 'react'
import { useSearchParams } from 'react-router'
import { Onward } from '../job/frame/NextFoot.tsx'
import { Sheet } from '../../kit/Sheet.tsx'
import { useRepeatability, useUnits } from '../../client/queries.ts'
import type { Draft } from '../../client/state/drafts.ts'
import { draftKey, goesOn, useDrafts, withSource } from '../../client/state/drafts.ts'
import { useSession } from '../../client/state/session.ts'
import { readTyped } from '../../kit/typed.ts'
import { capital } from '@anklet/language/plain/corners'
import { leftOutWords } from '@anklet/language/heights/remarks'
import { momentWords } from '@anklet/language/plain/times'
import {
  roundVerdictNotes,
  roundVerdictWords,
  singleSensorWords,
} from '@anklet/language/heights/verdicts'
import type { JudgedRound } from '../job/model/judged.ts'
import { judgedRound } from '../job/model/judged.ts'
import { designAt, earlierRound, heightRounds, isRideRound } from '../job/model/rounds.ts'
import { HeightsThrough } from '../job/heights/HeightsThrough.tsx'
import { freshDraft } from '../job/walk/draftOf.ts'
import { moreIsRight, questionsAnswered } from '../job/walk/model.ts'
import { RoundMore } from '../job/walk/RoundMore.tsx'
import { RoundQuestions } from '../job/walk/RoundQuestions.tsx'
import { measuredSo } from '../job/walk/seal.ts'
import { ThrowAway } from '../job/walk/ThrowAway.tsx'
import { WalkPanel } from '../job/walk/WalkPanel.tsx'
import { Compare } from './Compare.tsx'
import { LoadPair } from './LoadPair.tsx'
import { Readings } from './Readings.tsx'
import { Reported } from './Reported.tsx'
import { RoundStrip } from './RoundStrip.tsx'
import { Button } from '../../kit/Button.tsx'
import { StepDrawings } from '../../kit/drawings/StepDrawings.tsx'

const ReportedNow = lazy(() =>
  import('./ReportedNow.tsx').then((module) => ({ default: module.ReportedNow })),
)
const SinceHandover = lazy(() =>
  import('./SinceHandover.tsx').then((module) => ({ default: module.SinceHandover })),
)

type Panel = 'readings' | 'compare'

function RoundList({
  rounds,
  shown,
  onShow,
}: {
  readonly rounds: readonly Round[]
  readonly shown: Round
  onShow(id: string): void
}): ReactNode {
  const units = useUnits()
  const now = new Date()
  return (
    <ul className="grid">
      {rounds.map((round) => (
        <li key={round.id}>
          <Button
            look="bare"
            className="figure w-full text-left"
            aria-pressed={round.id === shown.id}
            onClick={() => onShow(round.id)}
          >
            <span>
              <span className={round.id === shown.id ? 'font-bold' : ''}>
                {momentWords(round.endedAt, now)}
              </span>
              <span className="block text-small text-ink-2">
                {stateWords(round)}. {capital(round.levelId)} level,{' '}
                {METHOD_WORDS[round.method].toLowerCase()}
                {round.load === 'empty' ? '' : `, ${loadWords(round).toLowerCase()}`},{' '}
                {lapWords(round)}
              </span>
            </span>
            <span className="num text-figure">
              {formatQuantity(round.temperatureC, 'temperature', units)}
              <span className="unit">{UNIT_LABEL[units.temperature]}</span>
            </span>
          </Button>
        </li>
      ))}
    </ul>
  )
}

/** The rounds of this job, and where to go from here. */
function BesideRound({
  rounds,
  round,
  onShow,
  onOpen,
  job,
  onNew,
}: {
  readonly rounds: readonly Round[]
  readonly round: Round
  onShow(id: string): void
  onOpen(panel: Panel): void
  readonly job: Job
  onNew(): void
}): ReactNode {
  return (
    <div className="flex flex-col gap-3">
      <h2>Measured</h2>
      <RoundList rounds={rounds} shown={round} onShow={onShow} />
      <div className="no-print flex flex-wrap gap-2">
        <Button className="flex-1" onClick={() => onOpen('readings')}>
          Readings
        </Button>
        <Button className="flex-1" onClick={() => onOpen('compare')}>
          Compare
        </Button>
        <Button className="flex-1" onClick={() => window.print()}>
          Print
        </Button>
      </div>
      <span className="flex-1" />
      {!job.closedAt && <Onward job={job} present="heights" />}
      {!job.closedAt && (
        <Button className="no-print" onClick={onNew}>
          Walk another round
        </Button>
      )}
    </div>
  )
}

/** What the band or the notch in the strip stands for. */
function BandLegend({
  job,
  verdict,
  round,
  earlier,
}: {
  readonly job: Job
  readonly verdict: JudgedRound | null
  readonly round: Round
  readonly earlier: Round | null
}): ReactNode {
  const notch =
    isRideRound(round) && designAt(job, round.levelOffsetMm)
      ? 'The notch is the design height at this level. '
      : ''
  const noVerdict = isRideRound(round)
    ? 'No specification is on record for it, so nothing is called in or out.'
    : ''
  return (
    <p className="mt-2 text-small text-ink-2">
      {verdict
        ? `The band is the specification (${verdict.specification.source}, ` +
          `${verdict.specification.date}), its dark part what this tape can be sure of.`
        : `${notch}${isLevelled(round) ? noVerdict : notJudged(round)}`}
      {earlier ? ` Dashed: ${momentWords(earlier.endedAt, new Date())}.` : ''}
      {round.padsMm ? ' The uneven floor is taken out.' : ''}
    </p>
  )
}

function Recorded({
  job,
  rounds,
  onNew,
}: {
  readonly job: Job
  readonly rounds: readonly Round[]
  onNew(): void
}): ReactNode {
  const units = useUnits()
  const { repeatabilityMm } = useRepeatability()
  const [shownId, setShown] = useState<string | null>(null)
  const [panel, setPanel] = useState<Panel | null>(null)
  const round = rounds.find(({ id }) => id === shownId) ?? rounds[0]
  if (!round) return null
  const earlier = earlierRound(job, round)
  const verdict = judgedRound(job, round, repeatabilityMm)
  const notes = verdict
    ? [
        ...roundVerdictNotes(verdict.answer, units),
        ...verdict.leftOut.map((one) => leftOutWords(one, units)),
      ]
    : []
  const sensed = verdict ? singleSensorWords(job, verdict.answer, units) : []
  return (
    <div className="grid gap-x-7 gap-y-4 lg:grid-cols-[minmax(0,1fr)_326px]">
      <div className="min-w-0">
        <p className="say mb-3">
          {verdict
            ? roundVerdictWords(verdict.answer, units)
            : isRideRound(round)
              ? lowestWords(job, round, units)
              : isLevelled(round)
                ? 'Measured; no specification for this way of measuring is on record.'
                : 'Measured, to be compared with rounds measured the same way.'}
        </p>
        <RoundStrip job={job} round={round} earlier={earlier} units={units} verdict={verdict} />
        {notes.length + sensed.length > 0 && (
          <ul className="hint mt-2 grid gap-1">
            {[...notes, ...sensed].map((note) => (
              <li key={note}>{note}</li>
            ))}
          </ul>
        )}
        <BandLegend job={job} verdict={verdict} round={round} earlier={earlier} />
        {(job.rounds.some(({ jobId }) => jobId !== job.id) ||
          job.proof.some(({ content }) => content.kind === 'handedOver')) && (
          <Suspense>
            <SinceHandover job={job} round={round} />
          </Suspense>
        )}
        <LoadPair job={job} round={round} units={units} />
        <Reported round={round} units={units} />
        <HeightsThrough job={job} units={units} />
      </div>
      <BesideRound
        rounds={rounds}
        round={round}
        onShow={setShown}
        onOpen={setPanel}
        job={job}
        onNew={onNew}
      />
      <Sheet
        wide
        title="Readings of this round"
        open={panel === 'readings'}
        onClose={() => setPanel(null)}
      >
        <Readings job={job} round={round} units={units} />
      </Sheet>
      <Sheet
        wide
        title="One round against another"
        open={panel === 'compare'}
        onClose={() => setPanel(null)}
      >
        <Compare
          key={round.id}
          job={job}
          round={round}
          units={units}
          repeatabilityMm={repeatabilityMm}
        />
      </Sheet>
    </div>
  )
}

/** A step that measures leads straight to the walk: the address asks for it once. */
function useWalkAtOnce(ready: boolean, free: boolean, begin: () => void): void {
  const [asked, setAsked] = useSearchParams()
  const walks = asked.has('walk')
  useEffect(() => {
    if (!walks || !ready) return
    if (free) begin()
    setAsked({}, { replace: true })
  }, [walks, ready, free, begin, setAsked])
}

/** The heights: the walk, and what it found. */
export function Heights({ job }: { readonly job: Job }): ReactNode {
  const units = useUnits()
  const docked = useSession((session) => session.docked)
  const { byKey, loaded, put, patch, drop } = useDrafts()
  const draft = byKey[draftKey(job.id, 'heights')]
  const rounds = heightRounds(job)
  const begin = (): void => put(freshDraft(job, 'heights', new Date()))
  useWalkAtOnce(loaded, !draft && !job.closedAt, begin)
  if (!loaded) return null
  const isUnderWay = draft !== undefined && goesOn(draft, job)
  if (!isUnderWay && rounds.length > 0) return <Recorded job={job} rounds={rounds} onNew={begin} />
  if (!isUnderWay && job.closedAt) return <p className="sub">No heights were taken on this job.</p>
  if (draft?.walking)
    return (
      <WalkPanel
        job={job}
        draft={draft}
        against={null}
        earlier={earlierRound(job, measuredSo(draft))}
        watchVersion={null}
        saveWords="Save the round"
      />
    )
  const shown = draft ?? freshDraft(job, 'heights', new Date())
  const answered =
    questionsAnswered(shown, readTyped(shown.temperature, 'temperature', units).ok) &&
    moreIsRight(shown, units)
  const change = (next: Partial<Draft>): void => {
    if (draft) patch(draft.key, next)
    else put({ ...shown, ...next })
  }
  return (
    <div className="grid max-w-[900px] gap-5">
      <div className="flex flex-wrap items-start gap-4">
        <div className="grid min-w-[260px] flex-1 gap-3">
          <p className="say-small">
            {METHOD_ORDERS[shown.method].replace(/\.$/, '')}, at all four corners, before anything
            is taken apart.
          </p>
          <p className="sub">
            Same place, same floor, same load, doors shut, tyres right. Not straight off the lift:
            settle it first.
          </p>
        </div>
        <div className="w-[220px] sm:w-[250px]">
          <StepDrawings drawn={[{ of: 'tape', method: shown.method, apart: null }]} units={units} />
        </div>
      </div>
      <RoundQuestions job={job} draft={shown} levels states={statesFor(job)} onChange={change} />
      {(docked || job.proof.some(({ content }) => content.kind === 'calibrated')) && (
        <Suspense>
          <ReportedNow
            job={job}
            onTake={(reported, deviceId) =>
              change({ reported, sources: withSource(shown.sources, deviceId) })
            }
          />
        </Suspense>
      )}
      <RoundMore draft={shown} units={units} onChange={change} />
      <div className="flex flex-wrap gap-3">
        <Button look="go" big disabled={!answered} onClick={() => change({ walking: true })}>
          {shown.readings.length > 0 ? 'Back to the walk' : 'Begin the walk'}
        </Button>
        {draft && (rounds.length > 0 || draft.readings.length > 0) && (
          <ThrowAway draft={draft} onThrow={() => drop(draft.key)} />
        )}
      </div>
    </div>
  )
}
