export { LOAD_STATES, readRoundsTable, roundsTable } from './roundsTable.ts'
export type { LoadState, ReadTable, TableFault, TableLap, TableRound } from './roundsTable.ts'
export { guessColumns, LogReader, logNumber, logTime, rowsToKeep } from './logTable.ts'
export type { LogColumn, LogUnit, TimeFormat } from './logTable.ts'
