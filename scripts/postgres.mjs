// A PostgreSQL server of our own for tests and measurements, from Debian's packages: in a folder that
// is thrown away, on a port of its own, as somebody who is not root, which PostgreSQL asks for.
import { spawn, spawnSync } from 'node:child_process'
import { chownSync, existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { createServer } from 'node:net'
import { join } from 'node:path'

const LIBRARY = '/usr/lib/postgresql'

/** The folder of the newest installed programs; null: there are none. */
function programs() {
  if (!existsSync(LIBRARY)) return null
  const versions = readdirSync(LIBRARY).filter((name) =>
    existsSync(join(LIBRARY, name, 'bin/initdb')),
  )
  const newest = versions.sort((one, other) => Number(other) - Number(one))[0]
  return newest ? join(LIBRARY, newest, 'bin') : null
}

/** Finds PostgreSQL, installing it where that is allowed. @returns the folder of its programs */
export function ensurePostgres() {
  const found = programs()
  if (found) return found
  console.log('Installing PostgreSQL from Debian’s packages …')
  const aptGet = (...args) =>
    spawnSync('apt-get', args, {
      stdio: 'ignore',
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    })
  aptGet('update', '-qq')
  aptGet('install', '-y', '-qq', '--no-install-recommends', 'postgresql')
  const installed = programs()
  if (!installed)
    throw new Error(
      'PostgreSQL is missing and could not be installed. As root: apt-get install postgresql',
    )
  return installed
}

const freePort = () =>
  new Promise((resolve, reject) => {
    const probe = createServer()
    probe.once('error', reject)
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address()
      probe.close(() => resolve(port))
    })
  })

// Debian's package makes this user; whoever is not root runs the programs as themselves.
function whoRuns() {
  if (process.getuid?.() !== 0) return {}
  const idOf = (flag) => Number(spawnSync('id', [flag, 'postgres'], { encoding: 'utf8' }).stdout)
  return { uid: idOf('-u'), gid: idOf('-g') }
}

/**
 * Starts a server.
 * @param scratch a folder to make its own in
 * @returns its address without a database's name, what makes one by its name (and gives its
 * address), and what ends it
 */
export async function startPostgres(scratch) {
  const bin = ensurePostgres()
  const who = whoRuns()
  const folder = mkdtempSync(join(scratch, 'postgres-'))
  const data = join(folder, 'data')
  mkdirSync(data)
  if (who.uid !== undefined) for (const path of [folder, data]) chownSync(path, who.uid, who.gid)
  const made = spawnSync(
    join(bin, 'initdb'),
    [
      '-D',
      data,
      '-U',
      'anklet',
      '--auth=trust',
      '--encoding=UTF8',
      '--locale=C.UTF-8',
      '--no-sync',
    ],
    { ...who, cwd: folder, encoding: 'utf8' },
  )
  if (made.status !== 0) throw new Error(`PostgreSQL could not be set up: ${made.stderr}`)
  const port = await freePort()
  const settings = [
    ...['listen_addresses=127.0.0.1', `unix_socket_directories=${folder}`, `port=${port}`],
    ...['fsync=off', 'max_connections=200'],
  ]
  const child = spawn(
    join(bin, 'postgres'),
    ['-D', data, ...settings.flatMap((setting) => ['-c', setting])],
    { ...who, cwd: folder, stdio: ['ignore', 'ignore', 'pipe'] },
  )
  let said = ''
  await new Promise((resolve, reject) => {
    child.stderr.on('data', (chunk) => {
      said += chunk
      if (said.includes('ready to accept connections')) resolve()
    })
    child.once('exit', () => reject(new Error(`PostgreSQL ended: ${said}`)))
  })
  child.stderr.resume()
  const stop = () =>
    new Promise((resolve) => {
      child.once('exit', () => {
        rmSync(folder, { recursive: true, force: true })
        resolve()
      })
      // At once: open connections are cut.
      child.kill('SIGINT')
    })
  const address = `postgres://anklet@127.0.0.1:${port}`
  const createDatabase = (name) => {
    const { status, stderr } = spawnSync(
      join(bin, 'createdb'),
      ['-h', '127.0.0.1', '-p', String(port), '-U', 'anklet', name],
      { encoding: 'utf8' },
    )
    if (status !== 0) throw new Error(`The database ${name} could not be made: ${stderr}`)
    return `${address}/${name}`
  }
  return { address, createDatabase, stop }
}
