import type { Architecture, FillBlock, Place, PumpCover, PumpMove } from '../vehicle/index.ts'
import { axlesOf } from '../vehicle/index.ts'

/** Places as they are said. */
export const PLACE_WORDS: Readonly<Record<NonNullable<Place>, string>> = {
  FL: 'front left',
  FR: 'front right',
  RL: 'rear left',
  RR: 'rear right',
  front: 'front axle',
  rear: 'rear axle',
}

const COVER_WORDS: Readonly<Record<PumpCover, string>> = {
  liner: 'wheel-arch liner',
  shroud: 'bumper shroud',
  wheel: 'wheel in front of it',
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

/** Words a step may leave open, filled from how the vehicle is built. */
const FILLED: Readonly<Record<string, (architecture: Architecture, place: Place) => string>> = {
  place: (_, place) => (place === null ? 'car' : PLACE_WORDS[place]),
  fuse: fuseWords,
  switch: ({ anatomy }) => (anatomy?.switchAt ? ` (${anatomy.switchAt})` : ''),
  ventPins: ({ anatomy }) => anatomy?.ventPins ?? NOT_ENTERED,
  covers: ({ anatomy }) =>
    listed((anatomy?.pump?.inTheWay ?? []).map((each) => COVER_WORDS[each])) || 'covers',
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
  fillValve: ({ anatomy }) => (anatomy?.fillValveAt ? ` (${anatomy.fillValveAt})` : ''),
  wait: ({ settleWaitS }) =>
    settleWaitS === null ? `as long as the maker states (${NOT_ENTERED})` : `${settleWaitS} s`,
  pin: ({ anatomy }, place) => {
    const [axle] = place === null ? [] : axlesOf(place)
    const mm = axle && anatomy?.[axle]?.sensorPinMm
    return mm === undefined ? '' : ` (${mm} mm)`
  },
}

/** Names of what a step may leave open. */
export const FILLABLE: readonly string[] = Object.keys(FILLED)

/** Words of a step with everything filled in. What it cannot fill stands as it was written. */
export const filledWords = (words: string, architecture: Architecture, place: Place): string =>
  words.replaceAll(/\{(\w+)\}/gu, (written, name: string) =>
    Object.hasOwn(FILLED, name) ? FILLED[name]!(architecture, place) : written,
  )
