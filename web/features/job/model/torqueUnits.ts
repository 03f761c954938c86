import type { DisplayUnits } from '@anklet/core/base/units'

/** What a torque may be entered in. */
export const TORQUE_UNITS = ['N.m', 'lbf.ft'] as const
export type TorqueUnit = (typeof TORQUE_UNITS)[number]

/** What a shop's wrenches are set in, by how it measures. */
export const usualTorqueUnit = ({ length }: DisplayUnits): TorqueUnit =>
  length === 'inch' ? 'lbf.ft' : 'N.m'
