import type { VehicleType, VehicleTypeFile } from '@anklet/contract'
import { hasAirOnAxle } from '@anklet/core/base/vehicle'
import type { ChangeEvent, ReactNode } from 'react'
import { useState } from 'react'
import { Link } from 'react-router'
import { Loading } from '../../client/Loading.tsx'
import { saveFile } from '../../kit/saveFile.ts'
import { sentenceOf } from '../../client/api.ts'
import { useCommand, useVehicleTypes } from '../../client/queries.ts'
import { ShelfPage } from './ShelfPage.tsx'

const LARGEST_BYTES = 200_000

function saveType({
  name,
  source,
  architecture,
  geometry,
  specifications,
  guesses,
}: VehicleType): void {
  saveFile(
    `${name.toLowerCase().replaceAll(/[^a-z0-9]+/g, '-')}.vehicle-type.json`,
    'application/json',
    JSON.stringify({ name, source, architecture, geometry, specifications, guesses }, null, 2),
  )
}

function airWords({ architecture }: VehicleType): string {
  const axles = (['front', 'rear'] as const).filter((axle) => hasAirOnAxle(architecture, axle))
  const where =
    axles.length === 2 ? 'air all round' : axles.length === 0 ? 'no air' : `air at the ${axles[0]!}`
  const valves = {
    oneBlock: 'one valve block',
    perAxle: 'a block per axle',
    perSpring: 'a valve in each spring',
  }[architecture.valves]
  return `${where}, ${architecture.layout}, ${valves}${architecture.reservoir ? ', reservoir' : ''}`
}

function ReadIn(): ReactNode {
  const save = useCommand('vehicleType.save')
  const [complaint, setComplaint] = useState<string | null>(null)
  const read = async (event: ChangeEvent<HTMLInputElement>): Promise<void> => {
    const input = event.target
    const file = input.files?.[0]
    setComplaint(null)
    save.reset()
    if (!file) return
    try {
      if (file.size > LARGEST_BYTES) throw new SyntaxError()
      const content = JSON.parse(await file.text()) as VehicleTypeFile
      // The server checks every field; a file with more or less than the format is refused with the field's name.
      save.submit({ payload: { ...content, typeId: crypto.randomUUID() } })
    } catch {
      setComplaint(`"${file.name}" is not a vehicle type file.`)
    }
    input.value = ''
  }
  return (
    <div>
      <label className="btn cursor-pointer focus-within:outline focus-within:outline-3">
        Read one in from a file
        <input
          type="file"
          accept="application/json,.json"
          className="sr-only"
          onChange={(event) => void read(event)}
        />
      </label>
      {(complaint ?? save.error) && (
        <p className="wrong mt-2" role="alert">
          {complaint ?? sentenceOf(save.error)}
        </p>
      )}
    </div>
  )
}

/** The vehicle types of the shop. */
export function Shelf(): ReactNode {
  return (
    <ShelfPage
      title="Vehicle types"
      tools={
        <>
          <ReadIn />
          <Link to="/shelf/types/new" className="btn btn-go">
            Enter one
          </Link>
        </>
      }
    >
      <Loading query={useVehicleTypes()} what="the shelf">
        {(types) => (
          <>
            {types.length === 0 && (
              <p className="sub">
                The figures of each kind of car you see stand here, from your own service
                information, entered once.
              </p>
            )}
            <ul className="grid gap-2">
              {types.map((type) => (
                <li
                  key={type.id}
                  className="sheet flex flex-wrap items-center justify-between gap-3 px-4 py-2.5"
                >
                  <Link to={`/shelf/types/${type.id}`} className="min-w-0 flex-1">
                    <span className="block text-[17px] font-semibold">{type.name}</span>
                    <span className="block text-[14px] text-ink-2">
                      {airWords(type)}. {type.source}
                      {type.guesses.length > 0 ? `. ${type.guesses.length} figures guessed` : ''}
                    </span>
                  </Link>
                  <button type="button" className="btn" onClick={() => saveType(type)}>
                    Save as a file
                  </button>
                </li>
              ))}
            </ul>
          </>
        )}
      </Loading>
    </ShelfPage>
  )
}
