import type { LadenClue, LadenEstimate, LadenRefusal } from '@anklet/core/reasoning/conversion'
import { ladenEstimate } from '@anklet/core/reasoning/conversion'
import type { DisplayUnits } from '@anklet/core/base/units'
import { fromDisplay, UNIT_LABEL } from '@anklet/core/base/units'
import type { Axle, VehicleGeometry } from '@anklet/core/base/vehicle'
import { AXLE_CORNERS, hasAir } from '@anklet/core/base/vehicle'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { Taps } from '../../kit/Taps.tsx'
import { parseNumber } from '../../kit/typed.ts'
import { Refusal } from '../../kit/Notice.tsx'
import { Tap } from '../../kit/Button.tsx'
import { Field, FigureInput } from '../../kit/Field.tsx'
import { Disclosure } from '../../kit/Disclosure.tsx'

type Way = LadenClue['kind']
const WAYS: readonly { readonly value: Way; readonly words: string }[] = [
  { value: 'pressure', words: 'By the springs’ pressure' },
  { value: 'sag', words: 'By how far it goes down' },
  { value: 'papers', words: 'By the papers' },
]
const REFUSED: Readonly<Record<LadenRefusal, string>> = {
  noAir: 'This axle has no air to tell by.',
  lighterThanEmpty: 'That would be lighter than empty: look at the figure again.',
  onItsStops:
    'So low it stands on its stops, and they carry what the springs do not. Take some of the load off.',
}

function asked(
  way: Way,
  axle: Axle,
  units: DisplayUnits,
): { readonly words: string; readonly unit: string; readonly how: string } {
  switch (way) {
    case 'pressure':
      return {
        words: 'Pressure, laden, at road height',
        unit: UNIT_LABEL[units.pressure],
        how:
          'Loaded as usual, levelled by itself, read with the springs’ valves open to ' +
          'the gauge. Both sides: the mean.',
      }
    case 'sag':
      return {
        words: 'Goes down when loaded, supply off',
        unit: UNIT_LABEL[units.length],
        how:
          `Levelled empty, supply off, measured at both ${axle} wheels, the usual load ` +
          'put in, measured again: the mean of both.',
      }
    case 'papers':
      return {
        words: `Limit of the ${axle} axle`,
        unit: 'kg',
        how: 'It says only what it may carry at most. Anything up to that is as likely.',
      }
  }
}

const clueOf = (way: Way, shown: number, units: DisplayUnits): LadenClue =>
  way === 'pressure'
    ? { kind: way, barG: fromDisplay(shown, 'pressure', units) }
    : way === 'sag'
      ? { kind: way, dropMm: fromDisplay(shown, 'height', units) }
      : { kind: way, axleLimitKg: shown }
const SANE: Readonly<Record<Way, (clue: LadenClue) => boolean>> = {
  pressure: (clue) => clue.kind === 'pressure' && clue.barG >= 0 && clue.barG <= 40,
  sag: (clue) => clue.kind === 'sag' && clue.dropMm > 0 && clue.dropMm <= 300,
  papers: (clue) => clue.kind === 'papers' && clue.axleLimitKg > 0 && clue.axleLimitKg <= 10_000,
}

/** What an axle carries, told without scales, and how far that may be off. */
export function LadenGuess({
  vehicle,
  axle,
  units,
  onTake,
}: {
  readonly vehicle: VehicleGeometry
  readonly axle: Axle
  readonly units: DisplayUnits
  onTake(estimate: LadenEstimate): void
}): ReactNode {
  const [way, setWay] = useState<Way | null>(null)
  const [text, setText] = useState('')
  const air = AXLE_CORNERS[axle].every((corner) => hasAir(vehicle.corners[corner]))
  const figure = parseNumber(text)
  const clue = way !== null && figure !== null ? clueOf(way, figure, units) : null
  const answer = clue && way !== null && SANE[way](clue) ? ladenEstimate(vehicle, axle, clue) : null
  const field = way === null ? null : asked(way, axle, units)
  return (
    <Disclosure summary="No scales: estimate what it carries">
      <div className="grid gap-3 pt-1">
        <Taps<Way>
          legend="How"
          chosen={way === null ? [] : [way]}
          options={WAYS.filter(({ value }) => air || value === 'papers')}
          onTap={(next) => {
            setWay(next)
            setText('')
          }}
        />
        {field && (
          <Field className="max-w-[360px]" label={field.words} id="laden-clue" unit={field.unit}>
            <FigureInput
              maxLength={7}
              aria-invalid={text !== '' && answer === null}
              value={text}
              onText={setText}
            />
          </Field>
        )}
        {field && <p className="text-small text-ink-2">{field.how}</p>}
        {answer && !answer.ok && <Refusal>{REFUSED[answer.error]}</Refusal>}
        {answer?.ok && (
          <p className="flex flex-wrap items-center gap-3">
            <span>
              About <b className="num">{answer.value.kg.toFixed(0)} kg</b>, nine times of ten
              between {answer.value.lowKg.toFixed(0)} and {answer.value.highKg.toFixed(0)}.
            </span>
            <Tap onClick={() => onTake(answer.value)}>Take it</Tap>
          </p>
        )}
      </div>
    </Disclosure>
  )
}
