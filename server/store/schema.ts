import { sql } from 'drizzle-orm'
import {
  boolean,
  check,
  customType,
  date,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  serial,
  smallint,
  text,
  timestamp,
  unique,
  uuid,
} from 'drizzle-orm/pg-core'
import type {
  BackupSettings,
  Architecture,
  ArrivalRecord,
  ProofRecord,
  ChargeRecord,
  Agreement,
  CheckRecord,
  CodeReading,
  CodeText,
  Command,
  CommandResult,
  Complaint,
  Decision,
  EvidenceRecord,
  Finding,
  Found,
  KnowledgeChanges,
  Learned,
  LogHead,
  Note,
  Part,
  Photo,
  PlanMade,
  AnyProcedureBook,
  Procedures,
  Rate,
  Repair,
  Round,
  Shop,
  Specification,
  Trace,
  Vehicle,
  VehicleGeometry,
  WorkRecord,
  Torque,
} from '@anklet/contract'

const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'string' })
const bytes = customType<{ data: Uint8Array }>({ dataType: () => 'bytea' })
const ROUND_STATES = ['arrived', 'levelled', 'supplyOff', 'leftOn'] as const
const METHODS = ['wheelCentreToArch', 'axleToBracket', 'sillToFloor'] as const
const version = () => integer('version').notNull().default(1)
// From a simulated vehicle onto the record of a real car; null: nobody has looked yet.
const setAside = () => boolean('set_aside').default(false)
const deviceIds = () => jsonb('device_ids').$type<readonly string[]>().notNull().default([])

export const shop = pgTable(
  'shop',
  {
    id: smallint('id').primaryKey().default(1),
    version: version(),
    name: text('name').notNull(),
    units: jsonb('units').$type<Shop['units']>().notNull(),
    rate: jsonb('rate').$type<Rate>(),
    backup: jsonb('backup').$type<BackupSettings>(),
  },
  (table) => [check('one_shop', sql`${table.id} = 1`)],
)

export const person = pgTable('person', {
  id: uuid('id').primaryKey(),
  name: text('name').notNull().unique('person_name'),
  lead: boolean('lead').notNull().default(false),
})

export const vehicleType = pgTable('vehicle_type', {
  id: uuid('id').primaryKey(),
  version: version(),
  name: text('name').notNull().unique('vehicle_type_name'),
  source: text('source').notNull(),
  architecture: jsonb('architecture').$type<Architecture>().notNull(),
  geometry: jsonb('geometry').$type<VehicleGeometry>().notNull(),
  specifications: jsonb('specifications').$type<readonly Specification[]>().notNull().default([]),
  guesses: jsonb('guesses').$type<readonly string[]>().notNull().default([]),
})

export const vehicle = pgTable('vehicle', {
  id: uuid('id').primaryKey(),
  version: version(),
  typeId: uuid('type_id')
    .notNull()
    .references(() => vehicleType.id),
  plate: text('plate').notNull().unique('vehicle_plate'),
  vin: text('vin').notNull().default(''),
  firstUsed: date('first_used', { mode: 'string' }),
  note: text('note').notNull(),
  simulated: boolean('simulated').notNull().default(false),
  lesson: jsonb('lesson').$type<NonNullable<Vehicle['lesson']>>(),
})

export const job = pgTable(
  'job',
  {
    id: uuid('id').primaryKey(),
    version: version(),
    vehicleId: uuid('vehicle_id')
      .notNull()
      .references(() => vehicle.id),
    openedAt: moment('opened_at').notNull(),
    openedBy: uuid('opened_by')
      .notNull()
      .references(() => person.id),
    closedAt: moment('closed_at'),
    closedReason: text('closed_reason'),
    complaint: jsonb('complaint').$type<Complaint>().notNull(),
    arrival: jsonb('arrival').$type<ArrivalRecord>(),
  },
  (table) => [
    index('job_opened').on(table.openedAt),
    index('job_vehicle').on(table.vehicleId),
    index('job_closed').on(table.closedAt),
  ],
)

/** A walk around the car. Never changed and never deleted. */
export const round = pgTable(
  'round',
  {
    id: uuid('id').primaryKey(),
    vehicleId: uuid('vehicle_id')
      .notNull()
      .references(() => vehicle.id),
    jobId: uuid('job_id')
      .notNull()
      .references(() => job.id),
    purpose: text('purpose', {
      enum: ['heights', 'evening', 'between', 'morning', 'imported'],
    }).notNull(),
    levelId: text('level_id').notNull(),
    levelOffsetMm: doublePrecision('level_offset_mm').notNull(),
    method: text('method', { enum: METHODS }).notNull(),
    load: text('load', { enum: ['empty', 'driver', 'laden'] })
      .notNull()
      .default('empty'),
    loadKg: doublePrecision('load_kg'),
    state: text('state', { enum: ROUND_STATES }),
    padsMm: jsonb('pads_mm').$type<NonNullable<Round['padsMm']>>(),
    reportedMm: jsonb('reported_mm').$type<NonNullable<Round['reportedMm']>>(),
    deviceIds: deviceIds(),
    setAside: setAside(),
    temperatureC: doublePrecision('temperature_c').notNull(),
    thermometer: text('thermometer', { enum: ['atSprings', 'sameRoom', 'elsewhere'] }).notNull(),
    rolledAndBounced: boolean('rolled_and_bounced').notNull(),
    startedAt: moment('started_at').notNull(),
    endedAt: moment('ended_at').notNull(),
    personId: uuid('person_id')
      .notNull()
      .references(() => person.id),
    device: text('device').notNull(),
  },
  (table) => [
    index('round_vehicle').on(table.vehicleId, table.endedAt),
    index('round_job').on(table.jobId),
    check('round_time', sql`${table.endedAt} >= ${table.startedAt}`),
  ],
)

/** One reading of the tape. Never changed and never deleted. */
export const reading = pgTable(
  'reading',
  {
    id: serial('id').primaryKey(),
    roundId: uuid('round_id')
      .notNull()
      .references(() => round.id),
    corner: text('corner', { enum: ['FL', 'FR', 'RL', 'RR'] }).notNull(),
    lap: smallint('lap').notNull(),
    heightMm: doublePrecision('height_mm').notNull(),
    at: moment('at').notNull(),
  },
  (table) => [
    index('reading_round').on(table.roundId),
    check('reading_height', sql`${table.heightMm} between 50 and 2000`),
    check('reading_lap', sql`${table.lap} between 1 and 20`),
  ],
)

/**
 * What replaces a reading: the newest entry counts, and null leaves the reading out. Never changed
 * and never deleted.
 */
export const correction = pgTable(
  'correction',
  {
    id: uuid('id').primaryKey(),
    readingId: integer('reading_id')
      .notNull()
      .references(() => reading.id),
    heightMm: doublePrecision('height_mm'),
    reason: text('reason').notNull(),
    personId: uuid('person_id')
      .notNull()
      .references(() => person.id),
    at: moment('at').notNull(),
  },
  (table) => [index('correction_reading').on(table.readingId)],
)

export const watch = pgTable(
  'watch',
  {
    id: uuid('id').primaryKey(),
    version: version(),
    jobId: uuid('job_id')
      .notNull()
      .references(() => job.id),
    state: text('state', { enum: ['running', 'walked', 'concluded', 'givenUp'] }).notNull(),
    supplyCut: text('supply_cut', {
      enum: ['fuse', 'battery', 'cutOffSwitch', 'leftOn'],
    }).notNull(),
    minutesSinceRun: integer('minutes_since_run'),
    startedAt: moment('started_at').notNull(),
    plannedEndAt: moment('planned_end_at').notNull(),
    eveningRoundId: uuid('evening_round_id')
      .notNull()
      .references(() => round.id),
    betweenRoundIds: jsonb('between_round_ids').$type<readonly string[]>().notNull().default([]),
    supplyBackAt: moment('supply_back_at'),
    morningRoundId: uuid('morning_round_id').references(() => round.id),
    undisturbed: boolean('undisturbed'),
    finding: jsonb('finding').$type<Finding>(),
    givenUpReason: text('given_up_reason'),
    startedBy: uuid('started_by')
      .notNull()
      .references(() => person.id),
  },
  (table) => [
    index('watch_job').on(table.jobId),
    check('watch_time', sql`${table.plannedEndAt} > ${table.startedAt}`),
  ],
)

/** A figure or sentence kept on a job. Never changed and never deleted. */
export const note = pgTable(
  'note',
  {
    id: uuid('id').primaryKey(),
    jobId: uuid('job_id')
      .notNull()
      .references(() => job.id),
    at: moment('at').notNull(),
    personId: uuid('person_id')
      .notNull()
      .references(() => person.id),
    from: text('from').$type<Note['from']>().notNull(),
    title: text('title').notNull(),
    lines: jsonb('lines').$type<readonly string[]>().notNull(),
  },
  (table) => [index('note_job').on(table.jobId)],
)

/** What was replaced or mended, when. */
export const repair = pgTable(
  'repair',
  {
    id: uuid('id').primaryKey(),
    vehicleId: uuid('vehicle_id')
      .notNull()
      .references(() => vehicle.id),
    jobId: uuid('job_id')
      .notNull()
      .references(() => job.id),
    at: moment('at').notNull(),
    personId: uuid('person_id')
      .notNull()
      .references(() => person.id),
    part: text('part').$type<Repair['part']>().notNull(),
    corners: jsonb('corners').$type<Repair['corners']>().notNull(),
    words: text('words').notNull(),
  },
  (table) => [index('repair_vehicle').on(table.vehicleId)],
)

export const photo = pgTable(
  'photo',
  {
    id: uuid('id').primaryKey(),
    jobId: uuid('job_id')
      .notNull()
      .references(() => job.id),
    at: moment('at').notNull(),
    personId: uuid('person_id')
      .notNull()
      .references(() => person.id),
    type: text('type').$type<Photo['type']>().notNull(),
    caption: text('caption').notNull(),
    picture: bytes('picture').notNull(),
    small: bytes('small'),
  },
  (table) => [index('photo_job').on(table.jobId)],
)

/** A test done in a job. Never changed and never deleted. */
export const checkDone = pgTable(
  'check_done',
  {
    id: uuid('id').primaryKey(),
    jobId: uuid('job_id')
      .notNull()
      .references(() => job.id),
    at: moment('at').notNull(),
    personId: uuid('person_id')
      .notNull()
      .references(() => person.id),
    kind: text('kind').$type<CheckRecord['kind']>().notNull(),
    corner: text('corner').$type<NonNullable<CheckRecord['corner']>>(),
    verdict: text('verdict').$type<CheckRecord['verdict']>().notNull(),
    sentence: text('sentence').notNull(),
    lines: jsonb('lines').$type<readonly string[]>().notNull(),
    speaksFor: text('speaks_for').notNull(),
    logId: uuid('log_id'),
    finds: jsonb('finds').$type<readonly Found[]>().notNull().default([]),
    deviceIds: deviceIds(),
    setAside: setAside(),
  },
  (table) => [index('check_done_job').on(table.jobId)],
)

/** What was found by hand, or said of evidence. Never changed and never deleted. */
export const evidence = pgTable(
  'evidence',
  {
    id: uuid('id').primaryKey(),
    // Clocks of two tablets differ: the order in which it came decides what was said last.
    seq: integer('seq').notNull().generatedAlwaysAsIdentity(),
    jobId: uuid('job_id')
      .notNull()
      .references(() => job.id),
    at: moment('at').notNull(),
    personId: uuid('person_id')
      .notNull()
      .references(() => person.id),
    check: text('check').notNull(),
    say: text('say').$type<EvidenceRecord['say']>().notNull(),
    outcome: text('outcome'),
    reason: text('reason').notNull(),
    from: text('from').$type<NonNullable<EvidenceRecord['from']>>().notNull().default('hand'),
    deviceIds: deviceIds(),
    setAside: setAside(),
  },
  (table) => [index('evidence_job').on(table.jobId)],
)

/** The fault a job came to. Never changed and never deleted. */
export const conclusion = pgTable(
  'conclusion',
  {
    id: uuid('id').primaryKey(),
    jobId: uuid('job_id')
      .notNull()
      .references(() => job.id),
    at: moment('at').notNull(),
    personId: uuid('person_id')
      .notNull()
      .references(() => person.id),
    cause: text('cause').notNull(),
    sentence: text('sentence').notNull(),
    probability: doublePrecision('probability').notNull(),
    stands: jsonb('stands').$type<readonly string[]>().notNull(),
    photoId: uuid('photo_id'),
  },
  (table) => [index('conclusion_job').on(table.jobId)],
)

/** Codes of a module as they were read once. Never changed and never deleted. */
export const codeReading = pgTable(
  'code_reading',
  {
    id: uuid('id').primaryKey(),
    jobId: uuid('job_id')
      .notNull()
      .references(() => job.id),
    at: moment('at').notNull(),
    personId: uuid('person_id')
      .notNull()
      .references(() => person.id),
    from: text('from').$type<CodeReading['from']>().notNull(),
    tool: text('tool').notNull(),
    codes: jsonb('codes').$type<CodeReading['codes']>().notNull(),
    deviceIds: deviceIds(),
    setAside: setAside(),
  },
  (table) => [index('code_reading_job').on(table.jobId)],
)

/** What a code means on a vehicle type. */
export const codeText = pgTable(
  'code_text',
  {
    id: uuid('id').primaryKey(),
    version: version(),
    typeId: uuid('type_id')
      .notNull()
      .references(() => vehicleType.id),
    number: text('number').notNull(),
    words: text('words').notNull(),
    points: text('points'),
    place: text('place').$type<NonNullable<CodeText['place']>>(),
  },
  (table) => [unique('code_text_number').on(table.typeId, table.number)],
)

/** Where the shop's knowledge differs from what ships. */
export const knowledge = pgTable(
  'knowledge',
  {
    id: smallint('id').primaryKey().default(1),
    version: version(),
    changes: jsonb('changes').$type<KnowledgeChanges>().notNull(),
    borrowed: jsonb('borrowed').$type<Learned>(),
  },
  (table) => [check('one_knowledge', sql`${table.id} = 1`)],
)

/** What the shop fits on a vehicle type. */
export const part = pgTable(
  'part',
  {
    id: uuid('id').primaryKey(),
    version: version(),
    typeId: uuid('type_id')
      .notNull()
      .references(() => vehicleType.id),
    kind: text('kind').$type<Part['kind']>().notNull(),
    axle: text('axle').$type<NonNullable<Part['axle']>>(),
    name: text('name').notNull(),
    number: text('number').notNull(),
    cost: doublePrecision('cost').notNull(),
    hours: doublePrecision('hours').notNull(),
    pairHours: doublePrecision('pair_hours'),
    leadDays: integer('lead_days').notNull(),
    life: jsonb('life').$type<NonNullable<Part['life']>>(),
    warranty: text('warranty').notNull().default(''),
  },
  (table) => [index('part_type').on(table.typeId)],
)

/** A coil of the shop's list. */
export const coil = pgTable(
  'coil',
  {
    id: uuid('id').primaryKey(),
    name: text('name').notNull().unique('coil_name'),
    rateNPerMm: doublePrecision('rate_n_per_mm').notNull(),
    freeLengthMm: doublePrecision('free_length_mm').notNull(),
    solidLengthMm: doublePrecision('solid_length_mm').notNull(),
    cost: doublePrecision('cost').notNull(),
    leadDays: integer('lead_days').notNull(),
  },
  (table) => [check('coil_length', sql`${table.solidLengthMm} < ${table.freeLengthMm}`)],
)

/** What was decided on a job. Never changed and never deleted. */
export const decision = pgTable(
  'decision',
  {
    id: uuid('id').primaryKey(),
    jobId: uuid('job_id')
      .notNull()
      .references(() => job.id),
    at: moment('at').notNull(),
    personId: uuid('person_id')
      .notNull()
      .references(() => person.id),
    option: text('option').notNull(),
    title: text('title').notNull(),
    reason: text('reason').notNull(),
    validUntil: date('valid_until', { mode: 'string' }),
    currency: text('currency').notNull(),
    lines: jsonb('lines').$type<Decision['lines']>().notNull(),
    taxPercent: doublePrecision('tax_percent').notNull(),
    over: jsonb('over').$type<NonNullable<Decision['over']>>(),
    coils: jsonb('coils').$type<NonNullable<Decision['coils']>>().notNull().default({}),
    corner: text('corner').$type<NonNullable<Decision['corner']>>(),
  },
  (table) => [index('decision_job').on(table.jobId)],
)

/** That an owner agreed. Never changed and never deleted. */
export const agreement = pgTable(
  'agreement',
  {
    id: uuid('id').primaryKey(),
    jobId: uuid('job_id')
      .notNull()
      .references(() => job.id),
    decisionId: uuid('decision_id')
      .notNull()
      .references(() => decision.id),
    at: moment('at').notNull(),
    personId: uuid('person_id')
      .notNull()
      .references(() => person.id),
    name: text('name').notNull(),
    way: text('way').$type<Agreement['way']>().notNull(),
  },
  (table) => [index('agreement_job').on(table.jobId)],
)

/** The shop's procedures where they differ from what ships, and what it settles its own way. */
export const procedures = pgTable(
  'procedures',
  {
    id: smallint('id').primaryKey().default(1),
    version: version(),
    book: jsonb('book').$type<AnyProcedureBook>(),
    way: jsonb('way').$type<Procedures['way']>().notNull(),
  },
  (table) => [check('one_procedures', sql`${table.id} = 1`)],
)

/** A torque of the shop's sheet. */
export const torque = pgTable(
  'torque',
  {
    id: uuid('id').primaryKey(),
    version: version(),
    typeId: uuid('type_id')
      .notNull()
      .references(() => vehicleType.id),
    fastener: text('fastener').notNull(),
    minNm: doublePrecision('min_nm').notNull(),
    maxNm: doublePrecision('max_nm').notNull(),
    thenDegrees: doublePrecision('then_degrees'),
    unit: text('unit').$type<NonNullable<Torque['unit']>>().notNull().default('N.m'),
    source: text('source').notNull(),
    date: date('date', { mode: 'string' }).notNull(),
  },
  (table) => [
    unique('torque_fastener').on(table.typeId, table.fastener),
    check('torque_range', sql`${table.minNm} <= ${table.maxNm}`),
  ],
)

/** A plan as it was made. Never changed and never deleted. */
export const plan = pgTable(
  'plan',
  {
    id: uuid('id').primaryKey(),
    jobId: uuid('job_id')
      .notNull()
      .references(() => job.id),
    at: moment('at').notNull(),
    personId: uuid('person_id')
      .notNull()
      .references(() => person.id),
    jobs: jsonb('jobs').$type<PlanMade['jobs']>().notNull(),
    support: text('support').$type<PlanMade['support']>().notNull(),
    way: jsonb('way').$type<PlanMade['way']>().notNull(),
    alone: boolean('alone').notNull(),
    flat: jsonb('flat').$type<PlanMade['flat']>().notNull().default([]),
    order: jsonb('order').$type<PlanMade['order']>().notNull(),
    carried: jsonb('carried').$type<NonNullable<PlanMade['carried']>>().notNull().default([]),
  },
  (table) => [index('plan_job').on(table.jobId)],
)

/**
 * What happened in the work on a car, in the order it was taken. Never changed and never deleted.
 */
export const workEntry = pgTable(
  'work_entry',
  {
    id: uuid('id').primaryKey(),
    seq: serial('seq').notNull(),
    jobId: uuid('job_id')
      .notNull()
      .references(() => job.id),
    at: moment('at').notNull(),
    personId: uuid('person_id')
      .notNull()
      .references(() => person.id),
    content: jsonb('content').$type<WorkRecord['content']>().notNull(),
    setAside: setAside(),
  },
  (table) => [index('work_entry_job').on(table.jobId, table.seq)],
)

/** What shows that a repair counts. Never changed and never deleted. */
export const proofEntry = pgTable(
  'proof_entry',
  {
    id: uuid('id').primaryKey(),
    seq: serial('seq').notNull(),
    jobId: uuid('job_id')
      .notNull()
      .references(() => job.id),
    at: moment('at').notNull(),
    personId: uuid('person_id')
      .notNull()
      .references(() => person.id),
    content: jsonb('content').$type<ProofRecord['content']>().notNull(),
    setAside: setAside(),
  },
  (table) => [index('proof_entry_job').on(table.jobId, table.seq)],
)

/** Gas put in or let out. Never changed and never deleted. */
export const charge = pgTable(
  'charge',
  {
    id: uuid('id').primaryKey(),
    vehicleId: uuid('vehicle_id')
      .notNull()
      .references(() => vehicle.id),
    jobId: uuid('job_id')
      .notNull()
      .references(() => job.id),
    at: moment('at').notNull(),
    personId: uuid('person_id')
      .notNull()
      .references(() => person.id),
    gas: text('gas').$type<ChargeRecord['gas']>().notNull(),
    beforeBarG: doublePrecision('before_bar_g').notNull(),
    afterBarG: doublePrecision('after_bar_g').notNull(),
    temperatureC: doublePrecision('temperature_c').notNull(),
    addedBarL: doublePrecision('added_bar_l').notNull(),
    words: text('words').notNull(),
    /** The entry in whose place it stands. */
    corrects: uuid('corrects'),
  },
  (table) => [index('charge_vehicle').on(table.vehicleId), index('charge_job').on(table.jobId)],
)

/** A recorded log; its values lie in chunks as they came. */
export const deviceLog = pgTable(
  'device_log',
  {
    id: uuid('id').primaryKey(),
    jobId: uuid('job_id')
      .notNull()
      .references(() => job.id),
    at: moment('at').notNull(),
    endedAt: moment('ended_at'),
    personId: uuid('person_id')
      .notNull()
      .references(() => person.id),
    deviceId: text('device_id').notNull(),
    deviceName: text('device_name').notNull(),
    title: text('title').notNull(),
    channels: jsonb('channels').$type<LogHead['channels']>().notNull(),
    from: text('from').$type<LogHead['from']>().notNull(),
    rows: integer('rows').notNull().default(0),
    setAside: setAside(),
  },
  (table) => [index('device_log_job').on(table.jobId)],
)

export const logChunk = pgTable(
  'log_chunk',
  {
    logId: uuid('log_id')
      .notNull()
      .references(() => deviceLog.id),
    seq: integer('seq').notNull(),
    trace: jsonb('trace').$type<Trace>().notNull(),
  },
  (table) => [primaryKey({ columns: [table.logId, table.seq] })],
)

/** Every accepted command, once: what makes a repeat harmless, and the journal of who did what. */
export const command = pgTable(
  'command',
  {
    id: uuid('id').primaryKey(),
    type: text('type').$type<Command['type']>().notNull(),
    personId: uuid('person_id').notNull(),
    device: text('device').notNull(),
    at: moment('at').notNull(),
    receivedAt: moment('received_at').notNull().defaultNow(),
    baseVersion: integer('base_version'),
    payload: jsonb('payload').notNull(),
    fingerprint: text('fingerprint').notNull(),
    result: jsonb('result').$type<CommandResult>(),
  },
  (table) => [index('command_received').on(table.receivedAt)],
)
