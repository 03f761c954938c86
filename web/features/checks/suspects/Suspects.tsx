import { LayoutGuessed } from '../../job/frame/LayoutGuessed.tsx'
import { isCalm } from './model.ts'
import { RefusalOf } from '../../../client/RefusalOf.tsx'
import type { CheckKind, EvidenceRecord, Job } from '@anklet/contract'
import type { Evidence, PlacedCheck } from '@anklet/core/reasoning/diagnosis'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { useCommand } from '../../../client/queries.ts'
import { foundWords } from '@anklet/language/causes/suspects'
import { sayEvidence } from './commands.ts'
import { Conclude } from './Conclude.tsx'
import { NextCheck } from './NextCheck.tsx'
import { OldCases } from './OldCases.tsx'
import { Path } from './Path.tsx'
import { SuspectList } from './SuspectList.tsx'
import type { SuspectsNow } from './useSuspects.ts'
import { useSuspects } from './useSuspects.ts'
import { Button } from '../../../kit/Button.tsx'
import { Refusal } from '../../../kit/Notice.tsx'

function NoSingleFault({
  items,
  checks,
}: {
  readonly items: readonly Evidence[]
  readonly checks: ReadonlyMap<string, PlacedCheck>
}): ReactNode {
  return (
    <Refusal>
      No single fault brings all of this about:{' '}
      {items.map(({ check, outcome }) => foundWords(checks.get(check)!, outcome)).join('; ')}. Don’t
      count one of them.
    </Refusal>
  )
}

function BrokenKnowledge(): ReactNode {
  return <Refusal>The knowledge does not hang together; nothing can be said from it.</Refusal>
}

/** After a repair, while nothing speaks for a fault: what it ended, and the way to look further. */
function Calm({
  now,
  onAnyway,
}: {
  readonly now: SuspectsNow
  readonly onAnyway: (() => void) | null
}): ReactNode {
  return (
    <div className="grid max-w-[760px] content-start gap-5">
      <OldCases now={now} />
      <p>Nothing that is known now speaks for a fault.</p>
      {now.pieces.length > 0 && (
        <Path now={now} locked onDoubt={() => undefined} onCount={() => undefined} />
      )}
      {onAnyway && (
        <Button className="w-fit" onClick={onAnyway}>
          The complaint still stands: look for another fault
        </Button>
      )}
    </div>
  )
}

/** Which fault it could be, which check is worth its minutes next, and when to stop checking. */
export function Suspects({
  job,
  onTest,
  onCodes,
}: {
  readonly job: Job
  onTest(kind: CheckKind): void
  onCodes(): void
}): ReactNode {
  const now = useSuspects(job)
  const say = useCommand('evidence.say')
  const tell = (
    check: string,
    what: EvidenceRecord['say'],
    outcome: string | null,
    reason = '',
  ): void => say.submit(sayEvidence(job.id, { check, say: what, outcome, reason }))
  const locked = job.closedAt !== null
  const { answer } = now
  const [anyway, setAnyway] = useState(false)
  if (!answer) return <p role="status">Weighing what is known …</p>
  if (answer.kind === 'broken') return <BrokenKnowledge />
  if (isCalm(now) && !anyway)
    return <Calm now={now} onAnyway={locked ? null : () => setAnyway(true)} />
  return (
    <div className="grid gap-x-8 gap-y-5 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
      <div className="grid min-w-0 content-start gap-5">
        <LayoutGuessed job={job} />
        <OldCases now={now} />
        {answer.kind === 'contradiction' ? (
          <NoSingleFault items={answer.items} checks={now.checks} />
        ) : (
          <SuspectList now={now} reasoned={answer.reasoned} />
        )}
        <Path
          now={now}
          locked={locked}
          onDoubt={(check, reason) => tell(check, 'doubted', null, reason)}
          onCount={(check) => {
            const piece = now.pieces.find((each) => each.check === check)!
            tell(
              check,
              piece.source.kind === 'hand' ? 'found' : 'counted',
              piece.source.kind === 'hand' ? piece.outcome : null,
            )
          }}
        />
      </div>
      {answer.kind === 'reasoned' && (
        <div
          className="order-first grid min-w-0 content-start gap-4 lg:order-none"
          aria-live="polite"
        >
          {answer.reasoned.recommend.kind === 'repair' && (
            <Conclude job={job} now={now} reasoned={answer.reasoned} costs={answer.costs} />
          )}
          {!locked && (
            <NextCheck
              job={job}
              now={now}
              reasoned={answer.reasoned}
              costs={answer.costs}
              busy={say.isPending}
              onFound={(check, outcome) => tell(check, 'found', outcome)}
              onTest={onTest}
              onCodes={onCodes}
            />
          )}
          {answer.reasoned.recommend.kind !== 'repair' && (
            <Conclude job={job} now={now} reasoned={answer.reasoned} costs={answer.costs} />
          )}
          <RefusalOf asked={say} />
        </div>
      )}
    </div>
  )
}
