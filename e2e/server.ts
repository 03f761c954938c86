import type { ChildProcess } from 'node:child_process'
import { fork } from 'node:child_process'
import { cpSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath, pathToFileURL } from 'node:url'
import { freePort } from '../server/trials/machine.ts'

const built = fileURLToPath(new URL('../server/dist', import.meta.url))
const program = fileURLToPath(new URL('./workerServer.mjs', import.meta.url))

/** A real server with a data folder of its own. */
export interface TestServer {
  readonly address: string
  /** Ends it at once, as a power cut to the process would. */
  kill(): Promise<void>
  /** Starts it again on the same port and data. */
  start(): Promise<void>
}

/** A server process that serves one folder after the other, each test its own. `share`: as on a network, over HTTPS. */
export interface ServerProcess {
  /** Serves a new folder: an empty shop, or a copy of another folder's records. */
  open(
    from: string | null,
    as?: {
      readonly demo?: boolean
      readonly share?: boolean
      /** Address of a database on a server. */
      readonly database?: string
    },
  ): Promise<TestServer & { readonly data: string }>
  /** Writes the records of the folder that is open, and closes it. */
  close(): Promise<void>
  /** Throws away the folders that were served; none may be open. */
  clear(): void
  /** Ends the process and throws the folders away. */
  end(): Promise<void>
}

type Answer = { readonly ok: true } | { readonly ok: false; readonly sentence: string }

const isGone = ({ exitCode, signalCode }: ChildProcess): boolean =>
  exitCode !== null || signalCode !== null

function ended(child: ChildProcess, signal: NodeJS.Signals): Promise<void> {
  return new Promise((resolve) => {
    if (isGone(child)) return resolve()
    child.once('exit', () => resolve())
    child.kill(signal)
  })
}

function ask(child: ChildProcess, message: object): Promise<void> {
  return new Promise((resolve, reject) => {
    const gone = (): void => reject(new Error('The server ended before it answered.'))
    child.once('exit', gone)
    child.once('message', (answer: Answer) => {
      child.off('exit', gone)
      if (answer.ok) resolve()
      else reject(new Error(answer.sentence))
    })
    child.send(message)
  })
}

/** Starts the built server as a process that waits for its first folder. */
export async function startProcess(): Promise<ServerProcess> {
  const port = await freePort()
  const address = `http://127.0.0.1:${port}`
  const launch = (): ChildProcess =>
    fork(program, [], { stdio: ['ignore', 'inherit', 'inherit', 'ipc'] })
  const folders = new Set<string>()
  let child = launch()

  const open: ServerProcess['open'] = async (
    from,
    { demo = false, share = false, database } = {},
  ) => {
    const data = mkdtempSync(join(tmpdir(), 'anklet-e2e-'))
    folders.add(data)
    if (from) cpSync(from, data, { recursive: true })
    const start = async (): Promise<void> => {
      if (isGone(child)) child = launch()
      await ask(child, {
        order: 'open',
        data,
        port,
        demo,
        ...(share ? { share: {} } : {}),
        database,
      })
    }
    await start()
    return {
      address: share ? address.replace('http:', 'https:') : address,
      data,
      start,
      kill: () => ended(child, 'SIGKILL'),
    }
  }
  const close = async (): Promise<void> => {
    if (!isGone(child)) await ask(child, { order: 'close' })
  }
  const clear = (): void => {
    for (const folder of folders) rmSync(folder, { recursive: true, force: true })
    folders.clear()
  }
  const end = async (): Promise<void> => {
    await ended(child, 'SIGKILL')
    clear()
  }
  return { open, close, clear, end }
}

/** Loads the demo scenario into a server. @param nowMs the moment it is told from. */
export async function fillWithDemo(address: string, nowMs: number = Date.now()): Promise<void> {
  const { loadDemo } = (await import(pathToFileURL(join(built, 'loadDemo.js')).href)) as {
    loadDemo(address: string, folder: string, nowMs: number): Promise<void>
  }
  await loadDemo(address, join(built, 'scenario'), nowMs)
}
