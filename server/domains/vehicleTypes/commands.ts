import {
  AXLE_CORNERS,
  hasAirOnAxle,
  checkGeometry,
  completeGeometry,
  hasAir,
} from '@anklet/core/base/vehicle'
import type { Architecture, Specification, VehicleGeometry } from '@anklet/contract'
import { AppError } from '../../kernel/appError.ts'
import { vehicleType } from '../../store/schema.ts'
import type { Handler } from '../../kernel/handler.ts'
import { unlessTaken, updateVersion } from '../../kernel/saving.ts'

function checkType(architecture: Architecture, given: VehicleGeometry): VehicleGeometry {
  const geometry = completeGeometry(given)
  for (const axle of ['front', 'rear'] as const) {
    const airSaid = hasAirOnAxle(architecture, axle)
    if (AXLE_CORNERS[axle].some((corner) => hasAir(geometry.corners[corner]) !== airSaid))
      throw new AppError('airAndGeometryDiffer', { axle, airSaid }, '/payload/geometry')
  }
  const checked = checkGeometry(geometry)
  if (!checked.ok)
    throw new AppError(
      checked.error.code,
      checked.error,
      `/payload/geometry/corners/${checked.error.corner}`,
    )
  return geometry
}

function checkSpecifications(
  { levels }: Architecture,
  specifications: readonly Specification[],
): void {
  for (const [i, specification] of specifications.entries()) {
    const { levelId, method } = specification
    if (!levels.some(({ id }) => id === levelId))
      throw new AppError('levelUnknown', { levelId }, `/payload/specifications/${i}/levelId`)
    if (
      specifications.findIndex((other) => other.levelId === levelId && other.method === method) < i
    )
      throw new AppError('specificationTwice', { levelId }, `/payload/specifications/${i}/levelId`)
    for (const axle of ['front', 'rear'] as const) {
      const { nominalMm, minusMm, plusMm } = specification[axle]
      const toleranceMm = Math.max(minusMm, plusMm)
      if (toleranceMm >= nominalMm)
        throw new AppError(
          'toleranceTooLarge',
          { axle, toleranceMm, nominalMm },
          `/payload/specifications/${i}/${axle}`,
        )
    }
  }
}

/** Makes or changes a vehicle type. */
export const saveVehicleType: Handler<'vehicleType.save'> = async (
  tx,
  { payload, baseVersion },
) => {
  const { typeId: id, source, architecture, specifications = [], guesses = [] } = payload
  checkSpecifications(architecture, specifications)
  const values = {
    name: payload.name.trim(),
    source,
    architecture,
    geometry: checkType(architecture, payload.geometry),
    specifications,
    guesses,
  }
  const write =
    baseVersion === null
      ? tx
          .insert(vehicleType)
          .values({ id, ...values })
          .then(() => 1)
      : updateVersion(tx, vehicleType, id, baseVersion, values, 'vehicle type')
  return unlessTaken(values.name, '/payload/name', write)
}
