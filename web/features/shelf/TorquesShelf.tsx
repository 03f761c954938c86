import { FormSays } from '../../client/form/FormSays.tsx'
import { figureRefusal, areSwapped } from './model.ts'
import type { Torque, VehicleType } from '@anklet/contract'
import { torqueFasteners } from '@anklet/core/work/procedure'
import type { ReactNode } from 'react'
import { useState } from 'react'
import checkTorque from 'virtual:check/torque.save'
import { sentenceOf } from '../../client/api.ts'
import {
  useCommand,
  useProcedures,
  useTorques,
  useVehicleTypes,
  useUnits,
} from '../../client/queries.ts'
import { bookOf } from '../../client/procedures.ts'
import { FormField, FormLine } from '../../client/form/FormFields.tsx'
import type { CommandForm } from '../../client/form/useCommandForm.ts'
import { useCommandForm } from '../../client/form/useCommandForm.ts'
import { Loading } from '../../client/Loading.tsx'
import { capital } from '@anklet/language/plain/corners'
import { torqueWords, turnedWords } from '@anklet/language/work/plan'
import { Choice, KeepOrDrop } from '../../kit/FormLines.tsx'
import { ShelfPage } from './ShelfPage.tsx'
import type { TypedTorque } from './commands.ts'
import { dropTorque, saveTorque, typedTorque } from './commands.ts'
import type { TorqueUnit } from '../job/model/torqueUnits.ts'
import { TORQUE_UNITS } from '../job/model/torqueUnits.ts'
import { Button } from '../../kit/Button.tsx'

const REFUSALS = {
  fastener: 'Choose the fastener.',
  min: figureRefusal,
  max: figureRefusal,
  degrees: 'Degrees lie between 1 and 720.',
  source: 'Say where it is written: a torque without a source is a guess.',
  date: 'Say as of which day.',
} as const

/** The torque itself, and where it is written. */
function TorqueFields({ form }: { readonly form: CommandForm<TypedTorque> }): ReactNode {
  const { unit } = form.typed
  return (
    <>
      <div className="grid gap-3 sm:grid-cols-3">
        <FormLine form={form} field="min" words="At least" unit={unit} most={8} />
        <FormLine
          form={form}
          field="max"
          words="At most"
          hint="empty: the same"
          unit={unit}
          most={8}
        />
        <FormLine form={form} field="degrees" words="Then turned by" unit="°" most={5} />
      </div>
      <div className="grid gap-3 sm:grid-cols-2">
        <FormLine form={form} field="source" words="Where it is written" most={200} />
        <FormField form={form} field="date" label="As of" type="date" />
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
  const units = useUnits()
  const form = useCommandForm({
    command: 'torque.save',
    check: checkTorque,
    begin: typedTorque(torque, open[0] ?? '', units),
    baseVersion: torque?.version ?? null,
    payloadOf: (typed, id) => saveTorque(torque?.id ?? id, type.id, typed),
    fields: { '/minNm': 'min', '/maxNm': 'max', '/thenDegrees': 'degrees' },
    refusals: REFUSALS,
    rules: areSwapped,
    onDone,
  })
  const drop = useCommand('torque.drop')
  const { typed, set } = form
  return (
    <form
      onSubmit={form.onSubmit}
      className="grid gap-3 py-3"
      aria-label={
        torque ? (fasteners[torque.fastener] ?? torque.fastener) : `A torque of the ${type.name}`
      }
    >
      <div className="grid gap-3 sm:grid-cols-2">
        {!torque && (
          <Choice<string>
            words="Fastener"
            value={typed.fastener}
            options={open.map((each) => [each, capital(fasteners[each] ?? each)] as const)}
            onChoose={(fastener) => set({ fastener })}
          />
        )}
        <Choice<TorqueUnit>
          words="In"
          value={typed.unit}
          options={TORQUE_UNITS.map((unit) => [unit, unit] as const)}
          onChoose={(unit) => set({ unit })}
        />
      </div>
      <TorqueFields form={form} />
      <KeepOrDrop
        saving={form.isPending}
        dropping={drop.isPending}
        dropWords="Take it off the sheet"
        onDrop={torque && (() => drop.submit(dropTorque(torque.id), onDone))}
      >
        <FormSays form={form} also={drop.error ? sentenceOf(drop.error) : ''} />
      </KeepOrDrop>
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
