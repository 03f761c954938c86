import { afterEach, beforeEach, expect, vi } from 'vitest'
import { takeAway } from './form.tsx'

/** What React found wrong in a page: two of one key, a field that is taken over, an update too late. */
const complaints: string[] = []

// Files of one worker share what they import, but each has hooks of its own.
beforeEach(() => {
  vi.spyOn(console, 'error').mockImplementation((...words: unknown[]) => {
    complaints.push(words.map(String).join(' '))
  })
})
afterEach(() => {
  takeAway()
  expect(complaints.splice(0)).toEqual([])
})
