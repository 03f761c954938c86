import { expect, test } from './fixtures.ts'
import { goTo } from './goTo.ts'
import { handOn } from './hand.ts'
import { expectFitsPhone, expectReadable, screensHigh } from './readable.ts'

/** Every place with something on it, in the demo shop. */
async function places(address: string): Promise<string[]> {
  const jobs = (await (await fetch(`${address}/api/jobs`)).json()) as {
    id: string
    plate: string
    vehicleId: string
    closedAt: string | null
  }[]
  const job = (plate: string): string =>
    jobs.find((each) => each.plate === plate && !each.closedAt)!.id
  return [
    '/',
    '/shop',
    '/vehicles',
    `/vehicles/${jobs.find(({ plate }) => plate === 'TQ 418')!.vehicleId}`,
    '/bench/stance',
    '/bench/cold',
    '/bench/wait',
    '/bench/verdict',
    '/bench/leak',
    '/bench/units',
    '/bench/parked',
    '/bench/fill',
    '/bench/lift',
    '/bench/pump',
    '/bench/air',
    '/bench/pumpday',
    '/bench/pumptest',
    '/bench/decay',
    '/devices',
    `/jobs/${job('MW 9 T')}/checks`,
    `/jobs/${job('TQ 101')}/checks`,
    '/jobs',
    '/vehicles/import',
    '/shelf',
    '/shelf/causes',
    '/shelf/checks',
    '/shelf/codes',
    '/shelf/parts',
    '/shelf/coils',
    '/shelf/procedures',
    '/shelf/torques',
    `/jobs/${job('TQ 311')}/work`,
    `/jobs/${job('HL 250')}/calibrate`,
    `/jobs/${job('HL 250')}/proof`,
    `/jobs/${job('HL 250')}/handover`,
    `/jobs/${job('TQ 311')}/handover`,
    `/jobs/${job('TQ 311')}/decision`,
    '/shelf/types/new',
    '/jobs/new',
    `/jobs/${job('TQ 102')}/intake`,
    `/jobs/${job('TQ 102')}/heights`,
    `/jobs/${job('TQ 102')}/watch`,
    `/jobs/${job('TQ 418')}/heights`,
    `/jobs/${job('TQ 418')}/watch`,
    `/jobs/${job('VS 77 K')}/watch`,
  ]
}

/** How many screens high a place is. */
type High = readonly [screens: number, place: string]
const told = ([screens, place]: High): string => `${screens.toFixed(1)} screens, ${place}`

// Each place is opened once and looked at in every theme and size; in parts, so that workers share them.
const PARTS = 3
for (let part = 0; part < PARTS; part += 1) {
  test(`every place can be read and reached, light, dark and on a phone: part ${part + 1}`, async ({
    page,
    demoShop,
  }) => {
    test.slow()
    await page.goto(demoShop.address)
    await handOn(page).signIn('M. Arundel')
    const mine = (await places(demoShop.address)).filter((_, i) => i % PARTS === part)
    expect(mine.length).toBeGreaterThan(10)
    const desk: High[] = []
    const phone: High[] = []
    for (const place of mine) {
      await goTo(page, place)
      await expect(page.getByRole('status')).toHaveCount(0)
      await expectReadable(page, place)
      desk.push([await screensHigh(page), place])
      phone.push([await expectFitsPhone(page, place), place])
    }
    const [tallest, tallestOnPhone] = [desk, phone].map((high) =>
      high.reduce((a, b) => (b[0] > a[0] ? b : a)),
    ) as [High, High]
    console.log(`Tallest at a desk: ${told(tallest)}; on a phone: ${told(tallestOnPhone)}.`)
    expect(desk.filter(([high]) => high > 2)).toEqual([])
    expect(phone.filter(([high]) => high > 4)).toEqual([])
  })
}

test('what opens on a place can be read too, in the light and in the dark', async ({
  page,
  demoShop,
}) => {
  test.slow()
  await page.goto(demoShop.address)
  await handOn(page).signIn('M. Arundel')
  const all = await places(demoShop.address)
  const at = (end: string): string => all.find((place) => place.endsWith(end))!
  const car = all.find((place) => place.startsWith('/vehicles/') && place !== '/vehicles/import')!
  // Never the same place twice in a row: each begins anew when it is come to.
  const opened: readonly (readonly [string, ...RegExp[]])[] = [
    [at('/intake'), /^On arrival/],
    [all.at(-3)!, /^Readings$/],
    [at('/intake'), /^Photos, notes, mended/],
    [all.at(-3)!, /^Compare$/],
    [at('/checks'), /^Logs/],
    [all.at(-1)!, /^Why do you say so/],
    [at('/checks'), /^Tests/, /^Which corner/],
    ['/shelf/causes', /^Show \d+ more causes/, /^The pump is worn/],
    [at('/checks'), /^Codes/],
    ['/shelf/checks', /^Codes read/],
    ['/shelf/types/new', /^Its figures/],
    ['/shelf/causes', /^A new cause/],
    ['/shelf/types/new', /^Heights it may/],
    ['/shelf/codes', /^C3104/],
    [at('/checks'), /^Charge/],
    ['/shelf/parts', /€[\d,]+, [\d.]+ h/],
    [at('/decision'), /^Rear left spring/],
    [at('/checks'), /^Tests/, /^Shop air/],
    ['/bench/leak', /^Save to a job$/],
    [car, /^Change$/],
  ]
  for (const [place, ...names] of opened) {
    await goTo(page, place)
    for (const name of names) await page.getByRole('button', { name }).first().click()
    await expectReadable(page, `${place} ${names.join(', ')}`)
  }
})

test('on a phone the corners fold front over rear, left on the left, wherever they are drawn', async ({
  page,
  demoShop,
}) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto(demoShop.address)
  await handOn(page).signIn('M. Arundel')
  const all = await places(demoShop.address)
  for (const place of [
    all.find((each) => each.startsWith('/vehicles/'))!,
    '/bench/stance',
    all.at(-1)!,
  ]) {
    await page.goto(`${demoShop.address}${place}`)
    const at = async (name: RegExp) => {
      const column = page.getByRole('img', { name }).first()
      await expect(column).toBeVisible()
      return (await column.boundingBox())!
    }
    const [FL, FR, RL, RR] = [
      await at(/^front left:/i),
      await at(/^front right:/i),
      await at(/^rear left:/i),
      await at(/^rear right:/i),
    ]
    expect([
      FL.x < FR.x,
      RL.x < RR.x,
      FL.y < RL.y,
      FR.y < RR.y,
      Math.abs(FL.x - RL.x) < 2,
      Math.abs(FR.x - RR.x) < 2,
    ]).toEqual([true, true, true, true, true, true])
  }
})
