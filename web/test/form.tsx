import type { Command } from '@anklet/contract'
import { COMMANDS } from '@anklet/contract'
import { barePlate } from '@anklet/language/plain/plates'
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { cleanup, configure, fireEvent, render, screen } from '@testing-library/react'
import type { ReactNode } from 'react'
import { MemoryRouter } from 'react-router'
import { Ajv } from 'ajv'
import { expect, vi } from 'vitest'
import { useSession } from '../client/state/session.ts'

// On a busy machine a page may take its time; what never comes still fails.
configure({ asyncUtilTimeout: 15_000 })

/** A form on the page, before a server that takes down what it is sent. */
export interface Formed {
  /** Commands the server was sent, oldest first. */
  readonly commands: readonly Command[]
  /** Everything else it was sent. */
  readonly told: readonly { readonly path: string; readonly body: unknown }[]
  /**
   * From now on each command is refused with this sentence; null: taken again.
   * @param only commands of this kind; left out: all
   */
  refuse(sentence: string | null, only?: Command['type']): void
  /** Asks everything anew, as it is when somebody else wrote something. */
  refresh(): Promise<void>
}

/** An id as records have them; the contract asks for one. */
export const RECORD_ID = '00000000-0000-4000-8000-00000000000a'

// Records of tests have short ids; everything else of a command is as the contract has it.
const ajv = new Ajv({ strict: false, allowUnionTypes: true, formats: { uuid: true, date: true } })
ajv.addFormat('date-time', true)

/** What the contract does not take of the commands that were sent. */
const faults: string[] = []

function lookAt(command: Command): void {
  const { type } = command
  if (!ajv.validate(COMMANDS[type], command)) faults.push(`${type}: ${ajv.errorsText()}`)
}

/** Answers a question by what stands in its query string. */
export type Answering = (asked: URLSearchParams) => unknown

/** Answers with the cars whose plates hold the words asked for, as a server does. */
export const carsFound =
  (cars: readonly { readonly plate: string }[]): Answering =>
  (asked) => {
    const wanted = barePlate(asked.get('words') ?? '')
    const rows = cars.filter(({ plate }) => barePlate(plate).includes(wanted))
    return { total: rows.length, rows: rows.slice(0, Number(asked.get('size'))) }
  }

/** An answer that never comes. */
export const SILENT = Symbol('silent')

const json = (body: unknown, status = 200): Response =>
  new Response(JSON.stringify(body), {
    status,
    headers: { 'content-type': 'application/json' },
  })

/**
 * Puts a form on a page of its own, with a person who signs.
 * @param answers what the server says, by path; what is asked besides is not found. A function is
 * asked with the query string
 * @param at the address of the page
 */
export function putForm(
  form: ReactNode,
  answers: Readonly<Record<string, unknown>> = {},
  at = '/',
): Formed {
  const commands: Command[] = []
  const told: { path: string; body: unknown }[] = []
  let refusal: string | null = null
  let refused: Command['type'] | undefined
  vi.stubGlobal('fetch', (path: string, init?: RequestInit): Promise<Response> => {
    if (init?.method !== 'POST') {
      const [bare = '', query] = path.split('?')
      const answer = answers[path] ?? answers[bare]
      return Promise.resolve(
        answer === undefined
          ? json({ detail: 'Not here.', code: 'notFound', path: null }, 404)
          : json(
              typeof answer === 'function'
                ? (answer as Answering)(new URLSearchParams(query))
                : answer,
            ),
      )
    }
    const body: unknown = JSON.parse(String(init.body as string))
    if (path !== '/api/commands') {
      told.push({ path, body })
      if (answers[path] === SILENT) return new Promise(() => undefined)
      return Promise.resolve(json({ commandId: 'taken' }))
    }
    commands.push(body as Command)
    lookAt(body as Command)
    return Promise.resolve(
      refusal === null || (refused !== undefined && refused !== (body as Command).type)
        ? json({ version: 2 })
        : json({ detail: refusal, code: 'refused', path: null }, 422),
    )
  })
  useSession.setState({ personId: '00000000-0000-4000-8000-000000000001' })
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } })
  render(
    <QueryClientProvider client={client}>
      <MemoryRouter initialEntries={[at]}>{form}</MemoryRouter>
    </QueryClientProvider>,
  )
  return {
    commands,
    told,
    refuse: (sentence, only) => {
      refusal = sentence
      refused = only
    },
    refresh: () => client.invalidateQueries(),
  }
}

/** Taps a button by what is written on it. */
export const tap = (name: string | RegExp): void => {
  fireEvent.click(screen.getByRole('button', { name }))
}
/** Types into a field by its label. */
export const type = (label: string | RegExp, value: string): void => {
  fireEvent.change(screen.getByLabelText(label), { target: { value } })
}

/** Chooses a file for the first thing on the page that takes one. */
export const chooseFile = (name: string, text: string): void => {
  const input = document.querySelector<HTMLInputElement>('input[type=file]')!
  fireEvent.change(input, { target: { files: [new File([text], name)] } })
}

/** Takes a form off the page, with what it left. @throws where a command was none the contract takes. */
export function takeAway(): void {
  cleanup()
  sessionStorage.clear()
  vi.unstubAllGlobals()
  localStorage.clear()
  expect(faults.splice(0)).toEqual([])
}
