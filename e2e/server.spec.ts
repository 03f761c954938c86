import { spawn, spawnSync } from 'node:child_process'
import { cpSync, existsSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { startPostgres } from '../scripts/postgres.mjs'
import { DEMO_FOLDER } from './demoFolder.ts'
import { expect, test } from './fixtures.ts'
import { goTo } from './goTo.ts'
import { handOn } from './hand.ts'
import { beginWalk } from './jobs.ts'
import type { ServerProcess } from './server.ts'
import { startProcess } from './server.ts'

const moveScript = fileURLToPath(new URL('../scripts/move.mjs', import.meta.url))
const adapter = fileURLToPath(new URL('../server/test/adapter.mjs', import.meta.url))
const MEMORY = '/dev/shm'

interface Told {
  readonly attached: boolean
  readonly identity: { readonly id: string }
}

/** What a server says of the box that attached to another one. */
const boxAt = async (address: string): Promise<Told | undefined> =>
  ((await (await fetch(`${address}/api/devices`)).json()) as Told[]).find(
    ({ identity }) => identity.id === 'outside-box',
  )

test.describe('records on a PostgreSQL server', () => {
  let database: string
  let stop: () => Promise<void>
  let data: string
  const processes: ServerProcess[] = []

  test.beforeAll(async () => {
    const server = await startPostgres(existsSync(MEMORY) ? MEMORY : tmpdir())
    stop = () => server.stop()
    database = server.createDatabase('shop')
    data = mkdtempSync(join(tmpdir(), 'anklet-moved-'))
    cpSync(DEMO_FOLDER, data, { recursive: true })
  })
  test.afterAll(async () => {
    for (const process of processes) await process.end()
    await stop()
    rmSync(data, { recursive: true, force: true })
  })

  test('two processes serve one shop; one is killed while a tablet works at it, and nothing is lost', async ({
    page,
    context,
  }) => {
    test.slow()
    const moved = spawnSync(process.execPath, [moveScript, 'to-server'], {
      env: { ...process.env, DATABASE_URL: database, ANKLET_DATA: data },
      encoding: 'utf8',
    })
    expect(moved.stdout + moved.stderr).toContain('Moved, counted and compared:')

    const [first, second] = [await startProcess(), await startProcess()]
    processes.push(first, second)
    const one = await first.open(null, { database })
    const two = await second.open(null, { database })
    const id = await beginWalk(page, one, 'TQ 102')
    const other = await context.newPage()
    await other.goto(`${two.address}/jobs/${id}/heights`)
    const seen = other.getByRole('link', { name: /^Heights , done front left/ })
    await expect(other.getByRole('heading', { level: 1 }).first()).toBeVisible()

    const hand = handOn(page)
    await hand.walk([431, 471, 486, 487])
    await one.kill()
    await hand.walk([487, 486, 471, 432])
    await hand.tap('Save the round')
    await expect(
      page.getByText('it is kept on this device until the server has it').first(),
    ).toBeVisible()
    // The other process goes on, and leads now: people there notice nothing.
    await goTo(other, '/jobs')
    await expect(other.getByRole('region', { name: 'Jobs' }).getByText('TQ 102')).toBeVisible()
    await goTo(other, `/jobs/${id}/heights`)
    await expect(seen).toHaveCount(0)

    await one.start()
    await expect(page.getByRole('link', { name: /^Heights , done front left/ })).toBeVisible({
      timeout: 20_000,
    })
    // Written through one process, heard by a page of the other.
    await expect(seen).toBeVisible({ timeout: 5000 })
    const rounds = (await (await fetch(`${two.address}/api/jobs/${id}`)).json()) as {
      rounds: { readings: { heightMm: number }[] }[]
    }
    expect(
      rounds.rounds
        .at(-1)
        ?.readings.map(({ heightMm }) => heightMm)
        .sort(),
    ).toEqual([431, 432, 471, 471, 486, 486, 487, 487])

    // A device that reaches one process is the same device in the other.
    const box = spawn(process.execPath, [adapter, one.address], { stdio: 'ignore' })
    try {
      await expect
        .poll(async () => (await boxAt(two.address))?.attached, { timeout: 15_000 })
        .toBe(true)
      await two.kill()
      // Whoever leads now is told anew what is attached; the box itself attaches when it starts again.
      await expect
        .poll(() => fetch(`${one.address}/api/devices`).then(({ status }) => status), {
          timeout: 15_000,
        })
        .toBe(200)
    } finally {
      box.kill()
    }
  })
})
