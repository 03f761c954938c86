export { PROBLEM_STATUS, Problem } from './problem.ts'
export type { ProblemCode } from './problem.ts'
export { Architecture, VehicleGeometry, CornerName } from './vehicle.ts'
export type { Specification } from './vehicle.ts'
export { DisplayUnits } from './records.ts'
export { KeepingQuery } from './keeping.ts'
export type { Keeping, KeepingState } from './keeping.ts'
export type { Finding, ImportedRoundInput, Reading, Round, RoundInput, Watch } from './rounds.ts'
export type {
  HistoryRound,
  Job,
  JobSummary,
  Note,
  Person,
  Photo,
  Rate,
  Repair,
  Shop,
  Vehicle,
  VehicleType,
  VehicleDetail,
} from './records.ts'
export type { ArrivalRecord, Complaint } from './intake.ts'
export type { JobPage, VehiclePage } from './lists.ts'
export { COMMANDS } from './commands.ts'
export type { Command, CommandType, CommandOf, CommandPayload, CommandResult } from './commands.ts'
export { CALCULATIONS } from './calculations.ts'
export type {
  AirLedgerRequest,
  AirLedgerResponse,
  CalculationName,
  DutyRequest,
  DutyResponse,
  EquilibriumRequest,
  EquilibriumResponse,
  FillTimeRequest,
  ForecastRequest,
  ForecastResponse,
  HeightVerdictRequest,
  HeightVerdictResponse,
  LeakdownNightsRequest,
  LeakdownNightsResponse,
  LeakdownPlanRequest,
  LeakdownPlanResponse,
  LeakdownRequest,
  LeakdownResponse,
  LiftTimeRequest,
  LiftTimeResponse,
  SimulateRequest,
  SimulateResponse,
  TemperatureDropRequest,
  TemperatureDropResponse,
} from './calculations.ts'
export {
  DEVICE_ACTIONS,
  DeviceOrder,
  Holder,
  LINK_VERSION,
  LinkHello,
  LinkMessages,
  StandInChange,
} from './devices.ts'
export type {
  Channel,
  ChargeRecord,
  CheckKind,
  CheckRecord,
  Codes,
  DeviceAction,
  DeviceEvents,
  DeviceIdentity,
  DeviceKind,
  DeviceStatus,
  Frame,
  LinkCommand,
  LinkMessage,
  LogHead,
  LogMark,
  LogRecord,
  ModuleState,
  Press,
  StoredCode,
  Trace,
} from './devices.ts'
export { devicesNamedIn, isStandIn, isStandInName, objectsIn } from './sources.ts'
export type { SetAsideRecord } from './sources.ts'
export { BUNDLE_VERSION, ShopBundle } from './bundle.ts'
export type { BundleOutcome } from './bundle.ts'
export { JobListQuery, ROUTES, QUERY_RESPONSES, VehicleListQuery } from './routes.ts'
export type { QueryName, QueryResponse } from './routes.ts'
export { openApi } from './openApi.ts'
export type { EvidenceOfJob } from './evidence.ts'
export { ENTRIES } from './entries.ts'
export { KnowledgeBook } from './knowledge.ts'
export type {
  ConclusionRecord,
  DiagnoseRequest,
  EvidenceRecord,
  Found,
  KnowledgeChanges,
  KnowledgeRecord,
  Learned,
} from './knowledge.ts'
export type { Agreement, CoilEntry, Decision, Lives, Part, PartKind } from './decision.ts'
export { AnyProcedureBook, ProcedureBook } from './procedure.ts'
export type {
  PlanMade,
  ProcedurePlanRequest,
  ProcedurePlanResponse,
  Procedures,
  Torque,
} from './procedure.ts'
export type { CodeReading, CodeText } from './codes.ts'
export type { SensorCalibrationRequest } from './calibration.ts'
export type { CoilConversionRequest, CoilRateRequest, StrategyRequest } from './strategy.ts'
export { FILE_FORMATS } from './fileFormats.ts'
export type { VehicleTypeFile } from './fileFormats.ts'
export type { WorkRecord, WorkSummary } from './work.ts'
export type { LevelVisit, ProofRecord, ReturnRecord } from './proof.ts'
export { DAY_PATTERN, INSTANT_PATTERN, TORQUE_NM } from './bounds.ts'
export type { Writable } from './quantities.ts'
export { BackupSettings, BackupsRecord, RestoreRequest } from './backups.ts'
export type { Backup, BackupCounts } from './backups.ts'
export { ROLES } from './roles.ts'
export type { Role } from './records.ts'
export {
  AgreementRequest,
  AuditQuery,
  COMMAND_ROLES,
  FirstAccount,
  LONGEST_SECRET,
  mayGive,
  NewSecret,
  PersonOnly,
  ROUTE_ROLES,
  SHORTEST_SECRET,
  SignIn,
} from './access.ts'
export type {
  Account,
  Admitted,
  AuditEntry,
  AuditPage,
  Me,
  Personal,
  SessionState,
  ShareState,
} from './access.ts'
