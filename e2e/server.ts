import type { ChildProcess } from 'node:child_process'
import { fork } from 'node:child_process'
import { cpSync, mkdtempSync, rmSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath, pathToFileURL } from 'node:url'

const built = fileURLToPath(new URL('../server/dist', import.meta.url))

/** A real server with a data folder of its own. */
export interface TestServer {
  readonly address: string
  /** Where its data lie. */
  readonly data: string
  /** Ends it at once, as a power cut to the process would. */
  kill(): Promise<void>
  /** Ends it in good order, its data written. */
  stop(): Promise<void>
  /** Starts it again on the same port and data. */
  start(): Promise<void>
  /** Ends it and throws its data away. */
  remove(): Promise<void>
}

const freePort = (): Promise<number> =>
  new Promise((resolve, reject) => {
    const probe = createServer()
    probe.once('error', reject)
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number }
      probe.close(() => resolve(port))
    })
  })

/** What a test server starts with: an empty shop, the demo scenario as of some moment, or a copy of another server's data. */
interface StartOptions {
  readonly demo?: boolean
  readonly nowMs?: number
  readonly from?: string | null
}

/** Starts the built server on a free port. */
export async function startServer({
  demo = false,
  nowMs = Date.now(),
  from = null,
}: StartOptions = {}): Promise<TestServer> {
  const port = await freePort()
  const data = mkdtempSync(join(tmpdir(), 'anklet-e2e-'))
  if (from) cpSync(join(from, 'db'), join(data, 'db'), { recursive: true })
  const address = `http://127.0.0.1:${port}`
  let child: ChildProcess | null = null
  const start = (): Promise<void> =>
    new Promise((resolve, reject) => {
      const started = fork(join(built, 'main.js'), [], {
        env: { ...process.env, PORT: String(port), ANKLET_DATA: data },
        stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
      })
      child = started
      started.once('message', () => resolve())
      started.once('exit', (code) =>
        reject(new Error(`The server ended with ${String(code)} before it was ready.`)),
      )
    })
  const kill = (): Promise<void> =>
    new Promise((resolve) => {
      if (!child || child.exitCode !== null || child.signalCode !== null) return resolve()
      child.once('exit', () => resolve())
      child.kill('SIGKILL')
    })
  const stop = (): Promise<void> =>
    new Promise((resolve) => {
      child!.once('exit', () => resolve())
      child!.kill('SIGTERM')
    })
  await start()
  if (demo) {
    const { loadDemo } = (await import(pathToFileURL(join(built, 'loadDemo.js')).href)) as {
      loadDemo(address: string, folder: string, nowMs: number): Promise<void>
    }
    await loadDemo(address, join(built, 'scenario'), nowMs)
  }
  const remove = async (): Promise<void> => {
    await kill()
    rmSync(data, { recursive: true, force: true })
  }
  return { address, data, kill, start, stop, remove }
}
