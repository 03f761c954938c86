export { proposeJobs } from './proposal.ts'
export type { DecidedFor, ProposalRequest } from './proposal.ts'
