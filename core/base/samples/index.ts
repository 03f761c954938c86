import { usualArchitecture, AXLE_OF, perCorner } from '../vehicle/index.ts'
import type { Architecture, CornerGeometry, PerCorner, VehicleGeometry } from '../vehicle/index.ts'

/** What a sample vehicle may differ in from the plain one. */
export interface SampleChanges {
  readonly front?: Partial<CornerGeometry>
  readonly rear?: Partial<CornerGeometry>
  readonly vehicle?: Partial<Omit<VehicleGeometry, 'corners'>>
}

const PLAIN: CornerGeometry = {
  designHeightMm: 480,
  designLoadN: 5600,
  motionRatio: 0.7,
  effectiveAreaCm2: 130,
  volumeAtDesignL: 2.4,
  coilForceAtDesignN: 0,
  coilRateNPerMm: 0,
  bumpHeightMm: 410,
  bumpRateNPerMm: 80,
  droopHeightMm: 560,
  droopRateNPerMm: 400,
  tyreRateNPerMm: 260,
}

/**
 * An invented car with air at all four corners, alike but for what is asked: for tests and
 * measurements.
 */
export function sampleVehicle({
  front = {},
  rear = {},
  vehicle = {},
}: SampleChanges = {}): VehicleGeometry {
  const axles = { front: { ...PLAIN, ...front }, rear: { ...PLAIN, ...rear } }
  const corners: PerCorner<CornerGeometry> = perCorner((corner) => axles[AXLE_OF[corner]])
  return {
    wheelbaseMm: 2900,
    trackFrontMm: 1640,
    trackRearMm: 1640,
    antiRollFrontNPerMm: 10,
    antiRollRearNPerMm: 6,
    ...vehicle,
    corners,
  }
}

/**
 * The same on tyres so stiff that the body alone moves, and without anti-roll bars: where answers
 * can be worked out on paper.
 */
export const paperVehicle = (): VehicleGeometry =>
  sampleVehicle({
    front: { tyreRateNPerMm: 1e7 },
    rear: { tyreRateNPerMm: 1e7 },
    vehicle: { antiRollFrontNPerMm: 0, antiRollRearNPerMm: 0 },
  })

/** A van that is levelled at the rear only: coils in front. */
export const rearLevelledVehicle = (): VehicleGeometry =>
  sampleVehicle({
    front: {
      effectiveAreaCm2: 0,
      volumeAtDesignL: 0,
      coilForceAtDesignN: 5600,
      coilRateNPerMm: 28,
    },
    rear: { designLoadN: 6400, motionRatio: 0.9 },
  })

/** An invented layout: struts all round, open, a reservoir, one block, a lifting mode. */
export const sampleArchitecture = (change: Partial<Architecture> = {}): Architecture =>
  usualArchitecture({
    air: { front: 'strut', rear: 'strut' },
    reservoir: true,
    sensors: { front: 'each', rear: 'one' },
    sensorMount: 'adjustable',
    pressureSensor: 'gallery',
    liftingMode: 'switch',
    ...change,
  })

/** A handover of which nothing is said but that everything was shown. */
export const sampleHandover = ({ proved = true, reason = '' } = {}) => ({
  kind: 'handedOver' as const,
  proved,
  reason,
  missing: [] as never[],
  watchFor: '',
  notDone: '',
  conditions: '',
  withTorques: false,
  photoIds: [] as never[],
})

/** What an axle’s parts cost and last, in a shop’s own figures: for tests and measurements. */
export const SAMPLE_PARTS = {
  spring: {
    cost: 640,
    hours: 2.5,
    pairHours: 4,
    weibullShape: 2.8,
    weibullScaleYears: 9.5,
    otherSideAgeYears: 8,
  },
  compressor: { cost: 880, hours: 2, weibullShape: 2.2, weibullScaleYears: 11, ageYears: 8 },
  conversionAxle: { cost: 900, hours: 5 },
}

/** A corner that is to stand on a coil. */
export const SAMPLE_COIL_CORNER = {
  loadN: 5350,
  ladenLoadN: 6600,
  motionRatio: 0.72,
  installedLengthMm: 310,
  bumpTravelMm: 70,
  droopTravelMm: 85,
  airRateNPerMm: 24,
}
