import { readFileSync } from 'node:fs'
import type { Locator, Page } from '@playwright/test'
import { where } from './atWork.ts'
import { expect, test } from './fixtures.ts'
import { goTo } from './goTo.ts'
import { handOn, tabTo } from './hand.ts'
import { openJobAt, openJobOf } from './jobs.ts'

const step = (page: Page, key: string): Locator => page.locator(`[data-key="${key}"]`)
/** Keys of the steps as they stand on the page. */
const order = (page: Page): Promise<string[]> =>
  page.locator('[data-key]').evaluateAll((rows) => rows.map((row) => row.getAttribute('data-key')!))
const stand = (keys: readonly string[], ...inOrder: readonly string[]): void => {
  const at = inOrder.map((key) => keys.indexOf(key))
  expect(
    at.every((i) => i >= 0),
    `${inOrder.join(', ')} are there`,
  ).toBe(true)
  expect(at).toEqual(at.toSorted((a, b) => a - b))
}

test.describe('the plan', () => {
  // Folded at first; here every step is looked at.
  test.beforeEach(({ page }) =>
    page.addInitScript(() => {
      // A blank page has no storage.
      if (location.protocol.startsWith('http')) sessionStorage.setItem('anklet.plan.open', 'all')
    }),
  )
  test('a pair of struts with the pump, as it was decided: shared steps once, proofs before lines, what is missing named; kept and printed', async ({
    page,
    demoShop,
  }) => {
    await openJobAt(page, demoShop, 'TQ 311', 'decision', 'M. Arundel')
    const hand = handOn(page)
    await hand.tap('Rear left spring')
    await page
      .getByRole('region', { name: 'Options' })
      .getByRole('listitem')
      .filter({
        has: page.getByRole('heading', { name: 'Complete struts, both sides of the rear axle' }),
      })
      .getByRole('button')
      .click()
    await page.getByLabel('Why this one').fill('The dampers are tired too.')
    await hand.tap('Decide so')
    await page
      .getByRole('navigation', { name: 'Phases of this job' })
      .getByRole('link', { name: /Work/ })
      .click()
    // Proposed from the decision: complete struts at both rear corners.
    await expect(page.getByRole('button', { name: 'Complete strut', pressed: true })).toBeVisible()
    await expect(where(page, 'complete strut', 'Rear left')).toHaveAttribute('aria-pressed', 'true')
    await hand.tap('Pump')
    await expect(step(page, 'pumpIn')).toBeVisible()
    const keys = await order(page)
    stand(
      keys,
      'secure',
      'liftingOn',
      'raiseLifting',
      'holdTwoPost',
      'ventTool.RL',
      'pullFuse',
      'proveValve.RL',
      'openLine.RL',
      'strutOut.RR',
      'strutOut.RL',
      'strutIn.RL',
      'closePump',
      'seeFolds.RL',
      'toStanding',
      'supplyStanding',
      'fillStanding.RL',
      'lowerLifting',
      'rideTorque.RL',
      'charge',
      'prove',
      'alignment',
    )
    expect(keys.filter((key) => key.startsWith('raise'))).toHaveLength(1)
    expect(new Set(keys).size).toBe(keys.length)
    await expect(step(page, 'strutOut.RL')).toContainText('Never let a strut fall on its nuts.')
    await expect(step(page, 'wheelTorque.RL')).toContainText(
      '118 to 132 N.m (87 to 97 lbf.ft) (Invented for the demonstration, sheet 4)',
    )
    await expect(step(page, 'pumpIn')).toContainText('not entered, look it up and enter it')
    await expect(page.getByRole('region', { name: 'What is missing' })).toContainText(
      /Torques, not entered: .*air line fitting/,
    )
    await expect(page.getByRole('region', { name: 'What is missing' })).toContainText(
      '2 × complete strut',
    )
    await step(page, 'openLine.RL').getByText('Why, and why here').click()
    await expect(step(page, 'openLine.RL')).toContainText(
      /Before the line is open.*this spring shown empty: its valve commanded open and the gallery near zero, or eased fitting silent/s,
    )
    await expect(page.getByRole('region', { name: 'Undone again' })).toContainText(
      'The supply of the air suspension is off',
    )
    await hand.tap('Keep this plan')
    await expect(page.getByRole('button', { name: 'Kept' })).toBeDisabled()
    await page.reload()
    await expect(page.getByText(/^Plan of .*M\. Arundel$/)).toBeVisible()
    expect(await order(page)).toEqual(keys)
    await page.emulateMedia({ media: 'print' })
    await expect(page.getByRole('button', { name: 'Print for the wall' })).toBeHidden()
    await expect(step(page, 'strutOut.RL')).toBeVisible()
  })

  test('two taps in a row both count, however long the plan takes to draw', async ({
    page,
    demoShop,
  }) => {
    await openJobAt(page, demoShop, 'MW 9 T', 'work', 'S. Okafor')
    await handOn(page).tap('Complete strut')
    const corners = ['Rear left', 'Rear right'].map((each) => where(page, 'complete strut', each))
    const [left, right] = await Promise.all(corners.map((each) => each.elementHandle()))
    // Nothing long is drawn between them.
    await page.evaluate(
      async ([first, second]) => {
        ;(first as HTMLElement).click()
        for (let turn = 0; turn < 10; turn += 1) await Promise.resolve()
        ;(second as HTMLElement).click()
      },
      [left!, right!],
    )
    for (const corner of corners) await expect(corner).toHaveAttribute('aria-pressed', 'true')
    await expect(step(page, 'ventTool.RR')).toBeVisible()
    await expect(step(page, 'ventTool.RL')).toBeVisible()
  })
  test('a step moves only where its needs allow; on a drive-on lift the axle gets its own stands', async ({
    page,
    demoShop,
  }) => {
    await openJobAt(page, demoShop, 'TQ 311', 'work', 'M. Arundel')
    const hand = handOn(page)
    await hand.tap('Complete strut')
    await expect(page.getByText('Tap the corners for “complete strut”.')).toBeVisible()
    await where(page, 'complete strut', 'Rear left').click()
    await where(page, 'complete strut', 'Rear right').click()
    await expect(step(page, 'proveValve.RL')).toBeVisible()
    const row = step(page, 'proveValve.RL')
    await row.getByText('Why, and why here').click()
    const before = await order(page)
    await row.getByRole('button', { name: /^Earlier/ }).click()
    await expect.poll(() => order(page)).not.toEqual(before)
    stand(await order(page), 'pullFuse', 'proveValve.RL', 'proveValve.RR')
    // Nothing is shown empty before the supply is cut.
    for (
      let tries = 0;
      tries < 4 && (await row.getByRole('button', { name: /^Earlier/ }).isEnabled());
      tries += 1
    )
      await row.getByRole('button', { name: /^Earlier/ }).click()
    await expect(row.getByRole('button', { name: /^Earlier/ })).toBeDisabled()
    const moved = await order(page)
    stand(moved, 'ventTool.RL', 'pullFuse', 'proveValve.RL')
    await hand.tap('Keep this plan')
    await page.reload()
    await expect(step(page, 'proveValve.RL')).toBeVisible()
    expect(await order(page)).toEqual(moved)
    await hand.tap('Steps back in their order')
    await expect.poll(() => order(page)).toEqual(before)

    // A bellows on a drive-on lift, vented by a fitting.
    await goTo(page, `/jobs/${(await openJobOf(demoShop, 'TQ 102')).id}/work`)
    await hand.tap('Air spring')
    await where(page, 'air spring', 'Rear left').click()
    await hand.tap('Drive-on lift')
    await page.getByText('The shop’s way').click()
    await hand.tap('By easing a fitting')
    await expect(step(page, 'ease.RL')).toBeVisible()
    stand(
      await order(page),
      'holdDriveOn',
      'holdAxle.rear',
      'wheelOff.RL',
      'ease.RL',
      'proveEased.RL',
      'openLine.RL',
      'damperOff.RL',
      'springClips.RL',
      'axleJack.rear',
      'springOut.RL',
      'springIn.RL',
      'axleUp.rear',
      'springSeat.RL',
      'axleStands.rear',
      'closeLine.RL',
      'seeFolds.RL',
      'wheelOn.RL',
      'lowerLifting',
      'soap',
      'trimBack.rear',
      'prove',
    )
    await expect(step(page, 'holdDriveOn')).toContainText('jacking beam')
    await expect(step(page, 'ease.RL')).toContainText('Face away')
    await expect(page.getByRole('button', { name: 'Valve block' })).toHaveCount(0)
    // It came in flat on the other side too: that fold is seen extended and that spring filled as well.
    await page
      .getByRole('group', { name: 'Came in on empty springs at' })
      .getByRole('button', { name: 'Rear right' })
      .click()
    await expect(step(page, 'seeFolds.RR')).toBeVisible()
    stand(await order(page), 'seeFolds.RR', 'toStanding', 'fillStanding.RR', 'lowerLifting')
  })

  test('by keyboard on a phone: the camper’s rear to coils, with the supply left off for good; two ways to one end are refused', async ({
    page,
    demoShop,
  }) => {
    await page.setViewportSize({ width: 390, height: 844 })
    await openJobAt(page, demoShop, 'VS 77 K', 'work', 'S. Okafor')
    await tabTo(page, /^Conversion to coils/)
    await page.keyboard.press('Enter')
    // Where it is done is asked before where the car came in flat, once it is on the page.
    await expect(page.getByRole('group', { name: /^Where: conversion to coils/ })).toBeVisible()
    await tabTo(page, /^Rear right/)
    await page.keyboard.press('Enter')
    await expect(step(page, 'coilInBeside.RR')).toBeVisible()
    stand(
      await order(page),
      'pullFuse',
      'raiseCut',
      'proveGallery.RL',
      'openLine.RL',
      'armHoldCoil.RL',
      'shockOff.RL',
      'oldCoilArm.RL',
      'coilCompress.RL',
      'coilInBeside.RL',
      'plainDamperOn.RL',
      'oldLine.RL',
      'armFree.RL',
      'wheelOn.RL',
      'lowerPlain',
      'supplyNever',
      'proveCoils',
      'headlamps',
    )
    await expect(step(page, 'coilCompress.RL')).toContainText(
      'only in a compressor tool made for it',
    )
    expect((await order(page)).some((key) => key.startsWith('fill'))).toBe(false)
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(390)
    await tabTo(page, /^Air shock beside its coil/, { back: true })
    await page.keyboard.press('Enter')
    await where(page, 'air shock beside its coil', 'Rear left').click()
    await expect(page.getByRole('alert')).toContainText(
      '“conversion to coils” and “air shock beside its coil” cannot both be done at the rear',
    )
  })
})

test.describe('the shelf of procedures', () => {
  // What ships comes back; a book with a circle, and a torque turned round, are refused by name.
  test('steps and torques are changed, and planned with', async ({ page, demoShop }) => {
    await page.goto(`${demoShop.address}/shelf/procedures`)
    const hand = handOn(page)
    await hand.signIn('M. Arundel')
    await hand.tap('By easing a fitting')
    await expect(
      page.getByRole('button', { name: 'By easing a fitting', pressed: true }),
    ).toBeVisible()
    await page
      .getByText('Relay', { exact: false })
      .filter({ hasText: 'steps of its own' })
      .first()
      .click()
    await page.getByRole('button', { name: /^Relay changed/ }).click()
    await page.getByLabel('Takes').fill('x')
    await hand.tap('Keep it so')
    await expect(page.getByRole('alert')).toContainText('Minutes are figures from 0 to 1440.')
    await page.getByLabel('Takes').fill('9')
    await hand.tap('Keep it so')
    await expect(page.getByRole('button', { name: /^Relay changed/ })).toContainText('9 min')
    const saved = page.waitForEvent('download')
    await hand.tap('Save as a file')
    const book = JSON.parse(readFileSync(await (await saved).path(), 'utf8')) as {
      steps: { id: string; needs?: string[] }[]
    }
    book.steps.find(({ id }) => id === 'strutBench')!.needs = ['strutUp']
    await page.locator('input[type=file]').setInputFiles({
      name: 'procedures.anklet.json',
      mimeType: 'application/json',
      buffer: Buffer.from(JSON.stringify(book)),
    })
    await expect(page.getByRole('alert')).toContainText(
      /Nothing was stored\..*wait for one another in a circle: .*strutBench/s,
    )
    await hand.tap('Put back what ships')
    await expect(page.getByRole('button', { name: 'Put back what ships' })).toBeHidden()

    // The sheet of torques beside it.
    await goTo(page, '/shelf/torques')
    const camper = page.getByRole('region', { name: 'Brandle Ostry' })
    await camper.getByRole('button', { name: 'Enter a torque' }).click()
    await camper.getByLabel('Fastener').selectOption('wheel')
    await camper.getByLabel('In', { exact: true }).selectOption('lbf.ft')
    await camper.getByLabel('At least').fill('130')
    await camper.getByLabel(/^At most/).fill('120')
    await camper.getByLabel('Where it is written').fill('Sheet 9')
    await camper.getByRole('button', { name: 'Keep it so' }).click()
    await expect(camper.getByRole('alert')).toContainText('The least, 130, is above the most, 120.')
    await camper.getByLabel(/^At most/).fill('140')
    await camper.getByRole('button', { name: 'Keep it so' }).click()
    // 130 and 140 lbf.ft, by hand.
    await expect(
      camper.getByRole('listitem').filter({ hasText: 'Wheel nuts or bolts' }),
    ).toContainText('176.26 to 189.81 N.m')
  })
})
