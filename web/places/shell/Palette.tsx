import { nextStep } from '@anklet/core/schedule'
import { Command } from 'cmdk'
import type { ReactNode } from 'react'
import { useNavigate } from 'react-router'
import { Sheet } from '../../parts/Sheet.tsx'
import { useJobs, useVehicles, useVehicleTypes } from '../../data/queries.ts'
import { complaintWords } from '../../words/complaint.ts'
import { factsOf, STEP_WORDS } from '../../words/steps.ts'

interface PaletteProps { readonly open: boolean; onClose(): void }

const PLACES = [
  ['/', 'Floor'], ['/jobs', 'All jobs'], ['/jobs/new', 'New job'], ['/vehicles/import', 'Rounds out of a table'], ['/vehicles', 'Vehicles'], ['/shelf', 'Shelf: vehicle types'], ['/shop', 'Shop: people and units'],
  ['/bench/stance', 'Bench: stance'], ['/bench/cold', 'Bench: cold'], ['/bench/wait', 'Bench: how long to wait'], ['/bench/verdict', 'Bench: height verdict'], ['/bench/leak', 'Bench: leak sizes'], ['/bench/units', 'Bench: units'],
] as const

function Items({ onGo }: { onGo(path: string): void }): ReactNode {
  const [jobs, vehicles, types] = [useJobs().data ?? [], useVehicles().data ?? [], useVehicleTypes().data ?? []]
  const now = Date.now()
  const item = (key: string, path: string, words: string, more: string): ReactNode => (
    <Command.Item key={key} value={`${words} ${more} ${key}`} onSelect={() => onGo(path)} className="flex min-h-[44px] cursor-pointer items-center gap-3 rounded-md px-3 data-[selected=true]:bg-ink data-[selected=true]:text-paper">
      <span className="font-medium">{words}</span><span className="truncate text-[14px] opacity-80">{more}</span>
    </Command.Item>
  )
  return (
    <>
      <Command.Group heading="Jobs" className="mb-2 text-[13px] text-ink-2">{jobs.filter(({ closedAt }) => closedAt === null).map((job) => {
        const step = nextStep(factsOf(job), now)
        return item(job.id, `/jobs/${job.id}/${step.phase}`, job.plate, `${STEP_WORDS[step.code]}. ${complaintWords(job.complaint)}`)
      })}</Command.Group>
      <Command.Group heading="Places" className="mb-2 text-[13px] text-ink-2">{PLACES.map(([path, words]) => item(path, path, words, ''))}</Command.Group>
      <Command.Group heading="Vehicles" className="mb-2 text-[13px] text-ink-2">{vehicles.map(({ id, plate, typeId, note }) => item(id, `/vehicles/${id}`, plate, `${types.find((type) => type.id === typeId)?.name ?? ''}. ${note}`))}</Command.Group>
    </>
  )
}

/** Whether an entry holds every word typed, in any order: no guessing, so that Enter goes where one looks. */
export function holdsWords(entry: string, typed: string): number {
  const text = entry.toLowerCase()
  return typed.toLowerCase().split(/\s+/).every((word) => text.includes(word)) ? 1 : 0
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
      <Command label="Find anything" className="text-ink" filter={holdsWords}>
        <Command.Input autoFocus placeholder="plate, place or tool" className="field mb-3" />
        <Command.List className="max-h-[50dvh] overflow-y-auto">
          <Command.Empty className="p-3 text-ink-2">Nothing is called that.</Command.Empty>
          <Items onGo={go} />
        </Command.List>
      </Command>
    </Sheet>
  )
}
