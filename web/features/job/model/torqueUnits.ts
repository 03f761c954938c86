/** What a torque may be entered in. */
export const TORQUE_UNITS = ['N.m', 'lbf.ft'] as const
export type TorqueUnit = (typeof TORQUE_UNITS)[number]
