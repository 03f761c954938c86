// npm test: everything, on a fresh clone. The last line counts it all.
import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { ensureBuilt } from './build.mjs'
import { ensureChromium } from './chromium.mjs'
import { ensureInstalled, root } from './install.mjs'

const results = join(root, 'test-results')
const tally = { passed: 0, failed: 0, skipped: 0, secondTry: 0 }

function run(title, ...command) {
  console.log(`\n== ${title}`)
  const [program, ...args] = command
  return (
    spawnSync(join(root, 'node_modules/.bin', program), args, { cwd: root, stdio: 'inherit' })
      .status === 0
  )
}

function check(title, ...command) {
  if (run(title, ...command)) tally.passed += 1
  else tally.failed += 1
}

function count(file, read, ranWell) {
  const counted = existsSync(file)
    ? read(JSON.parse(readFileSync(file, 'utf8')))
    : { passed: 0, failed: 1, skipped: 0, secondTry: 0 }
  for (const key of Object.keys(tally)) tally[key] += counted[key]
  // A runner that broke off outside a test counts as one failure.
  if (!ranWell && counted.failed === 0) tally.failed += 1
}

ensureInstalled()
ensureChromium()
rmSync(results, { recursive: true, force: true })
mkdirSync(results, { recursive: true })

console.log('\n== Types')
if (
  spawnSync(process.execPath, [join(root, 'scripts/checkTypes.mjs')], { stdio: 'inherit' })
    .status === 0
)
  tally.passed += 1
else tally.failed += 1
check('Lint', 'eslint', '.', '--max-warnings', '0')
check(
  'Arrows between the rooms',
  'depcruise',
  '--config',
  '.dependency-cruiser.cjs',
  'core',
  'contract',
  'server',
  'web',
  'demo',
  'bench',
  'e2e',
)
check('Nothing unused', 'knip')
await ensureBuilt()

const unit = join(results, 'unit.json')
const unitOk = run(
  'Unit and server tests',
  'vitest',
  'run',
  '--reporter=default',
  '--reporter=json',
  `--outputFile.json=${unit}`,
)
count(
  unit,
  ({ numPassedTests, numFailedTests, numPendingTests, numTodoTests }) => ({
    passed: numPassedTests,
    failed: numFailedTests,
    skipped: numPendingTests + numTodoTests,
    secondTry: 0,
  }),
  unitOk,
)

const e2eOk = run('The interface in Chromium', 'playwright', 'test', '-c', 'e2e')
count(
  join(results, 'e2e.json'),
  ({ stats }) => ({
    passed: stats.expected + stats.flaky,
    failed: stats.unexpected,
    skipped: stats.skipped,
    secondTry: stats.flaky,
  }),
  e2eOk,
)

console.log(
  `\n${tally.passed} passed, ${tally.failed} failed${tally.skipped > 0 ? `, ${tally.skipped} skipped` : ''}${tally.secondTry > 0 ? `, ${tally.secondTry} only at a second try` : ''}`,
)
process.exit(tally.failed > 0 ? 1 : 0)
