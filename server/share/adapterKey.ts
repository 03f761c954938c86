import { randomBytes } from 'node:crypto'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'

/**
 * What a device beside the server shows where people sign in: whoever can read the data folder may
 * attach one. Made when it is first asked for.
 */
export function adapterKeyOf(dataFolder: string): () => string {
  let key: string | null = null
  return () => {
    if (key !== null) return key
    const file = join(dataFolder, 'adapter-key')
    if (!existsSync(file))
      writeFileSync(file, `${randomBytes(24).toString('base64url')}\n`, { mode: 0o600 })
    key = readFileSync(file, 'utf8').trim()
    return key
  }
}
