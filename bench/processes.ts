import { readdirSync, readFileSync } from 'node:fs'

/** Linux counts processor time in these, s. */
const TICK_S = 0.01

// After the name in brackets, which may hold spaces: user and system time are the 12th and 13th.
function secondsIn(stat: string): number {
  const fields = stat.slice(stat.lastIndexOf(')') + 2).split(' ')
  return TICK_S * (Number(fields[11]) + Number(fields[12]))
}

const statOf = (pid: string): string => {
  try {
    return readFileSync(`/proc/${pid}/stat`, 'utf8')
  } catch {
    return ''
  }
}

/** Processor time so far of one process, or of all that have a name, s. */
export function busySeconds(of: { readonly pid: number } | { readonly named: string }): number {
  if ('pid' in of) return secondsIn(statOf(String(of.pid)))
  return readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name))
    .map(statOf)
    .filter((stat) => stat.includes(`(${of.named})`))
    .reduce((sum, stat) => sum + secondsIn(stat), 0)
}

/** Processor time so far that the host gave to other machines while this one wanted it, s. */
export const stolenSeconds = (): number =>
  TICK_S * Number(readFileSync('/proc/stat', 'utf8').split('\n')[0]!.split(/\s+/)[8])
