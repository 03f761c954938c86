import type { ChildProcess } from 'node:child_process'
import { spawn } from 'node:child_process'
import { createServer } from 'node:net'
import { fileURLToPath } from 'node:url'

const BUILT = fileURLToPath(new URL('../dist/main.js', import.meta.url))

/** A server as it is started, on a data folder. */
export interface Server {
  readonly child: ChildProcess
  /** Its address once it is ready; null: it ended before. */
  readonly ready: Promise<string | null>
  /** All it has printed. */
  said(): string
}

const running = new Set<ChildProcess>()

export const pause = (ms: number): Promise<void> =>
  new Promise((done) => {
    setTimeout(done, ms)
  })

const freePort = (): Promise<number> =>
  new Promise((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number }
      probe.close(() => resolve(port))
    })
  })

/** Starts the built server on a folder. */
export async function startServer(data: string): Promise<Server> {
  const child = spawn(process.execPath, [BUILT], {
    env: { ...process.env, PORT: String(await freePort()), ANKLET_DATA: data },
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  running.add(child)
  child.once('exit', () => running.delete(child))
  let said = ''
  const ready = new Promise<string | null>((resolve) => {
    const hear = (chunk: Buffer): void => {
      said += chunk.toString()
      const address = /ready on (\S+)/.exec(said)?.[1]
      if (address) resolve(address)
    }
    child.stdout.on('data', hear)
    child.stderr.on('data', hear)
    child.once('exit', () => resolve(null))
  })
  return { child, ready, said: () => said }
}

/** Ends a server with a signal and waits until it is gone. */
export const endServer = ({ child }: Server, signal: NodeJS.Signals): Promise<void> =>
  new Promise((done) => {
    if (child.exitCode !== null || child.signalCode !== null) return done()
    child.once('exit', () => done())
    child.kill(signal)
  })

/** Ends whatever a trial that broke off has left running. */
export const endAll = (): Promise<unknown> =>
  Promise.all(
    [...running].map(
      (child) =>
        new Promise((done) => {
          child.once('exit', done)
          child.kill('SIGKILL')
        }),
    ),
  )
