import { heightsAreGuessed } from '@anklet/core/base/starting'
import { expected } from './model.ts'
import { STEP_FIGURE_WORDS } from '@anklet/language/work/work'
import type { Job } from '@anklet/contract'
import type { PlanStep, StepFigure } from '@anklet/core/work/procedure'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import { axlesOf } from '@anklet/core/base/vehicle'
import { settingAt } from '@anklet/core/work/record'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { useUnits } from '../../../client/queries.ts'
import type { StepDraft } from '../../../client/state/stepDrafts.ts'
import { METHOD_WORDS } from '@anklet/language/heights/methods'
import { Source } from './TorqueEntry.tsx'
import { Field, Input } from '../../../kit/Field.tsx'

/** Good to know; without them the step is done all the same. */
const IF_KNOWN: ReadonlySet<StepFigure> = new Set(['fillsFrom', 'resistance', 'signal'])

/** A figure of the type, in the shop’s unit; null: nobody entered it. */
function figureWords(
  figure: StepFigure,
  { vehicleType: { architecture, geometry, guesses } }: Job,
  place: PlanStep['place'],
  units: DisplayUnits,
): string | null {
  const pressure = (barG: number | null | undefined): string | null =>
    barG === null || barG === undefined
      ? null
      : `${formatQuantity(barG, 'pressure', units)} ${UNIT_LABEL[units.pressure]}`
  switch (figure) {
    case 'standing':
      if (heightsAreGuessed(guesses)) return null
      return axlesOf(place)
        .map((axle) => {
          const mm = geometry.corners[axle === 'front' ? 'FL' : 'RL'].designHeightMm
          return `${axle} ${formatQuantity(mm, 'height', units)}`
        })
        .join(', ')
        .concat(` ${UNIT_LABEL[units.length]}`)
    case 'seating':
      return pressure(architecture.seatingPressureBarG)
    case 'target':
      return pressure(architecture.anatomy?.chargeTargetBarG)
    case 'limit':
      return pressure(architecture.anatomy?.chargeLimitBarG)
    case 'fillsFrom': {
      const mm = architecture.anatomy?.module?.fillsFromMm
      return mm === undefined
        ? null
        : `${formatQuantity(mm, 'height', units)} ${UNIT_LABEL[units.length]}`
    }
    case 'resistance':
      return expected(
        axlesOf(place).map((axle) => architecture.anatomy?.[axle]?.sensorOhm),
        'Ω',
      )
    case 'signal':
      return expected(
        axlesOf(place).map((axle) => architecture.anatomy?.[axle]?.sensorVolt),
        'V',
      )
  }
}

/** Figures of the type that are wanted at hand while a step is done. */
export function StepFigures({
  job,
  step,
}: {
  readonly job: Job
  readonly step: PlanStep
}): ReactNode {
  const units = useUnits()
  const told = step.figures
    .map((figure) => ({ figure, words: figureWords(figure, job, step.place, units) }))
    .filter(({ figure, words }) => words !== null || !IF_KNOWN.has(figure))
  if (told.length === 0) return null
  return (
    <dl aria-label="Figures of its type" className="flex flex-wrap gap-x-8 gap-y-1 text-lead">
      {told.map(({ figure, words }) => (
        <div key={figure} className="flex gap-2">
          <dt className="text-ink-2">{STEP_FIGURE_WORDS[figure]}</dt>
          <dd className="num font-semibold">
            {words ?? (
              <Link className="font-normal underline" to={`/shelf/types/${job.vehicleType.id}`}>
                not entered: look it up
              </Link>
            )}
          </dd>
        </div>
      ))}
    </dl>
  )
}

interface ReadingProps {
  readonly job: Job
  readonly step: PlanStep
  readonly draft: StepDraft
  onChange(change: Partial<StepDraft>): void
}

/** The distance that is measured in a step, its target and what it may be in sight. */
export function ReadingEntry({ job, step, draft, onChange }: ReadingProps): ReactNode {
  const units = useUnits()
  if (step.reads === null) return null
  const set = settingAt(job.vehicleType.architecture, step)
  const length = (mm: number): string => formatQuantity(mm, 'height', units, 1)
  const unit = UNIT_LABEL[units.length]
  return (
    <fieldset className="grid gap-2">
      <legend className="label">
        {set ? (
          <>
            {METHOD_WORDS[set.method]}: <b className="num text-ink">{length(set.nominalMm)}</b>{' '}
            {unit}, from <span className="num">{length(set.lowerMm)}</span> to{' '}
            <span className="num">{length(set.upperMm)}</span>
          </>
        ) : (
          <>
            The distance is not entered for this type:{' '}
            <Link className="underline" to={`/shelf/types/${job.vehicleType.id}`}>
              look it up and enter it
            </Link>
            , or say where yours is written
          </>
        )}
      </legend>
      <Field quiet label={<>Measured, {unit}</>}>
        <Input
          className="num max-w-[190px] text-title"
          inputMode="text"
          maxLength={12}
          autoComplete="off"
          placeholder={`measured, ${unit}`}
          value={draft.reading}
          onText={(text) => onChange({ reading: text })}
        />
      </Field>
      {!set && <Source draft={draft} onChange={onChange} />}
    </fieldset>
  )
}
