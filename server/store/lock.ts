import { createHash } from 'node:crypto'
import { mkdirSync, realpathSync, rmSync, statSync } from 'node:fs'
import type { Server } from 'node:net'
import { connect, createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

/** Said when another process has the data folder open. */
export class FolderInUse extends Error {
  constructor(
    readonly folder: string,
    readonly holder: string,
  ) {
    super(
      `The data folder ${folder} is open in another Anklet (${holder}). ` +
        'Stop that one first, or set ANKLET_DATA to another folder.',
    )
  }
}

// A folder reached by two names is one folder.
function identityOf(folder: string): string {
  const { dev, ino } = statSync(folder)
  const identity = ino === 0 ? realpathSync(folder) : `${dev}:${ino}`
  return createHash('sha256').update(identity).digest('hex').slice(0, 32)
}

/**
 * Where the holder of a folder listens. On Linux and Windows the name belongs to no file: the
 * operating system gives it back when the process ends, however it ends.
 */
function addressOf(folder: string, platform: NodeJS.Platform): string {
  const name = `anklet-${identityOf(folder)}`
  if (platform === 'linux') return `\0${name}`
  if (platform === 'win32') return `\\\\.\\pipe\\${name}`
  return join(tmpdir(), `${name}.socket`)
}

const WAIT_MS = 2000

/** Asks whoever listens who they are; null: nobody is there. */
const askHolder = (address: string): Promise<string | null> =>
  new Promise((resolve) => {
    let said = ''
    const socket = connect(address)
    // A holder that does not answer is one all the same.
    socket.setTimeout(WAIT_MS, () => {
      socket.destroy()
      resolve('it does not answer')
    })
    socket.on('data', (chunk) => (said += chunk.toString()))
    socket.once('end', () => resolve(said))
    socket.once('error', () => resolve(null))
  })

const listenAt = (address: string): Promise<Server | null> =>
  new Promise((resolve, reject) => {
    const server = createServer((socket) => {
      socket.on('error', () => undefined)
      socket.end(`process ${process.pid}`)
    })
    server.once('error', (error: NodeJS.ErrnoException) =>
      error.code === 'EADDRINUSE' ? resolve(null) : reject(error),
    )
    server.listen(address, () => resolve(server))
  })

/**
 * Claims a data folder for this process, and makes the folder where there is none. The claim ends
 * with the process and leaves nothing behind that could stand in the way of the next one.
 * @returns how to give it back.
 * @throws {FolderInUse} when a living process holds it.
 */
export async function lockFolder(
  folder: string,
  platform: NodeJS.Platform = process.platform,
): Promise<() => void> {
  mkdirSync(folder, { recursive: true })
  const address = addressOf(folder, platform)
  const server = (await listenAt(address)) ?? (await takeOver(address, folder))
  server.unref()
  return () => void server.close()
}

async function takeOver(address: string, folder: string): Promise<Server> {
  const holder = await askHolder(address)
  if (holder !== null) throw new FolderInUse(folder, holder)
  // Only where the name is a file can it outlive its holder.
  rmSync(address, { force: true })
  const server = await listenAt(address)
  if (!server) throw new FolderInUse(folder, 'it started at the same moment')
  return server
}
