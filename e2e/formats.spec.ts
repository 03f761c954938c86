import { truncateSync, writeFileSync } from 'node:fs'
import { expect, test } from './fixtures.ts'
import { goTo } from './goTo.ts'
import { handOn } from './hand.ts'
import { violations } from './readable.ts'
import { openJobOf } from './jobs.ts'
import { savedText } from './saved.ts'

test.describe('open formats', () => {
  const table = [
    '\uFEFFplate;walked_at;level;temperature_C;lap;FL_mm;FR_mm;RR_mm;RL_mm',
    'TQ 418;2024-03-02 08:00Z;road;6;1;480,5;481;478;479',
    'tq418;2024-03-02 08:00Z;road;6;2;480;481;478;479',
    'TQ 101;2024-04-02 08:00Z;road;5;1;430;431;429;42O',
    'ZZ 1;2024-05-02 08:00Z;road;5;1;430;431;429;420',
  ].join('\r\n')

  // A preview first, bad lines by number, a file far too large unread; twice changes nothing.
  test('rounds come in from a table, and go out again', async ({ page, demoShop }, testInfo) => {
    const { vehicleId } = await openJobOf(demoShop, 'TQ 418')
    const count = async () =>
      (
        (await (await fetch(`${demoShop.address}/api/vehicles/${vehicleId}`)).json()) as {
          history: unknown[]
        }
      ).history.length
    const before = await count()
    await page.goto(`${demoShop.address}/vehicles/import`)
    const hand = handOn(page)
    await hand.signIn('M. Arundel')
    const choose = (name: string, content: string | Buffer) =>
      page
        .locator('input[type=file]')
        .setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(content) })
    const big = testInfo.outputPath('big.csv')
    writeFileSync(big, '4')
    truncateSync(big, 49_000_000)
    await page.locator('input[type=file]').setInputFiles(big)
    await expect(page.getByRole('alert')).toHaveText(
      '"big.csv" has 49 MB; up to 20 can be read at once. Split it, one car or one year at a time.',
    )
    await choose(
      'units.csv',
      'plate;date;FL_cubit;FR_mm;RR_mm;RL_mm\nTQ 418;2024-01-01;1;480;480;480',
    )
    await expect(page.getByText(/The unit of "FL_cubit" is not known/)).toBeVisible()
    await choose('old.csv', table)
    await expect(page.getByText('1 round of 1 car, 8 readings.')).toBeVisible()
    await expect(page.getByText('Line 4: RL: "42O" is not a number.')).toBeVisible()
    await expect(page.getByText(/Not on record here.*ZZ 1/)).toBeVisible()
    expect(await count()).toBe(before)
    for (let i = 0; i < 2; i += 1) {
      await hand.tap('Take these rounds over')
      await expect(
        page.getByText('1 round is here now; what was here before is left as it is.'),
      ).toBeVisible()
      expect(await count()).toBe(before + 1)
      await choose(`again${i}.csv`, table)
    }
    await page.goto(`${demoShop.address}/vehicles/${vehicleId}`)
    const csv = await savedText(page, () => hand.tap('Rounds as CSV'))
    expect(csv).toContain(
      'TQ 418,2024-03-02T08:00:00.000Z,road,wheelCentreToArch,empty,,,6,1,480.5,481,478,479',
    )
  })

  test('the whole shop goes out as one file and comes up in another shop, losing nothing', async ({
    page,
    demoShop,
    emptyShop,
  }) => {
    await page.goto(`${demoShop.address}/shop`)
    const hand = handOn(page)
    await hand.signIn('M. Arundel')
    const bundle = await savedText(page, () => hand.tap('Save it as a file'))
    await page.goto(`${emptyShop.address}/shop`)
    await handOn(page).join('M. Arundel')
    await page.getByLabel('Read one in').setInputFiles({
      name: 'newer.json',
      mimeType: 'application/json',
      buffer: Buffer.from(JSON.stringify({ ...(JSON.parse(bundle) as object), formatVersion: 12 })),
    })
    await expect(page.getByRole('alert')).toContainText('written by a newer Anklet (format 12')
    await page.getByLabel('Read one in').setInputFiles({
      name: 'shop.json',
      mimeType: 'application/json',
      buffer: Buffer.from(bundle),
    })
    await expect(page.getByText(/records are new here/)).toBeVisible()
    const read = async (address: string) =>
      (await (await fetch(`${address}/api/bundle`)).json()) as Record<string, { id: string }[]>
    const [from, to] = [await read(demoShop.address), await read(emptyShop.address)]
    // Whoever signed in here first keeps their own id; everything else is the same record.
    const settled = (shop: typeof from) =>
      JSON.stringify({ ...shop, exportedAt: null, shop: null }).replaceAll(
        shop['people']!.find((each) => (each as unknown as { name: string }).name === 'M. Arundel')!
          .id,
        'arundel',
      )
    expect(settled(to)).toBe(settled(from))
  })
})
test.describe('what is known of a car', () => {
  test('a type is filled from its class, guesses marked, until the figures are there', async ({
    page,
    demoShop,
  }) => {
    await page.goto(`${demoShop.address}/shelf/types/new`)
    const hand = handOn(page)
    await hand.signIn('M. Arundel')
    await page.getByLabel('Name of the vehicle type').fill('Harrow Lune')
    await page.getByLabel('Where the figures come from').fill('tape and scales')
    await hand.tap('Its figures')
    await hand.tap('Van')
    await expect(page.getByRole('alert')).toContainText('nobody may guess a height')
    for (const [label, value] of [
      ['Wheelbase', '3200'],
      ['Track, front', '1700'],
      ['Track, rear', '1690'],
    ] as const)
      await page.getByLabel(label).fill(value)
    for (const axle of ['front', 'rear'] as const)
      await page
        .getByRole('region', { name: `${axle} axle`, exact: true })
        .getByLabel(/^Design ride height/)
        .fill('470')
    await hand.tap('Van')
    await expect(page.getByText(/^Guessed, so every answer is wider/)).toContainText(
      'air volume at design height, rear',
    )
    await page.getByText(/^Measure it yourself/).click()
    const help = page.getByRole('region', { name: 'Load from scales' })
    for (const [label, value] of [
      ['left, kg', '690'],
      ['right, kg', '700'],
      ['unsprung, one side, kg', '60'],
    ] as const)
      await help.getByLabel(label).fill(value)
    await help.getByRole('button', { name: /6227 N at the rear/ }).click()
    await expect(
      page
        .getByRole('region', { name: 'rear axle', exact: true })
        .getByLabel(/^Sprung load per wheel/),
    ).toHaveValue('6227')
    expect(await violations(page)).toEqual([])
    await hand.tap('Put it on the shelf')
    await expect(page).not.toHaveURL(/types/)
    await page.goto(`${demoShop.address}/shelf`)
    await expect(page.getByRole('listitem').filter({ hasText: 'Harrow Lune' })).toContainText(
      'figures guessed',
    )
  })

  test('a VIN with an O is questioned, and what a car carries is kept', async ({
    page,
    demoShop,
  }) => {
    const { vehicleId } = await openJobOf(demoShop, 'TQ 102')
    await page.goto(`${demoShop.address}/vehicles/${vehicleId}`)
    const hand = handOn(page)
    await hand.signIn('M. Arundel')
    // What comes later must not move what is tapped now.
    await expect(
      page.getByRole('figure', { name: 'Timeline' }).locator('svg').first(),
    ).toBeVisible()
    await hand.tap('Change')
    await page.getByLabel('VIN, if known').fill('00ATUV4X3KBOO4180')
    await expect(page.getByText(/never I, O or Q/)).toBeVisible()
    await expect(page.getByRole('button', { name: 'Keep it' })).toBeDisabled()
    await page.getByLabel('VIN, if known').fill('00atuv4x3kb004180')
    await page.getByLabel('Plate').fill('TQ 418')
    await hand.tap('Keep it')
    await expect(page.getByRole('alert')).toContainText(
      'A vehicle with the plate "TQ 418" exists already.',
    )
    await page.getByLabel('Plate').fill('TQ 102')
    await hand.tap('Keep it')
    await expect(page.getByText('00ATUV4X3KB004180')).toBeVisible()
  })

  test('two people at one specification: the second chooses, and loses nothing that was typed', async ({
    page,
    context,
    demoShop,
  }) => {
    const [type] = (await (await fetch(`${demoShop.address}/api/vehicle-types`)).json()) as {
      id: string
    }[]
    const other = await context.newPage()
    for (const each of [page, other]) {
      await each.goto(`${demoShop.address}/shelf/types/${type!.id}`)
      if (each === page) await handOn(each).signIn('M. Arundel')
      await handOn(each).tap('Heights it may stand at')
      await each
        .getByRole('region', { name: 'front axle, specification' })
        .getByLabel('May be lower by')
        .fill(each === page ? '12' : '14')
    }
    await handOn(page).tap('Put it on the shelf')
    await expect(page).not.toHaveURL(/types/)
    await handOn(other).tap('Put it on the shelf')
    await expect(other.getByRole('alert')).toHaveText(
      'Somebody else changed the same in the meantime. Choose whose words stand; then keep it.',
    )
    await expect(
      other
        .getByRole('region', { name: 'front axle, specification' })
        .getByLabel('May be lower by'),
    ).toHaveValue('14')
  })
})
test('figures from the bench', async ({ page, demoShop }) => {
  await page.goto(`${demoShop.address}/bench/lift`)
  const hand = handOn(page)
  await hand.signIn('M. Arundel')

  await test.step('a lift held against a watch, a leak against the pump’s life, missing air', async () => {
    await expect(page.getByText('Free flow: not entered, look it up.')).toBeVisible()
    const rate = async () => {
      await page.getByLabel('Free flow, L/min').fill('38')
      await page.getByLabel('Stalls at, bar gauge').fill('17')
    }
    await rate()
    await expect(page.getByText('A good pump needs 6 s.')).toBeVisible()
    await page.getByLabel(/^Measured with a watch/).fill('11')
    await expect(page.getByText(/only 5\d\s% of the flow arrived/)).toBeVisible()
    await page.getByLabel('Stalls at, bar gauge').fill('3')
    await expect(page.getByRole('alert')).toContainText('The pump stalls at 3.0 bar')
    await goTo(page, '/bench/pump')
    await rate()
    await page.getByLabel(/^Runs without a leak/).fill('4')
    await page.getByLabel(/^Good for/).fill('300')
    await expect(page.getByText(/costs the pump .* a day\.$/)).toBeVisible()
    await expect(page.getByRole('list', { name: 'Life of the pump' })).toContainText('12.3 years')
    await goTo(page, '/bench/air')
    await hand.tap('Ilveston Corrin')
    for (const [label, value] of [
      [/^Reservoir/, '5'],
      [/^It holds/, '9'],
      [/^It should hold/, '14'],
      [/^Bottle, L/, '10'],
      [/^Bottle holds/, '180'],
    ] as const)
      await page.getByLabel(label).fill(value)
    await expect(page.getByText('24.1 bar·L are missing.')).toBeVisible()
    await expect(page.getByText(/displaces breathing air/)).toBeVisible()
    expect(await violations(page)).toEqual([])
  })

  await test.step('units: a pressure stands in all of them at once', async () => {
    await goTo(page, '/bench/units')
    await page.getByLabel('Value, bar').fill('6,5')
    await expect(page.getByText('94.275')).toBeVisible()
    await hand.tap('Torque')
    await hand.tap('lbf·ft')
    await page.getByLabel('Value, lbf·ft').fill('100')
    await expect(page.getByText('135.58')).toBeVisible()
  })

  await test.step('one is kept on a job', async () => {
    const { id } = await openJobOf(demoShop, 'TQ 102')
    await goTo(page, '/bench/leak')
    await hand.tap('Save to a job')
    expect(await violations(page)).toEqual([])
    await page
      .getByRole('dialog')
      .getByRole('button', { name: /TQ 102/ })
      .click()
    await expect(page.getByText('Kept with TQ 102.')).toBeVisible()
    await goTo(page, `/jobs/${id}/intake`)
    await hand.tap(/^Photos, notes, mended/)
    await expect(page.getByText('Leak size')).toBeVisible()
  })
})
