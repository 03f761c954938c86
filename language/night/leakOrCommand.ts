import type { LeakOrCommand } from '@anklet/core/measuring/leakdown'
import { CORNER_WORDS, capital, list } from '../plain/corners.ts'

/** What the same wait with the supply off and on says together. */
export function leakOrCommandWords(outcome: LeakOrCommand): {
  readonly headline: string
  readonly sub: string
} {
  switch (outcome.code) {
    case 'leak':
      return {
        headline: `A leak: ${list(outcome.corners.map((corner) => CORNER_WORDS[corner]))} fell with the supply off.`,
        sub: 'No module can let a car down without its supply. Soap finds the place.',
      }
    case 'command':
      return {
        headline:
          'No leak but a command: ' +
          `${list(outcome.corners.map((corner) => CORNER_WORDS[corner]))} fell only with ` +
          'the supply on.',
        sub:
          `${capital('it')} held while nothing could switch a valve. Look at the height ` +
          'sensor and its link, at the module, and at an exhaust valve that opens.',
      }
    case 'holds':
      return {
        headline: 'It held both times.',
        sub:
          'Neither a leak nor a command showed in these waits. If the complaint stands, ' +
          'wait longer, or at standing height.',
      }
  }
}
