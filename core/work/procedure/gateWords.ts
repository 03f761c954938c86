import type { Condition, GateId } from './machine.ts'

/** What gates ask for, in a technician’s words: told by the server and on every page alike. */
export const CONDITION_WORDS: Readonly<Record<Condition, string>> = {
  supplyOff: 'supply off',
  supplyOn: 'supply on',
  supplyOffOrLifting: 'supply off, or lifting mode on',
  supplyOffUnlessGround: 'supply off while wheels hang',
  liftingUnlessGround: 'lifting mode on while wheels hang',
  held: 'body held, and the axle where it hangs on its springs',
  armHeld: 'what its joints carry held by something else',
  jointsMade: 'every joint that carries made again',
  armsFree: 'nothing propped under an arm any more',
  nobodyUnder: 'nobody under it',
  cornerProved: 'this spring shown empty',
  nothingSeepsIn: 'nothing can seep in behind the proof',
  allProved: 'every spring shown empty',
  plantProved: 'reservoir or gallery shown empty',
  linesClosed: 'every line closed',
  plantClosed: 'pump, block and reservoir closed',
  springsIn: 'every spring in its place',
  springsCarry: 'every spring carries air',
  foldsSeen: 'folds seen extended',
  codesClear: 'codes that block filling cleared',
  liftingOff: 'lifting mode off',
  onGround: 'on its wheels',
}

/** The moments each gate holds. */
export const GATE_WORDS: Readonly<Record<GateId, string>> = {
  lower: 'before it is lowered',
  openLine: 'before the line is open',
  ease: 'before the fitting is eased',
  proof: 'before it counts as shown',
  openPlant: 'before pump, block or reservoir is open',
  under: 'before anybody is under it',
  joint: 'before a joint that carries weight is apart or let go',
  hang: 'before wheels hang on a live module',
  keyOn: 'before the supply is back',
  fill: 'before any air goes in',
  handover: 'before it is handed over',
}
