// npm run lead -- "NAME": gives a lead a PIN at the machine itself, while no server runs.
import { join, resolve } from 'node:path'
import { createInterface } from 'node:readline/promises'
import { Writable } from 'node:stream'
import { ensureBuilt } from './build.mjs'
import { root } from './install.mjs'

const [name] = process.argv.slice(2)
const url = process.env.DATABASE_URL ?? null
const data = resolve(process.env.ANKLET_DATA ?? join(root, 'data', 'shop'))

/** Asks for a PIN without showing it; piped in, it is the first line. */
async function askPin() {
  const silent = new Writable({ write: (_chunk, _encoding, done) => done() })
  const { stdin, stdout } = process
  stdout.write(`New PIN or password for ${name}: `)
  const asking = createInterface({ input: stdin, output: silent, terminal: stdin.isTTY === true })
  try {
    return (await asking.question('')).trim()
  } finally {
    asking.close()
    stdout.write('\n')
  }
}

async function begin() {
  if (!name?.trim()) throw new Error('Say whose PIN it is. As in: npm run lead -- "NAME"')
  await ensureBuilt()
  const { setLead, sentenceOf } = await import('../server/dist/resetLead.js')
  try {
    const isNew = await setLead({ data, url }, name, await askPin())
    console.log(
      `${name.trim()} is a lead${isNew ? ' (added)' : ''} and signs in with this PIN. It is noted in the audit.`,
    )
  } catch (error) {
    throw new Error(sentenceOf(error), { cause: error })
  }
}

begin().catch((error) => {
  console.error(error instanceof Error ? error.message : error)
  process.exit(1)
})
