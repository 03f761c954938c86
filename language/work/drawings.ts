import type { Drawn } from '@anklet/core/work/procedure'
import type { DisplayUnits } from '@anklet/core/base/units'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import { list } from '../plain/corners.ts'

/** A drawing in words: its name, and all it shows for those who listen. */
export interface DrawnWords {
  readonly title: string
  readonly says: string
}

const lengthWords = (mm: number, units: DisplayUnits): string =>
  `${formatQuantity(mm, 'height', units)} ${UNIT_LABEL[units.length]}`

const TAPES = {
  wheelCentreToArch: {
    title: 'Tape: wheel centre to arch',
    says: 'The tape runs from the middle of the wheel straight up to the edge of the arch.',
  },
  axleToBracket: {
    title: 'Tape: axle to bracket',
    says: 'The tape runs straight from the axle to the bracket on the body over it.',
  },
  sillToFloor: {
    title: 'Tape: sill to floor',
    says:
      'The tape runs from the floor straight up to the lower edge of the sill, at the mark by ' +
      'the wheel.',
  },
} as const

const JOINTS = {
  pushIn: {
    title: 'A line that is pushed in',
    says:
      'The line is cut square and its depth marked. Pushed in until it bottoms, the mark ' +
      'stands at the collar. Pulled to test, it stays.',
  },
  screwed: {
    title: 'A line that is screwed on',
    says:
      'Over the line the nut, then a new olive or ring. The nut is started by hand, then ' +
      'tightened.',
  },
  quarterTurn: {
    title: 'A line with a quarter turn',
    says:
      'On its stub an O-ring, the spacer and an O-ring, in that order. In, and a quarter turn ' +
      'until its clip holds.',
  },
} as const

const SUPPORTS = {
  twoPost: 'The arms of the lift stand under the maker’s points of the sills.',
  platform: 'Blocks on the platforms stand squarely under the maker’s points of the sills.',
  driveOn:
    'The wheels were driven on; the jacking beam lifts the body at the maker’s points, and stands hold it.',
  stands: 'Stands hold the body at the maker’s points.',
} as const

const HOLDS = {
  clips: 'clips',
  horseshoe: 'a horseshoe in its groove',
  click: 'a lock that clicks',
  twist: 'a twist lock',
  bolts: 'bolts',
} as const

const JACKS = {
  coil: {
    title: 'The arm is held under its coil',
    says: 'A jack with a block, or a stand, under the arm where the coil stands takes its weight.',
  },
  spring: {
    title: 'The arm is held under its spring',
    says: 'A jack with a block stands snug under the arm where the spring sits.',
  },
  shock: {
    title: 'The arm is held',
    says: 'A jack with a block stands snug under the arm beside the shock.',
  },
  strut: {
    title: 'Arm and knuckle are held',
    says:
      'A jack with a block stands snug under the lower arm, so that the knuckle cannot drop ' +
      'when the strut is loose.',
  },
  axle: {
    title: 'The axle on a jack',
    says:
      'A jack with a block takes the axle in the middle; springs and dampers let go of it, and ' +
      'hoses show how far it may go down.',
  },
} as const

function heldWords({ top, bottom, ends }: Extract<Drawn, { of: 'held' }>): string {
  const at = (where: string, hold: typeof top): string =>
    hold
      ? `Its ${where} is held by ${HOLDS[hold]}.`
      : `Nobody entered what holds its ${where}: look at the car.`
  return [
    ...(ends === 'bottom' ? [] : [at('top', top)]),
    ...(ends === 'top' ? [] : [at('bottom', bottom)]),
  ].join(' ')
}

type Saying<Of extends Drawn['of']> = (
  drawn: Extract<Drawn, { of: Of }>,
  units: DisplayUnits,
) => DrawnWords

const SAYINGS: { readonly [Of in Drawn['of']]: Saying<Of> } = {
  tape: ({ method, apart }, units) =>
    apart
      ? {
          title: 'Held apart at its distance',
          says:
            `A block of checked length, or a stand, holds body and axle apart. ${TAPES[method].says} ` +
            `It reads ${lengthWords(apart.nominalMm, units)}, and may read from ` +
            `${lengthWords(apart.lowerMm, units)} to ${lengthWords(apart.upperMm, units)}.`,
        }
      : TAPES[method],
  folds: ({ steadied }) => ({
    title: 'Folds, right and buckled',
    says:
      'Right: the rubber rolls over its piston in one even fold all round. Buckled: a side is ' +
      'folded in on itself; the air goes out again and it is set straight by hand.' +
      (steadied ? ' A flat hand at the side keeps it straight; no finger between the folds.' : ''),
  }),
  springValve: ({ stop }) => ({
    title: `Valve in the spring, at its ${['first', 'second', 'third'][stop - 1]} stop`,
    says:
      'First stop: locked, plug and clip go on here. Second stop: drawn slowly, it vents; wait ' +
      'until it is silent. Third stop: it comes out.',
  }),
  joint: ({ joint }) =>
    joint
      ? JOINTS[joint]
      : {
          title: 'How a line may be joined',
          says:
            'Nobody entered how this line is joined; look at it. ' +
            Object.values(JOINTS)
              .map(({ says }) => says)
              .join(' Or: '),
        },
  rings: () => ({
    title: 'O-ring, spacer, O-ring',
    says:
      'On the neck an O-ring, then the spacer, then the other O-ring, all lubricated and the ' +
      'groove wiped clean.',
  }),
  studs: ({ pin, arrow }) => ({
    title: 'Studs to the mark',
    says:
      'Seen from above: the studs of the top stand as they were marked before it came apart.' +
      (pin ? ' The locating pin finds its hole.' : '') +
      (arrow ? ' Its arrow faces as the old one did.' : ''),
  }),
  coilEnd: () => ({
    title: 'Coil end in its stop',
    says:
      'The end of the wire touches its stop. Isolators lie under and over it by their index; ' +
      'which end goes up is as the kit or the mark says.',
  }),
  stands: ({ support, axle }) => ({
    title: axle ? 'Stands under body and axle' : 'How the body is held',
    says:
      SUPPORTS[support] +
      (axle
        ? ` The ${axle} axle hangs on its springs and dampers: stands of its own hold it.`
        : '') +
      ' Nothing is left on a jack alone, or on the air.',
  }),
  star: ({ nuts }) => ({
    title: 'Wheel nuts in a star',
    says:
      'On the ground, always across to the far side, never round in a ring.' +
      (nuts === null
        ? ' Nobody entered how many nuts there are; five are drawn.'
        : ` The numbers say in which order the ${nuts} are taken.`),
  }),
  ports: ({ ports }) => ({
    title: 'Ports of the pump and their lines',
    says: ports
      ? `${list(ports.map(({ line, mark }) => `the port marked ${mark}: ${line}`))}.`
      : 'Nobody entered which line goes to which port: each port and its line get the same ' +
        'mark, and a photo, before the first comes off.',
  }),
  sensorSlot: ({ pinned, pinMm }, units) => ({
    title: pinned ? 'Sensor in its slot, pin through' : 'Sensor in its slot, pin out',
    says: pinned
      ? 'The sensor is moved in its slot until the holes are in line and the pin goes through. ' +
        (pinMm === null
          ? 'The size of the pin is not entered.'
          : `The pin is ${formatQuantity(pinMm, 'height', units, 1)} ${UNIT_LABEL[units.length]} thick.`)
      : 'The sensor is tight in its slot; pin and block are out.',
  }),
  held: (drawn) => ({ title: 'What holds the spring', says: heldWords(drawn) }),
  jack: ({ holds }) => JACKS[holds],
}

/** What a drawing is called, and what it says. */
export const drawnWords = (drawn: Drawn, units: DisplayUnits): DrawnWords =>
  (SAYINGS[drawn.of] as (drawn: Drawn, units: DisplayUnits) => DrawnWords)(drawn, units)

/** Names inside drawings. */
export const DRAWING_LABELS = {
  archEdge: 'arch edge',
  wheelCentre: 'wheel centre',
  straightUp: 'straight up',
  bracket: 'bracket on the body',
  axle: 'axle',
  body: 'body',
  block: ['block of', 'checked length'],
  sill: 'sill',
  floor: 'floor',
  right: 'right',
  buckled: 'buckled',
  piston: 'piston',
  evenFold: ['one even fold', 'all round'],
  foldedIn: 'folded in',
  flatHand: 'flat hand',
  noFingers: ['no finger', 'in a fold'],
  stops: ['1: locked', '2: it vents', '3: comes out'],
  stopsMore: ['plug and clip on', 'slowly, till silent', 'when silent'],
  cutSquare: 'cut square',
  notSlanted: 'not slanted',
  depthMark: 'depth mark',
  collar: 'mark at the collar',
  pullTest: 'pull to test',
  nut: 'nut',
  olive: 'new olive or ring',
  byHandFirst: 'by hand first',
  oRing: 'O-ring',
  spacer: 'spacer',
  quarterTurn: 'a quarter turn',
  clipHolds: 'clip holds',
  orElse: ['Not entered:', 'look which it is'],
  pushedIn: 'pushed in',
  screwed: 'screwed',
  turned: 'quarter turn',
  mark: 'your mark',
  stud: 'stud',
  pin: 'locating pin',
  pinMaybe: 'pin, if it has one',
  arrow: 'arrow as it was',
  seenFromAbove: 'seen from above',
  wireEnd: 'end of the wire',
  stop: 'its stop',
  isolator: 'isolator',
  endUp: ['which end up:', 'as the kit says'],
  arms: 'arms of the lift',
  platform: 'blocks on platforms',
  beam: 'jacking beam',
  stands: 'stands, body',
  axleStands: 'stands, axle',
  hangsFree: 'wheels hang free',
  tooMany: ['number not', 'entered: five', 'are drawn'],
  across: 'always across',
  notMarked: ['mark port and', 'line alike'],
  moreNotDrawn: 'more, not drawn',
  pump: 'pump',
  slot: 'slot',
  sensorArm: 'arm of the sensor',
  sensorPin: 'pin through',
  pinOut: 'pin out again',
  jack: 'jack with a block',
  arm: 'arm',
  coil: 'coil',
  spring: 'spring',
  shock: 'shock',
  strut: 'strut',
  knuckle: 'knuckle',
  top: 'top',
  bottom: 'bottom',
  notEntered: ['not entered:', 'look at the car'],
} as const

/** What holds an end of a spring, as it stands beside it. */
export const HOLD_LABELS = {
  clips: 'clips',
  horseshoe: 'horseshoe',
  click: 'until it clicks',
  twist: 'twist lock',
  bolts: 'bolts',
} as const
