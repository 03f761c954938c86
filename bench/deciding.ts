import { SAMPLE_COIL_CORNER, SAMPLE_PARTS } from '@anklet/core/base/samples'
import { fitCoils } from '@anklet/core/reasoning/conversion'
import { axleStrategies, compareOptions } from '@anklet/core/reasoning/strategy'
import { medianMs } from './machine.ts'

const CORNERS = 4
const COILS = 5000

/**
 * Three strategies through 20,000 futures each, and the standard error of the dearest to tell, as
 * a share of its mean; 5,000 coils at four corners; ms.
 */
export function measureDeciding(): {
  readonly strategiesMs: number
  readonly errorShare: number
  readonly coilsMs: number
} {
  const request = axleStrategies({
    horizonYears: 6,
    discountRate: 0.04,
    samples: 20_000,
    seed: 1,
    labourPerHour: 95,
    strategies: ['single', 'pair', 'convert'],
    leak: { minutesPerDay: 40, normalMinutesPerDay: 5, daysBeforeRepair: 45 },
    parts: SAMPLE_PARTS,
  })
  const coils = Array.from({ length: COILS }, (_, i) => ({
    id: `coil ${i}`,
    rateNPerMm: 30 + (i % 100),
    freeLengthMm: 340 + ((i * 7) % 180),
    solidLengthMm: 150 + ((i * 3) % 90),
  }))
  const corner = SAMPLE_COIL_CORNER
  return {
    strategiesMs: medianMs(() => compareOptions(request), 5),
    errorShare: Math.max(
      ...compareOptions(request).map(({ standardError, meanCost }) => standardError / meanCost),
    ),
    coilsMs: medianMs(() => {
      for (let k = 0; k < CORNERS; k += 1)
        fitCoils({ ...corner, loadN: corner.loadN - 100 * k }, coils)
    }),
  }
}
