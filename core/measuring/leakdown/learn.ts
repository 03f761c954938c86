import type { Corner, PerCorner, VehicleGeometry } from '../../base/vehicle/index.ts'
import { CORNERS, hasAir, mapCorners } from '../../base/vehicle/index.ts'

/** A change this much smaller than the noise of its own corner says nothing of the volume, mm. */
const LEAST_COLD_MM = 3

/** A night of which is known what leaked, if anything. */
export interface LessonNight {
  readonly vehicle: VehicleGeometry
  /** Without what the leak did. */
  readonly changeMm: PerCorner<number>
  /** Corners that did not leak; left out: all of them. */
  readonly corners?: readonly Corner[]
  /** What the figures on record make of the cold, mm. */
  readonly expectedColdMm: PerCorner<number>
  /** Standard deviation of each change without the temperature, mm. */
  readonly sigmaMm: PerCorner<number>
  /** Temperature difference of the night and how well it is known, K. */
  readonly coolingK: number
  readonly temperatureSigmaK: number
}

/** What such nights teach about the volumes of a car's springs. */
export interface VolumeLesson {
  /** True volume over the volume on record. */
  readonly factor: number
  /** Standard deviation of that factor. */
  readonly share: number
}

/**
 * Learns the one factor by which all volumes of a car differ from the record. Cold alone sinks a
 * corner in proportion to its
 * volume, so the measured drop over the expected one is that factor; nights are weighed by their
 * precision and by how well the
 * volumes were known before.
 * @param knownShare how well the volumes are known beforehand, as a share.
 * @returns null where no night was cold enough to tell.
 */
export function learnVolume(
  nights: readonly LessonNight[],
  knownShare: number,
): VolumeLesson | null {
  let [weight, sum] = [1 / knownShare ** 2, 1 / knownShare ** 2]
  let used = 0
  for (const night of nights) {
    const { vehicle, changeMm, expectedColdMm, sigmaMm, coolingK, temperatureSigmaK } = night
    const corners = (night.corners ?? CORNERS).filter(
      (corner) =>
        hasAir(vehicle.corners[corner]) && Math.abs(expectedColdMm[corner]) >= LEAST_COLD_MM,
    )
    if (corners.length === 0 || coolingK === 0) continue
    const precision = corners.reduce(
      (total, corner) => total + (expectedColdMm[corner] / sigmaMm[corner]) ** 2,
      0,
    )
    const factor =
      corners.reduce(
        (total, corner) =>
          total + (changeMm[corner] * expectedColdMm[corner]) / sigmaMm[corner] ** 2,
        0,
      ) / precision
    const variance = 1 / precision + (temperatureSigmaK / coolingK) ** 2
    weight += 1 / variance
    sum += factor / variance
    used += 1
  }
  return used === 0 ? null : { factor: sum / weight, share: Math.sqrt(1 / weight) }
}

/** The vehicle with all its volumes multiplied. */
export const withVolumes = (vehicle: VehicleGeometry, factor: number): VehicleGeometry => ({
  ...vehicle,
  corners: mapCorners(vehicle.corners, (corner) => ({
    ...corner,
    volumeAtDesignL: corner.volumeAtDesignL * factor,
  })),
})
