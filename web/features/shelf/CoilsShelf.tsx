import { RefusalOf } from '../../client/RefusalOf.tsx'
import type { CoilEntry } from '@anklet/contract'
import { coilRate } from '@anklet/core/reasoning/conversion'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { figureUnit } from '@anklet/core/base/units'
import { UnitInput, useUnitLabel } from '../../client/form/UnitInput.tsx'
import { Field } from '../../kit/Field.tsx'
import { useCoils, useCommand, useUnits } from '../../client/queries.ts'
import { Loading } from '../../client/Loading.tsx'
import { saveFile } from '../../kit/saveFile.ts'
import { parseNumber, shownAs } from '../../kit/typed.ts'
import { dropCoil, saveCoils } from './commands.ts'
import { coilsCsv, readCoils } from './coilsCsv.ts'
import { Line } from '../../kit/FormLines.tsx'
import { ShelfPage } from './ShelfPage.tsx'
import { Button } from '../../kit/Button.tsx'
import { ChooseFile } from '../../kit/ChooseFile.tsx'
import { Disclosure } from '../../kit/Disclosure.tsx'
import { Heads, figures } from '../../kit/Table.tsx'

const LARGEST_BYTES = 1_000_000

function Unmarked(): ReactNode {
  const [length, rateUnit] = [useUnitLabel('mm'), figureUnit('N/mm', useUnits())]
  const [typed, setTyped] = useState({ wire: '', diameter: '', turns: '' })
  const [wireMm, meanDiameterMm, activeCoils] = [typed.wire, typed.diameter, typed.turns].map(
    (text) => {
      const value = parseNumber(text)
      return value !== null && value > 0 && value < 2000 ? value : null
    },
  ) as [number | null, number | null, number | null]
  const rate =
    wireMm !== null && meanDiameterMm !== null && activeCoils !== null
      ? coilRate({ wireMm, meanDiameterMm, activeCoils })
      : null
  return (
    <Disclosure
      className="border-t border-edge pt-2"
      summary="A coil without a mark: its rate by wire, diameter and turns"
    >
      <div className="grid gap-3 pt-1 sm:grid-cols-3">
        <Field label="Wire" unit={length}>
          <UnitInput
            unit="mm"
            maxLength={9}
            value={typed.wire}
            onText={(wire) => setTyped({ ...typed, wire })}
          />
        </Field>
        <Field label="Diameter, middle of the wire" unit={length}>
          <UnitInput
            unit="mm"
            maxLength={9}
            value={typed.diameter}
            onText={(diameter) => setTyped({ ...typed, diameter })}
          />
        </Field>
        <Line
          words="Turns that move"
          unit=""
          most={5}
          value={typed.turns}
          onType={(turns) => setTyped({ ...typed, turns })}
        />
      </div>
      {rate && (
        <p className="say-small pt-2" aria-live="polite">
          {rate.ok
            ? `About ${(rate.value.rateNPerMm * rateUnit.perStored).toFixed(1)} ${rateUnit.label}, ` +
              'for usual spring steel.'
            : 'A wire so thick cannot be wound so tight.'}
        </p>
      )}
    </Disclosure>
  )
}

function CoilTable({
  coils,
  busy,
  onDrop,
}: {
  readonly coils: readonly CoilEntry[]
  readonly busy: boolean
  onDrop(id: string): void
}): ReactNode {
  const units = useUnits()
  const [rate, length] = [figureUnit('N/mm', units), figureUnit('mm', units)]
  const heads = [rate.label, `free, ${length.label}`, `solid, ${length.label}`, 'price', 'days']
  const shown = (stored: number, { perStored }: typeof rate): string =>
    shownAs(String(stored), perStored)
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Coils">
      <table className="table min-w-[620px]">
        <Heads columns={['coil', ...heads.map((words) => figures(words)), '']} />
        <tbody>
          {coils.map((coil) => (
            <tr key={coil.id}>
              <th scope="row">{coil.name}</th>
              <td className="n num">{shown(coil.rateNPerMm, rate)}</td>
              <td className="n num">{shown(coil.freeLengthMm, length)}</td>
              <td className="n num">{shown(coil.solidLengthMm, length)}</td>
              <td className="n num">{coil.cost}</td>
              <td className="n num">{coil.leadDays}</td>
              <td className="n">
                <Button
                  look="quiet"
                  aria-label={`Take ${coil.name} out`}
                  disabled={busy}
                  onClick={() => onDrop(coil.id)}
                >
                  Take out
                </Button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}

function List({ coils }: { readonly coils: readonly CoilEntry[] }): ReactNode {
  const [save, drop] = [useCommand('coils.save'), useCommand('coil.drop')]
  const [said, say] = useState<readonly string[]>([])
  const [taken, setTaken] = useState(0)
  const forget = (): void => {
    say([])
    setTaken(0)
    save.reset()
  }
  const readTable = (file: File): void => {
    forget()
    file.text().then(
      (text) => {
        const read = readCoils(text, coils)
        say(
          read.coils.length === 0 && read.faults.length === 0
            ? [`There is no coil in “${file.name}”.`]
            : read.faults,
        )
        if (read.coils.length > 0)
          save.submit(saveCoils(read.coils), () => setTaken(read.coils.length))
      },
      () => say([`“${file.name}” could not be read.`]),
    )
  }
  const error = save.error ?? drop.error
  return (
    <div className="grid gap-4">
      <div className="flex flex-wrap gap-3">
        <ChooseFile
          accept=".csv,text/csv"
          most={LARGEST_BYTES}
          disabled={save.isPending}
          onChoose={([file]) => readTable(file)}
          onTooLarge={({ name }) => {
            forget()
            say([`“${name}” is too large for a list of coils.`])
          }}
        >
          Read a table in
        </ChooseFile>
        <Button
          disabled={coils.length === 0}
          onClick={() => saveFile('coils.csv', 'text/csv', coilsCsv(coils))}
        >
          Save as a table
        </Button>
      </div>
      <div aria-live="polite">
        {taken > 0 && <p>{taken === 1 ? 'One coil' : `${taken} coils`} taken over.</p>}
        {said.slice(0, 10).map((line) => (
          <p key={line} className="wrong" role="alert">
            {line}
          </p>
        ))}
        <RefusalOf asked={{ error }} />
      </div>
      {coils.length === 0 ? (
        <p className="sub">
          None yet. A table with the columns name, rate_N_per_mm, free_length_mm, solid_length_mm,
          cost and lead_days brings them in.
        </p>
      ) : (
        <CoilTable
          coils={coils}
          busy={drop.isPending}
          onDrop={(coilId) => drop.submit(dropCoil(coilId))}
        />
      )}
      <Unmarked />
    </div>
  )
}

/** The coils a shop can get, as a table out and in; and what an unmarked one is. */
export function CoilsShelf(): ReactNode {
  return (
    <ShelfPage title="Coils">
      <Loading query={useCoils()} what="the coils">
        {(coils) => <List coils={coils} />}
      </Loading>
    </ShelfPage>
  )
}
