import type {
  Architecture,
  AxleAnatomy,
  FillBlock,
  Hold,
  Place,
  PumpCover,
  PumpMove,
} from '../../base/vehicle/index.ts'
import { axlesOf } from '../../base/vehicle/index.ts'

/** Places as they are said. */
export const PLACE_WORDS: Readonly<Record<NonNullable<Place>, string>> = {
  FL: 'front left',
  FR: 'front right',
  RL: 'rear left',
  RR: 'rear right',
  front: 'front axle',
  rear: 'rear axle',
}

/** What is in the way of a pump; a wheel comes off in a step of its own. */
const COVER_WORDS: Readonly<Record<Exclude<PumpCover, 'wheel'>, string>> = {
  liner: 'wheel-arch liner',
  shroud: 'bumper shroud',
  cover: 'cover',
  spareWheel: 'spare wheel',
  foam: 'foam',
  airFilter: 'air filter',
}
const MOVE_WORDS: Readonly<Record<PumpMove, string>> = {
  bracket: 'bracket',
  dryer: 'dryer',
  shield: 'shield',
  harness: 'harness',
  clips: 'clips',
}
const BLOCK_WORDS: Readonly<Record<FillBlock, string>> = {
  codes: 'stored codes',
  door: 'a door open',
  lowVoltage: 'low voltage',
  engineOff: 'the engine off',
  trailer: 'a trailer on',
}
const HOLD_WORDS: Readonly<Record<Hold, string>> = {
  clips: 'clips',
  horseshoe: 'a horseshoe clip',
  click: 'a click lock',
  twist: 'a twist lock',
  bolts: 'bolts',
}
const NOT_ENTERED = 'not entered: look it up'

const listed = (words: readonly string[]): string =>
  words.length < 2
    ? words.join('')
    : `${words.slice(0, -1).join(', ')} and ${words[words.length - 1]!}`

function fuseWords({ anatomy }: Architecture): string {
  const fuse = anatomy?.fuse
  if (!fuse) return `the fuse that feeds the actuators (${NOT_ENTERED})`
  const rating = fuse.ratingA === undefined ? '' : `, ${fuse.ratingA} A`
  const other = fuse.lookAlike ? `; not ${fuse.lookAlike}, which only feeds the module` : ''
  return `fuse ${fuse.name}${rating}, ${fuse.at}${other}`
}

type Fill = (architecture: Architecture, place: Place) => string

/** Words from how the axle of a place is built, as far as somebody entered it. */
const ofAxle =
  (words: (axle: AxleAnatomy, place: Place) => string): Fill =>
  ({ anatomy }, place) => {
    const [axle] = place === null ? [] : axlesOf(place)
    return words((axle && anatomy?.[axle]) ?? {}, place)
  }
/** What holds a spring, above and below; what nobody entered may be any of them. */
function heldWords({ heldTop, heldBottom }: AxleAnatomy): string {
  if (!heldTop && !heldBottom) return 'clips, horseshoe, lock or bolts'
  if (heldTop === heldBottom) return `${HOLD_WORDS[heldTop!]} at both ends`
  const end = (where: string, hold: Hold | undefined): string =>
    hold ? `${HOLD_WORDS[hold]} at the ${where}` : `the ${where} ${NOT_ENTERED}`
  return `${end('top', heldTop)}, ${end('bottom', heldBottom)}`
}

const SEATED_WORDS: Readonly<Record<Hold, string>> = {
  clips: 'clip heard and felt',
  horseshoe: 'clip heard and felt',
  click: 'click heard and felt',
  twist: 'turned until its lock is felt',
  bolts: 'its bolts in',
}

/** What says how a spring faces; what nobody entered may be there. */
const marksOf = ({ arrow, pins }: AxleAnatomy): readonly string[] => [
  ...(arrow === false ? [] : ['arrow']),
  ...(pins === false ? [] : ['pin']),
]
const fitsWords = (axle: AxleAnatomy): string => {
  const marks = marksOf(axle)
  return marks.length === 0 ? 'square in its seat' : `${listed(marks)} found`
}

/** Whether the part of a place is marked for its side. */
function sideWords({ sided }: AxleAnatomy, place: Place): string {
  if (sided === false) return 'left and right alike'
  if (!sided) return 'left or right'
  return `marked for the ${place === 'FL' || place === 'RL' ? 'left' : 'right'}`
}

/** Words a step may leave open, filled from how the vehicle is built. */
const FILLED: Readonly<Record<string, Fill>> = {
  place: (_, place) => (place === null ? 'car' : PLACE_WORDS[place]),
  fuse: fuseWords,
  switch: ({ anatomy }) => (anatomy?.switchAt ? ` (${anatomy.switchAt})` : ''),
  ventPins: ({ anatomy }) => anatomy?.ventPins ?? NOT_ENTERED,
  covers: ({ anatomy }) =>
    listed(
      (anatomy?.pump?.inTheWay ?? []).flatMap((each) =>
        each === 'wheel' ? [] : [COVER_WORDS[each]],
      ),
    ) || 'covers',
  moves: ({ anatomy }) =>
    listed((anatomy?.pump?.movesOver ?? []).map((each) => MOVE_WORDS[each])) ||
    'bracket, shields and clips',
  ports: ({ anatomy }) =>
    anatomy?.pump?.ports?.length
      ? ` (${anatomy.pump.ports.map(({ line, mark }) => `${mark}: ${line}`).join('; ')})`
      : '',
  mounts: ({ anatomy }) => (anatomy?.pump?.mounts ? `${anatomy.pump.mounts} mounts` : 'mounts'),
  relay: ({ anatomy }) => (anatomy?.pump?.relayAt ? ` (${anatomy.pump.relayAt})` : ''),
  breathes: ({ anatomy }) =>
    anatomy?.pump?.breathesAt ? ` (it breathes at ${anatomy.pump.breathesAt})` : '',
  block: ({ anatomy }) => (anatomy?.blockAt ? ` (${anatomy.blockAt})` : ''),
  tank: ({ anatomy }) => (anatomy?.reservoirAt ? ` (${anatomy.reservoirAt})` : ''),
  taughtBy: ({ anatomy }) =>
    anatomy?.module?.calibratedBy ? ` (by ${anatomy.module.calibratedBy})` : '',
  codedBy: ({ anatomy }) => (anatomy?.module?.codedBy ? ` (by ${anatomy.module.codedBy})` : ''),
  blocks: ({ anatomy }) =>
    anatomy?.module?.fillBlockedBy
      ? ` (it does not fill with ${listed(anatomy.module.fillBlockedBy.map((each) => BLOCK_WORDS[each]))})`
      : '',
  raise: ({ layout, levels }) => {
    if (layout === 'closed') return 'Fill it by the tool’s command, on the lift'
    return levels.length > 1 ? 'Ask for raise' : 'Ask for raise, by the tool where it has no switch'
  },
  levels: ({ levels }) =>
    levels.length > 1 ? 'All levels up and down, heights again' : 'Heights again',
  rests: ({ layout }) =>
    layout === 'closed'
      ? 'out of the reservoir, one axle after the other, the reservoir looked at in between'
      : 'with rests for the pump',
  noStart: ({ layout, levels }) =>
    layout === 'closed' || levels.length === 1
      ? ''
      : ' If it does not start, cycle the level switch.',
  fillValve: ({ anatomy }) => (anatomy?.fillValveAt ? ` (${anatomy.fillValveAt})` : ''),
  wait: ({ settleWaitS }) =>
    settleWaitS === null ? `as long as the maker states (${NOT_ENTERED})` : `${settleWaitS} s`,
  pin: ofAxle(({ sensorPinMm }) => (sensorPinMm === undefined ? '' : ` (${sensorPinMm} mm)`)),
  held: ofAxle(heldWords),
  seated: ofAxle(({ heldBottom }) =>
    heldBottom ? SEATED_WORDS[heldBottom] : 'click, clip or lock heard and felt',
  ),
  bearsOn: ofAxle(({ springTo }) => (springTo ? ` (its top bears on the ${springTo})` : '')),
  marks: ofAxle((axle) =>
    marksOf(axle)
      .map((mark) => `, ${mark}`)
      .join(''),
  ),
  fits: ofAxle(fitsWords),
  seats: ofAxle(({ pins }) => (pins === false ? 'square in its seat' : 'pin found')),
  side: ofAxle(sideWords),
  capsStay: ofAxle(({ caps }) => (caps === false ? '' : '. Locks and caps stay on')),
  capsOff: ofAxle(({ caps }) => (caps === false ? '' : '; locks and caps off only now')),
  tankFitting: ({ anatomy }) =>
    anatomy?.letDown?.includes('tankFitting')
      ? `the fitting on reservoir or expansion tank${anatomy.reservoirAt ? ` (${anatomy.reservoirAt})` : ''}`
      : 'its fitting',
  asleep: ({ anatomy }) =>
    anatomy?.module?.sleepsAfterMin === undefined
      ? ''
      : `, once the module sleeps (${anatomy.module.sleepsAfterMin} min)`,
}

/** Names of what a step may leave open. */
export const FILLABLE: readonly string[] = Object.keys(FILLED)

/** Words of a step with everything filled in. What it cannot fill stands as it was written. */
export const filledWords = (words: string, architecture: Architecture, place: Place): string =>
  words.replaceAll(/\{(\w+)\}/gu, (written, name: string) =>
    Object.hasOwn(FILLED, name) ? FILLED[name]!(architecture, place) : written,
  )
