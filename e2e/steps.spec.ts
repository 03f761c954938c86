import {
  answer,
  confirm,
  done,
  isShownElsewhere,
  PICTURE,
  present,
  presentKey,
  where,
  workUntil,
} from './atWork.ts'
import { expect, test } from './fixtures.ts'
import { handOn, tabTo } from './hand.ts'
import { openJobAt, openJobOf, stepsOf } from './jobs.ts'
import { at, workAhead } from './workAhead.ts'
import { plan } from './planning.ts'

test.describe('what a step comes with', () => {
  test('a torque in the other unit, far off, outside with a lead’s word; a picture that is none', async ({
    page,
    demoShop,
  }) => {
    test.slow()
    await openJobAt(page, demoShop, 'TQ 311', 'work', 'S. Okafor')
    await plan(page, [['Complete strut', 'complete strut', ['Rear left']]])
    const { id } = await openJobOf(demoShop, 'TQ 311')
    const hand = handOn(page)
    await workAhead(page, demoShop, id, at('photograph.RL'))
    const file = present(page).locator('input[type=file]')
    await file.setInputFiles({
      name: 'drawing.jpg',
      mimeType: 'image/jpeg',
      buffer: Buffer.from(
        '<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>',
      ),
    })
    await expect(page.getByRole('alert')).toContainText(
      '"drawing.jpg" is not a picture this browser can read.',
    )
    await done(page).click()
    await expect(page.getByText('This step wants a photo')).toBeVisible()
    await file.setInputFiles([PICTURE, { ...PICTURE, name: 'second.jpg' }])
    await expect(present(page).getByRole('img', { name: /Photograph the rear left/ })).toHaveCount(
      2,
    )
    await confirm(page)
    await workAhead(page, demoShop, id, at('strutTower.RL'))
    const torque = present(page).getByLabel(/^Set to/)
    const [, least = '', most = ''] = /([\d.]+) to ([\d.]+) N\.m/.exec(
      await present(page).innerText(),
    )!
    const middle = (Number(least) + Number(most)) / 2
    await torque.fill(String(Math.round(middle / 1.3558)))
    await expect(page.getByRole('alert')).toContainText(
      'In lbf.ft that would be right. Is the unit right?',
    )
    await hand.tap('lbf.ft')
    await expect(page.getByRole('alert')).toHaveCount(0)
    await hand.tap('N.m')
    await torque.fill('900')
    await expect(page.getByRole('alert')).toContainText('far outside its range')
    await done(page).click()
    await expect(present(page)).toContainText('Is the unit right?')
    await torque.fill(String(Number(most) + 8))
    await hand.tap('It is right as it is: say why')
    await present(page)
      .getByLabel('Why', { exact: true })
      .fill('New bolts, by the sheet that came with them')
    await done(page).click()
    // What rests on it waits for somebody who may agree; whoever did it may not.
    await expect(page.getByRole('region', { name: 'Done otherwise' })).toContainText(
      'Somebody else agrees to what you did otherwise.',
    )
    await page.getByRole('button', { name: /^Working here/ }).click()
    await page.getByRole('dialog').getByRole('button', { name: 'M. Arundel' }).click()
    await page
      .getByRole('region', { name: 'Done otherwise' })
      .getByRole('button', { name: 'Agree' })
      .click()
    await expect(page.getByRole('region', { name: 'Done otherwise' })).toHaveCount(0)
    await page.getByRole('button', { name: /^Working here/ }).click()
    await page.getByRole('dialog').getByRole('button', { name: 'S. Okafor' }).click()
    await expect.poll(() => presentKey(page)).toBe('linkOn.RL')
  })

  test('the plan changes under way: done steps stay done, the rest is made anew; what no tool can do any more is refused with the reason', async ({
    page,
    demoShop,
  }) => {
    test.slow()
    await openJobAt(page, demoShop, 'MW 9 T', 'work', 'S. Okafor')
    await plan(page, [['Complete strut', 'complete strut', ['Rear left']]])
    const { id } = await openJobOf(demoShop, 'MW 9 T')
    await workAhead(page, demoShop, id, at('strutLower.RL'))
    const hand = handOn(page)
    await page.getByText('The plan, and to change it under way').click()
    await page.getByText('What is done, where, and on which lift').click()
    await hand.tap('Line and fitting')
    await where(page, 'line and fitting', 'Front left').click()
    await hand.tap('Keep this plan')
    await expect(page.getByRole('alert')).toContainText(/cannot be finished.*the supply is on/s)
    await page.getByText('The shop’s way').click()
    await hand.tap('By easing a fitting')
    await hand.tap('Keep this plan')
    await expect(page.getByRole('button', { name: 'Kept' })).toBeVisible()
    await expect.poll(() => presentKey(page)).not.toBe('')
    const did = await workUntil(page, 'openLine.FL')
    expect(did).toContain('ease.FL')
    expect(did).not.toContain('openLine.RL')
  })
})
test('a relay by keyboard alone, on a phone', async ({ page, demoShop }) => {
  test.slow()
  await page.setViewportSize({ width: 390, height: 844 })
  await openJobAt(page, demoShop, 'TQ 102', 'work', 'S. Okafor')
  const press = async (name: RegExp): Promise<void> => {
    await tabTo(page, name)
    await page.keyboard.press('Enter')
  }
  await press(/^Relay/)
  await press(/^Keep this plan/)
  await press(/^Begin the work/)
  await expect(present(page)).toBeVisible()
  const keys: string[] = []
  for (let n = 0; n < 12 && (await page.getByText('Every step is done.').count()) === 0; n += 1) {
    const key = await presentKey(page)
    const asked = present(page).getByRole('group', { name: /how was it shown\?$/ })
    if (await isShownElsewhere(page)) await confirm(page)
    else {
      // What is asked alone is said by the key itself.
      const apart = asked.getByRole('button', {
        name: /^(Asked|Looked|Joints|Read by)/,
        pressed: false,
      })
      if ((await apart.count()) > 0) await press(/^(Asked|Looked|Joints|Read by)/)
      await press(/^Done/)
    }
    keys.push(key)
    await expect(page.locator(`article[data-step="${key}"]`)).toHaveCount(0)
    const [onward, proof] = [
      page.getByRole('link', { name: 'Go on in Recommission' }),
      page.getByRole('link', { name: 'On to the proof' }),
    ]
    await expect(
      present(page).or(onward).or(proof).or(page.getByText('Every step is done.')).first(),
    ).toBeVisible()
    for (const way of [onward, proof]) {
      // Done to the last step, the way leads out of the plan.
      if ((await way.count()) === 0 || (await page.getByText('Every step is done.').count()) > 0)
        continue
      await way.focus()
      await page.keyboard.press('Enter')
      await expect(present(page)).toBeVisible()
    }
  }
  expect(keys).toEqual(
    expect.arrayContaining(['cutSwitch', 'relayChange', 'supplyGround', 'prove']),
  )
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(390)
})
test.describe('away from the server', () => {
  test.use({ serviceWorkers: 'allow' })

  test('steps go on while it is gone, through a reload, and catch up in their order; of two who confirm one step the second is told', async ({
    page,
    demoShop,
  }) => {
    test.slow()
    const id = await openJobAt(page, demoShop, 'MW 9 T', 'work', 'S. Okafor')
    await plan(page, [['Pump', 'pump', []]])
    await page.evaluate(() => navigator.serviceWorker.ready)
    // Tapped twice with a glove: one step is confirmed, not two.
    const first = await presentKey(page)
    await done(page).dblclick()
    await expect.poll(() => presentKey(page)).not.toBe(first)
    await expect(page.getByRole('status').filter({ hasText: 'on the way' })).toHaveCount(0)
    await expect(page.getByRole('complementary', { name: 'Beside the step' })).toContainText(
      /^2 of/,
    )
    await page.reload()
    await expect(present(page)).toBeVisible()
    await demoShop.kill()
    const away = [await confirm(page), await confirm(page), await confirm(page)]
    await expect(
      page.getByText(/What was done at the car is kept on this device, 3 entries/),
    ).toBeVisible()
    await page.reload()
    await expect(present(page)).toBeVisible()
    await expect.poll(() => presentKey(page)).not.toBe(away[2])
    const next = await presentKey(page)
    await demoShop.start()
    await expect(page.getByText(/is kept on this device/)).toHaveCount(0, { timeout: 30_000 })
    const record = (): Promise<string[]> => stepsOf(demoShop, id)
    await expect.poll(async () => (await record()).slice(-3)).toEqual(away)

    // A second tablet with the same person: both have the step open, and tap.
    const other = await page.context().browser()!.newContext({ serviceWorkers: 'block' })
    const second = await other.newPage()
    await second.goto(page.url())
    await handOn(second).signIn('S. Okafor')
    await expect.poll(() => presentKey(second)).toBe(next)
    // What it has read stands there while the other one is quicker.
    await second.route(`**/api/jobs/${id}`, (route) => route.abort())
    await confirm(page)
    await expect.poll(async () => (await record()).at(-1)).toBe(next)
    await answer(second)
    await done(second).click()
    await expect(second.getByRole('alert')).toContainText('S. Okafor has confirmed this already.')
    await second.unroute(`**/api/jobs/${id}`)
    await second.getByRole('button', { name: 'Put it aside and look again' }).click()
    await expect(second.getByRole('alert')).toHaveCount(0)
    expect((await record()).filter((key) => key === next)).toHaveLength(1)
    await other.close()
  })
})
