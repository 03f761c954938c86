import type { ProcedureBook } from '@anklet/core/work/procedure'
import { SHIPPED_PROCEDURES, USUAL_WAY } from '@anklet/core/work/procedure'
import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { beforeEach, describe, expect, test } from 'vitest'
import type { Formed } from '../../test/form.tsx'
import { chooseFile, putForm, tap, type } from '../../test/form.tsx'
import { ProceduresShelf } from './ProceduresShelf.tsx'

const [job] = SHIPPED_PROCEDURES.jobs
const step = SHIPPED_PROCEDURES.steps.find(({ id }) => id === job!.steps[0])!

let page: Formed
beforeEach(async () => {
  page = putForm(<ProceduresShelf />, {
    '/api/procedures': { version: 8, book: null, way: USUAL_WAY },
  })
  await screen.findByRole('region', { name: 'Jobs' })
})
const sent = async (): Promise<{ readonly book: ProcedureBook | null; readonly way: object }> => {
  await waitFor(() => expect(page.commands).toHaveLength(1))
  expect(page.commands[0]).toMatchObject({ type: 'procedures.save', baseVersion: 8 })
  return page.commands[0]!.payload as never
}
const fill = (label: string, text: string): void => type(new RegExp(`^${label}`), text)
const minutes = typeof step.minutes === 'number' ? 'Takes' : 'On the left'

test('what the shop settles its own way is kept with a tap; the book stays as it ships', async () => {
  const legend = screen.getByRole('group', { name: 'Of a strut' })
  const other = within(legend)
    .getAllByRole('button')
    .find((each) => each.getAttribute('aria-pressed') === 'false')!
  fireEvent.click(other)
  const { book, way } = await sent()
  expect(book).toBeNull()
  expect(way).not.toEqual(USUAL_WAY)
  expect({ ...way, first: USUAL_WAY.first }).toEqual(USUAL_WAY)
})

describe('a step', () => {
  beforeEach(() => {
    const jobs = within(screen.getByRole('region', { name: 'Jobs' }))
    fireEvent.click(jobs.getAllByRole('button', { expanded: false, hidden: true })[0]!)
  })
  test('is changed alone; its book is the shop’s own from then on', async () => {
    fill('What is done', ' Done another way. ')
    fill(minutes, '7,5')
    fill('Waits by itself', '20')
    tap('Keep it so')
    const { book, way } = await sent()
    expect(way).toEqual(USUAL_WAY)
    const changed = book!.steps.filter(
      (each) =>
        JSON.stringify(each) !==
        JSON.stringify(SHIPPED_PROCEDURES.steps.find(({ id }) => id === each.id)),
    )
    expect(changed).toMatchObject([{ id: step.id, words: 'Done another way.', wait: 20 }])
    expect(JSON.stringify(changed[0]!.minutes)).toContain('7.5')
  })
  test.each([
    ['What is done', ' ', 'A step needs its words, and why it is done.'],
    ['Why', '', 'A step needs its words, and why it is done.'],
    [minutes, 'long', 'Minutes are figures from 0 to 1440.'],
    [minutes, '1441', 'Minutes are figures from 0 to 1440.'],
    ['Waits by itself', '-5', 'Minutes it waits by itself are a figure from 0 to 10 080.'],
  ])('%s of "%s" is refused', async (label, text, sentence) => {
    fill(label, text)
    tap('Keep it so')
    expect((await screen.findAllByText(sentence)).length).toBeGreaterThan(0)
    expect(page.commands).toEqual([])
  })
})

describe('a book out of a file', () => {
  test('is taken over as it is', async () => {
    const mine = { ...SHIPPED_PROCEDURES, jobs: SHIPPED_PROCEDURES.jobs.slice(0, 2) }
    chooseFile('mine.json', JSON.stringify(mine))
    expect((await sent()).book).toEqual(mine)
    await screen.findByText('“mine.json” stands on the shelf now.')
  })
  test('that is none is refused by its line, and nothing is sent', async () => {
    chooseFile('mine.json', '{\n "format": 1\n "jobs": []\n}')
    await screen.findByText(/^Line 3: .*Nothing was stored\.$/)
    expect(page.commands).toEqual([])
  })
})
