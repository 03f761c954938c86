import { dirname, join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { addressFor } from './http/address.ts'
import { LOCAL_NAMES } from './http/guards.ts'
import type { ServeSettings, ShareSettings } from './serve.ts'
import { serve, ShareRefused } from './serve.ts'
import { CertificateUnusable } from './share/certificate.ts'
import { FolderUnusable } from './store/database.ts'
import { FolderInUse } from './store/lock.ts'
import { ServerUnusable } from './store/serverUnusable.ts'

const here = dirname(fileURLToPath(import.meta.url))
const { env } = process
const host = env['HOST'] ?? (env['ANKLET_SHARE'] === undefined ? '127.0.0.1' : '0.0.0.0')
// Any address but the machine's own is the network.
const isShared = !LOCAL_NAMES.has(host)
const database = env['DATABASE_URL']
const [certificate, keyFile] = [env['ANKLET_CERT'], env['ANKLET_KEY']]
const share: ShareSettings =
  certificate !== undefined && keyFile !== undefined
    ? { certificate: { file: certificate, keyFile } }
    : {}
const settings: ServeSettings = {
  host,
  ...(isShared ? { share } : {}),
  ...(database === undefined ? {} : { database }),
  port: Number(env['PORT'] ?? 4780),
  demo: env['ANKLET_DEMO'] !== undefined,
  data: resolve(env['ANKLET_DATA'] ?? join(here, '../../data')),
}

// Refusals that say all there is to say.
const PLAIN = [FolderInUse, FolderUnusable, ShareRefused, CertificateUnusable, ServerUnusable]

async function start(): Promise<void> {
  const { version, addresses, stop } = await serve(settings)
  const end = (): void => void stop().then(() => process.exit(0))
  process.once('SIGINT', end)
  process.once('SIGTERM', end)
  // Whoever started it is gone: nobody could stop it any more.
  process.once('disconnect', end)
  console.log(
    `Anklet ${version}, records ${database === undefined ? `in ${settings.data}` : 'on the database server'}`,
  )
  // The parent loads the demo scenario, if asked to, and then tells people the address.
  if (process.send) process.send('ready')
  else console.log(`Anklet is ready on ${addressFor({ ...settings, secure: isShared })}`)
  if (addresses.length > 0) console.log(`On the network: ${addresses.join('  ')}`)
}

start().catch((error: unknown) => {
  const inUse = (error as NodeJS.ErrnoException).code === 'EADDRINUSE'
  const words = inUse
    ? `Port ${settings.port} is taken by another program. Set PORT to a free one.`
    : error instanceof Error
      ? error.message
      : String(error)
  const isPlain = inUse || PLAIN.some((kind) => error instanceof kind)
  console.error(isPlain ? words : `Anklet could not start: ${words}`)
  process.exit(1)
})
