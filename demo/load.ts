import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { CommandPayload, Rate, Shop, VehicleTypeFile } from '@anklet/contract'
import { SHIPPED_BOOK } from '@anklet/core/reasoning/diagnosis'
import { composePlan, PROOFS, SHIPPED_PROCEDURES, USUAL_WAY } from '@anklet/core/work/procedure'
import { stepSentence } from '@anklet/language/work/record'
import { toShow } from '@anklet/core/work/record'
import type {
  ScenarioCodes,
  ScenarioCoils,
  ScenarioJob,
  ScenarioParts,
  ScenarioTorques,
} from './scenario.ts'
import { HOUR_MS, idOf, Loader, read } from './loader.ts'

/** A car of the scenario; `type` names a file of vehicle-types. */
type VehicleFile = Omit<CommandPayload<'vehicle.save'>, 'vehicleId' | 'typeId'> & {
  readonly type: string
}
type LogFile = Pick<CommandPayload<'log.keep'>, 'title' | 'deviceName' | 'channels' | 'trace'>

async function loadTests(
  loader: Loader,
  folder: string,
  { by, checks = [], codes = [], conclusion, log, charge, openedAgoH, closedAgoH = 0 }: ScenarioJob,
  name: string,
): Promise<void> {
  const jobId = idOf(name)
  for (const [k, { agoH, ...check }] of checks.entries())
    await loader.send('check.record', by, loader.ago(agoH), {
      checkId: idOf(`${name} check ${k}`),
      jobId,
      logId: null,
      ...check,
    })
  if (log) {
    const file = read<LogFile>(folder, 'logs', log.file)
    await loader.send('log.keep', by, loader.ago(log.agoH), {
      logId: idOf(`${name} log`),
      jobId,
      startedAt: loader.ago(log.agoH),
      rows: file.trace.atS.length,
      ...file,
    })
  }
  for (const [k, { agoH, ...reading }] of codes.entries())
    await loader.send('codes.record', by, loader.ago(agoH), {
      readingId: idOf(`${name} codes ${k}`),
      jobId,
      ...reading,
    })
  if (conclusion)
    await loader.send('job.conclude', by, loader.ago(closedAgoH + 0.7), {
      conclusionId: idOf(`${name} conclusion`),
      jobId,
      photoId: null,
      ...conclusion,
    })
  if (charge)
    await loader.send('charge.record', by, loader.ago(openedAgoH - 0.5), {
      chargeId: idOf(`${name} charge`),
      jobId,
      ...charge,
    })
}

// The shop's own prices of some parts: everything else as it ships.
async function loadKnowledge(
  loader: Loader,
  folder: string,
  boss: string,
  at: string,
): Promise<void> {
  const prices = read<Record<string, number>>(folder, 'prices.json')
  const causes = Object.fromEntries(
    SHIPPED_BOOK.causes.flatMap((cause) =>
      cause.id in prices ? [[cause.id, { ...cause, price: prices[cause.id]! }]] : [],
    ),
  )
  await loader.send(
    'knowledge.save',
    boss,
    at,
    { changes: { causes, compounds: {}, checks: {} } },
    1,
  )
  for (const [type, texts] of Object.entries(read<ScenarioCodes>(folder, 'codes.json')))
    for (const text of texts)
      await loader.send('codeText.save', boss, at, {
        textId: idOf(`${type} ${text.number}`),
        typeId: idOf(type),
        ...text,
      })
}

async function loadPrices(loader: Loader, folder: string, boss: string, at: string): Promise<void> {
  for (const [type, parts] of Object.entries(read<ScenarioParts>(folder, 'parts.json')))
    for (const part of parts)
      await loader.send('part.save', boss, at, {
        partId: idOf(`${type} ${part.number}`),
        typeId: idOf(type),
        ...part,
      })
  for (const [type, torques] of Object.entries(read<ScenarioTorques>(folder, 'torques.json')))
    for (const torque of torques)
      await loader.send('torque.save', boss, at, {
        torqueId: idOf(`${type} ${torque.fastener}`),
        typeId: idOf(type),
        ...torque,
      })
  await loader.send('coils.save', boss, at, {
    coils: read<ScenarioCoils>(folder, 'coils.json').map((coil) => ({
      id: idOf(`coil ${coil.name}`),
      ...coil,
    })),
  })
}

/** A step and what follows it take about this long, ms. */
const STEP_MS = 3 * 60_000

// Step by step as it was done: the server takes nothing that its gates would not let through.
async function loadWork(
  loader: Loader,
  folder: string,
  { by, plate }: ScenarioJob,
  { jobs, support, flat, agoH, until, second, torque, photo }: NonNullable<ScenarioJob['work']>,
  name: string,
): Promise<void> {
  const jobId = idOf(name)
  await loader.send('plan.make', by, loader.ago(agoH), {
    planId: idOf(`${name} plan`),
    jobId,
    jobs,
    support,
    way: USUAL_WAY,
    alone: false,
    flat,
    order: [],
  })
  const type = read<{ plate: string; type: string }[]>(folder, 'vehicles.json').find(
    (each) => each.plate === plate,
  )!.type
  const plan = composePlan(SHIPPED_PROCEDURES, {
    architecture: read<VehicleTypeFile>(folder, 'vehicle-types', `${type}.json`).architecture,
    jobs,
    support,
    way: USUAL_WAY,
    flat,
  })
  if (!plan.ok) throw new Error(`The demo plan of ${plate} cannot be made: ${plan.error.code}`)
  let [count, spentMs] = [0, 0]
  const enter = (
    content: CommandPayload<'work.record'>['content'],
    notBeforeMs = 0,
  ): Promise<void> => {
    count += 1
    spentMs = Math.max(spentMs + STEP_MS, notBeforeMs)
    return loader.send('work.record', by, loader.ago(agoH - spentMs / HOUR_MS), {
      entryId: idOf(`${name} work ${count}`),
      jobId,
      content,
    })
  }
  await enter({ kind: 'joined', seen: [], second: idOf(second) })
  const over = new Map<string, number>()
  const picture = readFileSync(join(folder, 'photos', photo)).toString('base64')
  for (const step of plan.value.steps.slice(
    0,
    plan.value.steps.findIndex(({ key }) => key === until),
  )) {
    // The round before the work is on record: that is its step.
    if (step.shownBy.length > 0) continue
    const photoId = idOf(`${name} photo ${step.key}`)
    if (step.photo)
      await loader.send('photo.add', by, loader.ago(agoH - spentMs / HOUR_MS), {
        photoId,
        jobId,
        caption: stepSentence(step).slice(0, 200),
        picture,
      })
    const shown = toShow(
      SHIPPED_PROCEDURES.steps.find(({ id }) => id === step.step)!,
      step.place,
    ).map(({ condition, corner }) => ({
      condition,
      corner,
      proof: PROOFS[condition].find((proof) => !proof.startsWith('link'))!,
      by: 'person' as const,
      barG: null,
    }))
    const waits = step.after.map(({ key }) => over.get(key) ?? 0)
    await enter(
      {
        kind: 'done',
        key: step.key,
        step: step.step,
        place: step.place,
        shown,
        torque: step.torque ? torque : null,
        photoIds: step.photo ? [photoId] : [],
        note: '',
        second: step.second ? idOf(second) : null,
        deviation: null,
      },
      Math.max(0, ...waits),
    )
    over.set(step.key, spentMs + step.waitMinutes * 60_000)
  }
}

async function loadWatch(
  loader: Loader,
  { by }: ScenarioJob,
  watch: NonNullable<ScenarioJob['watch']>,
  name: string,
): Promise<void> {
  const jobId = idOf(name)
  const watchId = idOf(`${name} watch`)
  await loader.send('watch.start', by, loader.ago(watch.evening.endedAgoH), {
    watchId,
    jobId,
    round: loader.round(`${name} evening`, watch.evening),
    supplyCut: watch.supplyCut,
    supplyProved: true,
    tagged: true,
    doorsShut: true,
    minutesSinceRun: watch.minutesSinceRun,
    plannedEndAt: loader.ago(watch.evening.endedAgoH - watch.plannedHours),
  })
  if (watch.morning) {
    await loader.send(
      'watch.finish',
      by,
      loader.ago(watch.morning.endedAgoH),
      {
        watchId,
        round: loader.round(`${name} morning`, watch.morning),
        undisturbed: watch.undisturbed ?? true,
      },
      1,
    )
    if (watch.finding)
      await loader.send(
        'watch.conclude',
        by,
        loader.ago(watch.morning.endedAgoH - 0.2),
        { watchId, finding: watch.finding },
        2,
      )
  }
}

async function loadJob(
  loader: Loader,
  folder: string,
  job: ScenarioJob,
  index: number,
): Promise<void> {
  const name = `job ${index}`
  const jobId = idOf(name)
  const { by, watch } = job
  await loader.send('job.open', by, loader.ago(job.openedAgoH), {
    jobId,
    vehicleId: idOf(job.plate),
    complaint: job.complaint,
  })
  let version = 1
  if (job.arrival)
    await loader.send(
      'job.arrive',
      by,
      loader.ago(job.openedAgoH - 0.1),
      { jobId, arrival: job.arrival },
      version++,
    )
  if (job.note)
    await loader.send('job.note', by, loader.ago(job.openedAgoH - 0.2), {
      noteId: idOf(`${name} note`),
      jobId,
      from: 'person',
      title: 'Note',
      lines: [job.note],
    })
  for (const [k, round] of job.heights.entries()) {
    await loader.send('round.record', by, loader.ago(round.endedAgoH), {
      jobId,
      round: {
        ...loader.round(`${name} heights ${k}`, round),
        state: round.state ?? 'levelled',
      },
    })
  }
  if (watch) await loadWatch(loader, job, watch, name)
  await loadTests(loader, folder, job, name)
  if (job.work) await loadWork(loader, folder, job, job.work, name)
  if (job.repair)
    await loader.send('job.repair', by, loader.ago((job.closedAgoH ?? 0) + 0.5), {
      repairId: idOf(`${name} repair`),
      jobId,
      ...job.repair,
    })
  if (job.closedAgoH === undefined) return
  if (watch?.finding)
    await loader.send(
      'watch.supplyBack',
      by,
      loader.ago(job.closedAgoH + 0.2),
      { watchId: idOf(`${name} watch`) },
      3,
    )
  const reason = 'Before papers were kept.'
  await loader.send('job.close', by, loader.ago(job.closedAgoH), { jobId, reason }, version)
}

/**
 * Loads the demo scenario into an empty, running shop, through the same commands a person's tablet sends.
 * @param address of the server. @param folder of the scenario files. @param nowMs what counts as now, ms since 1970.
 */
export async function loadDemo(address: string, folder: string, nowMs = Date.now()): Promise<void> {
  const loader = new Loader(address, nowMs)
  const shop = read<Omit<Shop, 'version' | 'rate'> & { rate: Rate; people: string[] }>(
    folder,
    'shop.json',
  )
  const start = loader.ago(24 * 380)
  for (const name of shop.people)
    await loader.send('person.add', name, start, {
      personId: idOf(name),
      name,
      role: name === shop.people[0] ? 'lead' : 'technician',
    })
  const boss = shop.people[0]!
  await loader.send(
    'shop.change',
    boss,
    start,
    { name: shop.name, units: shop.units, rate: shop.rate },
    1,
  )
  for (const file of readdirSync(join(folder, 'vehicle-types')).sort()) {
    const type = read<VehicleTypeFile>(folder, 'vehicle-types', file)
    await loader.send('vehicleType.save', boss, start, {
      ...type,
      typeId: idOf(file.replace('.json', '')),
    })
  }
  await loadKnowledge(loader, folder, boss, start)
  await loadPrices(loader, folder, boss, start)
  for (const { type, ...car } of read<VehicleFile[]>(folder, 'vehicles.json'))
    await loader.send('vehicle.save', boss, start, {
      vehicleId: idOf(car.plate),
      typeId: idOf(type),
      ...car,
    })
  for (const [index, job] of read<ScenarioJob[]>(folder, 'jobs.json').entries())
    await loadJob(loader, folder, job, index)
}
