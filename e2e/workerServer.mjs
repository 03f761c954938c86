// A server that opens one folder of records after the other: starting a process and PostgreSQL anew
// for each test costs seconds.
import { serve } from '../server/dist/serve.js'

let serving = null

async function close() {
  await serving?.stop()
  serving = null
}

async function open({ data, port, demo, share, database }) {
  await close()
  serving = await serve({
    host: '127.0.0.1',
    port,
    data,
    demo,
    ...(share ? { share } : {}),
    ...(database ? { database } : {}),
  })
}

process.on('message', ({ order, ...settings }) => {
  const act = order === 'open' ? open(settings) : close()
  act.then(
    () => process.send({ ok: true }),
    (error) => process.send({ ok: false, sentence: String(error) }),
  )
})
process.on('disconnect', () => process.exit(0))
