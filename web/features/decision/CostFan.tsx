import type { OptionCost } from '@anklet/core/reasoning/strategy'
import type { ReactNode } from 'react'
import { useIsPhone } from '../../kit/useMedia.ts'
import { amountWords } from '@anklet/language/plain/money'

const [ROW, LEFT, RIGHT, TOP] = [46, 12, 12, 24]
/** Drawn as wide as it is shown, so that its words stay readable. */
const [DESK, PHONE] = [760, 356]

function step(most: number, marks: number): number {
  const rough = most / marks
  const ten = 10 ** Math.floor(Math.log10(rough))
  return [1, 2, 5, 10].map((k) => k * ten).find((each) => each >= rough) ?? ten * 10
}

function CostMarks({
  marks,
  x,
  height,
  currency,
}: {
  readonly marks: readonly number[]
  x(amount: number): number
  readonly height: number
  readonly currency: string
}): ReactNode {
  return marks.map((amount) => (
    <g key={amount}>
      <line x1={x(amount)} x2={x(amount)} y1={TOP - 6} y2={height} stroke="var(--edge)" />
      <text
        x={x(amount)}
        y={13}
        fontSize="11.5"
        fill="var(--ink-2)"
        textAnchor={amount === 0 ? 'start' : 'middle'}
      >
        {amountWords(amount, currency)}
      </text>
    </g>
  ))
}

/**
 * What every option costs over the years on one scale: the mark is the mean, the bar eight futures
 * of ten; what is paid now stands as a notch.
 */
export function CostFan({
  options,
  currency,
  years,
  chosen,
}: {
  readonly options: readonly {
    readonly id: string
    readonly title: string
    readonly now: number
    readonly cost: OptionCost
  }[]
  readonly currency: string
  readonly years: number
  readonly chosen: string | null
}): ReactNode {
  const phone = useIsPhone()
  const width = phone ? PHONE : DESK
  const most =
    Math.max(1, ...options.map(({ cost, now }) => Math.max(cost.p90Cost, cost.meanCost, now))) *
    1.05
  const x = (amount: number): number => LEFT + (amount / most) * (width - LEFT - RIGHT)
  const every = step(most, phone ? 3 : 5)
  const marks = Array.from({ length: Math.floor(most / every) + 1 }, (_, k) => k * every)
  const height = TOP + options.length * ROW + 8
  const told = options
    .map(
      ({ title, cost }) =>
        `${title}: ${amountWords(cost.meanCost, currency)}, from ` +
        `${amountWords(cost.p10Cost, currency)} to ` +
        `${amountWords(cost.p90Cost, currency)}`,
    )
    .join('; ')
  return (
    <figure aria-label="Cost over the years">
      <svg
        viewBox={`0 0 ${width} ${height}`}
        className="w-full"
        role="img"
        aria-label={`Present cost over ${years} years. ${told}`}
      >
        <CostMarks marks={marks} x={x} height={height} currency={currency} />
        {options.map(({ id, title, now, cost }, i) => {
          const y = TOP + i * ROW
          const on = id === chosen
          return (
            <g key={id}>
              <text x={LEFT} y={y + 14} fontSize="13" fontWeight={on ? 700 : 500} fill="var(--ink)">
                {title}
              </text>
              <rect
                x={x(cost.p10Cost)}
                y={y + 21}
                width={Math.max(2, x(cost.p90Cost) - x(cost.p10Cost))}
                height="13"
                fill={on ? 'var(--ink)' : 'var(--steel-dark)'}
                opacity={on ? 0.55 : 0.45}
              />
              <line
                x1={x(now)}
                x2={x(now)}
                y1={y + 18}
                y2={y + 37}
                stroke="var(--ink-2)"
                strokeWidth="1.5"
                strokeDasharray="3 2"
              />
              <line
                x1={x(cost.meanCost)}
                x2={x(cost.meanCost)}
                y1={y + 17}
                y2={y + 38}
                stroke="var(--ink)"
                strokeWidth="3.5"
              />
            </g>
          )
        })}
      </svg>
      <figcaption className="text-small text-ink-2">
        Present cost over {years} years, work and parts without tax: thick line the mean, bar eight
        futures of ten, dashed what is paid the first time.
      </figcaption>
    </figure>
  )
}
