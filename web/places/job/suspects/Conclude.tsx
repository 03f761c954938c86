import type { Job } from '@anklet/contract'
import type { Reasoned } from '@anklet/core/diagnosis'
import { Camera } from 'lucide-react'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { sentenceOf } from '../../../data/api.ts'
import { useCommand, usePersonName } from '../../../data/queries.ts'
import { useTakenPhoto } from '../../../parts/useTakenPhoto.ts'
import { percentWords } from '../../../words/answer.ts'
import { moneyWords } from '../../../words/money.ts'
import {
  causeClause,
  causeWords,
  checkWords,
  foundWords,
  minutesWords,
  surenessWords,
} from '../../../words/suspects.ts'
import { momentWords } from '../../../words/times.ts'
import type { SuspectsNow } from './useSuspects.ts'

function Kept({ job }: { readonly job: Job }): ReactNode {
  const nameOf = usePersonName()
  const newest = job.conclusions.at(-1)
  if (!newest) return null
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
        Found: {newest.sentence}{' '}
        <span className="sub">
          {percentWords(newest.probability)} then, on {newest.stands.length} pieces of evidence.{' '}
          {nameOf(newest.person)}, {momentWords(newest.at, new Date())}
        </span>
      </p>
    </div>
  )
}

/** When to stop checking: the fault, how sure, what guessing would have cost, and keeping it as the job's finding. */
export function Conclude({
  job,
  now,
  reasoned,
  costs,
}: {
  readonly job: Job
  readonly now: SuspectsNow
  readonly reasoned: Reasoned
  readonly costs: Readonly<Record<string, number>>
}): ReactNode {
  const conclude = useCommand('job.conclude')
  const photo = useTakenPhoto(job.id)
  const [photoId, setPhotoId] = useState<string | null>(null)
  const stop = reasoned.recommend.kind === 'repair'
  const cause = stop ? reasoned.recommend.id : reasoned.posterior[0]!.cause
  const placed = now.causes.get(cause)!
  const p = reasoned.posterior.find((each) => each.cause === cause)!.p
  const newest = job.conclusions.at(-1)
  const dearer = reasoned.guessing - reasoned.expectedRepairCost
  const stands = now.pieces
    .filter(({ doubted }) => doubted === null)
    .map(({ check, outcome }) => foundWords(now.checks.get(check)!, outcome).slice(0, 200))
    .slice(-40)
  return (
    <section
      aria-label="Finding"
      className={`grid content-start gap-2 ${stop ? 'rounded-md border border-edge bg-sheet p-4' : ''}`}
    >
      {stop && (
        <>
          <p className="text-[13.5px] text-ink-2">
            No check is worth its minutes any more: repair, about {minutesWords(costs[cause] ?? 0)}{' '}
            of work with parts and proof{moneyWords(costs[cause] ?? 0, now.rate)}
            {now.rate && placed.parts.some((part) => part.cause.price === undefined)
              ? '; parts without a price of yours are counted roughly'
              : ''}
            .
          </p>
          <h2 className="say">{causeWords(placed)}.</h2>
          <p className="sub">
            {surenessWords(p)}, {percentWords(p)}. {placed.because}
          </p>
        </>
      )}
      {stop && reasoned.hangsOn.length > 0 && (
        <p className="text-[13.5px] text-ink-2">
          It hangs on:{' '}
          {reasoned.hangsOn
            .slice(0, 2)
            .map(
              ({ cause: other, favoured, recommend }) =>
                `were it ${favoured ? 'more' : 'less'} likely that ${causeClause(now.causes.get(other)!)}, ${recommend.kind === 'check' ? `“${checkWords(now.checks.get(recommend.id)!)}” would come first` : `“${causeWords(now.causes.get(recommend.id)!)}” would be mended first`}`,
            )
            .join('; ')}
          .
        </p>
      )}
      {stop && dearer > 20 && (
        <p className="text-[13.5px] text-ink-2">
          Replacing what is commonest, whatever was found, would come to about{' '}
          {minutesWords(dearer)} of work more on average{moneyWords(dearer, now.rate)}.
        </p>
      )}
      {reasoned.surprises.length > 0 && (
        <p className="hint">
          Hardly fits the rest:{' '}
          {reasoned.surprises
            .slice(0, 2)
            .map(({ check, outcome }) => foundWords(now.checks.get(check)!, outcome))
            .join('; ')}
          . Do it again, or don’t count it.
        </p>
      )}
      {reasoned.turns.length > 0 && (
        <p className="text-[13.5px] text-ink-2">
          The answer turns on:{' '}
          {reasoned.turns
            .slice(0, 2)
            .map(
              ({ check, leader }) =>
                `${checkWords(now.checks.get(check)!)} (without it: ${causeClause(now.causes.get(leader)!)})`,
            )
            .join('; ')}
          .
        </p>
      )}
      <Kept job={job} />
      {!job.closedAt && newest?.cause !== cause && (
        <div className="flex flex-wrap items-center gap-2">
          <button
            type="button"
            className={`btn ${stop ? 'btn-go' : ''}`}
            disabled={conclude.isPending}
            onClick={() =>
              conclude.submit({
                payload: {
                  conclusionId: crypto.randomUUID(),
                  jobId: job.id,
                  cause,
                  sentence: `${causeWords(placed)}.`,
                  probability: p,
                  stands,
                  photoId,
                },
              })
            }
          >
            {stop ? 'Keep as the finding' : `Stop here: ${causeClause(placed)}`}
          </button>
          {photoId ? (
            <img
              src={`/api/photos/${photoId}`}
              alt="Goes with the finding"
              className="h-[46px] w-[62px] rounded border border-edge object-cover"
            />
          ) : (
            <label
              className={`btn btn-quiet cursor-pointer focus-within:outline focus-within:outline-3 ${photo.isPending ? 'opacity-50' : ''}`}
            >
              <Camera size={18} aria-hidden />
              With a photo
              <input
                type="file"
                accept="image/*"
                className="sr-only"
                disabled={photo.isPending}
                onChange={(event) => {
                  const file = event.target.files?.[0]
                  if (file) void photo.take(file, causeWords(placed).slice(0, 200), setPhotoId)
                  event.target.value = ''
                }}
              />
            </label>
          )}
        </div>
      )}
      {photo.complaint && (
        <p className="wrong" role="alert">
          {photo.complaint}
        </p>
      )}
      {conclude.isError && (
        <p className="wrong" role="alert">
          {sentenceOf(conclude.error)}
        </p>
      )}
    </section>
  )
}
