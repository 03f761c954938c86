import { NM_PER_LBF_FT } from '../../base/units/index.ts'

/** A torque of a sheet, N.m. */
export interface TorqueRange {
  readonly minNm: number
  readonly maxNm: number
}
/**
 * How a figure stands to its range: in it, beside it, or so far off that it must be another unit
 * or a slip.
 */
export type TorqueVerdict = 'in' | 'low' | 'high' | 'far'

/**
 * A torque this many times below or above its range was typed in another unit or by a slip: lbf.ft
 * and N.m differ by 1.36, lbf.in and N.m by 8.9.
 */
const FAR = 3
/** A wrench is read to a tenth. */
const READ_NM = 0.05

/** @param nm as it was set, N.m */
export function judgeTorque(nm: number, { minNm, maxNm }: TorqueRange): TorqueVerdict {
  if (nm < minNm / FAR || nm > maxNm * FAR) return 'far'
  return nm < minNm - READ_NM ? 'low' : nm > maxNm + READ_NM ? 'high' : 'in'
}

/**
 * Whether a figure that is beside its range would be in it, had it been meant in the other unit.
 * @returns that figure in N.m; null where it would not
 */
export function otherUnit(
  typed: number,
  unit: 'N.m' | 'lbf.ft',
  range: TorqueRange,
): number | null {
  const meant = unit === 'N.m' ? typed * NM_PER_LBF_FT : typed
  return judgeTorque(meant, range) === 'in' ? meant : null
}
