// npm run move -- to-server | to-folder: moves a shop between the data folder and DATABASE_URL, while
// no server runs.
import { join, resolve } from 'node:path'
import { ensureBuilt } from './build.mjs'
import { root } from './install.mjs'

const [way] = process.argv.slice(2)
const url = process.env.DATABASE_URL
const data = resolve(process.env.ANKLET_DATA ?? join(root, 'data', 'shop'))
const DIRECTIONS = { 'to-server': 'toServer', 'to-folder': 'toFolder' }

async function begin() {
  if (!DIRECTIONS[way] || !url)
    throw new Error(
      'Say which way, and to which database. As in: DATABASE_URL=postgres://… npm run move -- to-server',
    )
  await ensureBuilt()
  const { moveShop, MOVING } = await import('../server/dist/move.js')
  const rows = await moveShop({ data, url, direction: DIRECTIONS[way] })
  console.log(`Moved, counted and compared: ${MOVING.counted(rows)}.`)
  console.log(
    way === 'to-server'
      ? `From now on start Anklet with DATABASE_URL set. What is in ${data} stays as it was.`
      : `From now on start Anklet without DATABASE_URL, with the records in ${data}. The database stays as it was.`,
  )
}

begin().catch((error) => {
  console.error(error instanceof Error ? error.message : error)
  process.exit(1)
})
