import type { AirForm, AxleAnatomy, NotEntered } from '@anklet/core/base/vehicle'

type Tap<Value extends string | boolean = string> = {
  readonly value: Value
  readonly words: string
}
const tap = (value: string, words: string): Tap => ({ value, words })

const HOLD_TAPS = [
  tap('clips', 'Clips'),
  tap('horseshoe', 'A horseshoe'),
  tap('click', 'Pushed on until it clicks'),
  tap('twist', 'A twist lock'),
  tap('bolts', 'Bolts'),
]
const YES_NO: readonly Tap<boolean>[] = [
  { value: true, words: 'Yes' },
  { value: false, words: 'No' },
]

export const PUMP_PLACE_TAPS = [
  tap('bumper', 'Behind a bumper'),
  tap('underfloor', 'Under the floor'),
  tap('loadArea', 'In the load area'),
  tap('engineBay', 'Under the bonnet'),
]
export const COVER_TAPS = [
  tap('liner', 'Wheel-arch liner'),
  tap('shroud', 'Bumper shroud'),
  tap('wheel', 'A wheel'),
  tap('cover', 'A cover'),
  tap('spareWheel', 'The spare wheel'),
  tap('foam', 'Foam'),
  tap('airFilter', 'The air filter'),
]
export const MOVE_TAPS = [
  tap('bracket', 'Bracket'),
  tap('dryer', 'Dryer'),
  tap('shield', 'Shield'),
  tap('harness', 'Harness'),
  tap('clips', 'Clips'),
]
export const DESIGN_TAPS = [
  tap('none', 'Nothing besides'),
  tap('pipes', 'Other pipes'),
  tap('software', 'Other software'),
  tap('both', 'Pipes and software'),
]
export const LET_DOWN_TAPS = [
  tap('tool', 'By a tool'),
  tap('fitting', 'By easing a fitting'),
  tap('springValve', 'By the spring’s own valve and its stops'),
  tap('ventPlug', 'By power to the vent valve at the pump’s plug'),
  tap('tankFitting', 'By a fitting on reservoir or tank'),
]
export const FILL_BLOCK_TAPS = [
  tap('codes', 'Stored codes'),
  tap('door', 'A door open'),
  tap('lowVoltage', 'Low voltage'),
  tap('engineOff', 'The engine off'),
  tap('trailer', 'A trailer on'),
]

interface AxleAsk {
  readonly key: keyof AxleAnatomy
  readonly legend: string
  readonly options: readonly Tap<string | boolean>[]
}
const SUSPENSION: AxleAsk = {
  key: 'suspension',
  legend: 'Its wheels are carried',
  options: [tap('independent', 'One by one'), tap('live', 'By a live axle')],
}
const COIL: AxleAsk = {
  key: 'coilOn',
  legend: 'Its coil stands on',
  options: [tap('arm', 'The lower arm'), tap('axle', 'The axle'), tap('damper', 'The damper')],
}
const JOINT: AxleAsk = {
  key: 'joint',
  legend: 'Its lines are joined',
  options: [
    tap('pushIn', 'Pushed in'),
    tap('screwed', 'Screwed, with an olive or ring'),
    tap('quarterTurn', 'By a quarter turn, two O-rings'),
  ],
}
const RELEASED: AxleAsk = {
  key: 'released',
  legend: 'To free it below',
  options: [
    tap('ballJoint', 'The ball joint comes apart'),
    tap('camberBolts', 'The camber bolts come out'),
    tap('lowerBolts', 'Only its own bolts come out'),
  ],
}
const REACH: AxleAsk = {
  key: 'reach',
  legend: 'Its top is reached',
  options: [
    tap('below', 'From below'),
    tap('trim', 'Through trim'),
    tap('loadArea', 'From the load area'),
    tap('bonnet', 'Under the bonnet'),
  ],
}
const SPRING_TO: AxleAsk = {
  key: 'springTo',
  legend: 'Its spring bears against',
  options: [tap('frame', 'The frame'), tap('subframe', 'A subframe'), tap('body', 'The body')],
}
const yesNo = (key: keyof AxleAnatomy, legend: string): AxleAsk => ({
  key,
  legend,
  options: YES_NO,
})
const SIDED = yesNo('sided', 'Left and right differ')
const CAPS = yesNo('caps', 'New ones come with caps or locks')
const MARKS = [yesNo('pins', 'A pin finds its hole'), yesNo('arrow', 'An arrow says which way')]

const ASKS: Readonly<Record<AirForm, readonly AxleAsk[]>> = {
  none: [],
  bellows: [
    SUSPENSION,
    SPRING_TO,
    { key: 'heldTop', legend: 'Top held by', options: HOLD_TAPS },
    { key: 'heldBottom', legend: 'Bottom held by', options: HOLD_TAPS },
    REACH,
    JOINT,
    yesNo('guided', 'Its sleeve is guided as it fills'),
    ...MARKS,
    SIDED,
    CAPS,
  ],
  bellowsOnDamper: [RELEASED, REACH, JOINT, ...MARKS, SIDED, CAPS],
  airDamper: [SUSPENSION, COIL, JOINT, SIDED, CAPS],
  strut: [RELEASED, REACH, JOINT, ...MARKS, SIDED, CAPS],
}
/** What is asked of an axle with that form of air. */
export const axleAsks = (air: AirForm): readonly AxleAsk[] => ASKS[air]

const OF_AXLE: Readonly<Partial<Record<keyof AxleAnatomy, string>>> = {
  suspension: 'how the wheels are carried',
  coilOn: 'what the coil stands on',
  heldTop: 'what holds the top of the spring',
  heldBottom: 'what holds the bottom of the spring',
  reach: 'where the top is reached from',
  joint: 'how the lines are joined',
  guided: 'whether the sleeve is guided',
  released: 'what frees the strut below',
  sided: 'whether left and right differ',
  sensorSetting: 'the distance the sensor is set at',
}
const OF_CAR: Readonly<Record<string, string>> = {
  letDown: 'how its air is let out',
  fuse: 'which fuse feeds the actuators',
  'pump.at': 'where the pump is',
  'pump.ports': 'its ports',
  blockAt: 'where the valve block is',
  reservoirAt: 'where the reservoir is',
  fillValveAt: 'where the filling valve is',
  switchAt: 'where the cut-off switch is',
  'module.fillsFromMm': 'the height filling starts at',
  reservoirL: 'what the reservoir holds',
  chargeTargetBarG: 'what it is charged to',
}
/** Something nobody entered, in words. */
export function notEnteredWords(name: NotEntered): string {
  const [axle = '', key = ''] = name.split('.')
  return axle === 'front' || axle === 'rear'
    ? `${OF_AXLE[key as keyof AxleAnatomy] ?? key} (${axle})`
    : (OF_CAR[name] ?? name)
}
