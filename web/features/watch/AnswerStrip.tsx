import type { Job, Round } from '@anklet/contract'
import type { LeakdownAnswer } from '@anklet/core/measuring/leakdown'
import { hypothesisCorners } from '@anklet/core/measuring/leakdown'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity } from '@anklet/core/base/units'
import type { Corner } from '@anklet/core/base/vehicle'
import { perCorner } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import type { StripSpan } from '../../kit/stripCorner.ts'
import { Strip } from '../../kit/Strip.tsx'
import { allJoins } from '@anklet/language/heights/joins'
import { designAt, meansOf } from '../job/model/rounds.ts'

interface AnswerStripProps {
  readonly job: Job
  readonly evening: Round
  readonly morning: Round
  readonly answer: LeakdownAnswer
  readonly doubted: boolean
  readonly units: DisplayUnits
  onPick(corner: Corner): void
}

/** Shorter stretches than this are tape and bushes, not worth a colour, mm. */
const LEAST_SPAN_MM = 2

/** The strip split into cold and leak: evening line, where the cold alone would have taken it, morning line. */
export function AnswerStrip({
  job,
  evening,
  morning,
  answer,
  doubted,
  units,
  onPick,
}: AnswerStripProps): ReactNode {
  const [before, after, design] = [
    meansOf(evening),
    meansOf(morning),
    designAt(job, evening.levelOffsetMm),
  ]
  const write = (mm: number): string => formatQuantity(mm, 'height', units)
  const blamed = doubted ? [] : hypothesisCorners(answer.best)
  const corners = perCorner((corner) => {
    const cold = before[corner] + answer.expectedColdMm[corner]
    const loud = blamed.includes(corner) || answer.best === 'none'
    const coldEnd = Math.max(
      Math.min(cold, before[corner]),
      Math.min(after[corner], before[corner]),
    )
    const spans: StripSpan[] = []
    if (before[corner] - coldEnd > LEAST_SPAN_MM)
      spans.push({
        fromMm: before[corner],
        toMm: coldEnd,
        kind: 'cold',
        ...(loud ? { label: `${write(before[corner] - coldEnd)} cold` } : {}),
      })
    if (!doubted && answer.best !== 'none' && cold - after[corner] > LEAST_SPAN_MM)
      spans.push({
        fromMm: cold,
        toMm: after[corner],
        kind: 'leak',
        ...(loud ? { label: `${write(cold - after[corner])} leak` } : {}),
      })
    return {
      designMm: design?.[corner] ?? null,
      spans,
      marks: [
        { mm: before[corner], kind: 'evening' as const, label: write(before[corner]) },
        { mm: cold, kind: 'cold' as const },
        { mm: after[corner], kind: 'now' as const, label: write(after[corner]) },
      ],
    }
  })
  const off = perCorner((corner) => after[corner] - (design?.[corner] ?? 0))
  return (
    <Strip
      corners={corners}
      joins={allJoins(off, units, { acrossOnly: design === null })}
      units={units}
      heightPx={248}
      onPick={onPick}
      pickWords="Show the night at"
      label="Evening to morning, split into cold and leak"
    />
  )
}

/** What the lines on the strip mean. */
export function AnswerLegend({ closureWords }: { readonly closureWords: string }): ReactNode {
  const line = (style: string): ReactNode => (
    <i aria-hidden className="inline-block w-[22px] border-t-2" style={{ borderTop: style }} />
  )
  return (
    <p className="flex flex-wrap items-center gap-x-5 gap-y-1 text-small text-ink-2">
      <span className="inline-flex items-center gap-2">
        {line('2px solid var(--steel-dark)')}evening
      </span>
      <span className="inline-flex items-center gap-2">
        {line('2px dashed var(--air)')}if only cold
      </span>
      <span className="inline-flex items-center gap-2">{line('3px solid var(--ink)')}morning</span>
      <span>{closureWords}</span>
    </p>
  )
}
