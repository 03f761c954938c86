import type { ProblemCode, Role } from '@anklet/contract'
import { cornerWords } from '../plain/corners.ts'
import { ROLE_PLURAL, waitWords } from '../shop/people.ts'

type Data = Readonly<Record<string, unknown>>

const corner = (data: Data): string => cornerWords(String(data['corner'])) ?? 'one corner'
const whole = (value: unknown): string => Number(value).toFixed(0)

/** A word the problem came with, or what is said in its place. */
const wordOr = (word: unknown, otherwise: string): string =>
  typeof word === 'string' ? word : otherwise

/** The sentence for each problem: what is wrong and what to do, in a technician's words. */
const SENTENCES: Record<ProblemCode, (data: Data) => string> = {
  notJson: () => 'The request is not valid JSON.',
  tooLarge: () => 'That is more than fits into one request.',
  wrongShape: (data) => wordOr(data['sentence'], 'A field is missing or not understood.'),
  unknownCommand: (data) => `There is no command called "${String(data['type'])}".`,
  airMissing: (data) =>
    `The amount of air at the ${corner(data)} is missing: it has an air spring.`,
  sampleOutside: (data) =>
    `Hour ${String(data['hour'])} lies outside the ${String(data['hours'])} hours of the forecast.`,
  notFound: (data) => `There is no such ${wordOr(data['what'], 'place')}.`,
  stale: () => 'Somebody changed this in the meantime. Look at the new state and try again.',
  idReused: () => 'This command id was already used for something else. Make a new one.',
  busy: () => 'The server is still busy with other calculations. Try again in a moment.',
  stopOrder: (data) =>
    `At the ${corner(data)} the heights are out of order: bump stop ` +
    `${whole(data['bumpHeightMm'])}, design ${whole(data['designHeightMm'])}, full ` +
    `droop ${whole(data['droopHeightMm'])} mm. They must rise.`,
  springWouldPull: (data) =>
    `At the ${corner(data)} coil and stops push ${whole(data['surplusN'])} N more ` +
    'than the load: the air spring would have to pull. Check load and coil force.',
  coilDoesNotCarry: (data) =>
    `The ${corner(data)} has no air spring, so its coil must carry the whole load; ` +
    `${whole(Math.abs(Number(data['differenceN'])))} N do not add up.`,
  springWithoutVolume: (data) => `The air spring at the ${corner(data)} has no volume.`,
  noAirSpring: (data) => `The ${corner(data)} has no air spring: it cannot hold or lose air.`,
  crossLeakWithoutAir: (data) =>
    `The ${String(data['axle'])} axle has no two air springs for air to pass between.`,
  noRest: () => 'With these figures the vehicle finds no place to rest. Check rates and loads.',
  noAirAnywhere: () => 'This vehicle has no air spring, so there is nothing that could leak.',
  noPriorLeft: () => 'Every possible explanation was given the weight 0. Leave at least one.',
  unknownReference: (data) =>
    `There is no such ${String(data['what'])}. It may not have been saved yet.`,
  alreadyTaken: (data) => `${String(data['what'])} "${String(data['value'])}" exists already.`,
  alreadyCorrected: () =>
    'This entry was corrected already. Correct the entry that stands in its place.',
  cornerNotRead: (data) => `The ${corner(data)} was not measured. A round needs all four corners.`,
  timeOrder: (data) => wordOr(data['sentence'], 'The times are out of order.'),
  levelUnknown: (data) => `This vehicle type has no level called "${String(data['levelId'])}".`,
  airAndGeometryDiffer: (data) =>
    `The ${String(data['axle'])} axle is entered ` +
    `${data['airSaid'] ? 'with' : 'without'} air, but its corners ` +
    `${data['airSaid'] ? 'have no effective area' : 'have one'}.`,
  specificationTwice: (data) =>
    `There are two specifications for the level "${String(data['levelId'])}" measured the same way. Keep one.`,
  toleranceTooLarge: (data) =>
    `On the ${String(data['axle'])} axle a tolerance of ` +
    `${whole(data['toleranceMm'])} mm on a height of ${whole(data['nominalMm'])} ` +
    'mm cannot be.',
  jobsOpen: () =>
    'This car has an open job. Close it first; then what tells whose it is can be erased.',
  erasedAlready: () => 'What told whose this car is was erased already.',
  jobClosed: () => 'This job is closed. Open it again first.',
  findingOpen: () =>
    'Something was found on this car, and it is not handed over. Say why it is closed all the same.',
  watchRuns: () => 'A watch is already running on this job. Finish it or give it up first.',
  watchNotRunning: () => 'This watch is not running any more.',
  watchNotWalked: () => 'This watch has no morning round yet.',
  otherCar: () =>
    'The nights are of different cars: air is not at the same corners in all of them.',
  roundOutside: () => 'A round between lies outside the watch, or two of them at the same moment.',
  tooManySamples: () =>
    'That is more than 2000 samples. Take them further apart, or run a shorter time.',
  pumpStalls: (data) =>
    `The pump stalls at ${Number(data['stallBarG']).toFixed(1)} bar and never gets ` +
    `to ${Number(data['neededBarG']).toFixed(1)} bar.`,
  leakOutrunsPump: (data) =>
    'The leak outruns the pump: it would have to run ' +
    `${whole(data['minutesPerDay'])} minutes a day, and a day has 1440.`,
  supplyNotProved: () =>
    'Show first that the supply is really off: the right fuse or switch is out and the pump stays silent.',
  notAPicture: () => 'That is not a picture this page can keep. Use JPEG, PNG or WebP.',
  padsWithoutFloor: () =>
    'The floor is only in a height that is measured to the floor. Leave the pads out.',
  weightWithoutLoad: () =>
    'What was loaded belongs to a round of the laden car. Choose "Laden", or leave it out.',
  methodNotWatched: () =>
    'A watch is walked from wheel centre to arch: the arithmetic speaks of ride height.',
  stateNotWatched: (data) =>
    data['state'] === 'leftOn'
      ? 'This watch leaves the supply on: its rounds are of a car left alone with its supply on.'
      : 'This watch takes the supply away: its rounds are of a car with its supply off.',
  findingUnknown: (data) => String(data['sentence']),
  newerFormat: (data) =>
    `This file was written by a newer Anklet (format ${String(data['version'])}; ` +
    `this one reads up to ${String(data['newest'])}). Update this one first; ` +
    'nothing was stored.',
  exchangeTooLarge: (data) =>
    `The photos alone are ${String(data['megabytes'])} MB; a file for another shop takes up to ` +
    `${String(data['most'])}. Save the jobs one by one, or move the whole shop as a backup.`,
  notABackup: (data) => String(data['sentence']),
  folderUnusable: (data) =>
    `Nothing can be written in the folder "${String(data['folder'])}" of the shop’s computer. ` +
    'Name one by its full path that is there and can be written in.',
  changingOver: () => 'A backup is being put in place. Try again in a moment.',
  devicesAway: () => 'Devices cannot be reached at the moment. Try again in a few seconds.',
  notReady: () => 'The records cannot be read right now. Try again in a moment.',
  bundleTorn: (data) =>
    `The file does not hang together: ${String(data['sentence'])} Nothing was stored.`,
  signInNeeded: () => 'Nobody is signed in here. Sign in; what you entered stands.',
  signInWrong: () => 'Name and PIN do not go together. Look at both and try again.',
  tooManyTries: (data) =>
    `That was wrong too often from here. Try again in ${waitWords(Number(data['seconds']))}.`,
  pageUnknown: () =>
    'This page was opened before somebody signed in here. Reload it and try again.',
  notYourRole: (data) =>
    `That is not among what ${ROLE_PLURAL[data['role'] as Role]} do here. Ask a lead.`,
  otherPerson: (data) =>
    `This was entered by ${wordOr(data['name'], 'somebody else')}. It is saved when they sign in here.`,
  agreementNeeded: () => 'A lead agrees to this, with their own PIN, at this tablet.',
  atMachineOnly: () => 'The first PIN is given at the computer that Anklet runs on.',
  leadThere: () => 'This shop has its first PIN already. Sign in.',
  secretWeak: () =>
    'That is easy to guess. Use at least 6 signs, not one after another like 123456, ' +
    'of three different ones, and not the name.',
  lastLead: () =>
    'Nobody else who can sign in is a lead. Make somebody else a lead with a PIN first.',
  noAccount: () => 'They have no PIN.',
  adapterKeyWrong: () =>
    'Adapters come in with the key that lies in "adapter-key" beside the records. It is missing or another.',
  adapterUnknown: (data) =>
    `"${String(data['id'])}" is somebody else's device, or this adapter forgot the token it was given.`,
  deviceHeld: (data) =>
    `${wordOr(data['name'], 'Somebody else')} works with this device now, at ` +
    `${wordOr(data['device'], 'another tablet')}. Ask them to let it go; it is ` +
    'free half a minute after they leave it.',
  deviceSilent: (data) =>
    `${wordOr(data['name'], 'The device')} does not answer. Is it plugged in, and the ignition on?`,
  moduleRefuses: (data) => String(data['reason']),
  interlock: (data) => String(data['sentence']),
  standInOnRealCar: (data) =>
    `${String(data['plate'])} is a real car, and that comes from a simulated one. ` +
    'Measure the car itself; nothing was kept.',
  linkUnnamed: () => 'Say which device on the link told that; nothing was kept.',
  simulatedFixed: (data) =>
    `${String(data['plate'])} was made as a ${data['simulated'] === true ? 'simulated' : 'real'} car and stays one.`,
  logEnded: () => 'This log has ended already.',
  traceUneven: () => 'The columns of the log are not equally long.',
  knowledgeUneven: (data) => String(data['sentence']),
  knowledgeFaulty: (data) =>
    `${String(data['sentence'])}${Number(data['more']) > 0 ? ` And ${Number(data['more'])} more.` : ''} ` +
    'Nothing was stored.',
  codeKnown: (data) => `The code ${String(data['what'])} is in this reading twice. Keep one.`,
  wireTooThick: (data) =>
    `A wire of ${String(data['wireMm'])} mm cannot be wound to a mean diameter of ` +
    `${String(data['meanDiameterMm'])} mm.`,
  solidTooLong: (data) =>
    `The coil "${String(data['id'])}" would be longer solid than free. Read its figures once more.`,
  noLoad: (data) =>
    `A corner carries more than nothing: empty ${whole(data['loadN'])} N, laden ${whole(data['ladenLoadN'])} N.`,
  planImpossible: (data) => String(data['sentence']),
  flatUnsaid: () =>
    'It came in on its bump stops. Say at which corners before anything is planned: an empty spring carries nothing.',
  jobUnknown: (data) => String(data['sentence']),
  proceduresFaulty: (data) =>
    `${String(data['sentence'])}${Number(data['more']) > 0 ? ` And ${Number(data['more'])} more.` : ''} ` +
    'Nothing was stored.',
  torqueTurned: (data) =>
    `The least, ${String(data['minNm'])} N.m, is above the most, ` +
    `${String(data['maxNm'])} N.m. Are they swapped, or in another unit?`,
  rawRangeTurned: (data) =>
    `The least a sensor may give, ${String(data['rawMin'])}, is not below the ` +
    `most, ${String(data['rawMax'])}. Are they swapped?`,
  planMissing: () => 'There is no plan for this job yet. Make one first.',
  workStops: (data) => String(data['sentence']),
  notProved: (data) => String(data['sentence']),
  proofStops: (data) => String(data['sentence']),
  workNotYet: (data) => String(data['sentence']),
  stepDone: (data) => String(data['sentence']),
  contradiction: (data) => String(data['sentence']),
  badCharacters: () =>
    'There is a character in it that cannot be kept (an empty sign, or half of a symbol). Type it anew.',
  badAddress: () => 'This address is not written as one.',
  foreignAddress: (data) =>
    `This server answers to its own address only, not to "${String(data['host'])}".`,
  inFuture: (data) =>
    `That lies in the future (${String(data['at'])}). Is the clock of this tablet right? ` +
    'Set it, or correct the time, and send it again.',
  cannotKeep: () =>
    'A figure or a word in it is beyond what a record can hold. Nothing was stored; look through it and send it again.',
  tooMuch: (data) =>
    `That is too much to reckon in ${String(data['seconds'])} seconds. ` +
    'Ask for fewer futures, fewer samples or a shorter time.',
  diskFull: () =>
    'The disk of the shop’s computer is full, so nothing more can be kept. Keep this entry: ' +
    'it can be sent again once there is room. Reading goes on.',
  internal: () => 'Something broke on our side. Nothing was saved; try again.',
}

/** The sentence a person reads for a problem. @param data what the problem carries. */
export const sentenceFor = (code: ProblemCode, data: Data): string => SENTENCES[code](data)

const TITLE: Readonly<Record<number, string>> = {
  400: 'The request is not understood',
  401: 'Nobody is signed in',
  403: 'Not yours',
  404: 'Not found',
  409: 'Somebody was faster',
  413: 'Too large',
  422: 'That cannot be',
  429: 'Not so fast',
  500: 'Something broke on our side',
  503: 'Not now',
  504: 'No answer',
  507: 'No room',
}

/** What kind of refusal a status of HTTP is. */
export const titleFor = (status: number): string => TITLE[status] ?? 'Refused'
