import { dirname, join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { LOCAL_NAMES } from './http/guards.ts'
import { serve } from './serve.ts'
import { FolderUnusable } from './store/database.ts'
import { FolderInUse } from './store/lock.ts'

const here = dirname(fileURLToPath(import.meta.url))
const settings = {
  host: process.env['HOST'] ?? '127.0.0.1',
  port: Number(process.env['PORT'] ?? 4780),
  demo: process.env['ANKLET_DEMO'] !== undefined,
  data: resolve(process.env['ANKLET_DATA'] ?? join(here, '../../data')),
}

async function start(): Promise<void> {
  if (!LOCAL_NAMES.has(settings.host)) {
    throw new Error(
      [
        'Anklet has no accounts yet, so it serves this machine only.',
        `HOST=${settings.host} would open it to others; leave HOST out.`,
      ].join(' '),
    )
  }
  const { version, stop } = await serve(settings)
  const end = (): void => void stop().then(() => process.exit(0))
  process.once('SIGINT', end)
  process.once('SIGTERM', end)
  // Whoever started it is gone: nobody could stop it any more.
  process.once('disconnect', end)
  console.log(`Anklet ${version}, records in ${settings.data}`)
  // The parent loads the demo scenario, if asked to, and then tells people the address.
  if (process.send) process.send('ready')
  else console.log(`Anklet is ready on http://${settings.host}:${settings.port}`)
}

start().catch((error: unknown) => {
  const inUse = (error as NodeJS.ErrnoException).code === 'EADDRINUSE'
  const words = inUse
    ? `Port ${settings.port} is taken by another program. Set PORT to a free one.`
    : error instanceof Error
      ? error.message
      : String(error)
  const isPlain = error instanceof FolderInUse || error instanceof FolderUnusable || inUse
  console.error(isPlain ? words : `Anklet could not start: ${words}`)
  process.exit(1)
})
