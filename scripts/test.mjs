// npm test: everything, on a fresh clone. Prints how long each part took; the last line counts it all.
import { spawn } from 'node:child_process'
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, statfsSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { ensureBuilt } from './build.mjs'
import { ensureChromium } from './chromium.mjs'
import { ensureInstalled, root } from './install.mjs'
import { ensurePostgres, startPostgres } from './postgres.mjs'

const results = join(root, 'test-results')

// Each test writes a database of its own, of a thousand files: in memory that costs a tenth.
const MEMORY = '/dev/shm'
const ROOM_BYTES = 1e9
const hasRoom = (folder) => {
  if (!existsSync(folder)) return false
  const { bavail, bsize } = statfsSync(folder)
  return bavail * bsize > ROOM_BYTES
}
const scratch = mkdtempSync(join(hasRoom(MEMORY) ? MEMORY : tmpdir(), 'anklet-test-'))
process.on('exit', () => rmSync(scratch, { recursive: true, force: true }))

const tally = { passed: 0, failed: 0, skipped: 0 }
const times = []

/** Does a part and notes how long it took. */
async function timed(title, part) {
  const begun = Date.now()
  const outcome = await part()
  times.push({ title, seconds: (Date.now() - begun) / 1000 })
  return outcome
}

/**
 * Runs a program.
 * @returns the status it ended with; what it printed comes when it ends, in one piece, unless it
 * is shown as it comes
 */
function run(title, program, args, { shown = false, env = {} } = {}) {
  if (shown) console.log(`\n== ${title}`)
  return timed(title, () => {
    const stdio = shown ? 'inherit' : ['ignore', 'pipe', 'pipe']
    const child = spawn(program, args, {
      cwd: root,
      stdio,
      env: { ...process.env, TMPDIR: scratch, ...env },
    })
    const printed = []
    child.stdout?.on('data', (chunk) => printed.push(chunk))
    child.stderr?.on('data', (chunk) => printed.push(chunk))
    return new Promise((done) => {
      child.once('close', (status) => {
        if (!shown) console.log(`\n== ${title}\n${Buffer.concat(printed).toString().trim()}`)
        done(status)
      })
    })
  })
}

const bin = (name) => join(root, 'node_modules/.bin', name)

// The status of a check that this machine does not allow, and that says so.
const SKIPPED = 77

async function check(title, program, ...args) {
  const status = await run(title, program, args)
  if (status === 0) tally.passed += 1
  else if (status === SKIPPED) tally.skipped += 1
  else tally.failed += 1
}

function count(file, read, ranWell) {
  const nothing = { passed: 0, failed: 1, skipped: 0 }
  const counted = existsSync(file) ? read(JSON.parse(readFileSync(file, 'utf8'))) : nothing
  for (const key of Object.keys(tally)) tally[key] += counted[key]
  // A runner that broke off outside a test counts as one failure.
  if (!ranWell && counted.failed === 0) tally.failed += 1
}

const ROOMS = ['core', 'contract', 'language', 'server', 'web', 'demo', 'bench', 'e2e']

// What reads the code goes beside the build, one lane for each of two processors.
async function readAndBuild() {
  const built = timed('Build', ensureBuilt)
  const first = async () => {
    await built
    const lint = ['--type-aware', '--type-check', '--deny-warnings', '.']
    await check('Lint and types', bin('oxlint'), ...lint)
    await check('Nothing unused', bin('knip'))
  }
  const second = async () => {
    await check('Format', bin('prettier'), '--check', '.', '--log-level', 'warn')
    await built
    await check('Demo shop for the journeys', bin('tsx'), join(root, 'e2e/prepareDemo.ts'))
    const config = ['--config', '.dependency-cruiser.cjs']
    await check('Arrows between the rooms', bin('depcruise'), ...config, ...ROOMS)
  }
  await timed('Code read and built, side by side', () => Promise.all([first(), second()]))
}

// A short run of each; `npm run test:crash` and `npm run test:power` are the long ones.
async function trials() {
  const trial = (title, file) =>
    check(title, bin('tsx'), join(root, 'server/trials', file), '--runs', '5')
  const both = () => Promise.all([trial('Kills', 'crash.ts'), trial('Power cuts', 'power.ts')])
  await timed('Kills and power cuts, side by side', both)
}

// What a request meets is the same on a PostgreSQL server; what only a server can show is there too.
const ON_A_SERVER = ['server/http/test', 'server/store/server.test.ts', 'server/fuzz/roles.test.ts']

async function serverTestsOnPostgres() {
  const { address, stop } = await startPostgres(hasRoom(MEMORY) ? MEMORY : tmpdir())
  try {
    await vitest('Server tests on PostgreSQL', 'postgres.json', {
      args: ['--project', 'server', ...ON_A_SERVER],
      env: { ANKLET_TEST_SERVER: address },
    })
  } finally {
    await stop()
  }
}

async function vitest(title, name, { args = [], env = {} } = {}) {
  const file = join(results, name)
  const reporters = ['--reporter=default', '--reporter=json', `--outputFile.json=${file}`]
  const status = await run(title, bin('vitest'), ['run', ...reporters, ...args], {
    shown: true,
    env,
  })
  count(
    file,
    ({ numPassedTests, numFailedTests, numPendingTests, numTodoTests }) => ({
      passed: numPassedTests,
      failed: numFailedTests,
      skipped: numPendingTests + numTodoTests,
    }),
    status === 0,
  )
}

async function browserTests() {
  const status = await run('The interface in Chromium', bin('playwright'), ['test', '-c', 'e2e'], {
    shown: true,
    env: { ANKLET_DEMO_PREPARED: '1' },
  })
  count(
    join(results, 'e2e.json'),
    ({ stats }) => ({ passed: stats.expected, failed: stats.unexpected, skipped: stats.skipped }),
    status === 0,
  )
}

await timed('Packages', () => ensureInstalled())
await timed('Chromium', () => ensureChromium())
await timed('PostgreSQL', () => ensurePostgres())
rmSync(results, { recursive: true, force: true })
mkdirSync(results, { recursive: true })
await readAndBuild()
await trials()
await vitest('Unit and server tests', 'unit.json')
await serverTestsOnPostgres()
await browserTests()

console.log('\nTime of each part:')
for (const { title, seconds } of times)
  console.log(`${title.padEnd(32)} ${seconds.toFixed(0).padStart(5)} s`)
const skipped = tally.skipped > 0 ? `, ${tally.skipped} skipped` : ''
console.log(`\n${tally.passed} passed, ${tally.failed} failed${skipped}`)
process.exit(tally.failed > 0 ? 1 : 0)
