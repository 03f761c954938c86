import { heightVerdict } from '@anklet/core/measuring/heights'
import { formatQuantity, fromDisplay, UNIT_LABEL } from '@anklet/core/base/units'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { useRepeatability, useUnits } from '../../client/queries.ts'
import { parseNumber } from '../../kit/typed.ts'
import { Note } from './Note.tsx'
import { SaveToJob } from '../job/guided/SaveToJob.tsx'
import { readList } from './tools.ts'
import { Refusal, Notice } from '../../kit/Notice.tsx'
import { Field, FigureInput, Input } from '../../kit/Field.tsx'

const FIELDS = [
  ['nominal', 'Nominal height'],
  ['minus', 'May be lower by'],
  ['plus', 'May be higher by'],
] as const

type Typed = Readonly<Record<'readings' | 'nominal' | 'minus' | 'plus', string>>

interface TypedProps {
  readonly unit: string
  readonly typed: Typed
  onType(next: Typed): void
}

/** What is allowed, as it is typed. */
function Allowed({ unit, typed, onType }: TypedProps): ReactNode {
  return (
    <div className="grid gap-3 sm:grid-cols-3">
      {FIELDS.map(([key, words]) => (
        <Field
          key={key}
          label={
            <>
              {words}, {unit}
            </>
          }
          id={`verdict-${key}`}
        >
          <FigureInput value={typed[key]} onText={(text) => onType({ ...typed, [key]: text })} />
        </Field>
      ))}
    </div>
  )
}

/** What was read, as it is typed. */
function Readings({ unit, typed, onType }: TypedProps): ReactNode {
  return (
    <Field label={<>Readings, {unit}, as many as were taken</>} id="verdict-readings">
      <Input
        className="num text-figure"
        inputMode="text"
        placeholder="457 457.5 456"
        autoComplete="off"
        value={typed.readings}
        onText={(text) => onType({ ...typed, readings: text })}
      />
    </Field>
  )
}

/** One height against its tolerance, without a job. */
export function VerdictTool(): ReactNode {
  const units = useUnits()
  const { repeatabilityMm } = useRepeatability()
  const [typed, setTyped] = useState<Typed>({ readings: '', nominal: '', minus: '', plus: '' })
  const unit = UNIT_LABEL[units.length]
  const mm = (text: string): number | null => {
    const value = parseNumber(text)
    return value === null ? null : fromDisplay(value, 'height', units)
  }
  const readingsMm = readList(typed.readings, mm)
  const [nominalMm, minusMm, plusMm] = [mm(typed.nominal), mm(typed.minus), mm(typed.plus)]
  const ready =
    readingsMm !== null &&
    nominalMm !== null &&
    minusMm !== null &&
    plusMm !== null &&
    minusMm >= 0 &&
    plusMm >= 0
  const answer = ready
    ? heightVerdict({ readingsMm, nominalMm, minusMm, plusMm, repeatabilityMm })
    : null
  const write = (value: number): string => `${formatQuantity(value, 'height', units, 1)} ${unit}`
  const headline =
    answer &&
    {
      in: 'It is in.',
      undecided: 'Too close to tell: measure again.',
      low: `It is low by ${write(-answer.deviationMm)}.`,
      high: `It is high by ${write(answer.deviationMm)}.`,
    }[answer.verdict]
  return (
    <div className="grid gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,1fr)_380px]">
      <div className="grid content-start gap-4">
        <Readings unit={unit} typed={typed} onType={setTyped} />
        <Allowed unit={unit} typed={typed} onType={setTyped} />
        {typed.readings !== '' && readingsMm === null && (
          <Refusal>Type the readings as figures, with a space between two of them.</Refusal>
        )}
      </div>
      <div className="grid content-start gap-3" aria-live="polite">
        {answer ? (
          <>
            <p className="say">{headline}</p>
            <p className="figure">
              <span>Mean</span>
              <span className="num">{write(answer.meanMm)}</span>
            </p>
            <p className="figure">
              <span>Known to, one standard uncertainty</span>
              <span className="num">{write(answer.standardUncertaintyMm)}</span>
            </p>
            <SaveToJob
              title="Height verdict"
              lines={[
                `Readings ${typed.readings.trim()} against ${typed.nominal} −${typed.minus} +${typed.plus} ${unit}.`,
                `${headline ?? ''} Mean ${write(answer.meanMm)}.`,
              ]}
            />
            {answer.verdict === 'undecided' && (
              <Notice kind="wait">
                {answer.readingsToDecide === null
                  ? 'No number of readings will decide: the tape’s own error is larger than the room left.'
                  : `${answer.readingsToDecide} readings of the same would decide.`}
              </Notice>
            )}
          </>
        ) : (
          <p className="sub">Type what was read and what is allowed.</p>
        )}
        <Note
          formula={
            'In, when the mean lies inside the tolerance by 1.645 standard uncertainties; ' +
            'out, when outside by as much.'
          }
          limits={
            `One reading repeats to ${write(1.5)}, tape and place have ${write(1)} in common. Five ` +
            'readings speak with their own spread.'
          }
        />
      </div>
    </div>
  )
}
