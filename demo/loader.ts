import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { CommandPayload, CommandType, RoundInput } from '@anklet/contract'
import { WALK } from '@anklet/core/base/vehicle'
import type { ScenarioRound } from './scenario.ts'

export const HOUR_MS = 3_600_000
/** A walk of two laps takes about this long. */
const WALK_MS = 6 * 60_000

/** The same name always gives the same id (RFC 9562, version 8: our own hash). */
export function idOf(name: string): string {
  const hex = createHash('sha256').update(`anklet demo ${name}`).digest('hex')
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-8${hex.slice(13, 16)}-a${hex.slice(17, 20)}-${hex.slice(20, 32)}`
}

/** A file of the scenario. */
export const read = <Content>(...path: string[]): Content =>
  JSON.parse(readFileSync(join(...path), 'utf8')) as Content

/** Sends commands to a running shop, in the name of somebody of the scenario. */
export class Loader {
  private count = 0

  constructor(
    private readonly address: string,
    private readonly nowMs: number,
  ) {}

  ago(hours: number): string {
    return new Date(this.nowMs - hours * HOUR_MS).toISOString()
  }

  async send<Name extends CommandType>(
    type: Name,
    person: string,
    at: string,
    payload: CommandPayload<Name>,
    baseVersion: number | null = null,
  ): Promise<void> {
    this.count += 1
    const body = JSON.stringify({
      id: idOf(`command ${this.count}`),
      type,
      person: idOf(person),
      device: 'demo',
      at,
      baseVersion,
      payload,
    })
    const answer = await fetch(`${this.address}/api/commands`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body,
    })
    if (!answer.ok)
      throw new Error(`The demo scenario was refused at "${type}": ${await answer.text()}`)
  }

  round(
    name: string,
    { level, endedAgoH, laps, state: _state, ...rest }: ScenarioRound,
  ): Omit<RoundInput, 'state'> {
    const endMs = this.nowMs - endedAgoH * HOUR_MS
    const at = (share: number): string => new Date(endMs - WALK_MS * (1 - share)).toISOString()
    const readings = laps.flatMap((heights, i) => {
      const lap = WALK.map((corner, k) => ({ corner, lap: i + 1, heightMm: heights[k]! }))
      return i % 2 === 0 ? lap : lap.toReversed()
    })
    return {
      ...rest,
      roundId: idOf(name),
      levelId: level,
      method: 'wheelCentreToArch',
      startedAt: at(0),
      endedAt: at(1),
      readings: readings.map((entry, k) => ({ ...entry, at: at((k + 1) / readings.length) })),
    }
  }
}
