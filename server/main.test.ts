import type { ChildProcess } from 'node:child_process'
import { spawnSync } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { request } from 'node:https'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { BUILT, endAll, endProcess, freePort, launch, outcomeOf } from './trials/machine.ts'

const leadScript = fileURLToPath(new URL('../scripts/lead.mjs', import.meta.url))
const restoreScript = fileURLToPath(new URL('../scripts/restore.mjs', import.meta.url))

let data: string
beforeEach(() => {
  data = mkdtempSync(join(tmpdir(), 'anklet-main-'))
})
afterEach(async () => {
  await endAll()
  rmSync(data, { recursive: true, force: true })
})

const start = (env: Record<string, string>): ChildProcess =>
  launch(BUILT, { ANKLET_DATA: data, ...env })

describe.skipIf(!existsSync(BUILT))('the server as it is started', () => {
  test('says where it is, answers, and gives the folder back at the end', async () => {
    const child = start({ PORT: String(await freePort()) })
    const { ready } = await outcomeOf(child)
    expect(await (await fetch(`${ready!}/api/health`)).json()).toMatchObject({
      status: 'ok',
      database: 'pglite',
    })
    const page = await fetch(ready!)
    expect(page.headers.get('content-security-policy')).toContain("default-src 'self'")
    expect(page.headers.get('x-powered-by')).toBeNull()
    await endProcess(child, 'SIGTERM')
    const again = start({ PORT: String(await freePort()) })
    expect((await outcomeOf(again)).ready).not.toBeNull()
  })

  test('a second one on the same folder says so and stops; the first goes on', async () => {
    const first = await outcomeOf(start({ PORT: String(await freePort()) }))
    const second = await outcomeOf(start({ PORT: String(await freePort()) }))
    expect(second.ready).toBeNull()
    expect(second.said).toMatch(/is open in another Anklet \(process \d+\)\. Stop that one first/)
    expect((await fetch(`${first.ready!}/api/people`)).status).toBe(200)
  })

  test('a port that is taken is named', async () => {
    const port = await freePort()
    const other = createServer().listen(port, '127.0.0.1')
    expect((await outcomeOf(start({ PORT: String(port) }))).said).toContain(
      `Port ${port} is taken by another program. Set PORT to a free one.`,
    )
    other.close()
  })

  test('it does not open itself to others without accounts', async () => {
    const { ready, said } = await outcomeOf(
      start({ HOST: '0.0.0.0', PORT: String(await freePort()) }),
    )
    expect(ready).toBeNull()
    expect(said).toContain('Nobody has a PIN yet, so anybody on the network could sign as anybody.')
  })

  test('a lead’s PIN set at the machine opens it to the network, over HTTPS, to who signs in', async () => {
    const setLead = (pin: string): string => {
      const { stdout, stderr } = spawnSync(process.execPath, [leadScript, ' L. Lead '], {
        env: { ...process.env, ANKLET_DATA: data },
        input: `${pin}\n`,
        encoding: 'utf8',
      })
      return stdout + stderr
    }
    expect(setLead('123456')).toContain('That is easy to guess.')
    expect(setLead('quay-4711')).toContain('L. Lead is a lead (added) and signs in with this PIN.')
    expect(setLead('quay-4712')).toContain('L. Lead is a lead and signs in with this PIN.')
    const port = await freePort()
    const child = start({ HOST: '0.0.0.0', PORT: String(port) })
    const { ready } = await outcomeOf(child)
    try {
      expect(ready).toBe(`https://0.0.0.0:${port}`)
      const ca = readFileSync(join(data, 'certificate', 'authority.pem'), 'utf8')
      const ask = (path: string, body?: object, host = 'localhost') =>
        new Promise<{ status: number; cookie: string }>((answered, failed) => {
          request(
            {
              host: '127.0.0.1',
              servername: 'localhost',
              port,
              path,
              ca,
              method: body ? 'POST' : 'GET',
              headers: { host: `${host}:${port}`, 'content-type': 'application/json' },
            },
            (res) => {
              res.resume()
              const cookie = res.headers['set-cookie']?.[0] ?? ''
              res.once('end', () => answered({ status: res.statusCode ?? 0, cookie }))
            },
          )
            .once('error', failed)
            .end(body && JSON.stringify(body))
        })
      expect(await ask('/api/health')).toMatchObject({ status: 200 })
      expect(await ask('/api/people')).toMatchObject({ status: 401 })
      expect(await ask('/api/health', undefined, 'elsewhere.example')).toMatchObject({
        status: 403,
      })
      const signIn = { name: 'l. lead', secret: 'quay-4712', device: 'd' }
      const { status, cookie } = await ask('/api/session', signIn)
      expect(status).toBe(200)
      expect(cookie).toMatch(/^__Host-anklet=.*; Path=\/; .*HttpOnly; Secure; SameSite=Strict/)
    } finally {
      await endProcess(child, 'SIGTERM')
    }
  })

  test('it ends with the process that started it', async () => {
    const parent = launch('-e', { ANKLET_DATA: data, PORT: String(await freePort()) }, [
      `const child = require('node:child_process').fork(process.argv[1], [], { stdio: 'inherit' })
         child.on('message', () => console.log('child ' + child.pid))`,
      BUILT,
    ])
    const pid = await new Promise<number>((resolve) => {
      parent.stdout.on('data', (chunk: Buffer) => {
        const told = /child (\d+)/.exec(chunk.toString())?.[1]
        if (told) resolve(Number(told))
      })
    })
    await endProcess(parent, 'SIGKILL')
    const isAlive = (): boolean => {
      try {
        return process.kill(pid, 0)
      } catch {
        return false
      }
    }
    await expect.poll(isAlive, { timeout: 20_000 }).toBe(false)
    const { ready } = await outcomeOf(start({ PORT: String(await freePort()) }))
    expect(ready).not.toBeNull()
  })

  test('a backup is put back by command, and only while no server runs', async () => {
    const child = start({ PORT: String(await freePort()) })
    const { ready } = await outcomeOf(child)
    const send = (path: string, body: object) =>
      fetch(`${ready!}${path}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
      })
    const personId = crypto.randomUUID()
    await send('/api/commands', {
      id: crypto.randomUUID(),
      type: 'person.add',
      person: personId,
      device: 'test',
      at: new Date().toISOString(),
      baseVersion: null,
      payload: { personId, name: 'K. Ept' },
    })
    await send('/api/backups', {})
    const listed = async () =>
      (await (await fetch(`${ready!}/api/backups`)).json()) as {
        doing: string | null
        folder: string
        backups: { name: string }[]
      }
    await expect.poll(async () => (await listed()).doing, { timeout: 60_000 }).toBe(null)
    const { folder, backups } = await listed()
    const file = join(folder, backups[0]!.name)
    const restore = async (from: string): Promise<string> => {
      return (await outcomeOf(launch(restoreScript, { ANKLET_DATA: data }, [from]))).said
    }
    expect(await restore(file)).toContain('is open in another Anklet')
    await endProcess(child, 'SIGKILL')
    rmSync(join(data, 'db'), { recursive: true })
    const refused = await outcomeOf(start({ PORT: String(await freePort()) }))
    expect(refused.said).toContain(`npm run restore -- "${file}"`)
    expect(await restore(join(folder, 'none.anklet'))).toContain('There is no file')
    expect(await restore(file)).toContain('Put back, and compared row by row')
    const again = await outcomeOf(start({ PORT: String(await freePort()) }))
    const people = (await (await fetch(`${again.ready!}/api/people`)).json()) as { name: string }[]
    expect(people.map(({ name }) => name)).toEqual(['K. Ept'])
    // Six processes one after the other, each with a database to open.
  }, 180_000)
})
