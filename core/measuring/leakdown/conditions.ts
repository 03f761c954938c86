/** Where the temperature of a round was read. */
export const THERMOMETERS = ['atSprings', 'sameRoom', 'elsewhere'] as const
export type Thermometer = (typeof THERMOMETERS)[number]

/** What is known of the air in the springs when a round is taken. */
export interface SoakConditions {
  readonly thermometer: Thermometer
  /** Minutes since the vehicle was driven or its pump ran; null: not known. */
  readonly minutesSinceRun: number | null
}

/**
 * How well a thermometer tells the temperature of the air in soaked springs, K. Beside the springs
 * it earns 1 K; anywhere in
 * the same room the usual 3 K; a reading from elsewhere (a forecast, the dashboard) is worth less:
 * 5 K is a judgement of ours.
 */
export const THERMOMETER_SIGMA_K: Readonly<Record<Thermometer, number>> = {
  atSprings: 1,
  sameRoom: 3,
  elsewhere: 5,
}

// Fresh from a drive 6 K at twenty minutes, 1 K after two hours: an exponential through both.
const SOAK_SIGMA_K = 6
const SOAK_FROM_MIN = 20
const SOAK_TIME_CONSTANT_MIN = 100 / Math.log(6)

/**
 * Standard deviation of the gas temperature, K: the worse of the thermometer and of air that has
 * not soaked yet.
 * @param conditions minutes below 20 count as 20; unknown minutes leave only the thermometer, but
 * never better than 3 K.
 */
export function gasTemperatureSigmaK({ thermometer, minutesSinceRun }: SoakConditions): number {
  const reading = THERMOMETER_SIGMA_K[thermometer]
  if (minutesSinceRun === null) return Math.max(reading, THERMOMETER_SIGMA_K.sameRoom)
  const soaked =
    SOAK_SIGMA_K * Math.exp(-Math.max(0, minutesSinceRun - SOAK_FROM_MIN) / SOAK_TIME_CONSTANT_MIN)
  return Math.max(reading, soaked)
}
