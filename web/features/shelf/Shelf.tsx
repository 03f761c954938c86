import { airWords } from '@anklet/language/shop/types'
import type { VehicleType, VehicleTypeFile } from '@anklet/contract'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { Link } from 'react-router'
import { Loading } from '../../client/Loading.tsx'
import { saveFile } from '../../kit/saveFile.ts'
import { sentenceOf } from '../../client/api.ts'
import { useCommand, useVehicleTypes } from '../../client/queries.ts'
import { ShelfPage } from './ShelfPage.tsx'
import { importType } from './commands.ts'
import { ButtonLink, Button } from '../../kit/Button.tsx'
import { Refusal } from '../../kit/Notice.tsx'
import { ChooseFile } from '../../kit/ChooseFile.tsx'

const LARGEST_BYTES = 200_000

function saveType(type: VehicleType): void {
  const { name, source, architecture, geometry, specifications, guesses } = type
  saveFile(
    `${name.toLowerCase().replaceAll(/[^a-z0-9]+/g, '-')}.vehicle-type.json`,
    'application/json',
    JSON.stringify({ name, source, architecture, geometry, specifications, guesses }, null, 2),
  )
}

const notAType = (name: string): string => `"${name}" is not a vehicle type file.`

function ReadIn(): ReactNode {
  const save = useCommand('vehicleType.save')
  const [complaint, setComplaint] = useState<string | null>(null)
  const read = async (file: File): Promise<void> => {
    setComplaint(null)
    save.reset()
    try {
      const content = JSON.parse(await file.text()) as VehicleTypeFile
      // The server checks every field; a file with more or less than the format is refused with the field's name.
      save.submit(importType(content))
    } catch {
      setComplaint(notAType(file.name))
    }
  }
  return (
    <div>
      <ChooseFile
        accept="application/json,.json"
        most={LARGEST_BYTES}
        onChoose={([file]) => void read(file)}
        onTooLarge={({ name }) => setComplaint(notAType(name))}
      >
        Read one in from a file
      </ChooseFile>
      {(complaint ?? save.error) && (
        <Refusal className="mt-2">{complaint ?? sentenceOf(save.error)}</Refusal>
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
          <ButtonLink look="go" to="/shelf/types/new">
            Enter one
          </ButtonLink>
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
                    <span className="block text-lead font-semibold">{type.name}</span>
                    <span className="block text-small text-ink-2">
                      {airWords(type)}. {type.source}
                      {type.guesses.length > 0 ? `. ${type.guesses.length} figures guessed` : ''}
                    </span>
                  </Link>
                  <Button onClick={() => saveType(type)}>Save as a file</Button>
                </li>
              ))}
            </ul>
          </>
        )}
      </Loading>
    </ShelfPage>
  )
}
