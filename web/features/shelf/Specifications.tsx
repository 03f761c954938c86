import type { Method } from '@anklet/core/measuring/heights'
import { METHODS } from '@anklet/core/measuring/heights'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { Taps } from '../../kit/Taps.tsx'
import { capital } from '@anklet/language/plain/corners'
import { METHOD_WORDS } from '@anklet/language/heights/methods'
import { Figure } from './Figure.tsx'
import type { AskedFigure } from './WhatIsThis.tsx'
import type { SpecificationField, SpecificationForm, TypeForm } from './typeForm.ts'
import { BLANK_SPECIFICATION, SPECIFICATION_FIELDS, specificationKey } from './typeForm.ts'
import { Field, Input } from '../../kit/Field.tsx'

interface SpecificationsProps {
  readonly form: TypeForm
  onChange(specifications: TypeForm['specifications']): void
  onLook(asked: AskedFigure): void
}

/** The heights a type may stand at, level by level, with where that is written. */
export function Specifications({ form, onChange, onLook }: SpecificationsProps): ReactNode {
  const { levels } = form.architecture
  const [chosen, setChosen] = useState(
    levels.find(({ offsetMm }) => offsetMm === 0)?.id ?? levels[0]?.id ?? '',
  )
  const level = levels.some(({ id }) => id === chosen) ? chosen : (levels[0]?.id ?? '')
  const [method, setMethod] = useState<Method>('wheelCentreToArch')
  const key = specificationKey(level, method)
  const specification = form.specifications[key] ?? BLANK_SPECIFICATION
  const put = (change: Partial<SpecificationForm>): void =>
    onChange({ ...form.specifications, [key]: { ...specification, ...change } })
  const entered = (id: string): boolean =>
    (form.specifications[specificationKey(id, method)]?.axles.front.nominalMm ?? '') !== ''
  return (
    <section aria-label="Heights it may stand at" className="grid gap-4">
      <h2>Heights it may stand at. May be left empty: then nothing is called in or out.</h2>
      <Taps<Method>
        legend="Measured"
        options={METHODS.map((each) => ({ value: each, words: METHOD_WORDS[each] }))}
        chosen={[method]}
        onTap={setMethod}
      />
      <Taps<string>
        legend="Level"
        options={levels.map(({ id }) => ({
          value: id,
          words: capital(id),
          hint: entered(id) ? 'entered' : 'not entered',
        }))}
        chosen={[level]}
        onTap={setChosen}
      />
      <div className="grid gap-x-7 gap-y-3 md:grid-cols-2">
        {(['front', 'rear'] as const).map((axle) => (
          <section
            key={axle}
            aria-label={`${axle} axle, specification`}
            className="grid content-start gap-3"
          >
            <h2 className="first-letter:uppercase">{axle} axle</h2>
            {(Object.keys(SPECIFICATION_FIELDS) as SpecificationField[]).map((field) => (
              <Figure
                key={field}
                id={`${axle}-${method}-${level}-${field}`}
                field={SPECIFICATION_FIELDS[field]}
                value={specification.axles[axle][field]}
                asked={{
                  figure: SPECIFICATION_FIELDS[field].figure,
                  axle,
                  method,
                  air: form.architecture.air,
                }}
                onLook={onLook}
                onType={(text) =>
                  put({
                    axles: {
                      ...specification.axles,
                      [axle]: { ...specification.axles[axle], [field]: text },
                    },
                  })
                }
              />
            ))}
          </section>
        ))}
        <Field label="Where that is written" id="specification-source">
          <Input
            maxLength={200}
            value={specification.source}
            onText={(text) => put({ source: text })}
          />
        </Field>
        <Field label="Date of the source" id="specification-date">
          <Input type="date" value={specification.date} onText={(text) => put({ date: text })} />
        </Field>
      </div>
    </section>
  )
}
