import type { StepFigure, FastenerEnd, Proof } from '@anklet/core/work/procedure'
import { NM_PER_LBF_FT } from '@anklet/core/base/units'
import { jointSentence } from './record.ts'
import type {
  FillDoubt,
  Live,
  NoThread,
  SidesVerdict,
  Torqued,
  WorkContent,
} from '@anklet/core/work/record'
import type { Axle } from '@anklet/core/base/vehicle'

/** What a person says who shows something; read off the link it is said by what the link tells. */
export const SAID_WORDS: Readonly<Record<Proof, string>> = {
  linkSilent: 'The module is silent',
  askedAndNothingMoved: 'Asked for a raise: nothing moved',
  linkLiftingMode: 'Read from the link',
  supportsSeen: 'Supports seen and rocked',
  armHeldSeen: 'Seen held, and tried by hand',
  jointsMadeSeen: 'Each joint seen made',
  armsFreeSeen: 'Looked under: nothing propped',
  nobodyUnderSeen: 'Looked under: nobody, nothing',
  easedSilent: 'Fitting eased and silent for two minutes, bellows soft',
  valveOpenGalleryZero: 'Its own valve open, gallery near zero',
  gaugeZero: 'Gauge at its open valve near zero',
  linesPulled: 'Pulled to test',
  jointsSeen: 'Joints seen closed',
  springsSeen: 'Seen in place',
  linkHeights: 'The link tells it',
  bodyLiftedItself: 'The body lifted itself',
  foldsSeen: 'Folds seen all round',
  linkCodes: 'Read from the link: none left',
  wheelsOnGround: 'Stands on its wheels',
  liftingSeen: 'Its lamp or message seen',
  askedAndMoved: 'Asked, and it answered',
  codesByTool: 'Read by another tool: none left',
  pressureRead: 'Pressure read at its valve',
}

/** Proofs that only the link can give. */
export const BY_LINK: ReadonlySet<Proof> = new Set([
  'linkSilent',
  'linkLiftingMode',
  'linkHeights',
  'linkCodes',
])
/** Proofs that a gauge is read for. */
export const BY_GAUGE: ReadonlySet<Proof> = new Set([
  'valveOpenGalleryZero',
  'gaugeZero',
  'pressureRead',
])

export const DEVIATION_WORDS = {
  skipped: 'Left out',
  torque: 'Another torque',
  noPhoto: 'No photo',
  otherwise: 'Done otherwise',
} as const

/** What turned false, as the link tells it. */
export function lostWords(fact: string, { galleryBarG }: Pick<Live, 'galleryBarG'>): string {
  switch (fact) {
    case 'supplyOff':
      return 'The module answers: its supply is on.'
    case 'lifting':
      return 'The module says lifting mode is off.'
    default:
      return galleryBarG === null
        ? 'The link says otherwise.'
        : `The gallery shows ${galleryBarG.toFixed(1)} bar.`
  }
}

/** What holds something that has no thread. */
export const NO_THREAD_WORDS: Readonly<Record<NoThread, string>> = {
  clip: 'A clip or lock: heard and felt',
  byHand: 'By hand until it clicks or bottoms',
  none: 'Nothing to tighten here',
}

/** How something was finished without a wrench; what nobody said is not told. */
export const fastenedWords = (end: FastenerEnd): string =>
  end === 'torque' || end === 'unknown' ? 'no torque written down' : NO_THREAD_WORDS[end]

const figure = (torque: number): string => torque.toFixed(torque < 20 ? 1 : 0)
/** A torque as it was recorded: in the unit it was set in, the other beside it. */
export function torquedWords({ nm, source, unit = 'N.m' }: Torqued): string {
  const [metric, imperial] = [`${figure(nm)} N.m`, `${figure(nm / NM_PER_LBF_FT)} lbf.ft`]
  const set = unit === 'N.m' ? `${metric} (${imperial})` : `${imperial} (${metric})`
  return source ? `${set}, ${source}` : set
}

/** An entry in the story of the work, but for confirmed steps. @param name whom it speaks of */
export function entryWords(
  content: Exclude<WorkContent, { kind: 'done' }>,
  nameOf: (id: string) => string,
): string {
  switch (content.kind) {
    case 'lost':
      return `Not so any more. ${content.words}`.trim()
    case 'approved':
      return `Agreed to it${content.words ? `: ${content.words}` : ''}`
    case 'declined':
      return `Did not agree${content.words ? `: ${content.words}` : ''}`
    case 'joined':
      return content.second === undefined
        ? 'Took it up'
        : content.second === 'alone'
          ? 'Took it up, alone'
          : `Took it up, ${nameOf(content.second)} at hand`
    case 'joint':
      return `Soap at the ${jointSentence(content.joint)}: ${content.tight ? 'tight' : 'it bubbles'}`
    case 'left':
      return 'Left it'
    case 'handed':
      return `Handed it to ${nameOf(content.to)}${content.words ? `: ${content.words}` : ''}`
    case 'paused':
      return `Paused${content.words ? `: ${content.words}` : ''}`
    case 'resumed':
      return 'Went on'
    case 'linked':
      return content.deviceId === null ? 'Proofs no longer from the link' : 'Proofs from the link'
  }
}

const AXLE = { front: 'front', rear: 'rear' } as const
/** Whether both sides rise alike, and what it means if not. */
export function sidesWords(axle: Axle, verdict: SidesVerdict): string {
  const side = (words: string): string => `${AXLE[axle]} ${words}`
  switch (verdict) {
    case 'neither':
      return `Nothing has come at the ${AXLE[axle]} yet.`
    case 'alike':
      return `Both sides of the ${AXLE[axle]} rise alike.`
    case 'leftLags':
      return (
        `The ${side('left')} lags. Stop and look: a line not fully in, a fold caught, ` +
        'its valve, or the lines crossed.'
      )
    case 'rightLags':
      return (
        `The ${side('right')} lags. Stop and look: a line not fully in, a fold caught, ` +
        'its valve, or the lines crossed.'
      )
  }
}

export const FILL_DOUBT_WORDS: Readonly<Record<Exclude<FillDoubt, null>, string>> = {
  nothingBuilds:
    'No pressure builds. The pump does not deliver, or a line is open: stop and listen.',
  blocked:
    'The gallery is pressed up and nothing gets into the spring. A pinched line, or its valve stays shut: stop.',
}

/** Figures a step asks for. */
export const STEP_FIGURE_WORDS: Readonly<Record<StepFigure, string>> = {
  standing: 'Standing height',
  seating: 'Seating pressure',
  target: 'Charged to',
  limit: 'Never above',
  fillsFrom: 'Fills from a lift height of',
  resistance: 'Resistance',
  signal: 'Signal',
}
