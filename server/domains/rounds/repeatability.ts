import { learnRepeatability } from '@anklet/core/measuring/heights'
import { perCorner } from '@anklet/core/base/vehicle'
import type { QueryResponse } from '@anklet/contract'
import type { Database } from '../../store/database.ts'
import { doubleRounds } from './queries.ts'

/** As many of the newest rounds say enough, and older ones may come from other hands. */
const NEWEST = 300

/** How well this shop repeats its readings, learned from its own double rounds. */
export async function readRepeatability(
  db: Database,
): Promise<QueryResponse<'/api/repeatability'>> {
  const rounds = await doubleRounds(db, NEWEST)
  return {
    learned: learnRepeatability(
      rounds.map(({ readings }) =>
        perCorner((corner) =>
          readings.filter((entry) => entry.corner === corner).map(({ heightMm }) => heightMm),
        ),
      ),
    ),
  }
}
