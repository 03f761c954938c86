import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import type { RunStep } from '@anklet/core/work/record'
import { SHOWN_BY_WORDS } from '@anklet/language/work/record'
import { Check } from 'lucide-react'
import type { ReactNode } from 'react'
import { useUnits } from '../../../client/queries.ts'
import { CORNER_WORDS, list } from '@anklet/language/plain/corners'
import { CONDITION_WORDS, stepWords } from '@anklet/language/work/plan'
import { momentWords } from '@anklet/language/plain/times'
import {
  DEVIATION_WORDS,
  NO_THREAD_WORDS,
  SAID_WORDS,
  torquedWords,
} from '@anklet/language/work/work'
import { StepPhoto } from './StepPhotos.tsx'
import type { OnWork } from '../record/useWork.ts'
import { Notice } from '../../../kit/Notice.tsx'

const BY = { link: 'by the link', gauge: 'by gauge', person: '' } as const

/** A step that was confirmed: by whom, when, how it was shown, its torque, its photos. */
export function DoneCard({
  at: { step, done, state },
  work: { nameOf, of },
}: {
  readonly at: RunStep
  readonly work: OnWork
}): ReactNode {
  const units = useUnits()
  if (!done)
    return (
      <article className="sub" data-step={step.key}>
        {stepWords(step.words, step.place)}: it came about another way.
      </article>
    )
  const { content } = done
  const words = stepWords(step.words, step.place)
  return (
    <article aria-label={words} data-step={step.key} className="grid content-start gap-3">
      <p className="flex items-center gap-2 font-semibold">
        <Check size={22} strokeWidth={3} aria-hidden />
        {state === 'held' ? 'Waits for a lead' : 'Done'}, {momentWords(done.at, new Date())},{' '}
        {nameOf(done.person)}
      </p>
      <h2 className="say-small text-ink">{words}</h2>
      {content.shown.length > 0 && (
        <ul className="text-body">
          {content.shown.map((shown) => (
            <li key={`${shown.condition}${String(shown.corner)}`}>
              {CONDITION_WORDS[shown.condition]}
              {shown.corner ? `, ${CORNER_WORDS[shown.corner]}` : ''}: {SAID_WORDS[shown.proof]}
              {shown.barG === null ? '' : `, ${shown.barG.toFixed(2)} bar`}
              {BY[shown.by] && ` (${BY[shown.by]})`}
            </li>
          ))}
        </ul>
      )}
      {content.torque && step.torque && (
        <p>
          {of.book.fasteners[step.torque]?.words ?? step.torque}:{' '}
          <b className="num">{torquedWords(content.torque)}</b>
        </p>
      )}
      {content.reading && (
        <p>
          Measured:{' '}
          <b className="num">
            {formatQuantity(content.reading.mm, 'height', units, 1)} {UNIT_LABEL[units.length]}
          </b>
          {content.reading.source ? ` (${content.reading.source})` : ''}
        </p>
      )}
      {content.noThread && step.torque && (
        <p>
          {of.book.fasteners[step.torque]?.words ?? step.torque}:{' '}
          {NO_THREAD_WORDS[content.noThread]}
        </p>
      )}
      {content.second && (
        <p>
          {content.second === 'alone'
            ? `Alone. ${step.alone ?? ''}`
            : `With ${nameOf(content.second)}.`}
        </p>
      )}
      {content.shownBy && <p>Shown by {list(content.shownBy.map((by) => SHOWN_BY_WORDS[by]))}.</p>}
      {content.note && <p>{content.note}</p>}
      {content.deviation && (
        <Notice kind="wait">
          {DEVIATION_WORDS[content.deviation.kind]}: {content.deviation.reason}
        </Notice>
      )}
      {content.photoIds.length > 0 && (
        <ul className="grid grid-cols-2 gap-3 sm:grid-cols-3">
          {content.photoIds.map((id) => (
            <li key={id}>
              <StepPhoto id={id} words={words} />
            </li>
          ))}
        </ul>
      )}
    </article>
  )
}
