import { counted } from '../plain/counts.ts'

/** How long what is kept, as a shop has set it. */
interface Times {
  readonly ownerYears: number | null
  readonly doorMonths: number | null
}

/** How long a shop keeps what tells of people, in words. @param times null: nobody has said. */
export function keptWords(times: Times | null): string {
  const { ownerYears = null, doorMonths = null } = times ?? {}
  const owners =
    ownerYears === null
      ? 'until somebody erases it'
      : `${counted(ownerYears, 'year')} after the last job`
  const door = doorMonths === null ? 'for good' : counted(doorMonths, 'month')
  return `Owners’ data: ${owners}. Sign-ins: ${door}`
}

/** What would go by a setting that is not kept yet. */
export function pastWords({
  cars,
  entries,
}: {
  readonly cars: number
  readonly entries: number
}): string {
  const parts = [
    ...(cars > 0 ? [`the owners’ data of ${counted(cars, 'car')}`] : []),
    ...(entries > 0
      ? [`${counted(entries, 'sign-in')} or addresses that something was written from`]
      : []),
  ]
  if (parts.length === 0) return 'Nothing on record is older than that today.'
  return (
    `Kept so, this goes for good a day from now: ${parts.join('; ')}. Until then it can be set ` +
    'otherwise. Backups made before still hold it until they are dropped.'
  )
}
