import { RefusalOf } from '../../../client/RefusalOf.tsx'
import { CHECK_VERDICT_WORDS, CHECK_WORDS } from '@anklet/language/causes/checks'
import type { CheckKind, Job } from '@anklet/contract'
import type { Corner } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { useRef, useState } from 'react'
import { useCommand } from '../../../client/queries.ts'
import { recordCheck } from './commands.ts'
import { SaveToJob } from './SaveToJob.tsx'
import type { Said } from '@anklet/language/causes/checks'
import { Button } from '../../../kit/Button.tsx'
import { Notice } from '../../../kit/Notice.tsx'

interface FrameProps {
  /** Null on the bench: what it says may be saved to any job. */
  readonly job: Job | null
  readonly kind: CheckKind
  readonly corner?: Corner | null
  readonly logId?: string | null
  /** Devices that told what it stands on; none: a person read it. */
  readonly sources?: readonly (string | undefined)[]
  /** What to do, in order. */
  readonly steps: readonly string[]
  /** Where it can hurt somebody or break something. */
  readonly caution?: string
  readonly said: Said | null
  /** Why there is no verdict yet. */
  readonly wanting?: string | null
  readonly children: ReactNode
}

const SHAPE: Readonly<Record<Said['verdict'], ReactNode>> = {
  good: <rect x="1" y="6" width="18" height="8" fill="var(--air)" />,
  bad: <path d="M1 3h18l-9 15z" fill="var(--rust)" />,
  doubtful: (
    <rect
      x="1.5"
      y="5.5"
      width="17"
      height="9"
      fill="none"
      stroke="var(--ink-2)"
      strokeWidth="1.6"
      strokeDasharray="3 2"
    />
  ),
  cannotTell: (
    <circle cx="10" cy="10" r="7.5" fill="none" stroke="var(--steel-dark)" strokeWidth="1.8" />
  ),
}

/** A verdict as a shape, so that colour is not all that tells. */
export const VerdictMark = ({ verdict }: { readonly verdict: Said['verdict'] }): ReactNode => (
  <svg
    width="20"
    height="20"
    role="img"
    aria-label={CHECK_VERDICT_WORDS[verdict]}
    className="shrink-0"
  >
    {SHAPE[verdict]}
  </svg>
)

/** What a test says, line by line, and what it speaks for. */
const SaidSo = ({ said }: { readonly said: Said }): ReactNode => (
  <>
    <p className="say-small flex items-start gap-3">
      <span className="pt-1">
        <VerdictMark verdict={said.verdict} />
      </span>
      {said.sentence}
    </p>
    <ul className="grid gap-1 text-body text-ink-2">
      {said.lines.map((line) => (
        <li key={line}>{line}</li>
      ))}
    </ul>
    {said.speaksFor && (
      <p className="text-body">
        <span className="text-ink-2">Speaks for: </span>
        {said.speaksFor}.
      </p>
    )}
  </>
)

/** A test at the car: what to do, what it measures, what it says, and keeping that with the job. */
export function CheckFrame({
  job,
  kind,
  corner = null,
  logId = null,
  sources = [],
  steps,
  caution,
  said,
  wanting,
  children,
}: FrameProps): ReactNode {
  const keep = useCommand('check.record')
  const [kept, setKept] = useState('')
  const id = useRef({ content: '', checkId: '' })
  const content = JSON.stringify([said, corner])
  if (id.current.content !== content) id.current = { content, checkId: crypto.randomUUID() }
  return (
    <div className="grid gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,1fr)_360px]">
      <div className="grid min-w-0 content-start gap-4">
        {job !== null && <h2 className="say-small">{CHECK_WORDS[kind].asks}</h2>}
        {caution && <Notice kind="wait">{caution}</Notice>}
        <ol className="grid list-decimal gap-1 pl-6">
          {steps.map((step) => (
            <li key={step}>{step}</li>
          ))}
        </ol>
        {children}
      </div>
      <div className="grid content-start gap-3" aria-live="polite">
        {said ? (
          <>
            <SaidSo said={said} />
            {job === null && (
              <SaveToJob title={CHECK_WORDS[kind].name} lines={[said.sentence, ...said.lines]} />
            )}
            {job !== null && !job.closedAt && (
              <Button
                look="go"
                disabled={keep.isPending || kept === content}
                onClick={() =>
                  keep.submit(
                    recordCheck({
                      checkId: id.current.checkId,
                      jobId: job.id,
                      kind,
                      corner,
                      logId,
                      sources,
                      said,
                    }),
                    () => setKept(content),
                  )
                }
              >
                {kept === content ? 'Kept with the job' : 'Keep with the job'}
              </Button>
            )}
            <RefusalOf asked={keep} />
          </>
        ) : (
          <p className="text-ink-2">{wanting ?? 'Nothing measured yet.'}</p>
        )}
      </div>
    </div>
  )
}
