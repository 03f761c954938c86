import type { BookFault } from '@anklet/core/reasoning/diagnosis'

const WORDS: Readonly<Record<BookFault['code'], (what: string) => string>> = {
  twice: (what) => `"${what}" is there twice.`,
  unknownCause: (what) => `It speaks of a cause "${what}" that is not there.`,
  unknownOutcome: (what) =>
    `"${what}" is none of its outcomes, or the first one, which takes what is left.`,
  wordForMany: (what) =>
    `One word, "${what}", cannot be shared among more than two outcomes: say it of each.`,
  overOne: (what) => `The chances of one row come to ${what}: more than 1.`,
  tellsNothing: () => 'It shows the same under every cause, so it tells nothing.',
  neverFound: (what) =>
    `No check beyond the complaint speaks of "${what}", so it could never be found.`,
  oneOutcome: () => 'It has one outcome only: nothing can come of it.',
}

/** A fault of a book of knowledge: which entry, and what is wrong. */
export const bookFaultSentence = ({ at, code, what }: BookFault): string =>
  `${at}: ${WORDS[code](what)}`
