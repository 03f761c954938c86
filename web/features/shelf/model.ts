import { TORQUE_NM } from '@anklet/contract'
import type { Complaint } from '../../client/form/commandResolver.ts'
import type { TypedTorque } from './commands.ts'
import { newtonMetres } from './commands.ts'

/** Why the figures of a torque cannot be: they are none, or of another unit than was said. */
export function figureRefusal({ min, max, unit }: TypedTorque): string {
  const least = newtonMetres(min, unit)
  const most = max.trim() === '' ? least : newtonMetres(max, unit)
  if (Number.isNaN(least) || Number.isNaN(most)) return `A torque is a figure, in ${unit}.`
  return (
    `A torque lies between ${TORQUE_NM.least} and ${TORQUE_NM.most} N.m: that comes to ` +
    `${least} to ${most} N.m. Is the unit right?`
  )
}

/** Whether the least of a torque is above its most. */
export function areSwapped({ min, max, unit }: TypedTorque): Complaint<TypedTorque> | null {
  return max.trim() !== '' && newtonMetres(min, unit) > newtonMetres(max, unit)
    ? {
        field: 'max',
        sentence: `The least, ${min}, is above the most, ${max}. Are they swapped?`,
      }
    : null
}
