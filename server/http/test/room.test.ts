import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { toAppError } from '../../kernel/appError.ts'
import { loggable } from '../../kernel/loggable.ts'
import type { TestBench } from '../../test/bench.ts'
import { startBench } from '../../test/bench.ts'

describe('a disk without room', () => {
  let bench: TestBench
  beforeAll(async () => {
    bench = await startBench()
  })
  afterAll(() => bench.end())

  test('whoever writes is told and keeps the entry; reading goes on', async () => {
    const name = 'B. Late'
    const payload = { personId: crypto.randomUUID(), name }
    // A body larger than any disk has room for.
    const refused = await bench
      .send('person.add', payload)
      .set('content-length', '1'.padEnd(18, '0'))
    expect(refused.status).toBe(507)
    expect(refused.body).toMatchObject({ code: 'diskFull', title: 'No room' })
    expect((refused.body as { detail: string }).detail).toContain('Keep this entry')
    expect((await bench.get('/api/people')).body).toHaveLength(1)
    await bench.send('person.add', payload).expect(200)
  })

  test('a write of the database that finds none is said as that, however deep it lies', () => {
    const inside = Object.assign(new Error('could not extend file'), { code: '53100' })
    expect(toAppError(inside).code).toBe('diskFull')
    expect(toAppError(new Error('Failed query', { cause: inside })).code).toBe('diskFull')
    expect(toAppError(new Error('another')).code).toBe('internal')
  })
})

describe('the log', () => {
  test('keeps where an error came from, and nothing that was sent', () => {
    const values = Object.assign(
      new Error('Failed query: insert into photo\nparams: /9j/4AAQSecret'),
      {
        code: '22P02',
      },
    )
    const kept = loggable(new Error('outer', { cause: values }))
    expect(kept).toMatchObject({ said: 'outer', cause: { code: '22P02' } })
    expect(kept.cause!.said).toBe('Failed query: insert into photo')
    expect(kept.at[0]).toMatch(/^at /)
    expect(JSON.stringify(kept)).not.toContain('Secret')
  })
})
