import type { Torque, VehicleType } from '@anklet/contract'
import { torqueFasteners } from '@anklet/core/work/procedure'
import { NM_PER_LBF_FT } from '@anklet/core/base/units'
import type { FormEvent, ReactNode } from 'react'
import { useState } from 'react'
import { sentenceOf } from '../../client/api.ts'
import { useCommand, useProcedures, useTorques, useVehicleTypes } from '../../client/queries.ts'
import { bookOf } from '../../client/procedures.ts'
import { Loading } from '../../client/Loading.tsx'
import { dayOf } from '@anklet/language/plain/times'
import { capital } from '@anklet/language/plain/corners'
import { torqueWords, turnedWords } from '@anklet/language/work/plan'
import { Choice, KeepOrDrop, Line } from '../../kit/FormLines.tsx'
import { ShelfPage } from './ShelfPage.tsx'
import type { TorqueUnit, TypedTorque } from '../job/model/torqueForm.ts'
import { torqueOf, TORQUE_UNITS } from '../job/model/torqueForm.ts'
import { Button } from '../../kit/Button.tsx'
import { Field, Input } from '../../kit/Field.tsx'

/** A torque in the unit it was entered in, to a tenth. */
const inUnit = (nm: number, unit: TorqueUnit = 'N.m'): number =>
  unit === 'N.m' ? nm : Math.round((nm / NM_PER_LBF_FT) * 10) / 10

const typed = (torque: Torque | null): TypedTorque =>
  torque
    ? {
        fastener: torque.fastener,
        unit: torque.unit ?? 'N.m',
        min: String(inUnit(torque.minNm, torque.unit)),
        max: torque.maxNm === torque.minNm ? '' : String(inUnit(torque.maxNm, torque.unit)),
        degrees: torque.thenDegrees === null ? '' : String(torque.thenDegrees),
        source: torque.source,
        date: torque.date,
      }
    : {
        fastener: '',
        unit: 'N.m',
        min: '',
        max: '',
        degrees: '',
        source: '',
        date: dayOf(new Date()),
      }

/** The torque itself, and where it is written. */
function TorqueFields({
  form,
  id,
  set,
}: {
  readonly form: TypedTorque
  readonly id: string
  set(change: Partial<TypedTorque>): void
}): ReactNode {
  return (
    <>
      <div className="grid gap-3 sm:grid-cols-3">
        <Line
          words="At least"
          unit={form.unit}
          most={8}
          value={form.min}
          onType={(min) => set({ min })}
        />
        <Line
          words="At most"
          hint="empty: the same"
          unit={form.unit}
          most={8}
          value={form.max}
          onType={(max) => set({ max })}
        />
        <Line
          words="Then turned by"
          unit="°"
          most={5}
          value={form.degrees}
          onType={(degrees) => set({ degrees })}
        />
      </div>
      <div className="grid gap-3 sm:grid-cols-2">
        <Line
          words="Where it is written"
          most={200}
          value={form.source}
          onType={(source) => set({ source })}
        />
        <Field label="As of" id={`torque-date-${id}`}>
          <Input
            type="date"
            value={form.date}
            onChange={(event) => set({ date: event.target.value })}
          />
        </Field>
      </div>
    </>
  )
}

function Editor({
  type,
  torque,
  open,
  fasteners,
  onDone,
}: {
  readonly type: VehicleType
  readonly torque: Torque | null
  /** Fasteners that have none yet. */ readonly open: readonly string[]
  readonly fasteners: Readonly<Record<string, string>>
  onDone(): void
}): ReactNode {
  const [form, setForm] = useState(() => ({
    ...typed(torque),
    ...(torque ? {} : { fastener: open[0] ?? '' }),
  }))
  const [id] = useState(() => torque?.id ?? crypto.randomUUID())
  const [wrong, setWrong] = useState('')
  const [save, drop] = [useCommand('torque.save'), useCommand('torque.drop')]
  const set = (change: Partial<TypedTorque>): void => setForm({ ...form, ...change })
  const keep = (event: FormEvent): void => {
    event.preventDefault()
    const made = torqueOf(form)
    setWrong(made.ok ? '' : made.sentence)
    if (made.ok)
      save.submit(
        {
          payload: { torqueId: id, typeId: type.id, ...made.torque },
          baseVersion: torque?.version ?? null,
        },
        onDone,
      )
  }
  const error = save.error ?? drop.error
  return (
    <form
      onSubmit={keep}
      className="grid gap-3 py-3"
      aria-label={
        torque ? (fasteners[torque.fastener] ?? torque.fastener) : `A torque of the ${type.name}`
      }
    >
      <div className="grid gap-3 sm:grid-cols-2">
        {!torque && (
          <Choice<string>
            words="Fastener"
            value={form.fastener}
            options={open.map((each) => [each, capital(fasteners[each] ?? each)] as const)}
            onChoose={(fastener) => set({ fastener })}
          />
        )}
        <Choice<TorqueUnit>
          words="In"
          value={form.unit}
          options={TORQUE_UNITS.map((unit) => [unit, unit] as const)}
          onChoose={(unit) => set({ unit })}
        />
      </div>
      <TorqueFields form={form} id={id} set={set} />
      <KeepOrDrop
        saving={save.isPending}
        dropping={drop.isPending}
        dropWords="Take it off the sheet"
        onDrop={torque && (() => drop.submit({ payload: { torqueId: torque.id } }, onDone))}
        complaint={wrong || (error ? sentenceOf(error) : '')}
      />
    </form>
  )
}

function Torques({
  type,
  torques,
  fasteners,
}: {
  readonly type: VehicleType
  readonly torques: readonly Torque[]
  readonly fasteners: Readonly<Record<string, string>>
}): ReactNode {
  const [open, setOpen] = useState<string | null>(null)
  const missing = Object.keys(fasteners).filter(
    (id) => !torques.some(({ fastener }) => fastener === id),
  )
  return (
    <section aria-label={type.name} className="mt-5">
      <h2>{type.name}</h2>
      <ul>
        {torques.map((torque) => (
          <li key={torque.id} className="border-b border-edge">
            <Button
              look="bare"
              className="flex min-h-row w-full flex-wrap items-baseline justify-between gap-x-4 py-1.5 text-left"
              aria-expanded={open === torque.id}
              onClick={() => setOpen(open === torque.id ? null : torque.id)}
            >
              <span className="min-w-0">
                <b className="font-semibold">
                  {capital(fasteners[torque.fastener] ?? torque.fastener)}
                </b>{' '}
                <span className="text-ink-2">
                  {torque.source}, {torque.date}
                </span>
              </span>
              <span className="num">
                {torqueWords(torque)}
                {turnedWords(torque)}
              </span>
            </Button>
            {open === torque.id && (
              <Editor
                key={torque.version}
                type={type}
                torque={torque}
                open={missing}
                fasteners={fasteners}
                onDone={() => setOpen(null)}
              />
            )}
          </li>
        ))}
      </ul>
      {missing.length > 0 && (
        <p className="pt-2 text-small text-ink-2">
          Not entered: {missing.map((id) => fasteners[id]).join(', ')}. Look them up in the maker’s
          service information.
        </p>
      )}
      {missing.length > 0 && (
        <Button
          className="mt-2"
          aria-expanded={open === 'new'}
          onClick={() => setOpen(open === 'new' ? null : 'new')}
        >
          Enter a torque
        </Button>
      )}
      {open === 'new' && missing.length > 0 && (
        <Editor
          key={missing.join()}
          type={type}
          torque={null}
          open={missing}
          fasteners={fasteners}
          onDone={() => setOpen(null)}
        />
      )}
    </section>
  )
}

/** Torques per vehicle type, each with where it is written and since when. */
export function TorquesShelf(): ReactNode {
  const procedures = useProcedures().data
  const book = bookOf(procedures)
  const torques = useTorques()
  return (
    <ShelfPage title="Torques">
      <Loading query={useVehicleTypes()} what="the vehicle types">
        {(types) => (
          <Loading query={torques} what="the torques">
            {(all) => (
              <>
                {types.map((type) => (
                  <Torques
                    key={type.id}
                    type={type}
                    torques={all.filter(({ typeId }) => typeId === type.id)}
                    fasteners={torqueFasteners(book, type.architecture)}
                  />
                ))}
              </>
            )}
          </Loading>
        )}
      </Loading>
    </ShelfPage>
  )
}
