// npm run bench: speed of the core, of the start and of the pages, and how often the answer is
// right. Nothing is asserted.
import { cpus } from 'node:os'
import { measureCar } from './car.ts'
import { measureCore } from './core.ts'
import { measureDeciding } from './deciding.ts'
import { measurePlanning } from './planning.ts'
import { measureRecord, measureWork } from './working.ts'
import { measureWalk } from './walked.ts'
import { measureDiagnosis } from './diagnosis.ts'
import { measureLive, measureMachine } from './machine.ts'
import { scoreNights } from './nights.ts'
import { measureLarge } from './large.ts'
import { measurePages } from './pages.ts'
import { measureBackup, measureWrites } from './keeping.ts'
import { measureStarts } from './server.ts'

const NIGHTS = 2000
const SEED = 20261124

// Printed as it comes: a measurement that breaks off takes nothing with it.
const WIDTHS = [88, 46, 8]
const print = (...cells: readonly string[]): void =>
  console.log(`| ${cells.map((cell, i) => cell.padEnd(WIDTHS[i]!)).join(' | ')} |`)
const row = (what: string, measured: string, target = ''): void => print(what, measured, target)
const percent = (share: number): string => `${(100 * share).toFixed(1)} %`

console.log(
  `Node ${process.version}, ${cpus().length} x ${cpus()[0]?.model ?? 'unknown processor'}\n`,
)
print('measured', 'value', 'target')
print(...WIDTHS.map((width) => '-'.repeat(width)))

const core = await measureCore()
row(
  'equilibrium solves, from scratch, any amounts',
  `${Math.round(core.coldSolvesPerS).toLocaleString('en')} /s`,
)
row(
  'equilibrium solves, from a neighbour',
  `${Math.round(core.warmSolvesPerS).toLocaleString('en')} /s`,
)
row(
  'leak-down inference, four corners',
  `${core.inferenceMs.toFixed(0)} ms (99 %: ${core.inferenceP99Ms.toFixed(0)} ms)`,
  '150 ms',
)

const machine = measureMachine()
row('a quiet night of 14 h, four corners, one leak', `${machine.quietMs.toFixed(1)} ms`, '5 ms')
row('- the same with the module awake, three checks', `${machine.awakeMs.toFixed(1)} ms`)
row(
  'inference with the module in the loop, the whole table',
  `${machine.inferAwakeMs.toFixed(0)} ms`,
  '3000 ms',
)
const againstOurs = ({ ratio, theirs, ours }: typeof machine.flat): string =>
  `${ratio.toFixed(1)} times ours (${theirs.toFixed(2)} against ${ours.toFixed(2)} ms)`
row(
  'a general adaptive integrator on the same slope, as accurate: slow leak',
  againstOurs(machine.slowLeak),
)
row('- a spring that is flat within minutes', againstOurs(machine.flat))
row('- past a valve into a gallery whose exhaust is stuck open', againstOurs(machine.stiff))

for (const { times, causes, checks, ms } of measureDiagnosis())
  row(
    `${times === 1 ? 'all checks ranked, four corners' : `- ${times} times that`}: ${causes} causes, ${checks} checks`,
    `${ms.toFixed(0)} ms`,
    times === 1 ? '50 ms' : '',
  )
const deciding = measureDeciding()
row(
  'three strategies, 20,000 futures each (standard error ' +
    `${(100 * deciding.errorShare).toFixed(1)} % of the mean at most)`,
  `${deciding.strategiesMs.toFixed(0)} ms`,
  '1,000 ms',
)
row('5,000 coils at four corners', `${deciding.coilsMs.toFixed(0)} ms`, '100 ms')

const planning = measurePlanning()
row(
  `plan of four struts, pump, block and four sensors: ${planning.steps} steps`,
  `${planning.planMs.toFixed(0)} ms`,
  '100 ms',
)
const record = measureRecord()
row(
  `how work stands, reckoned from ${record.entries} entries of ${record.steps} steps`,
  `${record.runMs.toFixed(1)} ms`,
)
row(
  `every order of acts on an axle of two corners: ${planning.states} states`,
  `${(planning.exploreMs / 1000).toFixed(1)} s`,
)

const live = await measureLive()
row(
  `${live.vehicles} stand-in vehicles live at once, one in five lifting: the server's processor`,
  `${live.cpuPercent.toFixed(0)} % of one core`,
)
row('- frames told', `${live.framesPerS.toFixed(0)} /s`)
row(
  '- later than their 250 ms, p50 / p99',
  `${live.lagP50Ms.toFixed(0)} / ${live.lagP99Ms.toFixed(0)} ms`,
)

const SITUATIONS = [
  ['workshop defaults (bushes 3 mm, gas 3 K)', { stictionMm: 3, gasK: 3 }],
  ['settled and soaked (bushes 2 mm, gas 1 K)', { stictionMm: 2, gasK: 1 }],
] as const
for (const [words, conditions] of SITUATIONS) {
  const score = scoreNights(NIGHTS, SEED, conditions)
  row(`${score.nights} random nights, ${words}: right first answer`, percent(score.right), '82 %')
  row('- rule of thumb on the same nights', percent(score.thumbRight), '46 %')
  row('- no slip, and the heights are said to twist the body', percent(score.twistSaid), '3 %')
  row('- a slip of 25 mm in both laps is seen, tight cars', percent(score.slipSeenTight), '90 %')
  row('- the same on all nights, most of them of leaking cars', percent(score.slipSeen))
  row(
    `- tight cars called leaking, of ${score.tightCars}`,
    `${percent(score.tightCalledLeaking)} (rule of thumb ${percent(score.thumbCalledLeaking)})`,
    '1 in 80',
  )
  for (const { from, to, count, said, was } of score.calibration)
    row(
      `- said ${percent(from)} to ${percent(to)}, ${count} nights`,
      `said ${percent(said)}, was ${percent(was)}`,
    )
}

const starts = await measureStarts()
row('start with fresh demo data', `${starts.freshS.toFixed(1)} s`, '8 s')
row('start with existing data', `${starts.existingS.toFixed(1)} s`, '3 s')

const writes = await measureWrites()
row(
  'a write until it is acknowledged, on the disk, one writer: p50 / p99',
  `${writes.aloneP50Ms.toFixed(1)} / ${writes.aloneP99Ms.toFixed(1)} ms`,
)
row(
  '- fifty writers: p50 / p99; writes a second',
  `${writes.togetherP50Ms.toFixed(0)} / ${writes.togetherP99Ms.toFixed(0)} ms; ${writes.togetherPerS.toFixed(0)} /s`,
)
const backup = await measureBackup()
row(
  `backup of ${backup.photos} photos, ${backup.megabytes.toFixed(0)} MB, put back once and compared`,
  `${backup.seconds.toFixed(0)} s`,
)
row(
  '- slowest answer meanwhile; memory of all processes at its peak',
  `${backup.slowestMs.toFixed(0)} ms; ${backup.peakMb.toFixed(0)} MB`,
  '500 ms',
)
row('- put back in its place', `${backup.restoreSeconds.toFixed(0)} s`)
row('- start with it', `${backup.startSeconds.toFixed(1)} s`, '3 s')

const pages = await measurePages()
row('first load of the floor: script, compressed', `${pages.scriptKb.toFixed(0)} kB`, '150 kB')
row('first load of the floor: fonts', `${pages.fontKb.toFixed(0)} kB`)
row('floor readable, a tap on a name included', `${pages.floorMs.toFixed(0)} ms`)
row('leak-down inference in the browser’s worker', `${pages.inferenceMs.toFixed(0)} ms`, '150 ms')
row('- until it is told, before its two curves', `${pages.weighingMs.toFixed(0)} ms`, '150 ms')
row(
  'longest task of the page: until the floor stands / from the tap to the answer',
  `${pages.floorTaskMs.toFixed(0)} / ${pages.answerTaskMs.toFixed(0)} ms`,
  '50 ms',
)

row(
  `${pages.costsOptions} options of a decision through 20,000 futures each, in the browser’s worker`,
  `${pages.costsMs.toFixed(0)} ms (${((3 * pages.costsMs) / pages.costsOptions).toFixed(0)} for three)`,
  '1,000 ms for three',
)
row('- longest task of the page meanwhile', `${pages.costsTaskMs.toFixed(0)} ms`, '50 ms')

const taps = await measureWalk()
const slow = taps.filter(({ taskMs }) => taskMs > 0)
row(
  `${taps.length} taps through every phase of four cars and every place: with a task over 50 ms`,
  slow.length === 0 ? 'none' : String(slow.length),
  'none',
)
for (const { what, taskMs } of slow) row(`- ${what}`, `${taskMs.toFixed(0)} ms`, '50 ms')

const car = await measureCar()
row(
  'a night with the module awake, in the browser’s worker',
  `${car.awakeMs.toFixed(0)} ms`,
  '3000 ms',
)
row(
  '- longest task of the page meanwhile, the page opened included',
  `${car.awakeTaskMs.toFixed(0)} ms`,
  '50 ms',
)
row(
  `a log of a million rows, ${car.logMb.toFixed(0)} MB: read, mapped, lifts found`,
  `${car.logS.toFixed(1)} s`,
)
row(
  '- longest task of the page meanwhile / its memory after',
  `${car.logTaskMs.toFixed(0)} ms / ${car.logHeapMb.toFixed(0)} MB`,
)

const large = await measureLarge()
row(
  `a shop of 10,000 jobs and 2,000 rounds out of one file of ${large.bundleMb.toFixed(0)} MB`,
  `${large.bundleS.toFixed(1)} s`,
)
row(
  'list of 10,000 jobs, searched, sorted, paged: p50 / p99',
  `${large.listP50Ms.toFixed(0)} / ${large.listP99Ms.toFixed(0)} ms`,
)
row('vehicle with 2,000 rounds: the server’s answer', `${large.vehicleApiMs.toFixed(0)} ms`)
row(
  'vehicle with 2,000 rounds: from the tap to its trend',
  `${large.vehiclePageMs.toFixed(0)} ms`,
  '300 ms',
)
row(
  '- its history scrolled: longest task of the page; frames a second',
  `${large.vehicleTaskMs === 0 ? 'none over 50' : large.vehicleTaskMs.toFixed(0)} ms; ` +
    large.vehicleFramesPerS.toFixed(0),
  '50 ms',
)
row('a table of 100,000 readings: preview', `${large.importPreviewMs.toFixed(0)} ms`)
row('- taken over, with progress', `${large.importS.toFixed(1)} s`)
row(
  '- memory of the page after it / of the server at its peak',
  `${large.importHeapMb.toFixed(0)} / ${large.serverPeakMb.toFixed(0)} MB`,
)
row(
  'interaction to next paint while a stance slider moves (98 %)',
  `${large.sliderP98Ms.toFixed(0)} ms`,
  '200 ms',
)

const work = await measureWork()
row(
  'at the car: from one step confirmed to the next on the page',
  `${work.stepMs.toFixed(0)} ms`,
  '100 ms',
)
row(
  '- a photo of 12 megapixels, chosen to shown; longest task of the page meanwhile',
  `${work.photoMs.toFixed(0)} ms; ${work.photoTaskMs === 0 ? 'none over 50 ms' : `${work.photoTaskMs.toFixed(0)} ms`}`,
  '50 ms',
)
row(
  'the owner’s paper as PDF with four photos: from the tap to the file; its size',
  `${work.paperMs.toFixed(0)} ms; ${work.paperMb.toFixed(2)} MB`,
  '2000 ms, 1 MB',
)
row(
  '- longest task of the page meanwhile',
  work.paperTaskMs === 0 ? 'none over 50 ms' : `${work.paperTaskMs.toFixed(0)} ms`,
  '50 ms',
)
row(
  `- a job of ${work.photos} photos scrolled: frames; longest task`,
  `${work.framesPerS.toFixed(0)} /s; ${work.listTaskMs === 0 ? 'none over 50 ms' : `${work.listTaskMs.toFixed(0)} ms`}`,
  '50 ms',
)
