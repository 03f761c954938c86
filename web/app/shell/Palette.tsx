import { nextStep } from '@anklet/core/work/schedule'
import { Command, useCommandState } from 'cmdk'
import type { ReactNode } from 'react'
import { useDeferredValue } from 'react'
import { useNavigate } from 'react-router'
import { Sheet } from '../../kit/Sheet.tsx'
import type { VehicleType } from '@anklet/contract'
import {
  useCodeTexts,
  useCommand,
  useJobs,
  useParts,
  usePeople,
  useShop,
  useVehicleList,
  useVehicleTypes,
} from '../../client/queries.ts'
import { complaintWords } from '@anklet/language/causes/complaint'
import { factsOf, STEP_WORDS } from '@anklet/language/work/steps'
import { changeUnits } from '../../features/shop/commands.ts'

interface PaletteProps {
  readonly open: boolean
  onClose(): void
}

const ITEM =
  'flex min-h-touch cursor-pointer items-center gap-3 rounded-md px-3 ' +
  'data-[selected=true]:bg-ink data-[selected=true]:text-paper'

const PLACES = [
  ['/', 'Floor'],
  ['/jobs', 'All jobs'],
  ['/jobs/new', 'New job'],
  ['/vehicles/import', 'Rounds out of a table'],
  ['/vehicles', 'Vehicles'],
  ['/devices', 'Devices: vehicle and gauges'],
  ['/shelf', 'Shelf: vehicle types'],
  ['/shelf/causes', 'Shelf: causes'],
  ['/shelf/checks', 'Shelf: checks'],
  ['/shelf/codes', 'Shelf: codes'],
  ['/shelf/parts', 'Shelf: parts and prices'],
  ['/shelf/coils', 'Shelf: coils'],
  ['/shelf/procedures', 'Shelf: procedures'],
  ['/shelf/torques', 'Shelf: torques'],
  ['/shop', 'Shop: people and units'],
  ['/shop/people', 'Shop: PINs and roles'],
  ['/shop/audit', 'Shop: who did what'],
  ['/bench/stance', 'Bench: stance'],
  ['/bench/cold', 'Bench: cold'],
  ['/bench/wait', 'Bench: how long to wait'],
  ['/bench/verdict', 'Bench: height verdict'],
  ['/bench/leak', 'Bench: leak sizes'],
  ['/bench/parked', 'Bench: parked night'],
  ['/bench/fill', 'Bench: fill time'],
  ['/bench/lift', 'Bench: lift time'],
  ['/bench/pump', 'Bench: pump life'],
  ['/bench/pumptest', 'Bench: pump test'],
  ['/bench/decay', 'Bench: decay of a shut volume'],
  ['/bench/pumpday', 'Bench: the pump’s day'],
  ['/bench/air', 'Bench: air count'],
  ['/bench/units', 'Bench: units'],
] as const

/** Cars that are shown of those that are found. */
const MOST_CARS = 12

const UNITS = [
  ['length', 'mm', 'heights in mm'],
  ['length', 'inch', 'heights in inch'],
  ['pressure', 'bar', 'pressures in bar'],
  ['pressure', 'kPa', 'pressures in kPa'],
  ['pressure', 'psi', 'pressures in psi'],
  ['temperature', 'degC', 'temperatures in °C'],
  ['temperature', 'degF', 'temperatures in °F'],
] as const

// The shop's units from anywhere, for everybody.
function UnitItems({ onDone }: { onDone(): void }): ReactNode {
  const shop = useShop().data
  const change = useCommand('shop.change')
  if (!shop) return null
  return (
    <Command.Group heading="Units" className="mb-2 text-note text-ink-2">
      {UNITS.filter(([kind, unit]) => shop.units[kind] !== unit).map(([kind, unit, words]) => (
        <Command.Item
          key={unit}
          value={`units ${unit}`}
          keywords={['units', words]}
          className={ITEM}
          onSelect={() => {
            change.submit(changeUnits(shop, { ...shop.units, [kind]: unit }), onDone)
          }}
        >
          <span className="font-medium">Units: {words}</span>
        </Command.Item>
      ))}
    </Command.Group>
  )
}

function Items({ onGo, onDone }: { onGo(path: string): void; onDone(): void }): ReactNode {
  // What is typed is looked for in ten thousand cars: on the server, and not with every letter.
  const words = useDeferredValue(useCommandState(({ search }) => search.trim()))
  const [jobs, found, types] = [
    useJobs().data ?? [],
    useVehicleList({ words: words.slice(0, 80), page: 0, size: MOST_CARS }),
    useVehicleTypes().data ?? [],
  ]
  // Until these words are answered, those found before stand by what is written on them.
  const foundBy = found.isPlaceholderData ? '' : words
  const now = Date.now()
  const item = (
    key: string,
    path: string,
    words: string,
    more: string,
    // Found by, and not shown.
    besides = '',
  ): ReactNode => (
    <Command.Item
      key={key}
      value={key}
      keywords={[words, more, besides]}
      onSelect={() => onGo(path)}
      className={ITEM}
    >
      <span className="font-medium">{words}</span>
      <span className="truncate text-small opacity-80">{more}</span>
    </Command.Item>
  )
  return (
    <>
      <Command.Group heading="Jobs" className="mb-2 text-note text-ink-2">
        {jobs
          .filter(({ closedAt }) => closedAt === null)
          .map((job) => {
            const step = nextStep(factsOf(job), now)
            return item(
              job.id,
              `/jobs/${job.id}/${step.phase}`,
              job.simulated ? `${job.plate}, simulated` : job.plate,
              `${STEP_WORDS[step.code]}. ${complaintWords(job.complaint)}`,
              job.complaint.words,
            )
          })}
      </Command.Group>
      <Command.Group heading="Places" className="mb-2 text-note text-ink-2">
        {PLACES.map(([path, words]) => item(path, path, words, ''))}
      </Command.Group>
      <Command.Group heading="Vehicles" className="mb-2 text-note text-ink-2">
        {found.data?.rows.map(({ id, plate, simulated, typeId, note }) =>
          item(
            id,
            `/vehicles/${id}`,
            simulated ? `${plate}, simulated` : plate,
            `${types.find((type) => type.id === typeId)?.name ?? ''}. ${note}`,
            // Found by the server already, however the plate is spaced.
            foundBy,
          ),
        )}
      </Command.Group>
      <ShelfItems item={item} types={types} />
      <UnitItems onDone={onDone} />
    </>
  )
}

type Item = (key: string, path: string, words: string, more: string) => ReactNode

/** What stands on the shelf and who works here, by what is written there. */
function ShelfItems({
  item,
  types,
}: {
  readonly item: Item
  readonly types: readonly VehicleType[]
}): ReactNode {
  const [parts, codes, people] = [
    useParts().data ?? [],
    useCodeTexts().data ?? [],
    usePeople().data ?? [],
  ]
  const typeName = (id: string): string => types.find((type) => type.id === id)?.name ?? ''
  return (
    <>
      <Command.Group heading="Vehicle types" className="mb-2 text-note text-ink-2">
        {types.map(({ id, name, source }) => item(id, `/shelf/types/${id}`, name, source))}
      </Command.Group>
      <Command.Group heading="Parts" className="mb-2 text-note text-ink-2">
        {parts.map(({ id, name, number, typeId }) =>
          item(id, '/shelf/parts', name, `${number} ${typeName(typeId)}`),
        )}
      </Command.Group>
      <Command.Group heading="Codes" className="mb-2 text-note text-ink-2">
        {codes.map(({ id, number, words, typeId }) =>
          item(id, '/shelf/codes', number, `${words} ${typeName(typeId)}`),
        )}
      </Command.Group>
      <Command.Group heading="People" className="mb-2 text-note text-ink-2">
        {people.map(({ id, name }) => item(id, '/shop', name, 'works here'))}
      </Command.Group>
    </>
  )
}

/**
 * Whether an entry holds every word typed, in any order: no guessing, so that Enter goes where one
 * looks.
 */
export function holdsWords(entry: string, typed: string): number {
  const text = entry.toLowerCase()
  return typed
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word))
    ? 1
    : 0
}

/** Finds a job, a car or a place by a few letters. */
export function Palette({ open, onClose }: PaletteProps): ReactNode {
  const navigate = useNavigate()
  const go = (path: string): void => {
    onClose()
    void navigate(path)
  }
  return (
    <Sheet title="Find anything" open={open} onClose={onClose}>
      <Command
        label="Find anything"
        className="text-ink"
        // By what is written there, never by an id.
        filter={(_value, search, keywords) => holdsWords((keywords ?? []).join(' '), search)}
      >
        <Command.Input
          autoFocus
          placeholder="plate, code, part, name, place or tool"
          className="field mb-3"
        />
        <Command.List className="max-h-[50dvh] overflow-y-auto">
          <Command.Empty className="p-3 text-ink-2">Nothing is called that.</Command.Empty>
          <Items onGo={go} onDone={onClose} />
        </Command.List>
      </Command>
    </Sheet>
  )
}
