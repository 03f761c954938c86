export { nextStep, byDue } from './nextStep.ts'
export type { JobFacts, NextStep, Phase, StepCode, Urgency } from './nextStep.ts'
