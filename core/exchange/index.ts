export { LOAD_STATES, readRoundsTable, roundsTable } from './roundsTable.ts'
export type { LoadState, ReadTable, TableFault, TableLap, TableRound } from './roundsTable.ts'
