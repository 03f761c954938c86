import type { Anatomy, Architecture, Axle } from '@anklet/core/base/vehicle'
import { AXLES, hasAirOnAxle } from '@anklet/core/base/vehicle'
import { parseNumber } from '../../../kit/typed.ts'

/** Something of how a vehicle is built that is typed. */
export interface AnatomyField {
  /** Where it stands in the architecture. */
  readonly path: string
  readonly words: string
  readonly unit?: string
  readonly hint?: string
  /** Bounds of a figure; left out: words. */
  readonly from?: number
  readonly to?: number
  readonly whole?: boolean
  readonly most?: number
}
/** What was typed, by where it stands. */
export type AnatomyTexts = Readonly<Record<string, string>>

const field = (path: string, words: string, more: Partial<AnatomyField> = {}): AnatomyField => ({
  path,
  words,
  ...more,
})
const place = (path: string, words: string): AnatomyField => field(path, words, { most: 80 })

/** The distance a sensor in an adjustable mount is set at, and what it should read. */
export function sensorFields(axle: Axle, { sensorMount }: Architecture): readonly AnatomyField[] {
  const at = (name: string) => `anatomy.${axle}.${name}`
  const mm = { unit: 'mm', from: 50, to: 2000 }
  return [
    ...(sensorMount === 'adjustable'
      ? [
          field(at('sensorSetting.lowerMm'), 'Set at least', mm),
          field(at('sensorSetting.nominalMm'), 'Set at', mm),
          field(at('sensorSetting.upperMm'), 'Set at most', mm),
          field(at('sensorPinMm'), 'Locking pin', { unit: 'mm', from: 0.1, to: 40 }),
        ]
      : []),
    field(at('sensorOhm.from'), 'Resistance from', { unit: 'Ω', from: 0, to: 1e6 }),
    field(at('sensorOhm.to'), 'Resistance to', { unit: 'Ω', from: 0, to: 1e6 }),
    field(at('sensorVolt.from'), 'Signal from', { unit: 'V', from: 0, to: 48 }),
    field(at('sensorVolt.to'), 'Signal to', { unit: 'V', from: 0, to: 48 }),
  ]
}

export const PUMP_FIELDS: readonly AnatomyField[] = [
  field('anatomy.pump.mounts', 'Mounts', { from: 1, to: 12, whole: true }),
  place('anatomy.pump.relayAt', 'Its relay is'),
  place('anatomy.pump.breathesAt', 'It breathes at'),
]
export const PORTS_PATH = 'anatomy.pump.ports'

/** Where things are that somebody looks for. */
export const placeFields = ({
  valves,
  reservoir,
  layout,
  cutOffSwitch,
}: Architecture): readonly AnatomyField[] => [
  ...(cutOffSwitch
    ? [place('anatomy.switchAt', 'Cut-off switch')]
    : [
        field('anatomy.fuse.name', 'Fuse that feeds the actuators', { most: 40 }),
        place('anatomy.fuse.at', 'That fuse is'),
        field('anatomy.fuse.ratingA', 'Its rating', { unit: 'A', from: 0.1, to: 500 }),
        place('anatomy.fuse.lookAlike', 'Not to be taken for it'),
      ]),
  ...(valves === 'perSpring' ? [] : [place('anatomy.blockAt', 'Valve block')]),
  ...(reservoir ? [place('anatomy.reservoirAt', 'Reservoir')] : []),
  ...(layout === 'closed' ? [place('anatomy.fillValveAt', 'Filling valve')] : []),
]
export const VENT_PINS = place('anatomy.ventPins', 'Pins of the vent valve, from the diagram')

/** What the module does by itself, and the charge of a closed system. */
export const moduleFields = ({ layout }: Architecture): readonly AnatomyField[] => [
  field('seatingPressureBarG', 'Seating pressure', { unit: 'bar', from: 0, to: 40 }),
  field('settleWaitS', 'Wait before a raise', { unit: 's', from: 0, to: 3600 }),
  field('anatomy.module.fillsFromMm', 'Fills from a lift height of', {
    unit: 'mm',
    from: -500,
    to: 2000,
    hint: 'as it is measured',
  }),
  field('anatomy.module.sleepsAfterMin', 'Sleeps after', { unit: 'min', from: 0, to: 1440 }),
  field('anatomy.module.calibratedBy', 'Taught by', { most: 120 }),
  field('anatomy.module.codedBy', 'Coded by', { most: 120 }),
  ...(layout === 'closed'
    ? [
        field('anatomy.reservoirL', 'Reservoir holds', { unit: 'L', from: 0.1, to: 1000 }),
        field('anatomy.chargeTargetBarG', 'Charged to', { unit: 'bar', from: 0, to: 40 }),
        field('anatomy.chargeLimitBarG', 'Never above', { unit: 'bar', from: 0, to: 40 }),
      ]
    : []),
]
export const CHECKS_PATH = 'parked.checksAfterH'

/** Everything of a layout that is typed. */
export const allFields = (architecture: Architecture): readonly AnatomyField[] => [
  ...AXLES.filter((axle) => architecture.sensors[axle] !== 'none').flatMap((axle) =>
    sensorFields(axle, architecture).map((each) => ({
      ...each,
      words: `${each.words}, ${axle}`,
    })),
  ),
  ...PUMP_FIELDS,
  ...placeFields(architecture),
  VENT_PINS,
  ...moduleFields(architecture),
]

type Tree = Readonly<Record<string, unknown>>
const isTree = (value: unknown): value is Tree =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** What stands at a path; undefined where nothing does. */
export const readPath = (tree: unknown, path: string): unknown =>
  path.split('.').reduce<unknown>((at, key) => (isTree(at) ? at[key] : undefined), tree)

/** The same with something else at a path; branches that hold nothing any more go too. */
function withPath(tree: Tree, keys: readonly string[], value: unknown): Tree {
  const [key = '', ...rest] = keys
  const below = isTree(tree[key]) ? tree[key] : {}
  const next = rest.length > 0 ? withPath(below, rest, value) : value
  const gone = next === undefined || (isTree(next) && Object.keys(next).length === 0)
  const { [key]: _, ...others } = tree
  return gone ? others : { ...others, [key]: next }
}

/** An architecture with something else of how it is built. @param value undefined: not known */
export const withBuilt = (architecture: Architecture, path: string, value: unknown): Architecture =>
  withPath(architecture as unknown as Tree, path.split('.'), value) as unknown as Architecture

/** Ports as they are typed: one to a line, its mark before the colon. */
const portsText = (ports: NonNullable<NonNullable<Anatomy['pump']>['ports']> = []): string =>
  ports.map(({ line, mark }) => `${mark}: ${line}`).join('\n')

/** How a layout is built, as it is typed. */
export const textsOf = (architecture: Architecture): AnatomyTexts => ({
  ...Object.fromEntries(
    allFields(architecture).map(({ path }) => {
      const value = readPath(architecture, path)
      return [path, typeof value === 'number' || typeof value === 'string' ? `${value}` : '']
    }),
  ),
  [PORTS_PATH]: portsText(architecture.anatomy?.pump?.ports),
  [CHECKS_PATH]: architecture.parked.checksAfterH.join(' '),
})

/** What was typed, read; or the sentence for what cannot be. */
export type AnatomyOutcome =
  | { readonly ok: true; readonly architecture: Architecture }
  | { readonly ok: false; readonly sentence: string }
const no = (sentence: string): AnatomyOutcome => ({ ok: false, sentence })

/** Absent figures that the architecture itself keeps as null. */
const KEPT_NULL: ReadonlySet<string> = new Set(['seatingPressureBarG', 'settleWaitS'])

function readField(
  { path, words, unit = '', from, to, whole = false }: AnatomyField,
  text: string,
):
  | { readonly ok: true; readonly value: unknown }
  | { readonly ok: false; readonly sentence: string } {
  const typed = text.trim()
  if (typed === '') return { ok: true, value: KEPT_NULL.has(path) ? null : undefined }
  if (from === undefined || to === undefined) return { ok: true, value: typed }
  const value = parseNumber(typed)
  return value === null || value < from || value > to || (whole && !Number.isInteger(value))
    ? {
        ok: false,
        sentence: `${words}: "${typed}" is no ${whole ? 'whole number' : 'figure'} from ${from} to ${to}${unit ? ` ${unit}` : ''}.`,
      }
    : { ok: true, value }
}

function readPorts(text: string): { readonly line: string; readonly mark: string }[] | null {
  const lines = text.split('\n').filter((line) => line.trim() !== '')
  const ports = lines.map((line) => {
    const [mark = '', ...rest] = line.split(':')
    return { mark: mark.trim(), line: rest.join(':').trim() }
  })
  return lines.length <= 10 &&
    ports.every(({ mark, line }) => mark && line && mark.length <= 40 && line.length <= 60)
    ? ports
    : null
}

function readHours(text: string): number[] | null {
  const hours = text
    .split(/[\s;]+/u)
    .filter(Boolean)
    .map(parseNumber)
  return hours.length <= 12 && hours.every((each) => each !== null && each > 0 && each <= 10_000)
    ? (hours as number[])
    : null
}

/** What stands only halfway: a distance without its limits, a fuse without its place. */
function halfway({ anatomy = {} }: Architecture): string | null {
  for (const axle of AXLES) {
    const { sensorSetting: set, sensorOhm, sensorVolt } = anatomy[axle] ?? {}
    if (set && [set.method, set.lowerMm, set.nominalMm, set.upperMm].includes(undefined as never))
      return `Sensor of the ${axle} axle: tap how its distance is measured, and type all three.`
    if (set && !(set.lowerMm <= set.nominalMm && set.nominalMm <= set.upperMm))
      return `Sensor of the ${axle} axle: it is set between its least and its most.`
    for (const [words, range] of [
      ['resistance', sensorOhm],
      ['signal', sensorVolt],
    ] as const)
      if (range && !(range.from <= range.to))
        return `Sensor of the ${axle} axle: type its ${words} from and to, the smaller first.`
  }
  const { fuse, chargeTargetBarG, chargeLimitBarG } = anatomy
  if (fuse && (!fuse.name || !fuse.at)) return 'Fuse: type its name and where it is.'
  if (
    chargeTargetBarG !== undefined &&
    chargeLimitBarG !== undefined &&
    chargeLimitBarG < chargeTargetBarG
  )
    return 'The charge may never be above less than it is charged to.'
  return null
}

/** A layout with everything typed of how it is built. */
export function builtFrom(architecture: Architecture, texts: AnatomyTexts): AnatomyOutcome {
  let built = architecture
  for (const each of allFields(architecture)) {
    const read = readField(each, texts[each.path] ?? '')
    if (!read.ok) return no(read.sentence)
    built = withBuilt(built, each.path, read.value)
  }
  const ports = readPorts(texts[PORTS_PATH] ?? '')
  if (!ports) return no('Ports of the pump: one to a line, as “mark: where its line goes”.')
  built = withBuilt(built, PORTS_PATH, ports.length > 0 ? ports : undefined)
  const hours = readHours(texts[CHECKS_PATH] ?? '')
  if (!hours)
    return no('Parked checks: hours after switching off, with blanks between, such as 2 5 10.')
  built = { ...built, parked: { ...built.parked, checksAfterH: hours } }
  const half = halfway(built)
  return half ? no(half) : { ok: true, architecture: built }
}

/** Axles that have something to tell. */
export const toldAxles = (architecture: Architecture): readonly Axle[] =>
  AXLES.filter((axle) => hasAirOnAxle(architecture, axle) || architecture.sensors[axle] !== 'none')
