import type { Job } from '@anklet/contract'
import type { Reasoned } from '@anklet/core/diagnosis'
import type { ReactNode } from 'react'
import { sentenceOf } from '../../../data/api.ts'
import { useCommand } from '../../../data/queries.ts'
import { percentWords } from '../../../words/answer.ts'
import { causeClause, causeWords, checkWords, foundWords, minutesWords, surenessWords } from '../../../words/suspects.ts'
import { momentWords } from '../../../words/times.ts'
import type { SuspectsNow } from './useSuspects.ts'

/** When to stop checking: the fault, how sure, what guessing would have cost, and keeping it as the job's finding. */
export function Conclude({ job, now, reasoned, costs }: { readonly job: Job; readonly now: SuspectsNow; readonly reasoned: Reasoned; readonly costs: Readonly<Record<string, number>> }): ReactNode {
  const conclude = useCommand('job.conclude')
  const stop = reasoned.recommend.kind === 'repair'
  const cause = stop ? reasoned.recommend.id : reasoned.posterior[0]!.cause
  const placed = now.causes.get(cause)!
  const p = reasoned.posterior.find((each) => each.cause === cause)!.p
  const newest = job.conclusions.at(-1)
  const dearer = reasoned.guessing - reasoned.expectedRepairCost
  const stands = now.pieces.filter(({ doubted }) => doubted === null).map(({ check, outcome }) => foundWords(now.checks.get(check)!, outcome).slice(0, 200)).slice(-40)
  return (
    <section aria-label="Finding" className={`grid content-start gap-2 ${stop ? 'rounded-md border border-edge bg-sheet p-4' : ''}`}>
      {stop && <><p className="text-[13.5px] text-ink-2">No check is worth its minutes any more: repair, about {minutesWords(costs[cause] ?? 0)} of work with parts and proof.</p><h2 className="say">{causeWords(placed)}.</h2><p className="sub">{surenessWords(p)}, {percentWords(p)}. {placed.because}</p></>}
      {stop && reasoned.hangsOn.length > 0 && <p className="text-[13.5px] text-ink-2">It hangs on: {reasoned.hangsOn.slice(0, 2).map(({ cause: other, favoured, recommend }) => `were it ${favoured ? 'more' : 'less'} likely that ${causeClause(now.causes.get(other)!)}, ${recommend.kind === 'check' ? `“${checkWords(now.checks.get(recommend.id)!)}” would come first` : `“${causeWords(now.causes.get(recommend.id)!)}” would be mended first`}`).join('; ')}.</p>}
      {stop && dearer > 20 && <p className="text-[13.5px] text-ink-2">Replacing what is commonest, whatever was found, would come to about {minutesWords(dearer)} of work more on average.</p>}
      {reasoned.surprises.length > 0 && <p className="hint">Hardly fits the rest: {reasoned.surprises.slice(0, 2).map(({ check, outcome }) => foundWords(now.checks.get(check)!, outcome)).join('; ')}. Do it again, or don’t count it.</p>}
      {reasoned.turns.length > 0 && <p className="text-[13.5px] text-ink-2">The answer turns on: {reasoned.turns.slice(0, 2).map(({ check, leader }) => `${checkWords(now.checks.get(check)!)} (without it: ${causeClause(now.causes.get(leader)!)})`).join('; ')}.</p>}
      {newest && <p className="say-small">Found: {newest.sentence} <span className="sub">{momentWords(newest.at, new Date())}</span></p>}
      {!job.closedAt && newest?.cause !== cause && <button type="button" className={`btn justify-self-start ${stop ? 'btn-go' : ''}`} disabled={conclude.isPending} onClick={() => conclude.submit({ payload: { conclusionId: crypto.randomUUID(), jobId: job.id, cause, sentence: `${causeWords(placed)}.`, probability: p, stands, photoId: null } })}>{stop ? 'Keep as the finding' : `Stop here: ${causeClause(placed)}`}</button>}
      {conclude.isError && <p className="wrong" role="alert">{sentenceOf(conclude.error)}</p>}
    </section>
  )
}
