import { readdirSync, readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { expect, test } from 'vitest'

const ROOM = fileURLToPath(new URL('..', import.meta.url))
/** What is told to whoever starts the server, before there is a page that could speak. */
const AT_THE_MACHINE = new Set(['main.ts', 'serve.ts', 'store/lock.ts'])
const ROOMS = ['store', 'kernel', 'devices', 'domains', 'http']

const COMMENT = /\/\*[\s\S]*?\*\/|^\s*\/\/.*$/gm
/** A quoted text that begins like a sentence: a capital, and three more words. */
const SENTENCE = /['`"]([A-Z][a-z’]+(?: [a-z’]+){3,}[^'`"\n]*)/g

const filesIn = (folder: string): string[] =>
  readdirSync(`${ROOM}${folder}`, { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('.ts') && !/test\//.test(name) && !name.endsWith('.test.ts'))
    .map((name) => `${folder}/${name}`)

const sentencesIn = (file: string): string[] =>
  [...readFileSync(`${ROOM}${file}`, 'utf8').replaceAll(COMMENT, '').matchAll(SENTENCE)].map(
    ([, said]) => `${file}: ${said}`,
  )

test('no sentence is written in the server: it names what is wrong, the language says it', () => {
  const files = ROOMS.flatMap(filesIn).filter((file) => !AT_THE_MACHINE.has(file))
  expect(files.length).toBeGreaterThan(70)
  expect(files.flatMap(sentencesIn)).toEqual([])
})

test('a sentence would be seen', () => {
  const said = "refuse('This joint was not opened.')"
  expect([...said.matchAll(SENTENCE)].map(([, words]) => words)).toEqual([
    'This joint was not opened.',
  ])
})
