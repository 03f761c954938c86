import { expect, test } from 'vitest'
import { firstPiece } from './chunks.ts'

/** Modules by name: whom each reads at once, and whom only when it is needed. */
const READS: Readonly<Record<string, { readonly atOnce: string[]; readonly later: string[] }>> = {
  '/web/index.html': { atOnce: ['/web/app/main.tsx'], later: [] },
  '/web/app/main.tsx': { atOnce: [], later: ['/web/app/App.tsx'] },
  '/web/app/App.tsx': { atOnce: ['button', 'shell'], later: ['jobs', 'shelf'] },
  shell: { atOnce: ['button', 'icon'], later: [] },
  jobs: { atOnce: ['button', 'table'], later: [] },
  shelf: { atOnce: ['table'], later: [] },
  button: { atOnce: ['icon'], later: [] },
  table: { atOnce: ['button'], later: [] },
  icon: { atOnce: [], later: [] },
}
const readers = (of: string, how: 'atOnce' | 'later'): string[] =>
  Object.keys(READS).filter((name) => READS[name]![how].includes(of))
const known = {
  getModuleInfo: (id: string) => ({
    isEntry: id === '/web/index.html',
    importers: readers(id, 'atOnce'),
    dynamicImporters: readers(id, 'later'),
  }),
}

test('what every page comes with and others share is one piece', () => {
  expect(Object.keys(READS).filter((id) => firstPiece(id, known) === 'first')).toEqual([
    'button',
    'icon',
  ])
})
test('what only pages share, or only the first page reads, is none of it', () => {
  for (const id of ['table', 'shell', 'jobs']) expect(firstPiece(id, known)).toBeNull()
})
