import { Delete } from 'lucide-react'
import type { ReactNode } from 'react'
import { Button } from './Button.tsx'

interface KeypadProps {
  /** The key between 0's neighbours: a half for millimetres, a point for other units. */
  readonly part: 'half' | 'point'
  onKey(key: string): void
}

/** Figures after the point that a reading deserves: half millimetres, hundredths of an inch. */
const DECIMALS = { half: 1, point: 2 } as const
const LONGEST = 7
/** Eighths of an inch, as a tape has them. */
const EIGHTHS = ['1/8', '1/4', '3/8', '1/2', '5/8', '3/4', '7/8'] as const
const FRACTION = / ?\d+\/\d+$/

/** What a key does to the text in the number field. @param part which of the two part keys the keypad has. */
export function applyKey(text: string, key: string, part: KeypadProps['part']): string {
  const whole = text.replace(FRACTION, '')
  const hasFraction = whole !== text
  if (key === 'back') return hasFraction ? whole : text.slice(0, -1)
  // A fraction stands behind the whole inches, in place of one that stood there.
  if (key.includes('/')) return `${whole.replace(/[.,].*/, '')} ${key}`.trim()
  if (hasFraction) return text
  if (key === 'half') return /[.,]/.test(text) || text === '' ? text : `${text}.5`
  if (key === '.') return text.includes('.') ? text : `${text || '0'}.`
  const decimals = /[.,](\d*)$/.exec(text)?.[1]?.length ?? 0
  return text.length < LONGEST && decimals < DECIMALS[part] ? text + key : text
}

/** Twelve big keys for gloved hands. */
export function Keypad({ part, onKey }: KeypadProps): ReactNode {
  const keys = [
    '7',
    '8',
    '9',
    '4',
    '5',
    '6',
    '1',
    '2',
    '3',
    part === 'half' ? 'half' : '.',
    '0',
    'back',
  ]
  const words: Readonly<Record<string, string>> = {
    half: 'and a half',
    '.': 'point',
    back: 'Delete the last figure',
  }
  return (
    <div className="keypad" role="group" aria-label="Number keys">
      {part === 'point' && (
        <div className="col-span-3 grid grid-cols-7 gap-1">
          {EIGHTHS.map((key) => (
            <Button
              look="bare"
              key={key}
              className="text-body"
              onClick={() => onKey(key)}
              tabIndex={-1}
            >
              {key}
            </Button>
          ))}
        </div>
      )}
      {keys.map((key) => (
        <Button
          look="bare"
          key={key}
          onClick={() => onKey(key)}
          aria-label={words[key] ?? key}
          tabIndex={-1}
        >
          {key === 'half' ? '½' : key === 'back' ? <Delete size={28} aria-hidden /> : key}
        </Button>
      ))}
    </div>
  )
}
