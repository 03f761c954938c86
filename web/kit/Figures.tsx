import type { DisplayUnits } from '@anklet/core/base/units'
import type { ReactNode } from 'react'
import { useId } from 'react'
import type { Ask, ReadFigures, Typed } from './readFigures.ts'
import { readFigures, unitOf, written } from './readFigures.ts'
import { Field, Input } from './Field.tsx'
import { useKeptTyped } from './keptTyped.ts'

/** The figures of a tool: what is typed, what it comes to, and the fields to type in. */
export function useFigures<Key extends string>(
  asks: Readonly<Record<Key, Ask>>,
  units: DisplayUnits,
): { readonly read: ReadFigures<Key>; readonly fields: ReactNode } {
  const id = useId()
  const keys = Object.keys(asks) as Key[]
  const unitNames = Object.values(units).join(' ')
  const [typed, setTyped] = useKeptTyped<Typed<Key>>(
    `${keys.join(' ')}, ${unitNames}`,
    () =>
      Object.fromEntries(keys.map((key) => [key, written(asks[key], units)])) as Record<
        Key,
        string
      >,
  )
  const read = readFigures(asks, typed, units)
  const fields = (
    <div className="grid items-end gap-3 sm:grid-cols-2 lg:grid-cols-3">
      {keys.map((key) => (
        <Field
          key={key}
          label={
            <>
              {asks[key].words}, {unitOf(asks[key], units)}
            </>
          }
          id={`${id}${key}`}
        >
          <Input
            className="num text-figure"
            inputMode="text"
            maxLength={10}
            autoComplete="off"
            value={typed[key]}
            onText={(text) => setTyped({ ...typed, [key]: text })}
          />
        </Field>
      ))}
      {!read.ok && (
        <p
          className={`sm:col-span-2 lg:col-span-3 ${read.missing ? 'text-ink-2' : 'wrong'}`}
          role={read.missing ? undefined : 'alert'}
        >
          {read.sentence}
        </p>
      )}
    </div>
  )
  return { read, fields }
}
