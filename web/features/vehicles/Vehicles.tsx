import type { ReactNode } from 'react'
import { useDeferredValue, useState } from 'react'
import { Link } from 'react-router'
import { Loading } from '../../client/Loading.tsx'
import { useVehicleList, useVehicleTypes } from '../../client/queries.ts'
import { Pages } from '../../kit/Pages.tsx'
import { Plate } from '../../kit/Plate.tsx'
import { ButtonLink } from '../../kit/Button.tsx'
import { Field, Input } from '../../kit/Field.tsx'

/** As many as fit on two screens of a phone. */
const PAGE_SIZE = 20

/** Every car the shop has seen. */
export function Vehicles(): ReactNode {
  const [wanted, setWanted] = useState('')
  const [page, setPage] = useState(0)
  const words = useDeferredValue(wanted)
  const vehicles = useVehicleList({ words, page, size: PAGE_SIZE })
  const types = useVehicleTypes().data
  return (
    <div className="mx-auto max-w-[1080px] px-4 py-6 md:px-6">
      <div className="mb-5 flex flex-wrap items-end justify-between gap-3">
        <h1>Vehicles</h1>
        <div className="flex flex-wrap items-end gap-3">
          <ButtonLink to="/vehicles/import">Rounds out of a table</ButtonLink>
          <Field label="Find a plate" id="find-plate">
            <Input
              className="max-w-[240px] uppercase"
              maxLength={24}
              autoComplete="off"
              value={wanted}
              onText={(text) => {
                setWanted(text)
                setPage(0)
              }}
            />
          </Field>
        </div>
      </div>
      <Loading query={vehicles} what="the cars">
        {({ total, rows }) => (
          <>
            {total === 0 && words === '' && (
              <p className="sub">
                Every car that was ever measured stands here with all its rounds. The first one
                comes with its first job.{' '}
                <Link className="underline" to="/jobs/new">
                  Open it
                </Link>
              </p>
            )}
            {total === 0 && words !== '' && <p className="sub">No plate like that is on record.</p>}
            <ul className="grid gap-2 sm:grid-cols-2">
              {rows.map(({ id, plate, simulated, typeId, note }) => (
                <li key={id} className="min-w-0">
                  <Link
                    to={`/vehicles/${id}`}
                    className="sheet flex items-center gap-4 px-4 py-3 hover:border-air"
                  >
                    <Plate plate={plate} simulated={simulated} />
                    <span className="min-w-0">
                      <span className="block font-medium">
                        {types?.find((type) => type.id === typeId)?.name}
                      </span>
                      <span className="block truncate text-small text-ink-2">{note}</span>
                    </span>
                  </Link>
                </li>
              ))}
            </ul>
            <Pages
              page={page}
              total={total}
              size={PAGE_SIZE}
              back="Before"
              on="Further"
              onPage={setPage}
            />
          </>
        )}
      </Loading>
    </div>
  )
}
