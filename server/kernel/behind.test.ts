import { spawnSync } from 'node:child_process'
import { expect, test } from 'vitest'

// Field 19 of a thread's line, counted from behind its name, which may hold anything.
const program = `
  import { readdirSync, readFileSync } from 'node:fs'
  import { stepBehind } from ${JSON.stringify(new URL('./behind.ts', import.meta.url).href)}
  const nices = () =>
    readdirSync('/proc/self/task').map((thread) => {
      const line = readFileSync('/proc/self/task/' + thread + '/stat', 'utf8')
      return Number(line.slice(line.lastIndexOf(')') + 2).split(' ')[16])
    })
  const before = nices()
  stepBehind()
  console.log(JSON.stringify({ before, after: nices() }))
`

test.runIf(process.platform === 'linux')(
  'whoever steps behind does so with all of its threads, also those that stand since the start',
  () => {
    const { stdout, stderr } = spawnSync(
      process.execPath,
      ['--import', 'tsx', '--input-type=module', '-e', program],
      { encoding: 'utf8' },
    )
    expect(stderr).toBe('')
    const { before, after } = JSON.parse(stdout) as Record<'before' | 'after', number[]>
    expect(before.length).toBeGreaterThan(1)
    expect(Math.min(...after)).toBeGreaterThan(Math.max(...before))
    expect(Math.min(...after)).toBe(19)
  },
)
