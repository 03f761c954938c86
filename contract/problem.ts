import type { Static } from '@sinclair/typebox'
import { Type } from '@sinclair/typebox'
import { closed, nullable } from './quantities.ts'

/** What can be wrong with a request, and the HTTP status it is answered with: the one table of both. */
export const PROBLEM_STATUS = {
  notJson: 400, tooLarge: 413, wrongShape: 400, unknownCommand: 400, airMissing: 400, sampleOutside: 400,
  adapterUnknown: 403, notFound: 404, stale: 409, deviceHeld: 409, deviceSilent: 504, idReused: 409, busy: 409,
  stopOrder: 422, springWouldPull: 422, coilDoesNotCarry: 422, springWithoutVolume: 422, noAirSpring: 422, crossLeakWithoutAir: 422, noRest: 422,
  noAirAnywhere: 422, noPriorLeft: 422, unknownReference: 422, alreadyTaken: 422, cornerNotRead: 422, timeOrder: 422, levelUnknown: 422,
  airAndGeometryDiffer: 422, specificationTwice: 422, toleranceTooLarge: 422, jobClosed: 422, watchRuns: 422, watchNotRunning: 422, watchNotWalked: 422,
  roundOutside: 422, pumpStalls: 422, tooManySamples: 422, leakOutrunsPump: 422, supplyNotProved: 422, notAPicture: 422, padsWithoutFloor: 422, methodNotWatched: 422, newerFormat: 422, bundleTorn: 422,
  interlock: 422, moduleRefuses: 422, logEnded: 422, traceUneven: 422, knowledgeUneven: 400, knowledgeFaulty: 422, codeKnown: 422, wireTooThick: 422, solidTooLong: 422, ladenLighter: 422, contradiction: 422, planImpossible: 422, jobUnknown: 400, proceduresFaulty: 422, torqueTurned: 422, rawRangeTurned: 400, planMissing: 422, workStops: 422, notProved: 422, proofStops: 422, workNotYet: 422, stepDone: 409, internal: 500,
} as const

/** A problem's name. */
export type ProblemCode = keyof typeof PROBLEM_STATUS

/** An answer that says no (RFC 9457). */
export const Problem = closed({
  type: Type.String({ description: 'about:blank#<code>' }),
  title: Type.String(),
  status: Type.Integer(),
  detail: Type.String({ description: 'A sentence a technician understands' }),
  code: Type.String(),
  path: nullable(Type.String({ description: 'JSON pointer of the field at fault' })),
  faults: Type.Optional(Type.Array(closed({ path: Type.String(), detail: Type.String() }), { description: 'All that is wrong, where there is more than one thing' })),
}, 'Problem details')
export type Problem = Static<typeof Problem>
