import type { Job, Torque, WorkRecord } from '@anklet/contract'
import type { PlanStep } from '@anklet/core/work/procedure'
import { PROOFS, SHIPPED_PROCEDURES, stepsOfPlan } from '@anklet/core/work/procedure'
import type { WorkContent } from '@anklet/core/work/record'
import { runOf, toShow } from '@anklet/core/work/record'
import type { Page } from '@playwright/test'
import { expect } from '@playwright/test'
import { PICTURE, present } from './atWork.ts'
import { sendCommand } from './command.ts'

interface Shop {
  readonly address: string
  /** What counts as now there, where its page has a clock of its own. */
  readonly now?: Date
}

/** The steps of its last plan, by the procedures that ship. */
function stepsOf({ plans, vehicleType }: Job): readonly PlanStep[] {
  const plan = plans.at(-1)
  const steps = plan && stepsOfPlan(SHIPPED_PROCEDURES, vehicleType.architecture, plan)
  if (!steps) throw new Error('This job has no plan.')
  return steps
}

async function send({ address, now: at }: Shop, person: string, type: string, payload: object) {
  const answer = await sendCommand(address, { type, person, payload, at })
  expect(await answer.json()).not.toHaveProperty('detail')
}

async function photographed(shop: Shop, person: string, jobId: string, caption: string) {
  const photoId = crypto.randomUUID()
  const picture = PICTURE.buffer.toString('base64')
  await send(shop, person, 'photo.add', { photoId, jobId, caption, picture })
  return photoId
}

/** A step as a careful person without a tool would confirm it. */
function confirmed(
  step: PlanStep,
  given: {
    readonly photoIds: readonly string[]
    readonly torques: readonly Torque[]
    readonly secondHand: string
  },
): WorkContent {
  const range = given.torques.find(({ fastener }) => fastener === step.torque)
  const nm = range ? (range.minNm + range.maxNm) / 2 : 60
  const bookStep = SHIPPED_PROCEDURES.steps.find(({ id }) => id === step.step)!
  return {
    kind: 'done',
    key: step.key,
    step: step.step,
    place: step.place,
    shown: toShow(bookStep, step.place).map((ask) => ({
      ...ask,
      proof: PROOFS[ask.condition][0]!,
      by: 'person',
      barG: null,
    })),
    torque: step.torque ? { nm, source: range ? null : 'Sheet of the part' } : null,
    ...(step.reads ? { reading: { mm: 135.4, source: 'Sheet of the part' } } : {}),
    photoIds: given.photoIds,
    note: '',
    second: step.second ? given.secondHand : null,
    deviation: null,
  }
}

/**
 * Confirms step after step by commands, as the page would send them, until one is next; then shows
 * the page anew. For the stretches of a journey that another journey walks by hand.
 * @returns the keys of the steps that were done
 */
export async function workAhead(
  page: Page,
  shop: Shop,
  jobId: string,
  until: (step: PlanStep) => boolean,
): Promise<string[]> {
  await expect(page.getByRole('status').filter({ hasText: 'on the way' })).toHaveCount(0)
  // The page would follow every step; nobody looks at it meanwhile.
  const here = page.url()
  await page.goto('about:blank')
  const read = async (path: string): Promise<unknown> =>
    (await fetch(`${shop.address}/api/${path}`)).json()
  const job = (await read(`jobs/${jobId}`)) as Job
  const people = (await read('people')) as readonly { readonly id: string }[]
  const torques = ((await read('torques')) as readonly Torque[]).filter(
    ({ typeId }) => typeId === job.vehicleType.id,
  )
  const steps = stepsOf(job)
  const entries = [...job.work]
  const did: string[] = []
  for (;;) {
    const { ready, hands, second } = runOf({
      book: SHIPPED_PROCEDURES,
      architecture: job.vehicleType.architecture,
      steps,
      flat: job.plans.at(-1)!.flat,
      entries,
    })
    const [next] = ready
    const [person] = hands
    if (!next || !person || until(next)) break
    if (next.shownBy.length > 0)
      throw new Error(`${next.key} is shown by what is on record, not by a word.`)
    const secondHand = second ?? people.find(({ id }) => id !== person)!.id
    const photoIds = next.photo ? [await photographed(shop, person, jobId, next.words)] : []
    const entryId = crypto.randomUUID()
    const content = confirmed(next, { photoIds, torques, secondHand }) as WorkRecord['content']
    // A step that is followed by a wait was done long enough ago.
    const now = new Date((shop.now ?? new Date()).getTime() - 60_000 * next.waitMinutes)
    await send({ ...shop, now }, person, 'work.record', { entryId, jobId, content })
    const at = now.toISOString()
    entries.push({ id: entryId, jobId, at, person, content })
    did.push(next.key)
  }
  await page.goto(here)
  await expect(
    present(page)
      .or(page.getByRole('link', { name: /^(Go on in Recommission|On to the proof)$/ }))
      .first(),
  ).toBeVisible()
  return did
}

/** Until a step of that key is next. */
export const at = (key: string) => (step: PlanStep) => step.key === key
/** Until the air goes back in. */
export const toFilling = ({ phase }: PlanStep): boolean => phase === 'fill' || phase === 'down'
/** Until the work is to be proved. */
export const toProving = ({ phase }: PlanStep): boolean => phase === 'prove'
