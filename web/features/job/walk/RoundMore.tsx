import type { Round } from '@anklet/contract'
import type { Method } from '@anklet/core/measuring/heights'
import { isFloorBased, METHODS } from '@anklet/core/measuring/heights'
import type { DisplayUnits } from '@anklet/core/base/units'
import { UNIT_LABEL } from '@anklet/core/base/units'
import type { ReactNode } from 'react'
import { CornerFields } from '../../../kit/CornerFields.tsx'
import { Taps } from '../../../kit/Taps.tsx'
import type { Draft } from '../../../client/state/drafts.ts'
import { LOAD_WORDS, METHOD_WORDS } from '@anklet/language/heights/methods'
import { typedCorners, typedLoadKg } from './seal.ts'
import { Refusal } from '../../../kit/Notice.tsx'
import { Field, FigureInput } from '../../../kit/Field.tsx'
import { Disclosure } from '../../../kit/Disclosure.tsx'

interface MoreProps {
  readonly draft: Draft
  readonly units: DisplayUnits
  onChange(change: Partial<Draft>): void
}

/** What only some rounds need: another way of measuring, a load, an uneven floor, what the module itself reports. */
export function RoundMore({ draft, units, onChange }: MoreProps): ReactNode {
  const unit = UNIT_LABEL[units.length]
  const wrong = [draft.pads, draft.reported].some((typed) => typedCorners(typed, units) === 'wrong')
  return (
    <Disclosure
      className="border-t border-edge pt-2"
      open={draft.method !== 'wheelCentreToArch' || undefined}
      summary={
        <>
          More about this round: {METHOD_WORDS[draft.method].toLowerCase()},{' '}
          {LOAD_WORDS[draft.load].toLowerCase()}
        </>
      }
    >
      <div className="grid gap-4 pt-2">
        {draft.kind === 'heights' && (
          <Taps<Method>
            legend="Measured"
            options={METHODS.map((method) => ({ value: method, words: METHOD_WORDS[method] }))}
            chosen={[draft.method]}
            onTap={(method) => onChange({ method, readings: [] })}
          />
        )}
        <Taps<Round['load']>
          legend="Load"
          options={(Object.keys(LOAD_WORDS) as Round['load'][]).map((load) => ({
            value: load,
            words: LOAD_WORDS[load],
          }))}
          chosen={[draft.load]}
          onTap={(load) => onChange({ load })}
        />
        {draft.load === 'laden' && (
          <Field className="max-w-72" label="What was loaded, kg, if it was weighed">
            <FigureInput
              value={draft.loadKg}
              aria-invalid={typedLoadKg(draft) === 'wrong'}
              onText={(text) => onChange({ loadKg: text })}
            />
          </Field>
        )}
        {typedLoadKg(draft) === 'wrong' && (
          <Refusal>
            A load in kilograms, between 1 and 5000; leave it empty where nothing was weighed.
          </Refusal>
        )}
        {isFloorBased(draft.method) && (
          <CornerFields
            legend={`The floor under each wheel over the lowest one, ${unit}. It is added back before judging.`}
            values={draft.pads}
            onType={(pads) => onChange({ pads })}
          />
        )}
        <CornerFields
          legend={`What the module reports, ${unit}, if it was read`}
          values={draft.reported}
          onType={(reported) => onChange({ reported })}
        />
        {wrong && (
          <Refusal>
            Type what was read as figures; leave a field empty where nothing was read.
          </Refusal>
        )}
      </div>
    </Disclosure>
  )
}
