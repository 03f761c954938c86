import type { TestBench } from './bench.ts'
import { openTestJob, watchWalk, LEVEL, walk, watchStart } from './records.ts'
import type { CommandPayload, CommandType } from '@anklet/contract'

/** A new id. */
export const id = (): string => crypto.randomUUID()
export const NIGHT = '2026-11-24T18:00:00Z'
export interface At {
  readonly jobId: string
  readonly vehicleId: string
  readonly watchId: string
}
/** A round that devices told. */
export const round = (deviceIds: string[]) => ({
  ...walk(LEVEL, NIGHT),
  reportedMm: LEVEL,
  deviceIds,
})
/** A step that devices showed. */
export const shown = (deviceIds: string[]) => ({
  kind: 'done' as const,
  key: 'soap',
  step: 'soap',
  place: null,
  shown: [
    {
      condition: 'supplyOff' as const,
      corner: null,
      proof: 'linkSilent' as const,
      by: 'link' as const,
      barG: null,
    },
  ],
  deviceIds,
  torque: null,
  photoIds: [],
  note: '',
  second: null,
  deviation: null,
})
/** A command of each kind that says a device told it. */
export const SAMPLES: Partial<{
  [Type in CommandType]: (at: At, from: string[]) => CommandPayload<Type>
}> = {
  'check.record': ({ jobId }, deviceIds) => ({
    checkId: id(),
    jobId,
    kind: 'pump',
    corner: null,
    verdict: 'good',
    sentence: 'It is good.',
    lines: [],
    speaksFor: '',
    logId: null,
    deviceIds,
  }),
  'evidence.say': ({ jobId }, deviceIds) => ({
    evidenceId: id(),
    jobId,
    check: 'pumpRunsOn',
    say: 'found',
    outcome: 'yes',
    reason: '',
    from: 'link',
    deviceIds,
  }),
  'codes.record': ({ jobId }, deviceIds) => ({
    readingId: id(),
    jobId,
    from: 'link',
    tool: 'Module',
    codes: [],
    deviceIds,
  }),
  'work.record': ({ jobId }, deviceIds) => ({ entryId: id(), jobId, content: shown(deviceIds) }),
  'proof.record': ({ jobId }, deviceIds) => ({
    entryId: id(),
    jobId,
    content: {
      kind: 'calibrated',
      why: 'wanted',
      visits: [{ levelId: 'road', direction: null, tapeMm: LEVEL, reportedMm: LEVEL }],
      taught: 'link',
      typedMm: [],
      note: '',
      deviceIds,
    },
  }),
  'log.start': ({ jobId }, [deviceId]) => ({
    logId: id(),
    jobId,
    deviceId: deviceId!,
    title: 'A log',
  }),
  'round.record': ({ jobId }, from) => ({ jobId, round: round(from) }),
  'rounds.import': ({ jobId, vehicleId }, from) => ({
    jobId,
    vehicleId,
    from: 'a file',
    rounds: [round(from)],
  }),
  'watch.start': ({ jobId }, from) => watchStart(jobId, id(), round(from), NIGHT),
  'watch.look': ({ watchId }, from) => ({ watchId, round: round(from) }),
  'watch.finish': ({ watchId }, from) => ({ watchId, round: round(from), undisturbed: true }),
}

/** A car with a watch running on it. */
export async function carWith(
  bench: TestBench,
  simulated: boolean,
): Promise<At & { readonly plate: string }> {
  const { jobId, vehicleId, plate } = await openTestJob(bench, { simulated })
  const watchId = id()
  await bench
    .send(
      'watch.start',
      watchStart(jobId, watchId, watchWalk(LEVEL, NIGHT), '2026-11-25T06:00:00Z'),
    )
    .expect(200)
  return { jobId, vehicleId, watchId, plate }
}
