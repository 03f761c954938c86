import { NO_CHANGES, SHIPPED_BOOK } from '@anklet/core/reasoning/diagnosis'
import { jobOf } from '@anklet/language/test/records'
import { screen, waitFor } from '@testing-library/react'
import { beforeEach, describe, expect, test } from 'vitest'
import type { Formed } from '../../test/form.tsx'
import { chooseFile, putForm, tap } from '../../test/form.tsx'
import { Causes } from './knowledge/Causes.tsx'
import { CoilsShelf } from './CoilsShelf.tsx'
import { Shelf } from './Shelf.tsx'

let page: Formed
const sent = async (): Promise<Record<string, unknown>> => {
  await waitFor(() => expect(page.commands).toHaveLength(1))
  return page.commands[0]!.payload
}

describe('a vehicle type out of a file', () => {
  const { id: _id, version: _version, ...file } = jobOf().vehicleType
  beforeEach(async () => {
    page = putForm(<Shelf />, { '/api/vehicle-types': [] })
    await screen.findByText(/entered once\.$/)
  })
  test('is put on the shelf under an id of its own', async () => {
    chooseFile('sample.json', JSON.stringify(file))
    expect(await sent()).toMatchObject({ ...file, typeId: expect.any(String) as string })
    expect(page.commands[0]).toMatchObject({ type: 'vehicleType.save', baseVersion: null })
  })
  test('that is no file of a type is said to be none, and nothing is sent', async () => {
    chooseFile('notes.json', 'not at all')
    await screen.findByText('"notes.json" is not a vehicle type file.')
    expect(page.commands).toEqual([])
  })
  test('or says what the server refuses of it', async () => {
    page.refuse('There is a vehicle type called Sample.')
    chooseFile('sample.json', JSON.stringify(file))
    await screen.findByText('There is a vehicle type called Sample.')
  })
})

describe('the list of coils', () => {
  const coil = {
    id: 'c1',
    name: 'R 62',
    rateNPerMm: 62.5,
    freeLengthMm: 448,
    solidLengthMm: 205,
    cost: 132,
    leadDays: 4,
  }
  beforeEach(async () => {
    page = putForm(<CoilsShelf />, { '/api/coils': [coil] })
    await screen.findByRole('rowheader', { name: 'R 62' })
  })
  const HEAD = 'name,rate_N_per_mm,free_length_mm,solid_length_mm,cost,lead_days\n'
  test('takes a table over, line by line, and names what it cannot take', async () => {
    chooseFile('coils.csv', `${HEAD}New one,55,470,200,120,3\nWrong,55,200,210,1,1\n`)
    expect(await sent()).toMatchObject({
      coils: [{ name: 'New one', rateNPerMm: 55, freeLengthMm: 470, cost: 120, leadDays: 3 }],
    })
    await screen.findByText('One coil taken over.')
    expect(screen.getByText(/Wrong would be longer solid than free/)).toBeDefined()
  })
  test('a table without a coil is said to have none', async () => {
    chooseFile('empty.csv', HEAD)
    await screen.findByText('There is no coil in “empty.csv”.')
    expect(page.commands).toEqual([])
  })
  test('one is taken out with a tap', async () => {
    tap('Take R 62 out')
    expect(await sent()).toEqual({ coilId: 'c1' })
  })
})

describe('a book of knowledge', () => {
  const learned = { closedJobs: 12, counts: { springLeak: 7 } }
  const changed = {
    ...SHIPPED_BOOK,
    causes: SHIPPED_BOOK.causes.map((cause, i) => (i === 0 ? { ...cause, weight: 77 } : cause)),
    learned,
  }
  beforeEach(async () => {
    page = putForm(<Causes />, {
      '/api/knowledge': {
        version: 5,
        changes: NO_CHANGES,
        learned: { closedJobs: 0, counts: {} },
        borrowed: null,
      },
      '/api/shop': {},
    })
    await screen.findByRole('button', { name: 'Save as a file' })
  })
  test('says how it differs, and is taken over without what another shop learned', async () => {
    chooseFile('theirs.json', JSON.stringify(changed))
    await screen.findByText(/“theirs\.json”.*one entry.*otherwise than here/)
    tap('Take the book over')
    const { book } = (await sent()) as { readonly book: object }
    expect(book).not.toHaveProperty('learned')
    expect(page.commands[0]).toMatchObject({ type: 'knowledge.import', baseVersion: 5 })
    await screen.findByText('“theirs.json” stands on the shelf now.')
  })
  test('or with it, where that is wanted', async () => {
    chooseFile('theirs.json', JSON.stringify(changed))
    await screen.findByText(/“theirs\.json”/)
    tap('And count its 12 closed jobs')
    expect(((await sent()) as { readonly book: object }).book).toMatchObject({ learned })
  })
  test('that is no JSON is refused by its line; what the server refuses stores nothing', async () => {
    chooseFile('broken.json', '{\n "a": 1\n "b": 2\n}')
    await screen.findByText(/^Line 3: .*Nothing was stored\.$/)
    page.refuse('Two causes have the same id.')
    chooseFile('theirs.json', JSON.stringify(changed))
    await screen.findByText(/“theirs\.json”/)
    tap('Take the book over')
    await screen.findByText('Two causes have the same id.')
    expect(screen.getByText('Nothing was stored.')).toBeDefined()
  })
})
