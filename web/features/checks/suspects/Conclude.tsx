import type { Job } from '@anklet/contract'
import type { Evidence, Reasoned } from '@anklet/core/reasoning/diagnosis'
import { TELLS } from '@anklet/core/reasoning/diagnosis'
import { Camera } from 'lucide-react'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { sentenceOf } from '../../../client/api.ts'
import { useCommand, usePersonName } from '../../../client/queries.ts'
import { useTakenPhoto } from '../../../client/useTakenPhoto.ts'
import { percentWords } from '@anklet/language/night/answer'
import { moneyWords } from '@anklet/language/plain/money'
import {
  causeClause,
  causeWords,
  checkWords,
  foundWords,
  minutesWords,
  surenessWords,
} from '@anklet/language/causes/suspects'
import { momentWords } from '@anklet/language/plain/times'
import { concludeJob } from './commands.ts'
import type { SuspectsNow } from './useSuspects.ts'
import { Notice, Refusal } from '../../../kit/Notice.tsx'
import { Button } from '../../../kit/Button.tsx'
import { ChooseFile } from '../../../kit/ChooseFile.tsx'

function Kept({ job, old }: { readonly job: Job; readonly old: SuspectsNow['old'] }): ReactNode {
  const nameOf = usePersonName()
  const newest = job.conclusions.at(-1)
  if (!newest) return null
  const ended = old.some(({ mended }) => Date.parse(newest.at) < Date.parse(mended.at))
  return (
    <div className="flex items-start gap-3">
      {newest.photoId && (
        <a href={`/api/photos/${newest.photoId}`} target="_blank" rel="noreferrer">
          <img
            src={`/api/photos/${newest.photoId}`}
            alt="What was found"
            className="h-[72px] w-24 rounded-md border border-edge object-cover"
          />
        </a>
      )}
      <p className="say-small">
        {ended ? 'Found before the repair' : 'Found'}: {newest.sentence}{' '}
        <span className="sub">
          {percentWords(newest.probability)} then, on {newest.stands.length} pieces of evidence.{' '}
          {nameOf(newest.person)}, {momentWords(newest.at, new Date())}
        </span>
      </p>
    </div>
  )
}

interface ConcludeProps {
  readonly job: Job
  readonly now: SuspectsNow
  readonly reasoned: Reasoned
  readonly costs: Readonly<Record<string, number>>
}

/** What is to be repaired, how sure it is, and what the advice hangs on. */
function Advised({
  now,
  reasoned,
  costs,
  cause,
}: Omit<ConcludeProps, 'job'> & { readonly cause: string }): ReactNode {
  const placed = now.causes.get(cause)!
  const { p } = reasoned.settles
  const minutes = costs[cause] ?? 0
  const roughly = now.rate && placed.parts.some((part) => part.cause.price === undefined)
  const hangsOn = reasoned.hangsOn.slice(0, 2).map(({ cause: other, favoured, recommend }) => {
    const instead =
      recommend.kind === 'check'
        ? `“${checkWords(now.checks.get(recommend.id)!)}” would come first`
        : recommend.kind === 'repair'
          ? `“${causeWords(now.causes.get(recommend.id)!)}” would be mended first`
          : 'nobody could tell'
    const were = `were it ${favoured ? 'more' : 'less'} likely that`
    return `${were} ${causeClause(now.causes.get(other)!)}, ${instead}`
  })
  return (
    <>
      <p className="text-small text-ink-2">
        What was found is enough to repair it: about {minutesWords(minutes)} of work with parts and
        proof{moneyWords(minutes, now.rate)}
        {roughly ? '; parts without a price of yours are counted roughly' : ''}.
      </p>
      <h2 className="say">{causeWords(placed)}.</h2>
      <p className="sub">
        {surenessWords(p)}, {percentWords(p)}. {placed.because}
      </p>
      {hangsOn.length > 0 && (
        <p className="text-small text-ink-2">It hangs on: {hangsOn.join('; ')}.</p>
      )}
    </>
  )
}

/** Evidence that hardly fits, and evidence everything turns on. */
function Doubts({ now, reasoned }: Pick<ConcludeProps, 'now' | 'reasoned'>): ReactNode {
  const found = ({ check, outcome }: Evidence): string =>
    foundWords(now.checks.get(check)!, outcome)
  // Each is doubted once: as one of two that clash, else as a surprise, else by the leading cause.
  const clashes = reasoned.clashes.slice(0, 2)
  const clashing = new Set(clashes.flat().map(({ check }) => check))
  const surprising = reasoned.surprises.filter(({ check }) => !clashing.has(check)).slice(0, 2)
  const doubted = new Set([...clashing, ...surprising.map(({ check }) => check)])
  const surprises = surprising.map(found)
  const unexplained = reasoned.unexplained
    .filter(({ check }) => !doubted.has(check))
    .slice(0, 3)
    .map(found)
  const turns = reasoned.turns.slice(0, 2).map(({ check, leader }) => {
    const without = causeClause(now.causes.get(leader)!)
    return `${checkWords(now.checks.get(check)!)} (without it: ${without})`
  })
  return (
    <>
      {clashes.map(([one, other]) => (
        <p key={`${found(one)} ${found(other)}`} className="hint">
          Hardly both so: {found(one)}; {found(other)}. Do one of them again, or don’t count it.
        </p>
      ))}
      {surprises.length > 0 && (
        <Notice kind="wait">
          Hardly fits the rest: {surprises.join('; ')}. Do it again, or don’t count it.
        </Notice>
      )}
      {unexplained.length > 0 && (
        <Notice kind="wait">
          Does not fit “{causeWords(now.causes.get(reasoned.settles.cause)!)}”:{' '}
          {unexplained.join('; ')}.
        </Notice>
      )}
      {turns.length > 0 && (
        <p className="text-small text-ink-2">The answer turns on: {turns.join('; ')}.</p>
      )}
    </>
  )
}

function WithPhoto({
  photoId,
  photo,
  words,
  onTaken,
}: {
  readonly photoId: string | null
  readonly photo: ReturnType<typeof useTakenPhoto>
  readonly words: string
  onTaken(id: string): void
}): ReactNode {
  if (photoId)
    return (
      <img
        src={`/api/photos/${photoId}`}
        alt="Goes with the finding"
        className="h-[46px] w-[62px] rounded border border-edge object-cover"
      />
    )
  return (
    <ChooseFile
      quiet
      accept="image/*"
      disabled={photo.isPending}
      onChoose={([file]) => void photo.take(file, words.slice(0, 200), onTaken)}
    >
      <Camera size={18} aria-hidden />
      With a photo
    </ChooseFile>
  )
}

/** Keeps a cause as the job's finding, with what it stands on. */
function KeepFinding({
  job,
  now,
  reasoned,
  cause,
}: Omit<ConcludeProps, 'costs'> & { readonly cause: string }): ReactNode {
  const conclude = useCommand('job.conclude')
  const navigate = useNavigate()
  const photo = useTakenPhoto(job.id)
  const [photoId, setPhotoId] = useState<string | null>(null)
  const placed = now.causes.get(cause)!
  const stop = reasoned.recommend.kind === 'repair'
  const keep = (): void =>
    conclude.submit(
      concludeJob(job.id, placed, reasoned, now, photoId),
      // Stopping here is a finding: what to do about it comes next.
      stop ? undefined : () => void navigate(`/jobs/${job.id}/decision`),
    )
  const complaint = photo.complaint ?? (conclude.isError ? sentenceOf(conclude.error) : null)
  return (
    <>
      {!job.closedAt && job.conclusions.at(-1)?.cause !== cause && (
        <div className="flex flex-wrap items-center gap-2">
          <Button look={stop ? 'go' : 'plain'} disabled={conclude.isPending} onClick={keep}>
            {stop ? 'Keep as the finding' : `Stop here: ${causeClause(placed)}`}
          </Button>
          <WithPhoto
            photoId={photoId}
            photo={photo}
            words={causeWords(placed)}
            onTaken={setPhotoId}
          />
        </div>
      )}
      <Refusal>{complaint}</Refusal>
    </>
  )
}

/** Said while nobody could say what it is: what it lies between, and what would part them. */
function CannotTell({ now, reasoned }: Pick<ConcludeProps, 'now' | 'reasoned'>): ReactNode {
  const { recommend, posterior } = reasoned
  const [one, other] = posterior.map(({ cause }) => causeClause(now.causes.get(cause)!))
  const parting = recommend.kind === 'check' ? now.checks.get(recommend.id) : undefined
  return (
    <p className="say-small">
      Cannot tell yet. Likeliest: {one}; or {other}.{' '}
      {parting ? `What tells more: ${checkWords(parting)}.` : 'No check here would tell more.'}
    </p>
  )
}

/** When to stop checking: the fault, how sure, and keeping it as the job's finding. */
export function Conclude({ job, now, reasoned, costs }: ConcludeProps): ReactNode {
  const stop = reasoned.recommend.kind === 'repair'
  const { cause, p } = reasoned.settles
  const tells = stop || p >= TELLS
  return (
    <section
      aria-label="Finding"
      className={`grid content-start gap-2 ${stop ? 'rounded-md border border-edge bg-sheet p-4' : ''}`}
    >
      {stop && <Advised now={now} reasoned={reasoned} costs={costs} cause={cause} />}
      <Doubts now={now} reasoned={reasoned} />
      <Kept job={job} old={now.old} />
      {tells ? (
        <KeepFinding job={job} now={now} reasoned={reasoned} cause={cause} />
      ) : (
        <CannotTell now={now} reasoned={reasoned} />
      )}
    </section>
  )
}
