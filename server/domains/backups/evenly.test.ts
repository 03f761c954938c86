import { expect, test, vi } from 'vitest'
import { evenly } from './evenly.ts'

test('what is written is flushed in shares, and nothing is flushed for little', () => {
  const flush = vi.fn()
  const wrote = evenly(flush)
  for (let i = 0; i < 7; i += 1) wrote(1024 * 1024)
  expect(flush).not.toHaveBeenCalled()
  wrote(1024 * 1024)
  expect(flush).toHaveBeenCalledTimes(1)
  wrote(100 * 1024 * 1024)
  expect(flush).toHaveBeenCalledTimes(2)
  wrote(1)
  expect(flush).toHaveBeenCalledTimes(2)
})
