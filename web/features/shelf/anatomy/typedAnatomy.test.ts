import { describe, expect, test } from 'vitest'
import { sampleArchitecture } from '@anklet/core/base/samples'
import { notEntered } from '@anklet/core/base/vehicle'
import { allFields, builtFrom, readPath, textsOf, toldAxles, withBuilt } from './typedAnatomy.ts'
import { axleAsks, notEnteredWords } from '@anklet/language/shop/anatomy'

const CLOSED = sampleArchitecture({
  air: { front: 'none', rear: 'bellows' },
  layout: 'closed',
  sensors: { front: 'none', rear: 'each' },
})
const read = (change: Record<string, string>, architecture = CLOSED) => {
  const built = builtFrom(architecture, { ...textsOf(architecture), ...change })
  return built.ok ? built.architecture : built.sentence
}
const METHOD = withBuilt(CLOSED, 'anatomy.rear.sensorSetting.method', 'axleToBracket')
const at = (name: string) => `anatomy.rear.${name}`

describe('how a type is built, as it is typed', () => {
  test('nothing typed is nothing known: the layout stays as it was', () => {
    expect(read({})).toEqual(CLOSED)
    expect(Object.keys(read({}))).not.toContain('anatomy')
  })
  test('what is known comes back as it was typed', () => {
    const known = {
      ...CLOSED,
      seatingPressureBarG: 2.4,
      parked: { ...CLOSED.parked, checksAfterH: [2, 5.5] },
      anatomy: {
        pump: { mounts: 3, ports: [{ mark: 'blue', line: 'rear left' }], relayAt: 'fuse box' },
        fuse: { name: 'F12', at: 'left of the battery', ratingA: 30 },
        rear: {
          sensorSetting: {
            method: 'axleToBracket',
            lowerMm: 131.3,
            nominalMm: 135.4,
            upperMm: 139.4,
          },
          sensorPinMm: 3,
        },
        chargeTargetBarG: 14,
      },
    } as const
    const texts = textsOf(known)
    expect([
      texts[at('sensorSetting.nominalMm')],
      texts['anatomy.pump.ports'],
      texts['parked.checksAfterH'],
    ]).toEqual(['135.4', 'blue: rear left', '2 5.5'])
    expect(builtFrom(known, texts)).toEqual({ ok: true, architecture: known })
  })
  test('what is rubbed out is not known any more, and leaves no empty branch', () => {
    const typed = read({ 'anatomy.pump.relayAt': ' fuse box ', seatingPressureBarG: '2,5' })
    expect(typed).toMatchObject({
      seatingPressureBarG: 2.5,
      anatomy: { pump: { relayAt: 'fuse box' } },
    })
    if (typeof typed === 'string') throw new Error(typed)
    expect(read({ 'anatomy.pump.relayAt': '', seatingPressureBarG: '' }, typed)).toEqual(CLOSED)
  })
  test.each([
    [{ 'anatomy.pump.mounts': 'three' }, /^Mounts: "three" is no whole number from 1 to 12\.$/],
    [{ 'anatomy.pump.mounts': '2.5' }, /no whole number/],
    [{ settleWaitS: '9999' }, /^Wait before a raise: "9999" is no figure from 0 to 3600 s\.$/],
    [{ 'anatomy.pump.ports': 'blue rear left' }, /one to a line/],
    [{ 'parked.checksAfterH': '2 five' }, /hours after switching off/],
    [{ 'parked.checksAfterH': '0' }, /hours after switching off/],
    [{ 'anatomy.fuse.name': 'F12' }, /its name and where it is/],
    [{ [at('sensorOhm.from')]: '100' }, /resistance from and to/],
    [{ [at('sensorVolt.from')]: '3', [at('sensorVolt.to')]: '1' }, /signal from and to/],
    [{ 'anatomy.chargeTargetBarG': '16', 'anatomy.chargeLimitBarG': '15' }, /never be above less/],
  ])('%o is told in a sentence', (change, sentence) => {
    expect(read(change)).toMatch(sentence)
  })
  test('a distance is whole, or none: how it is measured, least, target, most', () => {
    expect(read({}, METHOD)).toMatch(/type all three/)
    const three = (least: string, target: string, most: string) =>
      read(
        {
          [at('sensorSetting.lowerMm')]: least,
          [at('sensorSetting.nominalMm')]: target,
          [at('sensorSetting.upperMm')]: most,
        },
        METHOD,
      )
    expect(three('139', '135', '131')).toMatch(/between its least and its most/)
    expect(three('131.3', '135.4', '139.4')).toMatchObject({
      anatomy: { rear: { sensorSetting: { nominalMm: 135.4 } } },
    })
  })
  test('only what a layout has is asked for', () => {
    const paths = (change: Parameters<typeof sampleArchitecture>[0]) =>
      allFields(sampleArchitecture(change)).map(({ path }) => path)
    expect(paths({ cutOffSwitch: true })).not.toContain('anatomy.fuse.name')
    expect(paths({ cutOffSwitch: true })).toContain('anatomy.switchAt')
    expect(paths({ layout: 'open' })).not.toContain('anatomy.reservoirL')
    expect(paths({ sensorMount: 'fixed' })).not.toContain('anatomy.front.sensorPinMm')
    expect(paths({ valves: 'perSpring' })).not.toContain('anatomy.blockAt')
    expect(toldAxles(CLOSED)).toEqual(['rear'])
    expect(axleAsks('strut').map(({ key }) => key)).toContain('released')
    expect(axleAsks('bellows').map(({ key }) => key)).toContain('heldBottom')
  })
  test('a branch that is no branch is read as nothing', () => {
    expect(readPath(CLOSED, 'layout.deeper')).toBeUndefined()
    expect(withBuilt(CLOSED, 'anatomy.rear.joint', undefined)).toEqual(CLOSED)
  })
  test('all that is not known is said in words', () => {
    const words = notEntered(CLOSED).map(notEnteredWords)
    expect(words).toContain('what holds the top of the spring (rear)')
    expect(words).toContain('where the filling valve is')
    for (const each of words) expect(each).not.toMatch(/[.A-Z]/u)
  })
})
