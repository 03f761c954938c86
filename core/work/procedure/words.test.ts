import { describe, expect, test } from 'vitest'
import { sampleArchitecture } from '../../base/samples/index.ts'
import type { Anatomy, Architecture } from '../../base/vehicle/index.ts'
import { composePlan, filledWords, SHIPPED_PROCEDURES, USUAL_WAY } from './index.ts'

const ROAD = { id: 'road', offsetMm: 0 }
const car = (anatomy: Anatomy = {}) => sampleArchitecture({ anatomy })
const said = (words: string, anatomy?: Anatomy, place: Parameters<typeof filledWords>[2] = null) =>
  filledWords(words, car(anatomy), place)

describe('what a step leaves open is filled from how the car is built', () => {
  test.each<readonly [string, Anatomy, string]>([
    ['{covers} out', {}, 'covers out'],
    ['{covers} out', { pump: { inTheWay: ['spareWheel', 'foam'] } }, 'spare wheel and foam out'],
    ['{covers} out', { pump: { inTheWay: ['wheel'] } }, 'covers out'],
    ['{covers} out', { pump: { inTheWay: ['wheel', 'liner'] } }, 'wheel-arch liner out'],
    [
      '{covers} out',
      { pump: { inTheWay: ['spareWheel', 'foam', 'cover'] } },
      'spare wheel, foam and cover out',
    ],
    ['{moves}', {}, 'bracket, shields and clips'],
    ['{moves}', { pump: { movesOver: ['dryer'] } }, 'dryer'],
    ['off{ports}', {}, 'off'],
    [
      'off{ports}',
      {
        pump: {
          ports: [
            { mark: 'red', line: 'vent' },
            { mark: 'blue', line: 'block' },
          ],
        },
      },
      'off (red: vent; blue: block)',
    ],
    ['Its {mounts}', { pump: { mounts: 3 } }, 'Its 3 mounts'],
    ['Its {mounts}', {}, 'Its mounts'],
    [
      '{relay}{breathes}',
      { pump: { relayAt: 'box', breathesAt: 'pipe' } },
      ' (box) (it breathes at pipe)',
    ],
    ['{block}{tank}{fillValve}{switch}', {}, ''],
    ['{block}', { blockAt: 'arch' }, ' (arch)'],
    ['pins {ventPins}', {}, 'pins not entered: look it up'],
    ['{taughtBy}{codedBy}', { module: { calibratedBy: 'a', codedBy: 'b' } }, ' (by a) (by b)'],
    [
      '{blocks}',
      { module: { fillBlockedBy: ['codes', 'door'] } },
      ' (it does not fill with stored codes and a door open)',
    ],
    ['{nonsense}', {}, '{nonsense}'],
    ['{toString}', {}, '{toString}'],
  ])('%s with %o: %s', (words, anatomy, expected) => {
    expect(said(words, anatomy)).toBe(expected)
  })
  test.each<readonly [Anatomy['rear'], string]>([
    [undefined, 'arrow and pin found; locks and caps off only now; left or right'],
    [
      { arrow: true, pins: false, caps: true, sided: true },
      'arrow found; locks and caps off only now; marked for the left',
    ],
    [
      { arrow: false, pins: false, caps: false, sided: false },
      'square in its seat; left and right alike',
    ],
  ])('how a spring sits: with %o: %s', (rear, expected) => {
    expect(said('{fits}{capsOff}; {side}', rear && { rear }, 'RL')).toBe(expected)
  })
  test('what is on the bench; each side by its own mark', () => {
    const rear = { arrow: false, sided: true, pins: true }
    expect(said('{side}{marks}{capsStay}', { rear }, 'RR')).toBe(
      'marked for the right, pin. Locks and caps stay on',
    )
    expect(said('{marks}{capsStay}', { rear: { caps: false } }, 'RR')).toBe(', arrow, pin')
    expect([
      said('{seats}', { rear: { pins: false } }, 'RL'),
      said('{seats}', {}, 'RL'),
      said('{side}', { rear }, 'FL'),
    ]).toEqual(['square in its seat', 'pin found', 'left or right'])
  })
  test('what holds a spring, and what it bears on', () => {
    const held = (rear: Anatomy['rear']) => said('{bearsOn}: {held}', rear && { rear }, 'RL')
    expect(held(undefined)).toBe(': clips, horseshoe, lock or bolts')
    expect(held({ heldTop: 'clips', heldBottom: 'bolts', springTo: 'subframe' })).toBe(
      ' (its top bears on the subframe): clips at the top, bolts at the bottom',
    )
    expect(held({ heldTop: 'bolts', heldBottom: 'bolts' })).toBe(': bolts at both ends')
    expect(held({ heldBottom: 'twist' })).toBe(
      ': the top not entered: look it up, a twist lock at the bottom',
    )
  })
  test.each<readonly [Anatomy['rear'], string]>([
    [undefined, 'click, clip or lock heard and felt'],
    [{ heldBottom: 'click' }, 'click heard and felt'],
    [{ heldBottom: 'horseshoe' }, 'clip heard and felt'],
    [{ heldBottom: 'clips' }, 'clip heard and felt'],
    [{ heldBottom: 'twist' }, 'turned until its lock is felt'],
    [{ heldBottom: 'bolts' }, 'its bolts in'],
  ])('its lower end, with %o: %s', (rear, seated) => {
    expect(said('{seated}', rear && { rear }, 'RR')).toBe(seated)
  })
  test('where reservoir or gallery is eased, and when its supply is taken away', () => {
    const away = (anatomy: Anatomy) => said('{tankFitting}{asleep}', anatomy)
    expect(away({ letDown: ['fitting'], reservoirAt: 'sill' })).toBe('its fitting')
    expect(away({ letDown: ['tankFitting'], module: { sleepsAfterMin: 20 } })).toBe(
      'the fitting on reservoir or expansion tank, once the module sleeps (20 min)',
    )
    expect(away({ letDown: ['tankFitting'], reservoirAt: 'sill' })).toBe(
      'the fitting on reservoir or expansion tank (sill)',
    )
  })
  test('the fuse by name, rating and place, and what is taken for it', () => {
    expect(said('{fuse}')).toBe('the fuse that feeds the actuators (not entered: look it up)')
    expect(said('{fuse}', { fuse: { name: 'F31', at: 'second row' } })).toBe('fuse F31, second row')
    expect(
      said('{fuse}', { fuse: { name: 'F31', at: 'second row', ratingA: 40, lookAlike: 'F13' } }),
    ).toBe('fuse F31, 40 A, second row; not F13, which only feeds the module')
  })
  test('a place by its words; a pin by its axle', () => {
    expect(said('{place}', {}, 'RL')).toBe('rear left')
    expect(said('{place}')).toBe('car')
    const pin = { rear: { sensorPinMm: 3 } }
    expect([
      said('{pin}', pin, 'RL'),
      said('{pin}', pin, 'rear'),
      said('{pin}', pin, 'FL'),
    ]).toEqual([' (3 mm)', ' (3 mm)', ''])
    expect(said('{pin}', pin)).toBe('')
  })
  test('a closed system fills its springs out of the reservoir, an open one by its pump', () => {
    const levels = [ROAD, { id: 'high', offsetMm: 30 }]
    const filling = (layout: 'open' | 'closed') =>
      filledWords('{raise}: {rests}.{noStart}', { ...car(), layout, levels }, 'RL')
    expect(filling('open')).toBe(
      'Ask for raise: with rests for the pump. If it does not start, cycle the level switch.',
    )
    expect(filling('closed')).toBe(
      'Fill it by the tool’s command, on the lift: out of the reservoir, one axle after the other, ' +
        'the reservoir looked at in between.',
    )
  })
  test('a car with a single level is asked for no other, and has no switch to cycle', () => {
    const of = (levels: Architecture['levels']) =>
      filledWords('{levels}; {raise}{noStart}', { ...car(), levels }, null)
    expect(of([ROAD])).toBe('Heights again; Ask for raise, by the tool where it has no switch')
    expect(of([ROAD, { id: 'high', offsetMm: 30 }])).toBe(
      'All levels up and down, heights again; Ask for raise If it does not start, cycle the level switch.',
    )
  })
  test('a wait that nobody entered is the maker’s', () => {
    expect(filledWords('{wait}', car(), null)).toMatch(/^as long as the maker states/)
    expect(filledWords('{wait}', { ...car(), settleWaitS: 30 }, null)).toBe('30 s')
  })
})

test('nothing that leaves is left open, in any job', () => {
  let told = 0
  for (const { id, at } of SHIPPED_PROCEDURES.jobs)
    for (const rear of ['bellows', 'airDamper', 'strut', 'none'] as const) {
      const plan = composePlan(SHIPPED_PROCEDURES, {
        architecture: sampleArchitecture({
          air: { front: 'strut', rear },
          damping: { front: 'plain', rear: 'switched' },
          layout: 'closed',
        }),
        jobs: [{ job: id, ...(at === 'car' ? {} : { corners: ['RL', 'RR'] as const }) }],
        support: 'stands',
        way: USUAL_WAY,
      })
      if (!plan.ok) continue
      for (const { words, why, caution, alone } of plan.value.steps) {
        told += 1
        expect(`${words} ${why} ${caution} ${alone}`).not.toMatch(/[{}]|undefined/u)
      }
    }
  expect(told).toBeGreaterThan(500)
})
