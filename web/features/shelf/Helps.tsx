import type { Axle } from '@anklet/core/base/vehicle'
import {
  areaFromPressureCm2,
  hasAirOnAxle,
  loadsFromScalesN,
  motionRatioFrom,
} from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { useId, useState } from 'react'
import { parseNumber, shownAs } from '../../kit/typed.ts'
import type { AxleField, TypeForm } from './typeForm.ts'
import { Button } from '../../kit/Button.tsx'
import { Refusal } from '../../kit/Notice.tsx'
import { figureUnit } from '@anklet/core/base/units'
import { UnitInput } from '../../client/form/UnitInput.tsx'
import { useUnits } from '../../client/queries.ts'
import { Field } from '../../kit/Field.tsx'
import { Disclosure } from '../../kit/Disclosure.tsx'

interface HelpProps {
  readonly form: TypeForm
  onUse(axle: Axle, field: AxleField, text: string): void
}
interface Help {
  readonly title: string
  readonly why: string
  readonly asks: readonly { readonly words: string; readonly unit: string }[]
  readonly field: AxleField
  readonly unit: string
  readonly digits: number
  readonly airOnly: boolean
  answer(figures: readonly number[], form: TypeForm, axle: Axle): number | null
}

const figureOf = (form: TypeForm, axle: Axle, field: AxleField): number | null =>
  parseNumber(form.axles[axle][field])

const HELPS: readonly Help[] = [
  {
    title: 'Load from scales',
    why: 'Both wheels of an axle on scales, the other axle as high. Wheel, hub and brake of one side are not sprung.',
    asks: [
      { words: 'left', unit: 'kg' },
      { words: 'right', unit: 'kg' },
      { words: 'unsprung, one side', unit: 'kg' },
    ],
    field: 'designLoadN',
    unit: 'N',
    digits: 0,
    airOnly: false,
    answer: ([left, right, unsprung]) => {
      const [a, b] = loadsFromScalesN(left!, right!, unsprung!)
      return a > 0 && b > 0 ? (a + b) / 2 : null
    },
  },
  {
    title: 'Effective area from a pressure',
    why: 'The pressure of that spring read at design height, and the load and motion ratio entered for the axle.',
    asks: [{ words: 'gauge pressure', unit: 'bar' }],
    field: 'effectiveAreaCm2',
    unit: 'cm²',
    digits: 1,
    airOnly: true,
    answer: ([pressure], form, axle) => {
      const [load, ratio] = [
        figureOf(form, axle, 'designLoadN'),
        figureOf(form, axle, 'motionRatio'),
      ]
      return load === null || ratio === null
        ? null
        : areaFromPressureCm2(
            pressure!,
            load,
            ratio,
            figureOf(form, axle, 'coilForceAtDesignN') ?? 0,
          )
    },
  },
  {
    title: 'Motion ratio from two heights',
    why: 'Ride height and length of the spring, measured at two levels a finger’s width or more apart.',
    asks: ['ride height 1', 'ride height 2', 'spring length 1', 'spring length 2'].map((words) => ({
      words,
      unit: 'mm',
    })),
    field: 'motionRatio',
    unit: '',
    digits: 3,
    airOnly: false,
    answer: ([wheel1, wheel2, spring1, spring2]) =>
      motionRatioFrom([wheel1!, wheel2!], [spring1!, spring2!]),
  },
]

function Measure({ help, form, onUse }: HelpProps & { readonly help: Help }): ReactNode {
  const id = useId()
  const [typed, setTyped] = useState<readonly string[]>(help.asks.map(() => ''))
  const units = useUnits()
  const answered = figureUnit(help.unit, units)
  const figures = typed.map(parseNumber)
  const complete = figures.every((figure) => figure !== null)
  const axles = (['front', 'rear'] as const).filter(
    (axle) => !help.airOnly || hasAirOnAxle(form.architecture, axle),
  )
  const answers = axles.map((axle) => ({
    axle,
    value: complete ? help.answer(figures, form, axle) : null,
  }))
  return (
    <section className="grid content-start gap-2" aria-label={help.title}>
      <h2>{help.title}</h2>
      <p className="text-small text-ink-2">{help.why}</p>
      <div className="grid grid-cols-2 gap-2">
        {help.asks.map(({ words, unit }, i) => (
          <Field key={words} label={`${words}, ${figureUnit(unit, units).label}`} id={`${id}${i}`}>
            <UnitInput
              unit={unit}
              maxLength={10}
              value={typed[i]!}
              onText={(next) => setTyped(typed.map((text, k) => (k === i ? next : text)))}
            />
          </Field>
        ))}
      </div>
      {complete && answers.every(({ value }) => value === null) && (
        <Refusal>
          These figures say nothing:{' '}
          {help.field === 'effectiveAreaCm2'
            ? 'enter load and motion ratio of the axle first.'
            : 'read them once more.'}
        </Refusal>
      )}
      <div className="flex flex-wrap gap-2">
        {answers.map(
          ({ axle, value }) =>
            value !== null && (
              <Button
                key={axle}
                onClick={() => onUse(axle, help.field, String(Number(value.toFixed(help.digits))))}
              >
                {shownAs(value.toFixed(help.digits), answered.perStored)} {answered.label} at the{' '}
                {axle}
              </Button>
            ),
        )}
      </div>
    </section>
  )
}

/** What a shop can measure itself instead of looking it up. */
export function Helps(props: HelpProps): ReactNode {
  return (
    <Disclosure
      className="border-t border-edge pt-2"
      summary="Measure it yourself: loads from scales, area from a pressure, motion ratio from two heights"
    >
      <div className="grid gap-6 pt-2 md:grid-cols-3">
        {HELPS.map((help) => (
          <Measure key={help.title} help={help} {...props} />
        ))}
      </div>
    </Disclosure>
  )
}
