import type { Condition } from './machine.ts'

/**
 * How something is shown: read from the link or a gauge where it can be, else seen and said by
 * somebody, with name and time.
 */
export const PROOF_KINDS = [
  'linkSilent',
  'askedAndNothingMoved',
  'linkLiftingMode',
  'supportsSeen',
  'armHeldSeen',
  'jointsMadeSeen',
  'armsFreeSeen',
  'nobodyUnderSeen',
  'easedSilent',
  'valveOpenGalleryZero',
  'gaugeZero',
  'linesPulled',
  'jointsSeen',
  'springsSeen',
  'linkHeights',
  'bodyLiftedItself',
  'foldsSeen',
  'linkCodes',
  'wheelsOnGround',
  'liftingSeen',
  'askedAndMoved',
  'codesByTool',
  'pressureRead',
] as const
export type Proof = (typeof PROOF_KINDS)[number]

/** What shows a condition, best first. */
export const PROOFS: Readonly<Record<Condition, readonly Proof[]>> = {
  supplyOff: ['linkSilent', 'askedAndNothingMoved'],
  supplyOn: ['linkHeights', 'askedAndMoved'],
  supplyOffOrLifting: ['linkLiftingMode', 'linkSilent', 'askedAndNothingMoved'],
  supplyOffUnlessGround: ['linkSilent', 'askedAndNothingMoved'],
  liftingUnlessGround: ['linkLiftingMode', 'liftingSeen'],
  held: ['supportsSeen'],
  armHeld: ['armHeldSeen'],
  jointsMade: ['jointsMadeSeen'],
  armsFree: ['armsFreeSeen'],
  nobodyUnder: ['nobodyUnderSeen'],
  cornerProved: ['valveOpenGalleryZero', 'easedSilent'],
  nothingSeepsIn: ['gaugeZero', 'easedSilent'],
  allProved: ['valveOpenGalleryZero', 'easedSilent'],
  plantProved: ['gaugeZero', 'easedSilent'],
  linesClosed: ['linesPulled'],
  plantClosed: ['jointsSeen'],
  springsIn: ['springsSeen'],
  springsCarry: ['linkHeights', 'bodyLiftedItself', 'pressureRead'],
  foldsSeen: ['foldsSeen'],
  codesClear: ['linkCodes', 'codesByTool'],
  liftingOff: ['linkLiftingMode', 'liftingSeen'],
  onGround: ['wheelsOnGround'],
}
