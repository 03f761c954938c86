import type { Job } from '@anklet/contract'
import type { RoundState } from '@anklet/core/measuring/heights'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import type { ReactNode } from 'react'
import { Taps } from '../../../kit/Taps.tsx'
import { useUnits } from '../../../client/queries.ts'
import type { Draft, DraftKind } from '../../../client/state/drafts.ts'
import { readTyped } from '../../../kit/typed.ts'
import { capital } from '@anklet/language/plain/corners'
import { degreesWords } from '@anklet/language/plain/temperatures'
import { THERMOMETER_SIGMA_K } from '@anklet/core/measuring/leakdown'
import { STATE_WORDS } from '@anklet/language/heights/methods'
import { Refusal } from '../../../kit/Notice.tsx'
import { Field, Input } from '../../../kit/Field.tsx'

const temperatureId = (kind: DraftKind): string => `temperature-${kind}`

/** Goes on to the temperature, once what is asked before it is answered. */
export function toTemperature({ kind, temperature }: Draft): void {
  if (temperature === '') document.getElementById(temperatureId(kind))?.focus()
}

interface QuestionsProps {
  readonly job: Job
  readonly draft: Draft
  readonly levels: boolean
  /** What states may be said, the likeliest first; none: the watch says it. */
  readonly states?: readonly RoundState[]
  onChange(change: Partial<Draft>): void
}

const PLACES = [
  { value: 'atSprings', words: 'Beside the springs', more: ' once soaked' },
  { value: 'sameRoom', words: 'Same room or yard', more: '' },
  { value: 'elsewhere', words: 'Elsewhere', more: '' },
] as const

const STATE_HINTS: Readonly<Record<RoundState, string>> = {
  arrived: 'before anybody did anything',
  levelled: 'or settled on coils; held against the specification',
  supplyOff: 'fuse, switch or battery',
  leftOn: 'left alone',
}

/**
 * What every round needs to be worth anything: its level, the air's temperature and of what, and
 * whether the car was settled.
 */
export function RoundQuestions({
  job,
  draft,
  levels,
  states = [],
  onChange,
}: QuestionsProps): ReactNode {
  const units = useUnits()
  const typed = readTyped(draft.temperature, 'temperature', units)
  const complain = draft.temperature !== '' && !typed.ok
  return (
    <>
      {states.length > 0 && (
        <Taps<RoundState>
          legend="In what state is it measured?"
          chosen={draft.state ? [draft.state] : []}
          onTap={(state) => onChange({ state })}
          options={states.map((state) => ({
            value: state,
            words: STATE_WORDS[state],
            hint: STATE_HINTS[state],
          }))}
        />
      )}
      {levels && job.vehicleType.architecture.levels.length > 1 && (
        <Taps
          legend="Which level does it stand at?"
          chosen={draft.levelId ? [draft.levelId] : []}
          onTap={(levelId) => onChange({ levelId })}
          options={job.vehicleType.architecture.levels.map(({ id, offsetMm }) => ({
            value: id,
            words: capital(id),
            hint: `${offsetMm > 0 ? '+' : ''}${formatQuantity(offsetMm, 'height', units)} ${UNIT_LABEL[units.length]}`,
          }))}
        />
      )}
      <div className="flex flex-wrap items-start gap-5">
        <Field
          className="w-[120px]"
          label={<>Temperature, {UNIT_LABEL[units.temperature]}</>}
          id={temperatureId(draft.kind)}
        >
          <Input
            className="num text-figure"
            inputMode="text"
            maxLength={8}
            autoComplete="off"
            value={draft.temperature}
            aria-invalid={complain}
            onText={(text) => onChange({ temperature: text })}
          />
        </Field>
        <Taps
          legend="Read where?"
          options={PLACES.map(({ value, words, more }) => ({
            value,
            words,
            hint: `±${degreesWords(THERMOMETER_SIGMA_K[value], units)}${more}`,
          }))}
          chosen={draft.thermometer ? [draft.thermometer] : []}
          onTap={(thermometer) => onChange({ thermometer })}
        />
      </div>
      {complain && <Refusal className="text-small">{typed.sentence}</Refusal>}
      <Taps
        legend="Settled? A parked car hangs a little off its balance in bushes, seals and tyres."
        chosen={draft.rolledAndBounced === null ? [] : [draft.rolledAndBounced]}
        onTap={(rolledAndBounced) => onChange({ rolledAndBounced })}
        options={
          draft.kind === 'morning' || draft.kind === 'look'
            ? [
                { value: false, words: 'Left as it stands' },
                { value: true, words: 'Each corner bounced, nobody got in' },
              ]
            : [
                { value: true, words: 'Rolled both ways, each corner bounced' },
                { value: false, words: 'Not settled' },
              ]
        }
      />
    </>
  )
}
