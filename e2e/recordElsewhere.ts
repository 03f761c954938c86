import type { CommandPayload, CommandType, Job } from '@anklet/contract'
import { heightAtLevelMm, WALK } from '@anklet/core/base/vehicle'
import type { Page } from '@playwright/test'
import { expect } from '@playwright/test'
import { sendCommand } from './command.ts'

/** The job a page is at, and what counts as now there. */
async function jobAt(page: Page): Promise<{ address: string; job: Job; person: string; at: Date }> {
  const { origin, pathname } = new URL(page.url())
  const read = async (path: string): Promise<unknown> =>
    (await fetch(`${origin}/api/${path}`)).json()
  const job = (await read(`jobs/${pathname.split('/')[2]}`)) as Job
  return {
    address: origin,
    job,
    person: job.workNow?.hands[0] ?? job.openedBy,
    at: new Date(await page.evaluate(() => Date.now())),
  }
}

/** A round of a car that stands as it is made to, at its level nearest the design height. */
function roundOf(
  { vehicleType: { architecture, geometry } }: Job,
  at: Date,
  state: 'arrived' | 'levelled',
) {
  const level = architecture.levels.reduce((a, b) =>
    Math.abs(b.offsetMm) < Math.abs(a.offsetMm) ? b : a,
  )
  return {
    roundId: crypto.randomUUID(),
    levelId: level.id,
    method: 'wheelCentreToArch' as const,
    state,
    temperatureC: 8,
    thermometer: 'atSprings' as const,
    rolledAndBounced: true,
    startedAt: at.toISOString(),
    endedAt: at.toISOString(),
    readings: [1, 2].flatMap((lap) =>
      WALK.map((corner) => ({
        corner,
        lap,
        heightMm: heightAtLevelMm(geometry.corners[corner], level.offsetMm),
        at: at.toISOString(),
      })),
    ),
  }
}

/**
 * Puts on record what another place of the job would: a round, a reading of codes, a calibration.
 * For the stretches of a journey that another journey walks by hand.
 */
export async function recordElsewhere(page: Page, by: string | null): Promise<void> {
  const { address, job, person, at } = await jobAt(page)
  const jobId = job.id
  const send = async <Name extends CommandType>(
    type: Name,
    payload: CommandPayload<Name>,
  ): Promise<void> => {
    const answer = await sendCommand(address, { type, person, payload, at })
    expect(await answer.json()).not.toHaveProperty('detail')
  }
  switch (by) {
    case 'measured':
      return send('round.record', { jobId, round: roundOf(job, at, 'arrived') })
    case 'heights':
      return send('round.record', { jobId, round: roundOf(job, at, 'levelled') })
    case 'codes':
      return send('codes.record', {
        readingId: crypto.randomUUID(),
        jobId,
        from: 'typed',
        tool: 'A tool',
        codes: [],
      })
    case 'calibrated': {
      const { levelId, readings } = roundOf(job, at, 'levelled')
      const stands = Object.fromEntries(
        readings.map(({ corner, heightMm }) => [corner, heightMm]),
      ) as Record<(typeof WALK)[number], number>
      return send('proof.record', {
        entryId: crypto.randomUUID(),
        jobId,
        content: {
          kind: 'calibrated',
          why: 'wanted',
          visits: [{ levelId, direction: null, tapeMm: stands, reportedMm: stands }],
          taught: 'no',
          typedMm: [],
          note: '',
        },
      })
    }
    case 'charged':
      return send('charge.record', {
        chargeId: crypto.randomUUID(),
        jobId,
        gas: 'nitrogen',
        beforeBarG: 9,
        afterBarG: 12,
        temperatureC: 12,
        addedBarL: 11,
        words: '',
      })
    default:
      throw new Error(`Nobody records "${by}" elsewhere.`)
  }
}
