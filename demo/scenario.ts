import type {
  ArrivalRecord,
  CommandPayload,
  Complaint,
  Finding,
  RoundInput,
} from '@anklet/contract'

/**
 * A round of the scenario: times are counted back from the moment it is loaded, so the
 * demonstration is always of today.
 */
export interface ScenarioRound extends Pick<
  RoundInput,
  'temperatureC' | 'thermometer' | 'rolledAndBounced'
> {
  readonly level: string
  /** What state the car was in; a watch says it of its own rounds. */
  readonly state?: RoundInput['state']
  readonly endedAgoH: number
  /** Lap by lap, each in walking order: FL, FR, RR, RL, mm. The second lap was walked the other way round. */
  readonly laps: readonly (readonly [number, number, number, number])[]
}

/** A job of the scenario. */
export interface ScenarioJob {
  readonly plate: string
  readonly by: string
  readonly openedAgoH: number
  readonly closedAgoH?: number
  readonly complaint: Complaint
  readonly arrival?: ArrivalRecord
  readonly note?: string
  readonly repair?: Pick<CommandPayload<'job.repair'>, 'part' | 'corners' | 'words'>
  /** Tests done at the car, so many hours before now. */
  readonly checks?: readonly (Omit<
    CommandPayload<'check.record'>,
    'checkId' | 'jobId' | 'logId'
  > & { readonly agoH: number })[]
  /** Codes read, so many hours before now, and what the job was found to be. */
  readonly codes?: readonly (Pick<CommandPayload<'codes.record'>, 'from' | 'tool' | 'codes'> & {
    readonly agoH: number
  })[]
  readonly conclusion?: Pick<
    CommandPayload<'job.conclude'>,
    'cause' | 'sentence' | 'probability' | 'stands'
  >
  /** A log kept with the job, by the name of its file, and the gas put in. */
  readonly log?: { readonly file: string; readonly agoH: number }
  readonly charge?: Omit<CommandPayload<'charge.record'>, 'chargeId' | 'jobId'>
  readonly heights: readonly ScenarioRound[]
  /** Work under way: planned and begun so many hours before now, done step by step up to one of them. */
  readonly work?: Pick<CommandPayload<'plan.make'>, 'jobs' | 'support' | 'flat'> & {
    readonly agoH: number
    readonly until: string
    readonly second: string
    readonly torque: { readonly nm: number; readonly source: string }
    readonly photo: string
  }
  readonly watch?: Pick<CommandPayload<'watch.start'>, 'supplyCut' | 'minutesSinceRun'> & {
    readonly evening: ScenarioRound
    readonly morning?: ScenarioRound
    readonly plannedHours: number
    readonly undisturbed?: boolean
    readonly finding?: Finding
  }
}

/** Parts by the name of their vehicle type's file. */
export type ScenarioParts = Readonly<
  Record<string, readonly Omit<CommandPayload<'part.save'>, 'partId' | 'typeId'>[]>
>
/** Torques by the name of their vehicle type's file. */
export type ScenarioTorques = Readonly<
  Record<string, readonly Omit<CommandPayload<'torque.save'>, 'torqueId' | 'typeId'>[]>
>
export type ScenarioCoils = readonly Omit<CommandPayload<'coils.save'>['coils'][number], 'id'>[]

/** What codes mean on a vehicle type, by the name of its file. */
export type ScenarioCodes = Readonly<
  Record<
    string,
    readonly Pick<CommandPayload<'codeText.save'>, 'number' | 'words' | 'points' | 'place'>[]
  >
>
