import { openJobOf } from './jobs.ts'
import type { TestServer } from './server.ts'

/** Address of the open job of a car. */
export const jobOf = async (shop: TestServer, plate: string): Promise<string> =>
  `${shop.address}/jobs/${(await openJobOf(shop, plate)).id}`
/** A round walked so many hours ago, its heights in walking order. */
export const round = (
  hoursAgo: number,
  temperatureC: number,
  heights: readonly [number, number, number, number],
) => {
  const at = new Date(Date.now() - hoursAgo * 3_600_000).toISOString()
  const readings = [1, 2].flatMap((lap) =>
    (['FL', 'FR', 'RR', 'RL'] as const).map((corner, i) => ({
      corner,
      lap,
      heightMm: heights[i]!,
      at,
    })),
  )
  return {
    roundId: crypto.randomUUID(),
    levelId: 'track',
    method: 'wheelCentreToArch',
    temperatureC,
    thermometer: 'atSprings',
    rolledAndBounced: true,
    startedAt: at,
    endedAt: at,
    readings,
  }
}

/** A night watched with the supply on: the front low in the morning, the rear settled. */
export async function watchNightAwake(
  jobId: string,
  send: (type: string, payload: object, baseVersion?: number) => Promise<void>,
): Promise<void> {
  const watchId = crypto.randomUUID()
  await send('watch.start', {
    watchId,
    jobId,
    round: round(13, 9, [520, 520, 516, 516]),
    supplyCut: 'leftOn',
    supplyProved: false,
    tagged: true,
    doorsShut: true,
    minutesSinceRun: 200,
    plannedEndAt: new Date(Date.now() - 3_600_000).toISOString(),
  })
  await send(
    'watch.finish',
    { watchId, round: round(0.5, 2, [484, 488, 508, 508]), undisturbed: true },
    1,
  )
}
