export { nextStep, byDue, PHASES } from './nextStep.ts'
export type { JobFacts, NextStep, Phase, StepCode, Urgency } from './nextStep.ts'
