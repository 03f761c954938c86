import type { ChildProcess } from 'node:child_process'
import { spawn } from 'node:child_process'
import { createServer } from 'node:net'
import { fileURLToPath } from 'node:url'

/** The server as the build left it. */
export const BUILT = fileURLToPath(new URL('../dist/main.js', import.meta.url))

/** What a start came to: the address of a server that is ready, or null and what it said at its end. */
export interface Outcome {
  readonly ready: string | null
  readonly said: string
}

/** A server as it is started, on a data folder. */
export interface Server {
  readonly child: ChildProcess
  readonly outcome: Promise<Outcome>
}

const running = new Set<ChildProcess>()

export const pause = (ms: number): Promise<void> =>
  new Promise((done) => {
    setTimeout(done, ms)
  })

/** A port nobody listens at. */
export const freePort = (): Promise<number> =>
  new Promise((resolve, reject) => {
    const probe = createServer()
    probe.once('error', reject)
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number }
      probe.close(() => resolve(port))
    })
  })

/** Waits until a process says that it is ready, or ends. */
export const outcomeOf = (child: ChildProcess): Promise<Outcome> =>
  new Promise((resolve) => {
    let said = ''
    const hear = (chunk: Buffer): void => {
      said += chunk.toString()
      const ready = /ready on (\S+)/.exec(said)?.[1]
      if (ready) resolve({ ready, said })
    }
    child.stdout?.on('data', hear)
    child.stderr?.on('data', hear)
    child.once('exit', () => resolve({ ready: null, said }))
  })

/** Runs a program of Node with what it is told by its surroundings. */
export function launch(program: string, env: Record<string, string>, args: readonly string[] = []) {
  const child = spawn(process.execPath, [program, ...args], {
    env: { ...process.env, ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  running.add(child)
  child.once('exit', () => running.delete(child))
  return child
}

/** Starts the built server on a folder. */
export async function startServer(data: string): Promise<Server> {
  const child = launch(BUILT, { PORT: String(await freePort()), ANKLET_DATA: data })
  return { child, outcome: outcomeOf(child) }
}

/** Ends a process with a signal and waits until it is gone. */
export const endProcess = (child: ChildProcess, signal: NodeJS.Signals): Promise<void> =>
  new Promise((done) => {
    if (child.exitCode !== null || child.signalCode !== null) return done()
    child.once('exit', () => done())
    child.kill(signal)
  })

/** Ends whatever was launched and is still running. */
export const endAll = (): Promise<unknown> =>
  Promise.all([...running].map((child) => endProcess(child, 'SIGKILL')))
