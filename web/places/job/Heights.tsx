import type { Job, Round } from '@anklet/contract'
import type { DisplayUnits } from '@anklet/core/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/units'
import type { Corner } from '@anklet/core/vehicle'
import { mapCorners, perCorner, WALK } from '@anklet/core/vehicle'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { Strip } from '../../parts/Strip.tsx'
import { useUnits } from '../../data/queries.ts'
import { draftKey, useDrafts } from '../../state/drafts.ts'
import { readTyped } from '../../state/typed.ts'
import { capital, CORNER_WORDS } from '../../words/corners.ts'
import { allJoins } from '../../words/joins.ts'
import { momentWords } from '../../words/times.ts'
import { roundVerdictNotes, roundVerdictWords, verdictWords } from '../../words/verdicts.ts'
import type { JudgedRound } from './judged.ts'
import { bandOf, judgedRound } from './judged.ts'
import { designAt, earlierRound, heightRounds, meansOf } from './rounds.ts'
import { freshDraft } from './walk/draftOf.ts'
import { questionsAnswered, RoundQuestions } from './walk/RoundQuestions.tsx'
import { ThrowAway } from './walk/ThrowAway.tsx'
import { WalkPanel } from './walk/WalkPanel.tsx'

interface RoundStripProps { readonly job: Job; readonly round: Round; readonly earlier: Round | null; readonly units: DisplayUnits; readonly verdict: JudgedRound | null }

/** A round on record as a strip, with the one before it as fainter ticks. */
function RoundStrip({ job, round, earlier, units, verdict }: RoundStripProps): ReactNode {
  const [means, design] = [meansOf(round), designAt(job, round.levelOffsetMm)]
  const before = earlier && meansOf(earlier)
  const off = mapCorners(means, (mm, corner) => mm - design[corner])
  const offWords = (corner: Corner): string => {
    const shown = formatQuantity(Math.abs(off[corner]), 'height', units)
    return Number(shown) === 0 ? 'at design' : `${off[corner] < 0 ? '▼' : '▲'} ${shown} off design`
  }
  const corners = perCorner((corner) => {
    const judged = verdict?.answer.corners[corner]
    return {
      designMm: verdict ? null : design[corner],
      ...(verdict ? { band: bandOf(verdict.specification, corner, round.readings.filter((entry) => entry.corner === corner).length) } : {}),
      marks: [
        ...(before ? [{ mm: before[corner], kind: 'earlier' as const }] : []),
        {
          mm: means[corner], kind: 'now' as const, label: formatQuantity(means[corner], 'height', units),
          ...(judged ? { verdict: judged.verdict, under: verdictWords(judged.verdict, judged.deviationMm, units) } : { under: offWords(corner) }),
        },
      ],
    }
  })
  return <Strip corners={corners} joins={allJoins(off, units)} units={units} heightPx={390} label={`Round of ${momentWords(round.endedAt, new Date())}`} />
}

function lowestWords(job: Job, round: Round, units: DisplayUnits): string {
  const [means, design] = [meansOf(round), designAt(job, round.levelOffsetMm)]
  const off = mapCorners(means, (mm, corner) => mm - design[corner])
  const worst = WALK.reduce((a, b) => (off[b] < off[a] ? b : a))
  if (off[worst] > -5) return 'It stands near its design height all round.'
  return `${capital(CORNER_WORDS[worst])} stands ${formatQuantity(-off[worst], 'height', units)} ${UNIT_LABEL[units.length]} under its design height.`
}

function Recorded({ job, rounds, onNew }: { readonly job: Job; readonly rounds: readonly Round[]; onNew(): void }): ReactNode {
  const units = useUnits()
  const [round] = rounds
  const now = new Date()
  const earlier = round ? earlierRound(job, round.levelId, round.id) : null
  if (!round) return null
  const verdict = judgedRound(job, round)
  const notes = verdict ? roundVerdictNotes(verdict.answer, units) : []
  return (
    <div className="grid gap-x-7 gap-y-4 lg:grid-cols-[minmax(0,1fr)_326px]">
      <div className="min-w-0">
        <p className="say mb-3">{verdict ? roundVerdictWords(verdict.answer, units) : lowestWords(job, round, units)}</p>
        <RoundStrip job={job} round={round} earlier={earlier} units={units} verdict={verdict} />
        {notes.length > 0 && <ul className="hint mt-2 grid gap-1">{notes.map((note) => <li key={note}>{note}</li>)}</ul>}
        <p className="mt-2 text-[14px] text-ink-2">{verdict ? `The band is the specification (${verdict.specification.source}, ${verdict.specification.date}), its dark part what this tape can be sure of.` : 'The notch is the design height at this level. No specification is on record for it, so nothing is called in or out.'}{earlier ? ` Dashed: ${momentWords(earlier.endedAt, now)}.` : ''}</p>
      </div>
      <div className="flex flex-col gap-3">
        <h2>Measured</h2>
        {rounds.map(({ id, endedAt, levelId, temperatureC, readings }) => (
          <p key={id} className="figure"><span>{momentWords(endedAt, now)}<span className="block text-[13.5px] text-ink-2">{capital(levelId)} level, {readings.length > 4 ? 'two laps' : 'one lap'}</span></span><span className="num text-[20px]">{formatQuantity(temperatureC, 'temperature', units)}<span className="unit">{UNIT_LABEL[units.temperature]}</span></span></p>
        ))}
        <span className="flex-1" />
        {!job.closedAt && <Link className="btn btn-go btn-big" to={`/jobs/${job.id}/watch`}>Go on to the Watch</Link>}
        {!job.closedAt && <button type="button" className="btn" onClick={onNew}>Walk another round</button>}
      </div>
    </div>
  )
}

/** The heights: the walk, and what it found. */
export function Heights({ job }: { readonly job: Job }): ReactNode {
  const units = useUnits()
  const { byKey, loaded, put, patch, drop } = useDrafts()
  const draft = byKey[draftKey(job.id, 'heights')]
  const rounds = heightRounds(job)
  if (!loaded) return null
  const begin = (): void => put(freshDraft(job, 'heights', new Date()))
  if (!draft && rounds.length > 0) return <Recorded job={job} rounds={rounds} onNew={begin} />
  if (job.closedAt) return <p className="sub">No heights were taken on this job.</p>
  if (draft?.walking) return <WalkPanel job={job} draft={draft} against={null} earlier={earlierRound(job, draft.levelId)} watchVersion={null} saveWords="Save the round" />
  const shown = draft ?? freshDraft(job, 'heights', new Date())
  const answered = questionsAnswered(shown, readTyped(shown.temperature, 'temperature', units).ok)
  return (
    <div className="grid max-w-[900px] gap-5">
      <p className="say-small">Tape from the wheel centre straight up to the arch edge, all four corners, before anything is taken apart.</p>
      <p className="sub">Same place, same floor, same load, doors shut, tyres right. Not straight off the lift: settle it first.</p>
      <RoundQuestions job={job} draft={shown} levels onChange={(change) => { if (draft) patch(draft.key, change); else put({ ...shown, ...change }) }} />
      <div className="flex flex-wrap gap-3">
        <button type="button" className="btn btn-go btn-big" disabled={!answered} onClick={() => { if (draft) patch(draft.key, { walking: true }); else put({ ...shown, walking: true }) }}>{shown.readings.length > 0 ? 'Back to the walk' : 'Begin the walk'}</button>
        {draft && (rounds.length > 0 || draft.readings.length > 0) && <ThrowAway draft={draft} onThrow={() => drop(draft.key)} />}
      </div>
    </div>
  )
}
