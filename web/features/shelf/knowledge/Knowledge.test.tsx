import { NO_CHANGES, SHIPPED_BOOK } from '@anklet/core/reasoning/diagnosis'
import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import type { ReactNode } from 'react'
import { beforeEach, describe, expect, test } from 'vitest'
import type { Formed } from '../../../test/form.tsx'
import { putForm, tap, type } from '../../../test/form.tsx'
import { Causes } from './Causes.tsx'
import { ChecksShelf } from './ChecksShelf.tsx'

const relay = SHIPPED_BOOK.causes.find(({ id }) => id === 'relayDead')!
const soap = SHIPPED_BOOK.checks.find(({ id }) => id === 'soapSpring')!

let page: Formed
const put = (form: ReactNode, changes = NO_CHANGES): void => {
  page = putForm(form, {
    '/api/knowledge': {
      version: 5,
      changes,
      learned: { closedJobs: 0, counts: {} },
      borrowed: null,
    },
    '/api/shop': {},
  })
}
const fill = (label: string, text: string): void => type(new RegExp(`^${label}`), text)
const sent = async (): Promise<{ readonly causes: object; readonly checks: object }> => {
  await waitFor(() => expect(page.commands).toHaveLength(1))
  expect(page.commands[0]).toMatchObject({ type: 'knowledge.save', baseVersion: 5 })
  return (page.commands[0]!.payload as { readonly changes: { causes: object; checks: object } })
    .changes
}
/** Opens a row, once the shop's own knowledge is there. */
const open = async (words: string): Promise<void> => {
  for (const more of await screen.findAllByRole('button', { name: /^Show \d+ more/ }))
    fireEvent.click(more)
  const rows = await screen.findAllByRole('listitem')
  const row = rows.find((each) => each.textContent?.toLowerCase().includes(words.toLowerCase()))!
  fireEvent.click(within(row).getByRole('button', { expanded: false }))
  await waitFor(() =>
    expect(screen.getByRole('button', { name: 'Keep it so' }).hasAttribute('disabled')).toBe(false),
  )
}

describe('a cause of the book', () => {
  const words = relay.words.replace('The ', '').replace('{place} ', '').slice(0, 12)
  test('is changed alone; the others stay as they ship', async () => {
    put(<Causes />)
    await open(words)
    fill('Met at one place', '7,5')
    fill('Your price', '48')
    tap('By a drive')
    tap('Keep it so')
    expect(await sent()).toEqual({
      ...NO_CHANGES,
      causes: { relayDead: { ...relay, weight: 7.5, price: 48, proof: 'drive' } },
    })
  })
  test.each([
    ['What is wrong', '  ', 'Say what is wrong, and in one line why it comes.'],
    ['Why it comes', '', 'Say what is wrong, and in one line why it comes.'],
    ['Met at one place', '0', 'How often it is met must be a number above 0, at most 10 000.'],
    ['Work', 'ten', 'The minutes of work must be a number from 0, at most 10 000.'],
    ['Parts without', '-4', 'The worth of the parts must be a number from 0, at most 10 000.'],
    ['Your price', '1e9', 'A price is a figure from 0 up; leave it empty where you have none.'],
  ])('%s of "%s" is refused', async (label, text, sentence) => {
    put(<Causes />)
    await open(words)
    fill(label, text)
    tap('Keep it so')
    await screen.findByText(sentence)
    expect(page.commands).toEqual([])
  })
  test('that was changed goes back to how it ships', async () => {
    put(<Causes />, { ...NO_CHANGES, causes: { relayDead: { ...relay, weight: 50 } } })
    await open(words)
    await screen.findByText('changed')
    tap('As it ships')
    expect(await sent()).toEqual(NO_CHANGES)
  })
})

describe('a new cause', () => {
  beforeEach(async () => {
    put(<Causes />)
    tap('A new cause')
    await waitFor(() =>
      expect(
        screen.getByRole('button', { name: 'Put it on the shelf' }).hasAttribute('disabled'),
      ).toBe(false),
    )
  })
  test('comes with the check that shows it', async () => {
    fill('What is wrong', 'The {place} boot is cut')
    fill('Why it comes', 'It rubs at the arm.')
    fill('It sits at', 'corner')
    fill('The check that shows it', 'soapSpring')
    fill('How often', 'mostly')
    tap('Put it on the shelf')
    const { causes, checks } = await sent()
    expect(causes).toMatchObject({ bootIsCut: { place: 'corner', because: 'It rubs at the arm.' } })
    expect(Object.keys(checks)).toEqual(['soapSpring'])
    expect(JSON.stringify(checks)).toContain('"causes":["bootIsCut"]')
  })
  test('without words is refused, and whoever sent it is at the field', async () => {
    tap('Put it on the shelf')
    await screen.findByText('Say what is wrong, and in one line why it comes.')
    await waitFor(() =>
      expect(document.activeElement).toBe(screen.getByLabelText(/^What is wrong/)),
    )
    expect(page.commands).toEqual([])
  })
})

describe('a check of the book', () => {
  beforeEach(async () => {
    put(<ChecksShelf />)
    await open(soap.name)
  })
  test('is changed: its steps a line each, its words, how often it shows what', async () => {
    fill('How it is done', 'Soap it.\n\n Watch it. ')
    fill('It needs', 'soap,  , water')
    fill('Or', 'It bubbles')
    tap('Keep it so')
    const { checks } = await sent()
    expect(checks).toMatchObject({
      soapSpring: {
        ...soap,
        how: ['Soap it.', 'Watch it.'],
        needs: ['soap', 'water'],
        outcomes: [soap.outcomes[0], { id: soap.outcomes[1]!.id, words: 'It bubbles' }],
      },
    })
  })
  test.each([
    ['Name', ' ', 'A check needs a name and its question.'],
    ['Work', '-1', 'The minutes of work must be a number from 0, at most 10 000.'],
    ['Standing by itself', '300', 'The hours it stands must be a number from 0, at most 200.'],
    ['How it is done', ' \n ', 'Say how it is done, in one to eight lines of at most 240 letters.'],
    [
      'It needs',
      'a,b,c,d,e,f,g',
      'What it needs: at most six things of forty letters, parted by commas.',
    ],
    ['Or', ' ', 'Every outcome needs its words.'],
  ])('%s of "%s" is refused', async (label, text, sentence) => {
    fill(label, text)
    tap('Keep it so')
    await screen.findByText(sentence)
    expect(page.commands).toEqual([])
  })
})
