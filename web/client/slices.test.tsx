import { act, render, screen } from '@testing-library/react'
import type { ReactNode } from 'react'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { slices, useArrived, useInSlices, useSlices } from './slices.ts'

// What is urgent may come so often that no slice is ever finished.
const putOff = (): void => void vi.spyOn(slices, 'begin').mockImplementation(() => undefined)

beforeEach(() => vi.useFakeTimers())
afterEach(() => {
  vi.restoreAllMocks()
  vi.useRealTimers()
})

const pass = (ms: number): Promise<void> =>
  act(async () => {
    await vi.advanceTimersByTimeAsync(ms)
  })
const shown = (): string => screen.getByTestId('shown').textContent

function Drawn({ words }: { readonly words: string }): ReactNode {
  return <p data-testid="shown">{useInSlices(words)}</p>
}

test('what is there from the start is drawn at once, and what comes later soon after', async () => {
  const { rerender } = render(<Drawn words="Known." />)
  expect(shown()).toBe('Known.')
  rerender(<Drawn words="Changed." />)
  await pass(0)
  expect(shown()).toBe('Changed.')
})

test('what is put off again and again is drawn all the same, the newest only', async () => {
  putOff()
  const { rerender } = render(<Drawn words="Known." />)
  rerender(<Drawn words="Changed." />)
  await pass(300)
  expect(shown()).toBe('Known.')
  rerender(<Drawn words="Changed again." />)
  await pass(300)
  expect(shown()).toBe('Known.')
  await pass(200)
  expect(shown()).toBe('Changed again.')
})

test('a page that waits is drawn when all of it is here, and waits anew when it is gone', async () => {
  function Page({ isHere }: { readonly isHere: boolean }): ReactNode {
    return <p data-testid="shown">{useArrived(isHere) ? 'here' : 'fetching'}</p>
  }
  const { rerender } = render(<Page isHere={false} />)
  expect(shown()).toBe('fetching')
  rerender(<Page isHere />)
  await pass(0)
  expect(shown()).toBe('here')
  putOff()
  rerender(<Page isHere={false} />)
  expect(shown()).toBe('fetching')
})

test('what is told at once is not taken back by what was told before', async () => {
  putOff()
  let telling: ReturnType<typeof useSlices<string>>[1] | null = null
  function Told(): ReactNode {
    const [words, tell] = useSlices('Nothing.')
    telling = tell
    return <p data-testid="shown">{words}</p>
  }
  render(<Told />)
  act(() => telling!.tell('An answer.'))
  act(() => telling!.tellNow('Asked anew.'))
  expect(shown()).toBe('Asked anew.')
  await pass(1000)
  expect(shown()).toBe('Asked anew.')
})
