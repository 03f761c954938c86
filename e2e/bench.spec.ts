import { expect, test } from './fixtures.ts'
import { handOn } from './hand.ts'

// One visit to the bench: its tools are independent of each other, opening it anew is not free.
test('the bench', async ({ page, demoShop }) => {
  await page.goto(`${demoShop.address}/bench`)
  await handOn(page).signIn('M. Arundel')

  await test.step('stance: the strip answers while a corner loses its air, by keyboard', async () => {
    await page.getByRole('button', { name: 'Tolmark Uvren' }).click()
    await expect(page.getByRole('img', { name: /^front left: now 482 / })).toBeVisible()
    const air = page
      .getByRole('region', { name: 'Air' })
      .getByRole('slider', { name: 'Front left' })
    await air.focus()
    await page.keyboard.press('Home')
    await expect(air).toHaveAttribute('aria-valuetext', '0 %')
    await expect(
      page.getByRole('img', { name: /^front left: now [34]\d\d \(on its bump stop\)/ }),
    ).toBeVisible()
    await page.getByRole('button', { name: 'As designed' }).click()
    await expect(page.getByRole('img', { name: /^front left: now 482 / })).toBeVisible()
    await page.getByRole('button', { name: 'Orvane Taskel' }).click()
    await expect(page.getByRole('region', { name: 'Air' }).getByRole('slider')).toHaveCount(2)
  })

  await test.step('cold: a tight car sinks by what the air shrinks, a coil does not', async () => {
    await page.getByRole('link', { name: 'Cold' }).click()
    await page.getByRole('button', { name: 'Orvane Taskel' }).click()
    await expect(page.getByText(/^A tight car sinks up to \d+ mm\./)).toBeVisible()
    await expect(
      page.getByRole('img', { name: /^front left: evening 471, now 471 \(0 mm\)/ }),
    ).toBeVisible()
    await page.getByRole('slider', { name: 'To' }).fill('20')
    await expect(page.getByText('It does not sink: warmer air lifts it.')).toBeVisible()
  })

  await test.step('wait: a smaller leak takes longer', async () => {
    await page.getByRole('link', { name: 'Wait' }).click()
    const hours = async (): Promise<number> =>
      Number(
        /Wait ([\d.]+) h/.exec(
          await page
            .getByText(/^Wait /)
            .last()
            .innerText(),
        )?.[1],
      )
    const before = await hours()
    await page.getByRole('slider', { name: 'Leak' }).fill('-1.3')
    await expect.poll(hours).toBeGreaterThan(1.8 * before)
  })

  await test.step('verdict: says in, low, or how many readings would decide', async () => {
    await page.getByRole('link', { name: 'Verdict' }).click()
    await page.getByLabel(/^Nominal height/).fill('465')
    await page.getByLabel(/^May be lower by/).fill('10')
    await page.getByLabel(/^May be higher by/).fill('10')
    const readings = page.getByLabel(/^Readings/)
    for (const [typed, answer] of [
      ['465 466 464', 'It is in.'],
      ['441 442', 'It is low by 23.5 mm.'],
      ['457,2', '3 readings of the same would decide.'],
      ['456.5', 'No number of readings will decide'],
    ] as const) {
      await readings.fill(typed)
      await expect(page.getByText(answer)).toBeVisible()
    }
    await readings.fill('low')
    await expect(page.getByRole('alert')).toHaveText(
      'Type the readings as figures, with a space between two of them.',
    )
  })
})
