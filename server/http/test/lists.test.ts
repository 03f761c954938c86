import type { JobPage, VehiclePage } from '@anklet/contract'
import { expect, test } from 'vitest'
import { benchOfFile } from '../../test/bench.ts'
import { carCommands, NO_COMPLAINT, newJobIds } from '../../test/records.ts'

const bench = benchOfFile()

async function car(plate: string, note: string, words: string): Promise<void> {
  const ids = newJobIds()
  for (const [type, payload] of carCommands(ids, plate))
    await bench.send(type, type === 'vehicle.save' ? { ...payload, note } : payload).expect(200)
  const complaint = { ...NO_COMPLAINT, words }
  const { jobId, vehicleId } = ids
  await bench.send('job.open', { jobId, vehicleId, complaint }).expect(200)
}

const cars = async (query: string): Promise<string[]> => {
  const { body } = await bench.get(`/api/vehicles/list?${query}`).expect(200)
  return (body as VehiclePage).rows.map(({ plate }) => plate)
}
const jobs = async (words: string): Promise<string[]> => {
  const { body } = await bench.get(`/api/jobs/list?words=${encodeURIComponent(words)}`).expect(200)
  const { rows, total } = body as JobPage
  expect(total).toBe(rows.length)
  return rows.map(({ plate }) => plate).sort()
}

test('vehicles are found by their plates however they are spaced, by notes, and a page at a time', async () => {
  await car('TQ-418', 'of the mill', 'sags at 100%')
  await car('TQ 419', '', 'hisses')
  await car('ÖÄ 12', '', '')
  expect(await cars('words=tq4')).toEqual(['TQ 419', 'TQ-418'])
  expect(await cars('words=TQ%20418')).toEqual(['TQ-418'])
  expect(await cars('words=öä12')).toEqual(['ÖÄ 12'])
  expect(await cars('words=mill')).toEqual(['TQ-418'])
  expect(await cars('words=mi')).toEqual([])
  expect(await cars('words=%25')).toEqual([])
  const first = await bench.get('/api/vehicles/list?size=2')
  expect(first.body).toMatchObject({ total: 3, rows: [{}, {}] })
  expect(await cars('size=2&page=1')).toEqual(['ÖÄ 12'])
  await bench.get('/api/vehicles/list?size=0').expect(400)
  await bench.get('/api/vehicles/list?surprise=1').expect(400)
})

test('a job is found by words of its car, its type and its complaint, each of them anywhere', async () => {
  expect(await jobs('hisses')).toEqual(['TQ 419'])
  expect(await jobs('tq hisses')).toEqual(['TQ 419'])
  expect(await jobs('tq mill')).toEqual([])
  expect(await jobs('100%')).toEqual(['TQ-418'])
  expect(await jobs('%')).toEqual(['TQ-418'])
})
