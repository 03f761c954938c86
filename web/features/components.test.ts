import { readdirSync, readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { describe, expect, test } from 'vitest'

const WEB = fileURLToPath(new URL('..', import.meta.url))
const VIEWS = ['features', 'app'].flatMap((room) =>
  readdirSync(`${WEB}${room}`, { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('.tsx') && !name.endsWith('.test.tsx'))
    .map((name) => `${room}/${name}`),
)
const PAYLOAD = /\bpayload: \{/

/** Lines of views in which something stands that belongs elsewhere. */
const linesWith = (pattern: RegExp): readonly string[] =>
  VIEWS.flatMap((file) =>
    readFileSync(`${WEB}${file}`, 'utf8')
      .split('\n')
      .flatMap((line, i) => (pattern.test(line) ? [`${file}:${i + 1} ${line.trim()}`] : [])),
  )

describe('a view only lays out', () => {
  test('what a command carries is put together in the commands of its feature', () => {
    expect(VIEWS.length).toBeGreaterThan(100)
    expect(linesWith(PAYLOAD)).toEqual([])
  })
  test('one that did not would be seen', () =>
    expect(PAYLOAD.test('keep.submit({ payload: { jobId: job.id } })')).toBe(true))
})
