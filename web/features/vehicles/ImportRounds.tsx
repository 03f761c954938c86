import type { Vehicle, VehicleType } from '@anklet/contract'
import { useQueryClient } from '@tanstack/react-query'
import { releaseProxy, wrap } from 'comlink'
import type { ReactNode } from 'react'
import { useRef, useState } from 'react'
import { Link } from 'react-router'
import { Loading } from '../../client/Loading.tsx'
import { send, sentenceOf } from '../../client/api.ts'
import { envelope } from '../../client/envelope.ts'
import { useUnits, useVehicles, useVehicleTypes } from '../../client/queries.ts'
import { useSession } from '../../client/state/session.ts'
import { readTyped } from '../../kit/typed.ts'
import type { RoundsFileWorker } from '../../client/workers/roundsFileWorker.ts'
import { faultWords } from '@anklet/language/shop/imports'
import type { CarImport, ImportPlan } from './importPlan.ts'
import { idOf, inputOf, planImport } from './importPlan.ts'
import { Plate } from '../../kit/Plate.tsx'
import { Button } from '../../kit/Button.tsx'
import { Notice, Refusal } from '../../kit/Notice.tsx'
import { ChooseFile } from '../../kit/ChooseFile.tsx'
import { Field, Input } from '../../kit/Field.tsx'
import { Progress } from '../../kit/Progress.tsx'

const LARGEST_MB = 20
const ROUNDS_AT_ONCE = 200
const FAULTS_SHOWN = 8

const counted = (count: number, noun: string): string => `${count} ${noun}${count === 1 ? '' : 's'}`

interface Running {
  readonly done: number
  readonly total: number
  readonly stopped: boolean
  readonly error: string | null
}

async function readFile(file: File): Promise<Awaited<ReturnType<RoundsFileWorker['read']>>> {
  const worker = new Worker(new URL('../../client/workers/roundsFileWorker.ts', import.meta.url), {
    type: 'module',
  })
  // Held until it has answered: a proxy that nobody holds is collected, and its answer never comes.
  const remote = wrap<RoundsFileWorker>(worker)
  try {
    return await remote.read(file)
  } finally {
    remote[releaseProxy]()
    worker.terminate()
  }
}

function Preview({ plan }: { readonly plan: ImportPlan }): ReactNode {
  const { cars, faults, unknownPlates, readings } = plan
  const bad = faults.filter(({ code }) => code !== 'unknownColumn')
  return (
    <>
      <p className="say-small">
        {cars.length === 0
          ? 'Nothing in this file can be taken over as it is.'
          : `${counted(
              cars.reduce((sum, { rounds }) => sum + rounds.length, 0),
              'round',
            )} of ${counted(cars.length, 'car')}, ${counted(readings, 'reading')}.`}
      </p>
      {cars.length > 0 && (
        <ul className="flex flex-wrap gap-2">
          {cars.slice(0, 30).map(({ vehicle, rounds }) => (
            <li key={vehicle.id} className="sheet flex items-center gap-3 px-3 py-2">
              <Plate plate={vehicle.plate} simulated={vehicle.simulated} />
              {counted(rounds.length, 'round')}
            </li>
          ))}
        </ul>
      )}
      {unknownPlates.length > 0 && (
        <Notice kind="wait">
          Not on record here, so their rounds stay out: {unknownPlates.slice(0, 12).join(', ')}
          {unknownPlates.length > 12 ? ' and more' : ''}. Take the car in first, then read the file
          again.
        </Notice>
      )}
      {faults.length > 0 && (
        <section aria-label="Lines that cannot be taken">
          <h2>
            {bad.length === 0
              ? 'Worth knowing'
              : `${counted(bad.length, 'line')} cannot be taken; the others can`}
          </h2>
          <ul className="mt-1 grid gap-1">
            {faults.slice(0, FAULTS_SHOWN).map((fault, i) => (
              <li key={`${fault.line}${String(i)}`}>
                <b>Line {fault.line}:</b> {faultWords(fault)}
              </li>
            ))}
            {faults.length > FAULTS_SHOWN && <li>and {faults.length - FAULTS_SHOWN} more.</li>}
          </ul>
        </section>
      )}
    </>
  )
}

function useImport(fileName: string) {
  const client = useQueryClient()
  const { personId, device } = useSession()
  const [running, setRunning] = useState<Running | null>(null)
  const stop = useRef(false)
  const start = async (cars: readonly CarImport[], usualC: number): Promise<void> => {
    const total = cars.reduce((sum, { rounds }) => sum + rounds.length, 0)
    let done = 0
    stop.current = false
    setRunning({ done, total, stopped: false, error: null })
    try {
      for (const { vehicle, rounds } of cars) {
        const jobId = await idOf('import', fileName, vehicle.id)
        for (let i = 0; i < rounds.length; i += ROUNDS_AT_ONCE) {
          if (stop.current) return setRunning({ done, total, stopped: true, error: null })
          const part = await Promise.all(
            rounds.slice(i, i + ROUNDS_AT_ONCE).map((round) => inputOf(round, vehicle.id, usualC)),
          )
          await send(
            envelope(
              'rounds.import',
              { jobId, vehicleId: vehicle.id, from: fileName.slice(0, 120), rounds: part },
              { id: crypto.randomUUID(), person: personId ?? '', device, baseVersion: null },
            ),
          )
          done += part.length
          setRunning({ done, total, stopped: false, error: null })
        }
      }
    } catch (error) {
      setRunning({ done, total, stopped: true, error: sentenceOf(error) })
    } finally {
      void client.invalidateQueries()
    }
  }
  return {
    running,
    start,
    cancel: () => {
      stop.current = true
    },
  }
}

function Taking({ running, onCancel }: { readonly running: Running; onCancel(): void }): ReactNode {
  const { done, total, stopped, error } = running
  return (
    <div className="grid gap-2" aria-live="polite">
      <Progress label="Rounds taken over" share={total === 0 ? null : done / total} />
      <p>
        {done === total
          ? `${counted(total, 'round')} ${total === 1 ? 'is' : 'are'} here now; what was here before is left as it is.`
          : `${done} of ${total} rounds` +
            (stopped ? ' are here. Reading the file again goes on where it stopped.' : ' …')}
      </p>
      <Refusal>{error}</Refusal>
      {done < total && !stopped && (
        <Button className="w-fit" onClick={onCancel}>
          Stop
        </Button>
      )}
    </div>
  )
}

function Take({
  plan,
  fileName,
}: {
  readonly plan: ImportPlan
  readonly fileName: string
}): ReactNode {
  const units = useUnits()
  const [warm, setWarm] = useState('')
  const { running, start, cancel } = useImport(fileName)
  const typed = readTyped(warm, 'temperature', units)
  const needed = plan.withoutTemperature > 0
  if (running) return <Taking running={running} onCancel={cancel} />
  return (
    <>
      {needed && (
        <Field
          className="max-w-[420px]"
          label={
            <>
              {counted(plan.withoutTemperature, 'round')} without a temperature. Temperature to
              write down for them
            </>
          }
          id="usual-warmth"
        >
          <Input
            className="num max-w-[120px]"
            maxLength={8}
            autoComplete="off"
            value={warm}
            onText={setWarm}
          />
        </Field>
      )}
      {plan.cars.length > 0 && (
        <Button
          look="go"
          big
          className="w-fit"
          disabled={needed && !typed.ok}
          onClick={() => void start(plan.cars, typed.ok ? typed.value : 0)}
        >
          Take these rounds over
        </Button>
      )}
    </>
  )
}

function Reader({
  vehicles,
  types,
}: {
  readonly vehicles: readonly Vehicle[]
  readonly types: readonly VehicleType[]
}): ReactNode {
  const [read, setRead] = useState<{ readonly name: string; readonly plan: ImportPlan } | null>(
    null,
  )
  const [complaint, setComplaint] = useState<string | null>(null)
  const [reading, setReading] = useState(false)
  const take = async (file: File): Promise<void> => {
    setRead(null)
    setComplaint(null)
    setReading(true)
    try {
      setRead({ name: file.name, plan: planImport(await readFile(file), vehicles, types) })
    } catch {
      setComplaint(`"${file.name}" is not a table this page can read.`)
    }
    setReading(false)
  }
  return (
    <div className="grid gap-5">
      <ChooseFile
        className="w-fit"
        accept=".csv,.tsv,.txt,text/csv"
        most={LARGEST_MB * 1e6}
        onChoose={([file]) => void take(file)}
        onTooLarge={({ name, size }) => {
          setRead(null)
          setComplaint(
            `"${name}" has ${Math.round(size / 1e6)} MB; up to ${LARGEST_MB} can ` +
              'be read at once. Split it, one car or one year at a time.',
          )
        }}
      >
        Choose a table
      </ChooseFile>
      {reading && <p role="status">Reading …</p>}
      <Refusal>{complaint}</Refusal>
      {read && (
        <>
          <Preview plan={read.plan} />
          <Take key={read.name} plan={read.plan} fileName={read.name} />
        </>
      )}
    </div>
  )
}

/** Rounds out of a table, with a preview before anything is stored. */
export function ImportRounds(): ReactNode {
  const [vehicles, types] = [useVehicles(), useVehicleTypes()]
  return (
    <div className="mx-auto max-w-[900px] px-4 py-6 md:px-6">
      <h1 className="say mb-2">Rounds out of a table</h1>
      <p className="sub mb-5">
        One line for each lap around a car: plate, walked_at, level, temperature_C, lap, FL_mm,
        FR_mm, RR_mm, RL_mm. Inch columns, semicolons and decimal commas are understood. Nothing is
        stored before you have seen it.{' '}
        <Link className="underline" to="/vehicles">
          Back to the vehicles
        </Link>
      </p>
      <Loading query={vehicles} what="the cars">
        {(cars) => (
          <Loading query={types} what="the vehicle types">
            {(kinds) => <Reader vehicles={cars} types={kinds} />}
          </Loading>
        )}
      </Loading>
    </div>
  )
}
