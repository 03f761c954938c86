// npm run test:crash [-- --runs 200]: kills the server at random moments under load, in its first
// start and in recovery, and compares what was acknowledged with what is there afterwards.
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { endAll, endProcess } from './machine.ts'
import type { Moment } from './outcome.ts'
import { Counts, judge, momentOf, startPartly, writeFor } from './outcome.ts'
import { Writers } from './writers.ts'

const { values } = parseArgs({ options: { runs: { type: 'string', default: '200' } } })
const counts = new Counts()

async function trial(folder: string, moment: Moment): Promise<void> {
  const writers = new Writers()
  if (moment === 'in its first start')
    await endProcess((await startPartly(folder)).child, 'SIGKILL')
  else {
    const { server, writing } = await writeFor(folder, writers)
    await endProcess(server.child, 'SIGKILL')
    await writing
  }
  if (moment === 'in recovery') await endProcess((await startPartly(folder)).child, 'SIGKILL')
  counts.add(moment, await judge(folder, writers, counts))
}

for (let i = 0; i < Number(values.runs); i++) {
  const folder = mkdtempSync(join(tmpdir(), 'anklet-crash-'))
  try {
    await trial(folder, momentOf(i))
  } catch (error) {
    counts.fail(error instanceof Error ? error.message : String(error))
    await endAll()
  }
  rmSync(folder, { recursive: true, force: true })
}
process.exit(counts.report('Kills') ? 0 : 1)
