import type { Page } from '@playwright/test'
import {
  begin,
  confirm,
  done,
  present,
  presentKey,
  raiseUntilAlike,
  where,
  workUntil,
} from './atWork.ts'
import { expect, test } from './fixtures.ts'
import { handOn } from './hand.ts'
import { openJobAt } from './jobs.ts'
import { StandIn } from './standIn.ts'
import { at, toFilling, toProving, workAhead } from './workAhead.ts'
import { plan } from './planning.ts'

const onLink = (page: Page) => present(page).getByText('The link shows it.')
const finished = (page: Page) => page.getByText('Every step is done.')
test.describe('the work at the car', () => {
  test('a pair of struts with the pump, from plan to a standing car: proofs off the link, one that turns false, no weight before the springs carry', async ({
    page,
    demoShop,
  }) => {
    test.slow()
    await page.clock.install()
    const id = await openJobAt(page, demoShop, 'MW 9 T', 'work', 'S. Okafor')
    await plan(page, [
      ['Complete strut', 'complete strut', ['Rear left', 'Rear right']],
      ['Pump', 'pump', []],
    ])
    const car = await StandIn.of(demoShop.address, 'Tolmark Uvren', id)
    await car.change({ ignition: true, speed: 60 })
    await page.getByRole('button', { name: 'Proofs from the link' }).click()
    await workUntil(page, 'liftingOn')
    await expect(present(page).getByText('The link says it is not so.')).toBeVisible()
    await car.order('liftingOn')
    await expect(onLink(page)).toBeVisible()
    await confirm(page)
    await car.change({ lift: 'hanging' })
    await workUntil(page, 'ventTool.RR')
    for (const at of ['RR', 'RL', null]) await car.letDown(at)
    await workUntil(page, 'pullFuse')
    await car.change({ supply: false })
    await expect(onLink(page)).toBeVisible()
    await workUntil(page, 'openLine.RR')
    await expect(page.getByRole('region', { name: 'Gate' })).toContainText(
      'this spring shown empty',
    )

    // Somebody plugs the fuse in again: what rests on it opens by itself, on every screen.
    await car.change({ supply: true })
    await expect(page.getByRole('alert')).toContainText(
      'The supply of the air suspension is off: no longer (The module answers: its supply is on.)',
    )
    await expect.poll(() => presentKey(page)).toBe('ventTool.RR')
    await expect(present(page)).toContainText('once more')
    const floor = await page.context().newPage()
    await floor.goto(demoShop.address)
    await expect(floor.getByRole('main').getByRole('link', { name: /MW 9 T/ })).toContainText(
      /proofs no longer hold/,
    )
    await expect(floor.getByRole('main').getByRole('link', { name: /MW 9 T/ })).toContainText(
      'Show it again',
    )
    await floor.close()
    for (const at of ['RR', 'RL', null]) await car.letDown(at)
    await workUntil(page, 'pullFuse')
    await car.change({ supply: false })
    await expect(onLink(page)).toBeVisible()
    await workUntil(page, 'openLine.RR')
    await expect(page.getByRole('alert')).toHaveCount(0)

    const did = await workUntil(page, null)
    const wanted = [
      'openLine.RR',
      'strutOut.RL',
      'strutIn.RR',
      'pumpIn',
      'closePump',
      'seeFolds.RL',
      'wheelOn.RL',
    ]
    expect(
      wanted.filter((key) => !did.includes(key)),
      `It did ${did.join(', ')}`,
    ).toEqual([])
    expect(did.some((key) => key.startsWith('rideTorque'))).toBe(false)
    // Air must not go in by another way meanwhile.
    expect(await car.order('pump')).toMatch(/does not answer: its supply is off|Not yet/)
    await page.getByRole('link', { name: 'Go on in Recommission' }).click()
    await expect.poll(() => presentKey(page)).toBe('toStanding')

    // Too early: the gate says what it waits for.
    await page
      .getByRole('list', { name: 'Steps of filling' })
      .getByRole('button', { name: /^Lower the lift only as the car lifts itself/ })
      .click()
    await expect(present(page)).toContainText('Not yet: first')
    await expect(done(page)).toHaveCount(0)
    await page
      .getByRole('list', { name: 'Steps of filling' })
      .getByRole('button', { name: /^Lower it until the tyres just touch/ })
      .click()
    await car.change({ lift: 'standing' })
    await confirm(page)
    await car.change({ supply: true, ignition: true })
    await expect(onLink(page)).toBeVisible()
    await confirm(page)
    await car.order('clearCodes')
    await expect(onLink(page)).toBeVisible()
    await confirm(page)
    await car.order('liftingOff')
    await expect(onLink(page)).toBeVisible()
    await confirm(page)
    await expect.poll(() => presentKey(page)).toMatch(/^fillStanding/)
    await expect(page.getByRole('group', { name: 'Rear left' })).toContainText('empty')
    await expect(page.getByRole('region', { name: 'Filling' })).toContainText(
      /in runs of 45 s at most, the pump resting/,
    )
    // Run by run, the pump resting in between, until the body has lifted itself on both sides.
    await raiseUntilAlike(page, () => onLink(page).isVisible())
    await expect(
      page.getByText('The pump rests').or(page.getByText('The pump is warm')).first(),
    ).toBeVisible()
    await confirm(page)
    await confirm(page)
    await expect(page.getByRole('group', { name: 'Rear left' })).toContainText('carries')
    await car.change({ lift: 'ground' })
    await workUntil(page, null)
    await page.getByRole('link', { name: 'On to the proof' }).click()
    await expect(page).toHaveURL(/work$/)
    await expect(present(page)).toBeVisible()
    const proved = await workUntil(page, null)
    expect(proved).toEqual(
      expect.arrayContaining(['rideTorque.RL', 'rideTorque.RR', 'whichMoves', 'soap', 'prove']),
    )
    await expect(finished(page)).toBeVisible()
    await expect(page.getByRole('button', { name: 'Nothing to put back' })).toBeVisible()
    await expect
      .poll(
        async () =>
          (
            (await (await fetch(`${demoShop.address}/api/jobs/${id}`)).json()) as {
              readonly workNow: object
            }
          ).workNow,
      )
      .toMatchObject({ at: 'finished', temporary: 0, lost: [], awaiting: 0 })
  })

  test('the rear to coils, handed over at noon to a colleague who has seen what was left changed', async ({
    page,
    demoShop,
  }) => {
    test.slow()
    const id = await openJobAt(page, demoShop, 'VS 77 K', 'work', 'S. Okafor')
    await plan(page, [['Conversion to coils', 'conversion to coils', ['Rear left']]])
    const car = await StandIn.of(demoShop.address, 'Brandle Ostry', id)
    await car.change({ ignition: true, speed: 60 })
    await workAhead(page, demoShop, id, at('ventGround.RR'))
    await page.getByRole('button', { name: 'Proofs from the link' }).click()
    for (const at of ['RR', 'RL', null]) await car.letDown(at)
    await workUntil(page, 'pullFuse')
    await car.change({ supply: false })
    await expect(onLink(page)).toBeVisible()
    await confirm(page)
    await car.change({ lift: 'hanging' })
    await workAhead(page, demoShop, id, at('shockOut.RL'))
    await page.getByRole('button', { name: 'Hand over' }).click()
    await page.getByRole('dialog').getByRole('button', { name: 'M. Arundel' }).click()
    await page.getByLabel('What they should know').fill('Strut sits tight on the left.')
    await page.getByRole('button', { name: 'Hand it over' }).click()
    const over = page.getByRole('region', { name: 'Take over' })
    await expect(over).toContainText('S. Okafor handed this to M. Arundel')
    await expect(done(page)).toHaveCount(0)
    const hand = handOn(page)
    await page.getByRole('button', { name: /^Working here/ }).click()
    await page.getByRole('dialog').getByRole('button', { name: 'M. Arundel' }).click()
    await expect(over.getByRole('button', { name: 'Take it over' })).toBeDisabled()
    const changed = over.getByRole('group').getByRole('button')
    await expect(
      changed.filter({ hasText: 'The supply of the air suspension is off' }),
    ).toContainText('S. Okafor')
    for (const each of await changed.all()) await each.click()
    await over.getByRole('button', { name: 'Take it over' }).click()
    await expect(done(page)).toBeVisible()
    await workAhead(page, demoShop, id, at('coilInBeside.RL'))
    // How it was, beside how it goes back.
    await expect(
      present(page).getByRole('img', { name: /^Before: Photograph the rear left/ }),
    ).toBeVisible()
    await workAhead(page, demoShop, id, toProving)
    await workUntil(page, null)
    await expect(finished(page)).toBeVisible()
    await car.change({ lift: 'ground' })
    await page.getByText('Everything that was recorded, newest first').click()
    const record = page.getByRole('list', { name: 'Record of the work' })
    await expect(record).toContainText('Handed it to M. Arundel: Strut sits tight on the left.')
    await expect(record.getByRole('listitem').filter({ hasText: 'Fuse stays out' })).toContainText(
      'M. Arundel',
    )
    await hand.tap('Nothing to put back')
    await expect(page.getByRole('dialog')).toContainText('Nothing is left changed.')
  })

  test('a car that came in flat: no air before its folds were seen extended, though only the other side is worked on', async ({
    page,
    demoShop,
  }) => {
    test.slow()
    await page.clock.install()
    const id = await openJobAt(page, demoShop, 'TQ 207', 'work', 'S. Okafor')
    const hand = handOn(page)
    await hand.tap('Air spring')
    await where(page, 'air spring', 'Rear left').click()
    await page
      .getByRole('group', { name: 'Came in on empty springs at' })
      .getByRole('button', { name: 'Rear right' })
      .click()
    await hand.tap('Keep this plan')
    await begin(page)
    const car = await StandIn.of(demoShop.address, 'Orvane Taskel', id)
    await car.change({ ignition: true })
    expect(await car.order('raise')).toMatch(
      /^Not yet, before any air goes in: .*folds seen extended/,
    )
    await workAhead(page, demoShop, id, at('seeFolds.RR'))
    await confirm(page)
    await workAhead(page, demoShop, id, toFilling)
    await page.getByRole('link', { name: 'Go on in Recommission' }).click()
    await expect(present(page)).toBeVisible()
    const filled = await workUntil(page, null)
    expect(filled).toEqual(
      expect.arrayContaining(['fillStanding.RR', 'fillStanding.RL', 'lowerLifting']),
    )
  })
})
