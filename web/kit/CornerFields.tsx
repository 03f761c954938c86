import type { Corner, PerCorner } from '@anklet/core/base/vehicle'
import { WALK } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { useId } from 'react'
import { capital, CORNER_WORDS } from '@anklet/language/plain/corners'

interface FieldsProps {
  readonly legend: ReactNode
  readonly values: PerCorner<string>
  readonly disabled?: boolean
  onType(values: Record<Corner, string>): void
}

/** A figure for each corner, in walking order. */
export function CornerFields({ legend, values, disabled, onType }: FieldsProps): ReactNode {
  const id = useId()
  return (
    <fieldset disabled={disabled}>
      <legend className="label">{legend}</legend>
      <div className="corners max-w-[460px] gap-y-2">
        {WALK.map((corner) => (
          <div key={corner} style={{ gridArea: corner }}>
            <label
              className="text-note font-semibold"
              htmlFor={`${id}${corner}`}
              title={capital(CORNER_WORDS[corner])}
            >
              {corner}
            </label>
            <input
              id={`${id}${corner}`}
              className="field num"
              inputMode="text"
              autoComplete="off"
              maxLength={8}
              aria-label={capital(CORNER_WORDS[corner])}
              value={values[corner]}
              onChange={(event) => onType({ ...values, [corner]: event.target.value })}
            />
          </div>
        ))}
      </div>
    </fieldset>
  )
}
