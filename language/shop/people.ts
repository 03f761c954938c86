import type { CommandType, Role } from '@anklet/contract'

/** What a person is called by what they do here. */
export const ROLE_WORDS: Readonly<Record<Role, string>> = {
  lead: 'Lead',
  technician: 'Technician',
  apprentice: 'Apprentice',
  desk: 'Desk',
}

/** The same of several. */
export const ROLE_PLURAL: Readonly<Record<Role, string>> = {
  lead: 'leads',
  technician: 'technicians',
  apprentice: 'apprentices',
  desk: 'people at the desk',
}

/** What each role may do, in a sentence. */
export const ROLE_MEANS: Readonly<Record<Role, string>> = {
  lead: 'Everything, and agrees to what was done otherwise.',
  technician: 'Measures, finds, decides, plans, works and hands over.',
  apprentice: 'Measures and works; others decide, plan and conclude.',
  desk: 'Opens jobs, keeps cars and prices, hands over.',
}

/** How long to wait, in words. @param seconds of it. */
export function waitWords(seconds: number): string {
  if (seconds < 90) return seconds === 1 ? '1 second' : `${seconds} seconds`
  return `${Math.ceil(seconds / 60)} minutes`
}

/** What happened at the door, besides commands. */
export const DOOR_WORDS = {
  signedIn: 'Signed in',
  signInRefused: 'Sign-in refused',
  signedOut: 'Signed out',
  firstPin: 'Gave the shop its first PIN',
  pinSet: 'Set a PIN',
  pinDropped: 'Took a PIN away',
  agreed: 'Agreed at another’s tablet',
  agreementRefused: 'Agreement refused: wrong PIN',
  leadReset: 'Lead’s PIN set at the machine',
  backupMade: 'Began a backup',
  backupRestored: 'Put a backup back',
  backupTaken: 'Took a copy of a backup away',
  backupBrought: 'Brought a backup',
  shopTaken: 'Took the whole shop away as a file',
  jobTaken: 'Took a job away as a file',
  shopBrought: 'Brought a shop from a file',
  personalTaken: 'Took an owner’s data away as a file',
  auditTaken: 'Took the audit away as a table',
  erasedInTime: 'Erased in time, as the shop has set',
} as const
export type DoorEvent = keyof typeof DOOR_WORDS

/** What each command did, as the audit tells it. */
const COMMAND_WORDS: Readonly<Record<CommandType, string>> = {
  'person.add': 'Added a person',
  'person.role': 'Changed what a person does here',
  'shop.change': 'Changed the shop’s settings',
  'vehicleType.save': 'Saved a vehicle type',
  'vehicle.save': 'Saved a vehicle',
  'vehicle.erase': 'Erased what told whose a car is',
  'vehicle.learn': 'Took what a night taught of a vehicle',
  'job.open': 'Opened a job',
  'job.complaint': 'Changed the complaint',
  'job.arrive': 'Noted how the car arrived',
  'job.note': 'Wrote a note',
  'job.repair': 'Noted a repair',
  'photo.add': 'Added a photo',
  'check.record': 'Recorded a check',
  'evidence.say': 'Said what was found',
  'job.conclude': 'Concluded the job',
  'codes.record': 'Recorded codes',
  'codeText.save': 'Saved what a code means',
  'knowledge.save': 'Changed what the shop knows',
  'knowledge.import': 'Brought knowledge from a file',
  'part.save': 'Saved a part',
  'part.drop': 'Dropped a part',
  'coils.save': 'Saved coils',
  'coil.drop': 'Dropped a coil',
  'decision.take': 'Took a decision',
  'decision.agree': 'Noted that the owner agreed',
  'procedures.save': 'Changed procedures',
  'torque.save': 'Saved a torque',
  'torque.drop': 'Dropped a torque',
  'plan.make': 'Made a plan',
  'work.record': 'Recorded work',
  'proof.record': 'Recorded a proof',
  'charge.record': 'Recorded a charge',
  'log.start': 'Began a log',
  'log.stop': 'Ended a log',
  'log.keep': 'Kept a log',
  'job.close': 'Closed the job',
  'job.reopen': 'Opened the job again',
  'round.record': 'Walked a round',
  'rounds.import': 'Brought rounds from a table',
  'reading.correct': 'Corrected a reading',
  'watch.start': 'Began a watch',
  'watch.look': 'Looked at a watch',
  'watch.finish': 'Finished a watch',
  'watch.conclude': 'Concluded a watch',
  'watch.giveUp': 'Gave a watch up',
  'watch.supplyBack': 'Put the supply back',
}

const AUDIT_WORDS: Readonly<Record<string, string>> = {
  ...COMMAND_WORDS,
  ...DOOR_WORDS,
  // Commands of releases that knew no roles; the journal keeps them.
  'person.lead': 'Changed who is a lead',
}

/** What an entry of the audit says was done. */
export const auditWords = (what: string): string => AUDIT_WORDS[what] ?? what

/** Names of everything the audit tells in words that hold these. */
export const toldWith = (words: string): string[] =>
  Object.entries(AUDIT_WORDS)
    .filter(([, said]) => said.toLowerCase().includes(words.trim().toLowerCase()))
    .map(([what]) => what)
