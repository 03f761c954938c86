import { worthDoing } from './model.ts'
import { RefusalOf } from '../../../client/RefusalOf.tsx'
import type { CheckKind, Job } from '@anklet/contract'
import type { PlacedCheck, Reasoned } from '@anklet/core/reasoning/diagnosis'
import { isNight, wantedNow } from '@anklet/core/reasoning/diagnosis'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { useCommand } from '../../../client/queries.ts'
import { WantedTaps } from '../../../kit/WantedTaps.tsx'
import { percentWords } from '@anklet/language/night/answer'
import { CHECK_WORDS } from '@anklet/language/causes/checks'
import { moneyWords } from '@anklet/language/plain/money'
import {
  asksWords,
  causeClause,
  checkWords,
  minutesWords,
  outcomeWords,
} from '@anklet/language/causes/suspects'
import { dayOf } from '@anklet/language/plain/times'
import { keepComplaint } from '../../job/model/commands.ts'
import { CheckTimer } from './CheckTimer.tsx'
import { Outcomes } from './Outcomes.tsx'
import type { SuspectsNow } from './useSuspects.ts'
import { Button, ButtonLink } from '../../../kit/Button.tsx'
import { Notice } from '../../../kit/Notice.tsx'

/** Checks that have a guided test of their own, and those another phase does. */
const TEST_OF: Readonly<Record<string, CheckKind>> = {
  pumpTest: 'pump',
  relayTest: 'relay',
  shopAir: 'shopAir',
  whichCorner: 'whichCorner',
  sweep: 'sweep',
  loadTest: 'load',
  habitLog: 'habit',
}
const PHASE_OF: Readonly<Record<string, readonly [path: string, words: string]>> = {
  watch: ['watch', 'Begin the watch'],
  command: ['watch', 'Watch with the supply on'],
  standsLow: ['heights', 'Walk a round'],
  agrees: ['heights', 'Walk a round'],
}

interface NextProps {
  readonly job: Job
  readonly now: SuspectsNow
  readonly reasoned: Reasoned
  readonly costs: Readonly<Record<string, number>>
  readonly busy: boolean
  onFound(check: string, outcome: string): void
  onTest(kind: CheckKind): void
  onCodes(): void
}

function Outlook({
  now,
  placed,
  reasoned,
}: {
  readonly now: SuspectsNow
  readonly placed: PlacedCheck
  readonly reasoned: Reasoned
}): ReactNode {
  if (reasoned.recommend.id !== placed.id) return null
  const likely = [...reasoned.outlook]
    .sort((a, b) => b.p - a.p)
    .filter(({ p }) => p >= 0.03)
    .slice(0, 4)
  return (
    <ul className="grid gap-0.5 text-small text-ink-2">
      {likely.map(({ outcome, p, leader, leaderP }) => (
        <li key={outcome}>
          {outcomeWords(placed, outcome)} ({percentWords(p)}): then{' '}
          {causeClause(now.causes.get(leader)!)}, {percentWords(leaderP)}.
        </li>
      ))}
    </ul>
  )
}

/** Other checks worth their minutes, where this one cannot be done. */
function Instead({
  onSkip,
  onPick,
  worth,
  chosen,
  checks,
  costs,
}: {
  onSkip(): void
  onPick(check: string): void
  readonly worth: Reasoned['ranking']
  readonly chosen: Reasoned['ranking'][number]
  readonly checks: ReadonlyMap<string, PlacedCheck>
  readonly costs: Readonly<Record<string, number>>
}): ReactNode {
  return (
    <div className="border-t border-edge pt-2">
      <Button look="quiet" onClick={onSkip}>
        Cannot be done here
      </Button>
      {worth.length > 1 && <p className="label mt-1">Instead</p>}
      <ul className="grid">
        {worth
          .filter((each) => each !== chosen)
          .slice(0, 3)
          .map((each) => (
            <li key={each.check}>
              <Button
                look="quiet"
                className="flex w-full justify-between gap-3 text-left"
                onClick={() => onPick(each.check)}
              >
                <span>{checkWords(checks.get(each.check)!)}</span>
                <span className="num text-ink-2">{minutesWords(costs[each.check] ?? 0)}</span>
              </Button>
            </li>
          ))}
      </ul>
    </div>
  )
}

function WhereItIsDone({
  test,
  onTest,
  phase,
  jobId,
  codes,
  onCodes,
}: {
  readonly test: CheckKind | undefined
  onTest(kind: CheckKind): void
  readonly phase: readonly [path: string, words: string] | undefined
  readonly jobId: string
  readonly codes: boolean
  onCodes(): void
}): ReactNode {
  return (
    <div className="flex flex-wrap gap-2">
      {test && <Button onClick={() => onTest(test)}>Do the test: {CHECK_WORDS[test].name}</Button>}
      {phase && <ButtonLink to={`/jobs/${jobId}/${phase[0]}`}>{phase[1]}</ButtonLink>}
      {codes && <Button onClick={onCodes}>Read the codes in</Button>}
    </div>
  )
}

/** Asked where a night is advised: it costs little once the car stays here anyway. */
function WantedBackWhen({
  job,
  isAsked,
}: {
  readonly job: Job
  readonly isAsked: boolean
}): ReactNode {
  const keep = useCommand('job.complaint')
  const { wantedBack } = job.complaint
  if (!isAsked && wantedNow(wantedBack, dayOf(new Date())) === null) return null
  return (
    <div className="grid gap-1">
      <WantedTaps
        wanted={wantedBack}
        disabled={keep.isPending}
        onSay={(wanted) =>
          keep.submit({
            payload: keepComplaint(job.id, { ...job.complaint, wantedBack: wanted }),
            baseVersion: job.version,
          })
        }
      />
      <RefusalOf asked={keep} />
    </div>
  )
}

/** The check that is worth its minutes next, to be done there and then. */
export function NextCheck({
  job,
  now,
  reasoned,
  costs,
  busy,
  onFound,
  onTest,
  onCodes,
}: NextProps): ReactNode {
  const [skipped, skip] = useState<readonly string[]>([])
  const [picked, pick] = useState<string | null>(null)
  const worth = worthDoing(reasoned).filter(({ check }) => !skipped.includes(check))
  const chosen = worth.find(({ check }) => check === picked) ?? worth[0]
  const placed = chosen && now.checks.get(chosen.check)
  if (!chosen || !placed) return null
  const { check } = placed
  const [test, phase] = [TEST_OF[check.id], PHASE_OF[check.id]]
  return (
    <section
      aria-label="Next check"
      className="grid content-start gap-3 rounded-md border border-edge bg-sheet p-4"
    >
      <div>
        <p className="text-small text-ink-2">
          {picked && picked !== worth[0]?.check ? 'Another check' : 'Worth doing next'}:{' '}
          {minutesWords(check.minutes)}
          {moneyWords(check.minutes, now.rate)}
          {check.unattendedH ? `, and ${check.unattendedH} hours standing` : ''}.
        </p>
        <h2 className="say-small">{asksWords(placed)}</h2>
      </div>
      <WantedBackWhen job={job} isAsked={isNight(check)} />
      {check.caution && <Notice kind="wait">{check.caution}</Notice>}
      <ol className="grid list-decimal gap-1 pl-6 text-body">
        {check.how.map((step) => (
          <li key={step}>{step}</li>
        ))}
      </ol>
      {check.needs && <p className="text-small text-ink-2">Needs: {check.needs.join(', ')}.</p>}
      {!test && !phase && check.id !== 'codes' && check.group !== 'complaint' && (
        <CheckTimer key={`timer of ${placed.id}`} />
      )}
      {(test || phase || check.id === 'codes') && (
        <WhereItIsDone
          test={test}
          onTest={onTest}
          phase={phase}
          jobId={job.id}
          codes={check.id === 'codes'}
          onCodes={onCodes}
        />
      )}
      <fieldset disabled={busy} key={`outcomes of ${placed.id}`} className="grid gap-2">
        <legend className="label">
          {test || phase ? 'Or done already, and it showed' : 'It showed'}
        </legend>
        <Outcomes
          placed={placed}
          onFound={(outcome) => {
            pick(null)
            onFound(placed.id, outcome)
          }}
        />
      </fieldset>
      <Outlook now={now} placed={placed} reasoned={reasoned} />
      <Instead
        onSkip={() => {
          skip([...skipped, placed.id])
          pick(null)
        }}
        onPick={pick}
        worth={worth}
        chosen={chosen}
        checks={now.checks}
        costs={costs}
      />
    </section>
  )
}
