import type { Job } from '@anklet/contract'
import type { ReactNode } from 'react'
import { useEffect, useEffectEvent } from 'react'
import { useSearchParams } from 'react-router'
import { useUnits } from '../../client/queries.ts'
import type { Draft } from '../../client/state/drafts.ts'
import { draftKey, goesOn, useDrafts } from '../../client/state/drafts.ts'
import { earlierRound } from '../job/model/rounds.ts'
import { freshDraft } from '../job/walk/draftOf.ts'
import { measuredSo } from '../job/walk/seal.ts'
import { WalkPanel } from '../job/walk/WalkPanel.tsx'
import { warmLeakWorker } from '../../client/workers/leakPool.ts'
import { watchRounds } from '../job/model/watchState.ts'
import { Answer } from './Answer.tsx'
import { CommandAnswer } from './CommandAnswer.tsx'
import { LaterQuestions } from './LaterQuestions.tsx'
import { Running } from './Running.tsx'
import type { DraftDesk } from './draftDesk.ts'
import { StartChecklist } from './StartChecklist.tsx'

function useDesk(job: Job, kind: Draft['kind']): DraftDesk {
  const { byKey, put, patch, drop } = useDrafts()
  const key = draftKey(job.id, kind)
  const found = byKey[key]
  // A morning round left over from a watch that was given up belongs to no watch any more.
  const kept =
    (kind === 'morning' || kind === 'look') && found?.watchId !== watchRounds(job)?.watch.id
      ? undefined
      : found
  const draft = kept ?? freshDraft(job, kind, new Date())
  return {
    draft,
    begun: kept !== undefined,
    change: (change) => {
      if (kept) patch(key, change)
      else put({ ...draft, ...change })
    },
    drop: () => drop(key),
  }
}

// Whoever came to walk the morning round is asked what it needs at once.
function useCameToWalk(waits: boolean, morning: DraftDesk): void {
  const [params, setParams] = useSearchParams()
  const came = waits && params.get('walk') === 'morning'
  const begin = useEffectEvent(() => {
    if (!morning.begun) morning.change({})
    setParams({}, { replace: true })
  })
  useEffect(() => {
    if (came) begin()
  }, [came])
}

/** The watch: start, wait, the morning round, the answer. */
export function WatchPhase({ job }: { readonly job: Job }): ReactNode {
  const units = useUnits()
  const loaded = useDrafts((drafts) => drafts.loaded)
  const evening = useDesk(job, 'evening')
  const morning = useDesk(job, 'morning')
  const look = useDesk(job, 'look')
  const rounds = watchRounds(job)
  const answerToCome = rounds !== null && !rounds.morning
  useEffect(() => {
    if (answerToCome) warmLeakWorker()
  }, [answerToCome])
  useCameToWalk(loaded && answerToCome, morning)
  if (!loaded) return null
  const another = (levelId?: string): void => evening.change(levelId ? { levelId } : {})
  const isUnderWay = evening.begun && goesOn(evening.draft, job)
  if (!rounds || (isUnderWay && rounds.watch.state !== 'running')) {
    if (job.closedAt && !isUnderWay) return <p className="sub">No watch was run on this job.</p>
    if (evening.draft.walking)
      return (
        <WalkPanel
          job={job}
          draft={evening.draft}
          against={null}
          earlier={earlierRound(job, measuredSo(evening.draft))}
          watchVersion={null}
          saveWords="Start the watch"
        />
      )
    return <StartChecklist job={job} desk={evening} units={units} again={rounds !== null} />
  }
  const { watch } = rounds
  const leftOn = watch.supplyCut === 'leftOn'
  if (look.begun && watch.state === 'running') {
    if (look.draft.walking)
      return (
        <WalkPanel
          job={job}
          draft={look.draft}
          against={rounds.evening}
          earlier={null}
          watchVersion={watch.version}
          saveWords="Save this round"
        />
      )
    return <LaterQuestions job={job} desk={look} units={units} leftOn={leftOn} />
  }
  if (morning.begun && morning.draft.walking)
    return (
      <WalkPanel
        job={job}
        draft={morning.draft}
        against={rounds.evening}
        earlier={null}
        watchVersion={watch.version}
        saveWords="Save the morning round"
      />
    )
  if (morning.begun)
    return <LaterQuestions job={job} desk={morning} units={units} leftOn={leftOn} />
  if (rounds.morning && leftOn)
    return <CommandAnswer job={job} rounds={rounds} onAnother={() => another()} />
  if (rounds.morning)
    return (
      <Answer
        job={job}
        watch={watch}
        evening={rounds.evening}
        between={rounds.between}
        morning={rounds.morning}
        onMorningAgain={() => morning.change({})}
        onAnother={another}
      />
    )
  return (
    <Running
      job={job}
      watch={watch}
      evening={rounds.evening}
      between={rounds.between}
      onMorning={() => morning.change({})}
      onLook={() => look.change({})}
    />
  )
}
