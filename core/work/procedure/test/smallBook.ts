import { sampleArchitecture } from '../../../base/samples/index.ts'
import type { Plan, PlanRequest, ProcedureBook } from '../index.ts'
import { composePlan, USUAL_WAY } from '../index.ts'

/** A book small enough to be planned by hand: a hose is changed at a corner. */
export const smallBook = (): ProcedureBook => ({
  format: 'anklet-procedures',
  formatVersion: 2,
  tools: { lift: 'lift', lamp: 'lamp', key: 'key' },
  uses: { rag: 'rag', nut: 'nut' },
  reusable: ['nut'],
  parts: { hose: 'hose' },
  fasteners: { union: { words: 'union nut' }, band: { words: 'band', end: 'clip' } },
  facts: [
    { id: 'off', at: 'car', words: 'the supply is off', temporary: true },
    { id: 'held', at: 'car', words: 'the body is held' },
    { id: 'axleHeld', at: 'axle', words: 'the axle is held' },
    { id: 'bare', at: 'corner', words: 'the union is bare', temporary: true, then: ['look'] },
  ],
  // Not in the order of their stretches: sorting has to see to that.
  steps: [
    {
      id: 'shut',
      at: 'corner',
      phase: 'on',
      words: 'Shut {place}',
      why: 'it is tight again',
      minutes: 3,
      needs: ['off'],
      takes: ['bare'],
      acts: ['closeLine'],
      tightens: ['union', 'band'],
      uses: ['rag', 'nut'],
      part: 'hose',
    },
    {
      id: 'open',
      at: 'corner',
      phase: 'off',
      words: 'Open {place}',
      why: 'the hose comes off',
      caution: 'It may spring',
      minutes: { left: 4, right: 6 },
      needs: ['off'],
      gives: ['bare'],
      acts: ['openLine'],
      under: true,
      second: true,
      photo: true,
      loosens: ['union', 'band'],
      tools: ['lamp', 'key'],
      uses: ['rag'],
    },
    {
      id: 'look',
      at: 'car',
      phase: 'prove',
      words: 'Look',
      why: 'nothing hisses',
      minutes: { left: 1, right: 2 },
    },
    {
      id: 'off',
      at: 'car',
      phase: 'safe',
      words: 'Supply off',
      why: 'nothing moves',
      minutes: 2,
      wait: 10,
      gives: ['off'],
      acts: ['cutSupply'],
    },
    {
      id: 'on',
      at: 'car',
      phase: 'close',
      words: 'Supply on',
      why: 'it lives',
      minutes: 1,
      takes: ['off'],
      acts: ['supplyBack'],
    },
    {
      id: 'lift',
      at: 'car',
      phase: 'safe',
      words: 'Lift',
      why: 'there is room',
      minutes: 5,
      gives: ['held'],
      lift: 'up',
      tools: ['lift', 'lamp'],
    },
  ],
  jobs: [{ id: 'hose', words: 'Hose', at: 'corner', steps: ['open', 'shut'], ends: ['look'] }],
})
/** A plan of the small book’s one job. */
export const request = (change: Partial<PlanRequest> = {}): PlanRequest => ({
  architecture: sampleArchitecture(),
  jobs: [{ job: 'hose', corners: ['RL', 'RR'] }],
  support: 'stands',
  way: USUAL_WAY,
  ...change,
})
/** The plan of a request. @throws its refusal */
export const planned = (change: Partial<PlanRequest> = {}, book = smallBook()): Plan => {
  const made = composePlan(book, request(change))
  if (!made.ok) throw new Error(JSON.stringify(made.error))
  return made.value
}
