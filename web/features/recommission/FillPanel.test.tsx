import type { DeviceStatus, Job } from '@anklet/contract'
import { act, cleanup, screen, waitFor } from '@testing-library/react'
import { beforeEach, describe, expect, test } from 'vitest'
import { forgetFills, useFillTicks } from '../../client/state/fillTicks.ts'
import { useWaits } from '../../client/state/waits.ts'
import { putForm, SILENT, tap, type } from '../../test/form.tsx'
import { jobOf } from '@anklet/language/test/records'
import type { CarLive } from '../job/link/carLive.ts'
import type { OnWork } from '../job/record/useWork.ts'
import { FillPanel } from './FillPanel.tsx'

const work = (body: 'hanging' | 'standing'): OnWork =>
  ({ run: { car: { body, corners: {} }, steps: [] } }) as unknown as OnWork

const carOf = (pumpC: number | null, change: Partial<CarLive['live']> = {}): CarLive =>
  ({
    status: {
      identity: { id: 'd', actions: ['fill', 'raise'], channels: [] },
    } as unknown as DeviceStatus,
    frame: { atS: 0, values: { pump: pumpC }, module: { mode: 'awake', open: [] } },
    live: { heard: true, open: [], galleryBarG: 0, offMm: {}, ...change },
  }) as unknown as CarLive

const seatingOf = (barG: number | null): Job => {
  const job = jobOf()
  return {
    ...job,
    vehicleType: {
      ...job.vehicleType,
      architecture: { ...job.vehicleType.architecture, seatingPressureBarG: barG },
    },
  }
}

const panel = (job: Job, body: 'hanging' | 'standing', car: CarLive | null) => (
  <FillPanel job={job} work={work(body)} car={car} corner="RL" peaks={{}} />
)
const orders = (told: readonly { readonly path: string; readonly body: unknown }[]) =>
  told.filter(({ path }) => path === '/api/devices/d/orders').map(({ body }) => body)

test('with wheels hanging nothing is filled before the maker’s seating pressure is known', async () => {
  const { told } = putForm(panel(seatingOf(null), 'hanging', carOf(30)))
  const fill = screen.getByRole('button', { name: 'Every stage is reached' })
  expect(fill.hasAttribute('disabled')).toBe(true)
  type(/^Seating pressure by the maker’s instructions/, '3')
  tap(/^Fill the rear left to/)
  await waitFor(() => expect(orders(told)).toHaveLength(1))
  expect(orders(told)[0]).toMatchObject({
    action: 'fill',
    corner: 'RL',
    foldsInspected: true,
    holder: { jobId: 'j' },
  })
  expect((orders(told)[0] as { forS: number }).forS).toBeLessThanOrEqual(60)
})

test('on its wheels the car is asked to raise itself', async () => {
  const { told } = putForm(panel(seatingOf(3), 'standing', carOf(30)))
  tap('Ask for raise')
  await waitFor(() => expect(orders(told)).toHaveLength(1))
  expect(orders(told)[0]).toMatchObject({ action: 'raise', corner: null, foldsInspected: true })
})

test('a warm pump rests, and Stop is there all the same', async () => {
  const { told } = putForm(panel(seatingOf(3), 'standing', carOf(95)))
  expect(screen.getByText(/^The pump is warm/)).toBeTruthy()
  expect(screen.getByRole('button', { name: 'Ask for raise' }).hasAttribute('disabled')).toBe(true)
  tap('Stop')
  await waitFor(() => expect(orders(told)[0]).toMatchObject({ action: 'stop' }))
})

test('a stage that is reached is stopped by itself, and the pump’s rest is counted', async () => {
  useWaits.setState({ waits: [] })
  const job = seatingOf(3)
  const reached = carOf(30, { open: ['RL'], galleryBarG: 9 })
  const filling = { ...reached, frame: { ...reached.frame!, module: { mode: 'actuated' } } }
  const { told } = putForm(panel(job, 'hanging', filling as unknown as CarLive), {
    '/api/devices/d/orders': SILENT,
  })
  await waitFor(() => expect(orders(told)[0]).toMatchObject({ action: 'stop' }))
  expect(useWaits.getState().waits[0]).toMatchObject({ jobId: 'j', plate: 'T 1' })
})

describe('without a link', () => {
  beforeEach(() => {
    useWaits.setState({ waits: [] })
    useFillTicks.setState({ byKey: {} })
  })
  const layout = (job: Job, of: 'open' | 'closed'): Job => ({
    ...job,
    vehicleType: {
      ...job.vehicleType,
      architecture: { ...job.vehicleType.architecture, layout: of },
    },
  })
  const taken = () => screen.queryAllByLabelText('taken').length

  test('each stage is started, timed and ticked, and the pump rests before the next', () => {
    const { told } = putForm(panel(layout(seatingOf(3), 'open'), 'hanging', null))
    expect(screen.getByText(/^By the tool’s command, stage by stage/)).toBeTruthy()
    tap(/^Start: rear left to/)
    expect(screen.getByText(/^Running for/)).toBeTruthy()
    tap(/^There: rear left to/)
    expect(taken()).toBe(1)
    expect(useWaits.getState().waits[0]).toMatchObject({
      jobId: 'j',
      words: 'the rest of the pump',
    })
    expect(screen.getByRole('button', { name: /^Start:/ }).hasAttribute('disabled')).toBe(true)
    expect(told).toEqual([])
  })
  test('what is stopped before it was there is not ticked, and the pump rests all the same', () => {
    putForm(panel(layout(seatingOf(3), 'open'), 'hanging', null))
    tap(/^Start:/)
    tap('Stopped before')
    expect(taken()).toBe(0)
    expect(useWaits.getState().waits).toHaveLength(1)
  })
  test('a closed system is filled part by part out of its reservoir, and no pump rests', () => {
    putForm(panel(layout(seatingOf(null), 'closed'), 'standing', null))
    const parts = screen.getAllByLabelText('to come').length
    expect(parts).toBeGreaterThan(1)
    for (let k = 0; k < parts; k += 1) {
      tap(new RegExp(`^Start: rear left, part ${k + 1} of ${parts}$`))
      expect(screen.getByText(/until the flow falls silent\.$/)).toBeTruthy()
      tap(/^There:/)
    }
    expect(screen.getByText('Every stage is taken.')).toBeTruthy()
    expect(useWaits.getState().waits).toEqual([])
  })
  test('on its own pump it is raised in runs; with no seating pressure nothing is staged', () => {
    putForm(panel(layout(seatingOf(3), 'open'), 'standing', null))
    expect(screen.getByRole('button', { name: /^Start: raise 1 of \d+$/ })).toBeTruthy()
  })
  test('what was ticked is there after a reload of the page, until the job is filled', () => {
    const job = layout(seatingOf(null), 'closed')
    putForm(panel(job, 'standing', null))
    tap(/^Start:/)
    tap(/^There:/)
    cleanup()
    putForm(panel(job, 'standing', null))
    expect(taken()).toBe(1)
    useFillTicks.getState().patch('j2 rear standing', { sinceMs: 5 })
    act(() => forgetFills(job.id))
    expect(taken()).toBe(0)
    expect(Object.keys(useFillTicks.getState().byKey)).toEqual(['j2 rear standing'])
  })
})
