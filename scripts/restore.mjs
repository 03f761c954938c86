// npm run restore -- FILE: puts a backup back into the data folder, while no server runs.
import { existsSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { ensureBuilt } from './build.mjs'
import { root } from './install.mjs'

const [file] = process.argv.slice(2)
const data = resolve(process.env.ANKLET_DATA ?? join(root, 'data', 'shop'))

async function begin() {
  if (!file || !existsSync(file))
    throw new Error(
      `${file ? `There is no file ${file}.` : 'Say which backup.'} As in: npm run restore -- FILE`,
    )
  await ensureBuilt()
  const { restore } = await import('../server/dist/restore.js')
  await restore(file, data, console.log)
}

begin().catch((error) => {
  console.error(error instanceof Error ? error.message : error)
  process.exit(1)
})
