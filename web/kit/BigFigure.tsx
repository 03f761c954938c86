import type { InputHTMLAttributes, ReactNode, Ref } from 'react'
import { Refusal } from './Notice.tsx'

interface BigFigureProps extends InputHTMLAttributes<HTMLInputElement> {
  readonly id: string
  readonly label: string
  readonly unit: string
  /** Why it is not taken; null: nothing is wrong. */
  readonly complaint: string | null
  readonly ref?: Ref<HTMLInputElement>
}

/** One figure, as large as the page has room: read from where the tape is held. */
export function BigFigure({ id, label, unit, complaint, ...rest }: BigFigureProps): ReactNode {
  const said = `${id}-complaint`
  return (
    <>
      <label htmlFor={id} className="text-small font-semibold text-ink-2">
        {label}
      </label>
      <div className="flex items-baseline justify-between border-b-[3px] border-ink px-1">
        <input
          id={id}
          className="num w-full min-w-0 bg-transparent text-[44px] leading-[1.05] md:text-[58px] outline-none"
          style={{ caretColor: 'var(--air)' }}
          autoComplete="off"
          aria-invalid={complaint !== null}
          aria-describedby={complaint === null ? undefined : said}
          {...rest}
        />
        <span className="text-figure text-ink-3">{unit}</span>
      </div>
      {complaint !== null && (
        <div id={said}>
          <Refusal>{complaint}</Refusal>
        </div>
      )}
    </>
  )
}
