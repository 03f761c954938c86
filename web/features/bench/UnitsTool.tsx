import { CONVERSION_WORDS } from '@anklet/language/shop/types'
import type { ConversionKind } from '@anklet/core/base/units'
import { CONVERSIONS, convertAll } from '@anklet/core/base/units'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { Taps } from '../../kit/Taps.tsx'
import { parseNumber } from '../../kit/typed.ts'
import { Note } from './Note.tsx'
import { Refusal } from '../../kit/Notice.tsx'
import { Field, Input } from '../../kit/Field.tsx'

const shown = (value: number): string =>
  (Math.abs(value) >= 1000 ? value.toFixed(0) : Number(value.toPrecision(5)).toString()).replace(
    '-',
    '−',
  )

/** One value in every unit a workshop meets. */
export function UnitsTool(): ReactNode {
  const [kind, setKind] = useState<ConversionKind>('pressure')
  const units = Object.keys(CONVERSIONS[kind])
  const [unit, setUnit] = useState('bar')
  const [typed, setTyped] = useState('')
  const value = parseNumber(typed)
  const from = units.includes(unit) ? unit : units[0]!
  return (
    <div className="grid gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,1fr)_380px]">
      <div className="grid content-start gap-4">
        <Taps<ConversionKind>
          legend="What kind"
          options={(Object.keys(CONVERSION_WORDS) as ConversionKind[]).map((each) => ({
            value: each,
            words: CONVERSION_WORDS[each],
          }))}
          chosen={[kind]}
          onTap={setKind}
        />
        <Taps<string>
          legend="Read in"
          options={units.map((each) => ({ value: each, words: each }))}
          chosen={[from]}
          onTap={setUnit}
        />
        <Field className="max-w-[260px]" label={<>Value, {from}</>} id="unit-value">
          <Input
            className="num text-title"
            inputMode="text"
            maxLength={12}
            autoComplete="off"
            value={typed}
            onText={setTyped}
          />
        </Field>
        {typed !== '' && value === null && (
          <Refusal>"{typed}" is not a number. Figures only.</Refusal>
        )}
      </div>
      <div className="grid content-start gap-1" aria-live="polite">
        {value === null ? (
          <p className="sub">Type a value; it stands here in every unit.</p>
        ) : (
          convertAll(kind, value, from).map((each) => (
            <p key={each.unit} className="figure">
              <span className="text-ink-2">{each.unit}</span>
              <span className="num text-title">{shown(each.value)}</span>
            </p>
          ))
        )}
        <Note
          formula="The inch is 25.4 mm, the pound-force 4.4482 N, by definition; five figures are shown."
          limits={
            'Pressures here are differences: a gauge reads over the air around it, an ' +
            'absolute one does not. They are never mixed.'
          }
        />
      </div>
    </div>
  )
}
