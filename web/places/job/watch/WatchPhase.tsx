import type { Job } from '@anklet/contract'
import type { ReactNode } from 'react'
import { useUnits } from '../../../data/queries.ts'
import type { Draft } from '../../../state/drafts.ts'
import { draftKey, useDrafts } from '../../../state/drafts.ts'
import { earlierRound } from '../rounds.ts'
import { freshDraft } from '../walk/draftOf.ts'
import { WalkPanel } from '../walk/WalkPanel.tsx'
import { watchRounds } from '../watchState.ts'
import { Answer } from './Answer.tsx'
import { MorningQuestions } from './MorningQuestions.tsx'
import { Running } from './Running.tsx'
import { StartChecklist } from './StartChecklist.tsx'

/** Changes a round in progress, beginning it first if there is none yet. */
export interface DraftDesk { readonly draft: Draft; readonly begun: boolean; change(change: Partial<Draft>): void; drop(): void }

function useDesk(job: Job, kind: Draft['kind']): DraftDesk {
  const { byKey, put, patch, drop } = useDrafts()
  const key = draftKey(job.id, kind)
  const found = byKey[key]
  // A morning round left over from a watch that was given up belongs to no watch any more.
  const kept = kind === 'morning' && found?.watchId !== watchRounds(job)?.watch.id ? undefined : found
  const draft = kept ?? freshDraft(job, kind, new Date())
  return { draft, begun: kept !== undefined, change: (change) => { if (kept) patch(key, change); else put({ ...draft, ...change }) }, drop: () => drop(key) }
}

/** The watch: start, wait, the morning round, the answer. */
export function WatchPhase({ job }: { readonly job: Job }): ReactNode {
  const units = useUnits()
  const loaded = useDrafts((drafts) => drafts.loaded)
  const evening = useDesk(job, 'evening')
  const morning = useDesk(job, 'morning')
  const rounds = watchRounds(job)
  if (!loaded) return null
  const another = (): void => evening.change({})
  if (!rounds || (evening.begun && rounds.watch.state !== 'running')) {
    if (job.closedAt) return <p className="sub">No watch was run on this job.</p>
    if (evening.draft.walking) return <WalkPanel job={job} draft={evening.draft} against={null} earlier={earlierRound(job, evening.draft.levelId)} watchVersion={null} saveWords="Start the watch" />
    return <StartChecklist job={job} desk={evening} units={units} again={rounds !== null} />
  }
  const { watch } = rounds
  if (morning.begun && morning.draft.walking) return <WalkPanel job={job} draft={morning.draft} against={rounds.evening} earlier={null} watchVersion={watch.version} saveWords="Save the morning round" />
  if (morning.begun) return <MorningQuestions job={job} desk={morning} units={units} />
  if (rounds.morning) return <Answer job={job} watch={watch} evening={rounds.evening} morning={rounds.morning} onMorningAgain={() => morning.change({})} onAnother={another} />
  return <Running job={job} watch={watch} evening={rounds.evening} onMorning={() => morning.change({})} />
}
