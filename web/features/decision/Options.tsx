import {
  daysWords,
  crossingWords,
  KIND_WORDS,
  levelsStill,
  MEND_NOW_WORDS,
  lineWords,
  optionTitle,
  SCHOOL_WORDS,
} from '@anklet/language/repair/decision'
import type { CoilEntry, Job, Rate, Shop } from '@anklet/contract'
import type { BuiltOption, OptionCost, Failed } from '@anklet/core/reasoning/strategy'
import { axleOf, buildOptions, daysOff, USUALLY_ASSUMED } from '@anklet/core/reasoning/strategy'
import type { Axle } from '@anklet/core/base/vehicle'
import { clsx } from 'clsx'
import type { ReactNode } from 'react'
import { useMemo, useState } from 'react'
import { percentWords } from '@anklet/language/night/answer'
import { amountWords } from '@anklet/language/plain/money'
import type { ChoiceWords } from './Choice.tsx'
import { Choice } from './Choice.tsx'
import { Assumptions } from './Assumptions.tsx'
import { CostFan } from './CostFan.tsx'
import { Prices } from './Prices.tsx'
import { NOT_PRICED } from '../job/papers/estimate.ts'
import { repairCaseOf } from '../job/model/repairCase.ts'
import { useCosts } from './useCosts.ts'
import { useMeasuredLeak } from './useMeasuredLeak.ts'
import { Notice, Refusal } from '../../kit/Notice.tsx'
import { Tap } from '../../kit/Button.tsx'
import { Disclosure } from '../../kit/Disclosure.tsx'
import { Progress } from '../../kit/Progress.tsx'
import { Heads, figures } from '../../kit/Table.tsx'

type Known = Omit<Parameters<typeof repairCaseOf>[2], 'leak'>

/** What an option costs now and over the years. */
function Priced({
  built,
  cost,
  rate: { currency },
}: {
  readonly built: BuiltOption
  readonly cost: OptionCost | undefined
  readonly rate: Rate
}): ReactNode {
  const now = amountWords(built.option.now.cost, currency)
  return (
    <>
      <p className="num text-figure font-semibold">{built.id === 'leave' ? 'nothing now' : now}</p>
      <p className="text-small text-ink-2">
        {built.id === 'leave' ? `then ${now}` : daysWords(built)}
      </p>
      {cost && (
        <p className="text-small">
          Over the years <b className="num">{amountWords(cost.meanCost, currency)}</b>, in 8 futures
          of 10 between {amountWords(cost.p10Cost, currency)} and{' '}
          {amountWords(cost.p90Cost, currency)}
          {cost.standardError >= 0.5 &&
            ` (the average is reckoned to ± ${amountWords(cost.standardError, currency)})`}
          ; another visit {percentWords(cost.secondVisitProbability)}.
        </p>
      )}
      {built.missingLater.length > 0 && (
        <p className="text-small">
          Not set against the others: later it may need{' '}
          {built.missingLater.map((kind) => KIND_WORDS[kind]).join(', ')}, without a price here.
        </p>
      )}
    </>
  )
}

/** What is in an option of which not everything has a price: it is never told as cheap. */
function NotPriced({
  built,
  axle,
}: {
  readonly built: BuiltOption
  readonly axle: Axle
}): ReactNode {
  return (
    <>
      <p className="text-figure font-semibold">
        {built.id === 'leave' ? 'nothing now' : NOT_PRICED}
      </p>
      <p className="text-small">
        {built.id === 'leave' ? 'When it is mended: ' : 'In it: '}
        {built.lines.map((line) => lineWords(line, axle)).join(', ')}.
      </p>
      {built.id !== 'leave' && <p className="text-small text-ink-2">{daysWords(built)}</p>}
    </>
  )
}

function Card({
  built,
  cost,
  axle,
  rate,
  chosen,
  onChoose,
}: {
  readonly built: BuiltOption
  readonly cost: OptionCost | undefined
  readonly axle: Axle
  readonly rate: Rate | null
  readonly chosen: boolean
  onChoose(): void
}): ReactNode {
  return (
    <li
      className={clsx(
        'grid content-start gap-1.5 rounded-md border bg-sheet p-3.5',
        chosen ? 'border-2 border-ink' : 'border-edge',
      )}
    >
      <h3 className="text-lead font-bold leading-tight">{optionTitle(built.id, axle)}</h3>
      {built.isPriced && rate ? (
        <Priced built={built} cost={cost} rate={rate} />
      ) : (
        <NotPriced built={built} axle={axle} />
      )}
      <p className="text-small text-ink-2">{SCHOOL_WORDS[built.id]}</p>
      <Tap className="mt-1 justify-self-start" on={chosen} onClick={onChoose}>
        {chosen ? 'Chosen' : 'Choose this'}
      </Tap>
    </li>
  )
}

function Compared({
  options,
  axle,
  rate,
  costOf,
}: {
  readonly options: readonly BuiltOption[]
  readonly axle: Axle
  readonly rate: Rate
  costOf(id: string): OptionCost | undefined
}): ReactNode {
  return (
    <Disclosure summary="Side by side in a table">
      <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Options in a table">
        <table className="table min-w-[760px]">
          <Heads
            columns={[
              'option',
              figures('the first visit'),
              figures('over the years'),
              figures('8 futures of 10'),
              figures('another visit'),
              figures('visits later'),
              figures('days off'),
              'levels itself',
            ]}
          />
          <tbody>
            {options.flatMap((built) => {
              const cost = costOf(built.id)
              return cost
                ? [
                    <tr key={built.id}>
                      <th scope="row">{optionTitle(built.id, axle)}</th>
                      <td className="n num">{amountWords(built.option.now.cost, rate.currency)}</td>
                      <td className="n num">{amountWords(cost.meanCost, rate.currency)}</td>
                      <td className="n num">
                        {amountWords(cost.p10Cost, rate.currency)} to{' '}
                        {amountWords(cost.p90Cost, rate.currency)}
                      </td>
                      <td className="n num">{percentWords(cost.secondVisitProbability)}</td>
                      <td className="n num">{cost.laterVisits.toFixed(1)}</td>
                      <td className="n num">
                        {built.id === 'leave' ? '0' : (daysOff(built) ?? '–')}
                      </td>
                      <td>{levelsStill(built.id, axle)}</td>
                    </tr>,
                  ]
                : []
            })}
          </tbody>
        </table>
      </div>
    </Disclosure>
  )
}

/**
 * What the futures followed say: costs as a fan and a table, and where one option crosses another.
 */
function Futures({
  options,
  answer,
  axle,
  rate,
  years,
  chosen,
  costOf,
}: {
  readonly options: readonly BuiltOption[]
  readonly answer: ReturnType<typeof useCosts>
  readonly axle: Axle
  readonly rate: Rate
  readonly years: number
  readonly chosen: BuiltOption['id'] | null
  costOf(id: string): OptionCost | undefined
}): ReactNode {
  if (answer?.kind === 'broken') return <Refusal>The costs could not be reckoned.</Refusal>
  if (answer?.kind !== 'costs')
    return (
      options.some(({ isPriced }) => isPriced) && (
        <div className="max-w-[420px] text-ink-2">
          <Progress label="Futures followed" share={answer?.share ?? 0}>
            Following twenty thousand futures of each …
          </Progress>
        </div>
      )
    )
  return (
    <>
      <CostFan
        currency={rate.currency}
        years={years}
        chosen={chosen}
        options={options.flatMap(({ id, option }) => {
          const cost = costOf(id)
          return cost ? [{ id, title: optionTitle(id, axle), now: option.now.cost, cost }] : []
        })}
      />
      <Compared options={options} axle={axle} rate={rate} costOf={costOf} />
      {answer.breakEvenYears !== undefined && options.some(({ id }) => id === 'both') && (
        <p className="text-small">
          {crossingWords(answer.breakEvenYears, costOf('this'), costOf('both'))}
        </p>
      )}
    </>
  )
}

/** The options side by side with money, risk and what is lost, and the choice. */
export function Options({
  job,
  failed,
  shop,
  coil,
  known,
}: {
  readonly job: Job
  readonly failed: Failed
  readonly shop: Shop
  /** Chosen for the axle, should it go to coils. */ readonly coil: CoilEntry | null
  readonly known: Known
}): ReactNode {
  const [assumed, assume] = useState(USUALLY_ASSUMED)
  const [chosen, choose] = useState<BuiltOption['id'] | null>(null)
  const [words, setWords] = useState<ChoiceWords>({ reason: '', validUntil: '' })
  const axle = axleOf(failed, job)
  const rate = shop.rate ?? null
  const [nowMs] = useState(() => Date.now())
  const leak = useMeasuredLeak(job)
  const { repair, lives, ages } = useMemo(
    () => repairCaseOf(job, failed, { ...known, leak }, assumed, nowMs, coil),
    [job, failed, known, leak, assumed, nowMs, coil],
  )
  const { parts, options } = useMemo(() => buildOptions(repair), [repair])
  const answer = useCosts(parts, options, assumed.horizonYears, assumed.discountPercent / 100)
  const costOf = (id: string): OptionCost | undefined =>
    answer?.kind === 'costs' ? answer.costs.find((each) => each.id === id) : undefined
  const reason = failed.springs.length > 0 ? repair.mendNow : null
  const picked = options.find(({ id }) => id === chosen)
  return (
    <section aria-label="Options" className="grid grid-cols-[minmax(0,1fr)] gap-4">
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(232px,1fr))] gap-3">
        {options.map((built) => (
          <Card
            key={built.id}
            built={built}
            cost={costOf(built.id)}
            axle={axle}
            rate={rate}
            chosen={chosen === built.id}
            onChoose={() => choose(chosen === built.id ? null : built.id)}
          />
        ))}
      </ul>
      {reason && <Notice kind="caution">{MEND_NOW_WORDS[reason]}</Notice>}
      <Prices job={job} shop={shop} axle={axle} options={options} />
      {rate && (
        <Futures
          options={options}
          answer={answer}
          axle={axle}
          rate={rate}
          years={assumed.horizonYears}
          chosen={chosen}
          costOf={costOf}
        />
      )}
      <Assumptions
        assumed={assumed}
        used={repair}
        leak={leak}
        ages={ages}
        lives={lives}
        onChange={assume}
      />
      {picked && (
        <Choice
          job={job}
          failed={failed}
          picked={picked}
          cost={costOf(picked.id)}
          rate={rate}
          assumed={assumed}
          coil={coil}
          words={words}
          onType={setWords}
          onDecided={() => {
            choose(null)
            setWords({ ...words, reason: '' })
          }}
        />
      )}
    </section>
  )
}
