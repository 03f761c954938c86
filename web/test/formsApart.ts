import { afterEach, beforeEach, expect, vi } from 'vitest'
import { takeAway } from './form.tsx'

// Files of one worker share what they import, but each has hooks of its own.
let complained: ReturnType<typeof vi.spyOn>
beforeEach(() => {
  complained = vi.spyOn(console, 'error').mockImplementation(() => undefined)
})
afterEach(() => {
  const complaints = complained.mock.calls.map((words: unknown[]) => words.map(String).join(' '))
  complained.mockRestore()
  takeAway()
  // What React finds wrong in a page: two of one key, a field that is taken over, an update too late.
  expect(complaints).toEqual([])
})
