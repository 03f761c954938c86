import type { Plain } from './model.ts'
import { isPlain } from './model.ts'
import type { CheckKind, Job } from '@anklet/contract'
import type { ComponentType, ReactNode } from 'react'
import { useState } from 'react'
import { useSearchParams } from 'react-router'
import { CHECK_WORDS } from '@anklet/language/causes/checks'
import { capital, CORNER_WORDS } from '@anklet/language/plain/corners'
import { momentWords } from '@anklet/language/plain/times'
import { Logs } from './logs/Logs.tsx'
import { readingOf } from '@anklet/core/reasoning/evidence'
import { Codes } from './codes/Codes.tsx'
import { Suspects } from './suspects/Suspects.tsx'
import { ChargeForm } from '../job/charge/ChargeForm.tsx'
import { VerdictMark } from '../job/guided/CheckFrame.tsx'
import { DecayCheck } from '../job/guided/DecayCheck.tsx'
import { HabitCheck } from './HabitCheck.tsx'
import { LiftCheck } from './LiftCheck.tsx'
import { LoadCheck } from './LoadCheck.tsx'
import { PumpCheck } from '../job/guided/PumpCheck.tsx'
import { RelayCheck } from './RelayCheck.tsx'
import { SweepCheck } from './SweepCheck.tsx'
import { WhichCheck } from './WhichCheck.tsx'
import { Tap } from '../../kit/Button.tsx'

type Body = ComponentType<{ readonly job: Job }>
const TESTS: Readonly<Record<CheckKind, Body>> = {
  pump: PumpCheck,
  lift: LiftCheck,
  relay: RelayCheck,
  hold: ({ job }) => <DecayCheck job={job} kind="hold" />,
  shopAir: ({ job }) => <DecayCheck job={job} kind="shopAir" />,
  whichCorner: WhichCheck,
  sweep: SweepCheck,
  load: LoadCheck,
  habit: HabitCheck,
}
const ORDER = Object.keys(TESTS) as CheckKind[]

function Done({ job }: { readonly job: Job }): ReactNode {
  if (job.checks.length === 0) return null
  return (
    <section aria-label="Tests done">
      <h2>Done</h2>
      <ul className="grid">
        {[...job.checks].reverse().map((check) => (
          <li key={check.id} className="flex items-start gap-3 border-b border-edge py-2">
            <VerdictMark verdict={check.verdict} />
            <div className="min-w-0">
              <p>
                <b>
                  {CHECK_WORDS[check.kind].name}
                  {check.corner ? `, ${CORNER_WORDS[check.corner]}` : ''}.
                </b>{' '}
                {check.sentence}
              </p>
              <p className="text-small text-ink-2">
                {check.lines.join(' ')} {check.speaksFor && `Speaks for ${check.speaksFor}.`}{' '}
                {capital(momentWords(check.at, new Date()))}
              </p>
            </div>
          </li>
        ))}
      </ul>
    </section>
  )
}

const counted = (words: string, count: number): string =>
  count > 0 ? `${words} (${count})` : words

const asKind = (text: string | null): CheckKind | Plain | null =>
  text !== null && (isPlain(text as Plain) || Object.hasOwn(TESTS, text))
    ? (text as CheckKind | Plain)
    : null

/** What is looked at: it stands in the address, so that the page comes back to it. */
function useKind(): readonly [CheckKind | Plain, (kind: CheckKind | Plain) => void] {
  const [asked, ask] = useSearchParams()
  const kind = asKind(asked.get('look')) ?? (asked.has('codes') ? 'codes' : 'suspects')
  return [kind, (look) => ask({ look }, { replace: true })]
}

/**
 * What it could be and which check comes next; and the tests at the car, each with what to do,
 * what it measures, what it says and what it speaks for.
 */
export function Checks({ job }: { readonly job: Job }): ReactNode {
  const [kind, setKind] = useKind()
  const Test = isPlain(kind) ? null : TESTS[kind]
  const [test, setTest] = useState<CheckKind>('pump')
  const toTest = (each: CheckKind): void => {
    setTest(each)
    setKind(each)
  }
  const { architecture } = job.vehicleType
  const tab = (to: Plain, words: string): ReactNode => (
    <Tap on={kind === to} onClick={() => setKind(to)}>
      {words}
    </Tap>
  )
  const latest = (each: CheckKind): ReactNode => {
    const check = job.checks.findLast((done) => done.kind === each)
    return check && <VerdictMark verdict={check.verdict} />
  }
  return (
    <div className="grid gap-5">
      <nav aria-label="Checks" className="flex flex-wrap gap-2">
        {tab('suspects', 'Suspects')}
        {tab('codes', counted('Codes', readingOf(job)?.codes.length ?? 0))}
        <Tap on={Test !== null} onClick={() => setKind(test)}>
          {counted('Tests', job.checks.length)}
        </Tap>
        {architecture.reservoir && tab('charge', counted('Charge', job.charges.length))}
        {tab('logs', counted('Logs', job.logs.length))}
      </nav>
      {Test && (
        <nav aria-label="Tests" className="-mt-2 flex flex-wrap gap-2 border-t border-edge pt-3">
          {ORDER.map((each) => (
            <Tap on={each === kind} key={each} onClick={() => toTest(each)}>
              {each !== kind && latest(each)}
              {CHECK_WORDS[each].name}
            </Tap>
          ))}
        </nav>
      )}
      {Test ? (
        <Test key={kind} job={job} />
      ) : kind === 'suspects' ? (
        <Suspects job={job} onTest={toTest} onCodes={() => setKind('codes')} />
      ) : kind === 'codes' ? (
        <Codes job={job} />
      ) : kind === 'charge' ? (
        <ChargeForm job={job} />
      ) : (
        <Logs job={job} />
      )}
      {Test && <Done job={job} />}
    </div>
  )
}
