import type { CommandPayload, Complaint, Finding, RoundInput } from '@anklet/contract'

/** A round of the scenario: times are counted back from the moment it is loaded, so the demonstration is always of today. */
export interface ScenarioRound extends Pick<RoundInput, 'temperatureC' | 'thermometer' | 'rolledAndBounced'> {
  readonly level: string
  readonly endedAgoH: number
  readonly readings: readonly Omit<RoundInput['readings'][number], 'at'>[]
}

/** A job of the scenario. */
export interface ScenarioJob {
  readonly plate: string
  readonly by: string
  readonly openedAgoH: number
  readonly closedAgoH?: number
  readonly complaint: Complaint
  readonly heights: readonly ScenarioRound[]
  readonly watch?: Pick<CommandPayload<'watch.start'>, 'supplyCut' | 'minutesSinceRun'> & {
    readonly evening: ScenarioRound
    readonly morning?: ScenarioRound
    readonly plannedHours: number
    readonly undisturbed?: boolean
    readonly finding?: Finding
  }
}
