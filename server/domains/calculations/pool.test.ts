import { Worker } from 'node:worker_threads'
import { afterEach, describe, expect, test } from 'vitest'
import type { CalculationPool, PoolSettings } from './pool.ts'
import { createPool } from './pool.ts'

const ECHO = `const { parentPort, threadId } = require('node:worker_threads')
parentPort.on('message', ({ request }) => {
  while (request === 'endless') {}
  if (request === 'burst') throw new Error('burst')
  setTimeout(() => parentPort.postMessage({ ok: true, value: { request, threadId } }), request === 'slow' ? 50 : 0)
})`

let pools: CalculationPool[] = []
function echoPool(
  size: number,
  settings: Partial<PoolSettings> = {},
): { pool: CalculationPool; started: () => number } {
  let started = 0
  const pool = createPool(
    () => {
      started += 1
      return new Worker(ECHO, { eval: true })
    },
    { size, ...settings },
  )
  pools.push(pool)
  return { pool, started: () => started }
}
afterEach(async () => {
  await Promise.all(pools.map((pool) => pool.close()))
  pools = []
})

const ask = async (pool: CalculationPool, request: string) => {
  const outcome = await pool.run('equilibrium', request)
  return outcome.ok ? (outcome.value as { request: string; threadId: number }) : null
}

describe('threads that calculate', () => {
  test('one thread answers one question after another', async () => {
    const { pool, started } = echoPool(1)
    for (const word of ['a', 'b', 'c'])
      expect(await ask(pool, word)).toMatchObject({ request: word })
    expect(started()).toBe(1)
  })

  test('many at once each get their own answer, on no more threads than allowed', async () => {
    const { pool, started } = echoPool(2)
    const words = Array.from({ length: 30 }, (_, i) => (i % 5 === 0 ? 'slow' : `word ${i}`))
    const answers = await Promise.all(words.map((word) => ask(pool, word)))
    expect(answers.map((answer) => answer?.request)).toEqual(words)
    expect(started()).toBe(2)
    expect(new Set(answers.map((answer) => answer?.threadId)).size).toBe(2)
  })

  test('a thread that breaks fails its own question only', async () => {
    const { pool } = echoPool(1)
    await expect(pool.run('equilibrium', 'burst')).rejects.toThrow('burst')
    expect(await ask(pool, 'after')).toMatchObject({ request: 'after' })
  })

  test('what takes too long is given up with a reason, and the next is reckoned on a fresh thread', async () => {
    const { pool, started } = echoPool(1, { longestMs: 1500 })
    await expect(pool.run('equilibrium', 'endless')).rejects.toMatchObject({
      code: 'tooMuch',
      data: { seconds: 1.5 },
    })
    expect(await ask(pool, 'after')).toMatchObject({ request: 'after' })
    expect(started()).toBe(2)
  })

  test('a long one of another kind delays none', async () => {
    const { pool } = echoPool(1, { longestMs: 1000 })
    const order: string[] = []
    const long = pool.run('simulate', 'endless').catch(() => order.push('endless'))
    await ask(pool, 'quick')
    order.push('quick')
    await long
    expect(order).toEqual(['quick', 'endless'])
  })

  test('a thread that rests is ended, and another is started when it is wanted', async () => {
    const { pool, started } = echoPool(1, { idleMs: 20 })
    await ask(pool, 'first')
    await new Promise((rested) => setTimeout(rested, 100))
    expect(await ask(pool, 'second')).toMatchObject({ request: 'second' })
    expect(started()).toBe(2)
  })

  test('a queue too long is refused at once instead of growing', async () => {
    const { pool } = echoPool(1)
    const results = await Promise.allSettled(
      Array.from({ length: 260 }, () => pool.run('equilibrium', 'x')),
    )
    const refused = results.filter((result) => result.status === 'rejected')
    expect(refused.length).toBeGreaterThan(40)
    expect((refused[0] as PromiseRejectedResult).reason).toMatchObject({ code: 'busy' })
  })
})
