import { missingWords } from '@anklet/language/shop/types'
import type { Architecture, Axle } from '@anklet/core/base/vehicle'
import { hasAirOnAxle, notEntered } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { useId } from 'react'
import { Taps, toggled } from '../../../kit/Taps.tsx'
import { capital } from '@anklet/language/plain/corners'
import { METHOD_WORDS } from '@anklet/language/heights/methods'
import { Figure } from '../Figure.tsx'
import { Line, Lines } from '../../../kit/FormLines.tsx'
import type { AnatomyField, AnatomyTexts } from './typedAnatomy.ts'
import {
  CHECKS_PATH,
  moduleFields,
  placeFields,
  PORTS_PATH,
  PUMP_FIELDS,
  readPath,
  sensorFields,
  toldAxles,
  VENT_PINS,
  withBuilt,
} from './typedAnatomy.ts'
import {
  axleAsks,
  COVER_TAPS,
  DESIGN_TAPS,
  FILL_BLOCK_TAPS,
  LET_DOWN_TAPS,
  MOVE_TAPS,
  PUMP_PLACE_TAPS,
} from '@anklet/language/shop/anatomy'
import { Fasteners } from './Fasteners.tsx'
import { Notice } from '../../../kit/Notice.tsx'
import { Disclosure } from '../../../kit/Disclosure.tsx'

interface AnatomyProps {
  readonly architecture: Architecture
  readonly texts: AnatomyTexts
  onChange(architecture: Architecture): void
  onType(texts: AnatomyTexts): void
}

function Typed({
  fields,
  texts,
  onType,
}: Pick<AnatomyProps, 'texts' | 'onType'> & {
  readonly fields: readonly AnatomyField[]
}): ReactNode {
  const id = useId()
  return (
    <div className="grid grid-cols-1 gap-3 sm:grid-cols-2">
      {fields.map((field) =>
        field.from === undefined ? (
          <Line
            key={field.path}
            words={field.words}
            {...(field.most ? { most: field.most } : {})}
            value={texts[field.path] ?? ''}
            onType={(text) => onType({ ...texts, [field.path]: text })}
          />
        ) : (
          <Figure
            key={field.path}
            id={`${id}${field.path}`}
            field={{
              words: field.words,
              unit: field.unit ?? '',
              ...(field.hint ? { hint: field.hint } : {}),
            }}
            value={texts[field.path] ?? ''}
            onType={(text) => onType({ ...texts, [field.path]: text })}
          />
        ),
      )}
    </div>
  )
}

interface TapProps<Value> extends Pick<AnatomyProps, 'architecture' | 'onChange'> {
  readonly legend: string
  /** Where the answer stands in the layout. */
  readonly path: string
  readonly options: readonly { readonly value: Value; readonly words: string }[]
}

/** One of a few answers, or none while it is not known: tapped again it is taken back. */
function OneTap(props: TapProps<string | boolean>): ReactNode {
  const { legend, path, options, architecture, onChange } = props
  const chosen = readPath(architecture, path)
  return (
    <Taps<string | boolean>
      legend={legend}
      options={options}
      chosen={chosen === undefined ? [] : [chosen as string | boolean]}
      onTap={(value) =>
        onChange(withBuilt(architecture, path, value === chosen ? undefined : value))
      }
    />
  )
}

function ManyTaps({ legend, path, options, architecture, onChange }: TapProps<string>): ReactNode {
  const chosen = (readPath(architecture, path) ?? []) as readonly string[]
  return (
    <Taps<string>
      legend={legend}
      options={options}
      chosen={chosen}
      onTap={(value) => {
        const next = toggled(chosen, value)
        onChange(withBuilt(architecture, path, next.length > 0 ? next : undefined))
      }}
    />
  )
}

function Folded({
  words,
  children,
}: {
  readonly words: string
  readonly children: ReactNode
}): ReactNode {
  return (
    <Disclosure
      className="border-b border-edge"
      summary={words}
      summaryClass="text-lead font-semibold"
    >
      <div className="grid gap-4 pb-5">{children}</div>
    </Disclosure>
  )
}

function AxlePart({ axle, ...props }: AnatomyProps & { readonly axle: Axle }): ReactNode {
  const { architecture } = props
  const setting = `anatomy.${axle}.sensorSetting.method`
  return (
    <Folded words={`${capital(axle)} axle: how it is carried, what holds its springs`}>
      {hasAirOnAxle(architecture, axle) && (
        <div className="flex flex-wrap gap-x-8 gap-y-4">
          {axleAsks(architecture.air[axle]).map(({ key, legend, options }) => (
            <OneTap
              key={key}
              legend={legend}
              path={`anatomy.${axle}.${key}`}
              options={options}
              {...props}
            />
          ))}
        </div>
      )}
      {architecture.sensors[axle] !== 'none' && (
        <>
          {architecture.sensorMount === 'adjustable' && (
            <OneTap
              legend="Distance its sensor is set at, measured"
              path={setting}
              options={(['axleToBracket', 'wheelCentreToArch', 'sillToFloor'] as const).map(
                (value) => ({ value, words: METHOD_WORDS[value] }),
              )}
              {...props}
            />
          )}
          <Typed {...props} fields={sensorFields(axle, architecture)} />
        </>
      )}
    </Folded>
  )
}

function PumpPart(props: AnatomyProps): ReactNode {
  const { texts, onType } = props
  return (
    <Folded words="Pump: where it is, what is in the way, its ports">
      <OneTap legend="It is" path="anatomy.pump.at" options={PUMP_PLACE_TAPS} {...props} />
      <ManyTaps legend="In the way" path="anatomy.pump.inTheWay" options={COVER_TAPS} {...props} />
      <ManyTaps
        legend="Moves over to a new one"
        path="anatomy.pump.movesOver"
        options={MOVE_TAPS}
        {...props}
      />
      <OneTap
        legend="A new one of today’s design asks for"
        path="anatomy.pump.newDesign"
        options={DESIGN_TAPS}
        {...props}
      />
      <Typed {...props} fields={PUMP_FIELDS} />
      <Lines
        words="Its ports, one to a line: colour or mark, colon, where that line goes"
        most={1000}
        value={texts[PORTS_PATH] ?? ''}
        onType={(text) => onType({ ...texts, [PORTS_PATH]: text })}
      />
    </Folded>
  )
}

function ModulePart(props: AnatomyProps): ReactNode {
  const { architecture, texts, onType } = props
  return (
    <Folded words="Module: its pressures, waits and what stops it from filling">
      <Typed {...props} fields={moduleFields(architecture)} />
      <Line
        words="Parked, it checks itself so many hours after switching off, with blanks between"
        most={80}
        value={texts[CHECKS_PATH] ?? ''}
        onType={(text) => onType({ ...texts, [CHECKS_PATH]: text })}
      />
      <ManyTaps
        legend="It does not fill with"
        path="anatomy.module.fillBlockedBy"
        options={FILL_BLOCK_TAPS}
        {...props}
      />
    </Folded>
  )
}

/** How a type is built, as far as somebody knows: folded away, and nothing of it must be filled in. */
export function AnatomyForm(props: AnatomyProps): ReactNode {
  const { architecture } = props
  const missing = notEntered(architecture)
  return (
    <section aria-label="How it is built" className="grid gap-2">
      <h2>How it is built</h2>
      <Notice kind="wait">
        {missing.length === 0
          ? 'All that a plan asks for is known.'
          : `Nothing of this must be filled in: until it is, plans go by the usual build. ${missingWords(missing)}`}
      </Notice>
      {toldAxles(architecture).map((axle) => (
        <AxlePart key={axle} axle={axle} {...props} />
      ))}
      <Folded words="Letting down, and where things are">
        <ManyTaps
          legend="Its air is let out"
          path="anatomy.letDown"
          options={LET_DOWN_TAPS}
          {...props}
        />
        <Typed {...props} fields={[VENT_PINS, ...placeFields(architecture)]} />
      </Folded>
      <PumpPart {...props} />
      <ModulePart {...props} />
      <Folded words="Fasteners: which have a torque, and which only click">
        <Fasteners architecture={architecture} onChange={props.onChange} />
      </Folded>
    </section>
  )
}
