import type { CarState, Proof } from '@anklet/core/work/procedure'
import { formatQuantity, UNIT_LABEL } from '@anklet/core/base/units'
import type { ToShow } from '@anklet/core/work/record'
import { linkShows, proofsFor } from '@anklet/core/work/record'
import { Cable } from 'lucide-react'
import type { ReactNode } from 'react'
import { useCallback, useEffect } from 'react'
import { useUnits } from '../../../client/queries.ts'
import { Taps } from '../../../kit/Taps.tsx'
import type { StepDraft } from '../../../client/state/stepDrafts.ts'
import { useGauge } from '../../../client/state/useGauge.ts'
import { capital, CORNER_WORDS } from '@anklet/language/plain/corners'
import { CONDITION_WORDS } from '@anklet/language/work/plan'
import { BY_GAUGE, BY_LINK, SAID_WORDS } from '@anklet/language/work/work'
import type { CarLive } from '../link/carLive.ts'
import { showKey } from './stepEntry.ts'
import { Field, FigureInput } from '../../../kit/Field.tsx'

/** What a thing to be shown is asked as. */
export const proofLegend = ({ condition, corner }: ToShow): string =>
  `${capital(CONDITION_WORDS[condition])}${corner ? `, ${CORNER_WORDS[corner]}` : ''}: how was it shown?`

/**
 * The ways in which a person may have seen the one thing a step must show: saying one confirms the
 * step. null: there is more to say, a gauge to read or a link to ask.
 */
export function seenWays(
  asks: readonly ToShow[],
  { body, car, draft }: Pick<ProofProps, 'body' | 'car' | 'draft'>,
): { readonly ask: ToShow; readonly ways: readonly Proof[] } | null {
  const [ask] = asks
  if (!ask || asks.length > 1 || draft.shown[showKey(ask)]) return null
  if (car && linkShows(ask, car.live, body) !== null) return null
  const ways = proofsFor(ask.condition, body).filter((proof) => !BY_LINK.has(proof))
  return ways.length > 0 && !ways.some((proof) => BY_GAUGE.has(proof)) ? { ask, ways } : null
}

interface ProofProps {
  readonly ask: ToShow
  readonly body: CarState['body']
  readonly car: CarLive | null
  readonly draft: StepDraft
  /** Highest pressure seen at its open valve, bar gauge. */ readonly peakBarG: number | null
  onShown(shown: StepDraft['shown'][string]): void
}

/** One thing a step must show: read off the link where that can tell, off a gauge, or said by whoever saw it. */
function ProofOf({ ask, body, car, draft, peakBarG, onShown }: ProofProps): ReactNode {
  const units = useUnits()
  const said = draft.shown[showKey(ask)]
  const reads = car ? linkShows(ask, car.live, body) : null
  const ways = proofsFor(ask.condition, body)
  const canLink = ways.find(
    (proof) => BY_LINK.has(proof) || (proof === 'valveOpenGalleryZero' && reads !== null),
  )
  const untouched = said === undefined
  const deviceId = car?.status.identity.id
  const peakWords =
    peakBarG === null ? '' : formatQuantity(peakBarG, 'pressure', units).replace('−', '-')
  // What the link shows needs no tap; what it denies is not taken from it.
  useEffect(() => {
    if (reads === true && untouched && canLink)
      onShown({ proof: canLink, by: 'link', bar: '', deviceId })
    // The pressure a spring was seen to take at its own open valve is its proof, and follows the gauge up.
    if (
      ways.length === 1 &&
      ways[0] === 'pressureRead' &&
      peakBarG !== null &&
      (untouched || (said.by === 'link' && said.bar !== peakWords))
    )
      onShown({ proof: 'pressureRead', by: 'link', bar: peakWords, deviceId })
    if (reads === false && said?.by === 'link')
      onShown({ proof: said.proof, by: 'person', bar: '' })
  })
  const gauge = said !== undefined && BY_GAUGE.has(said.proof)
  const take = useCallback(
    (value: number, gaugeId: string) => {
      if (said && BY_GAUGE.has(said.proof))
        onShown({
          ...said,
          by: 'gauge',
          deviceId: gaugeId,
          bar: formatQuantity(value, 'pressure', units).replace('−', '-'),
        })
    },
    [said, onShown, units],
  )
  useGauge('pressureGauge', take)
  const choices = ways.filter(
    (proof) => !BY_LINK.has(proof) || reads === true || said?.proof === proof,
  )
  const id = `bar ${showKey(ask)}`
  return (
    <div className="grid gap-2">
      <Taps<Proof>
        legend={proofLegend(ask)}
        chosen={said ? [said.proof] : []}
        onTap={(proof) =>
          onShown({
            proof,
            by: reads === true && (BY_LINK.has(proof) || proof === canLink) ? 'link' : 'person',
            bar: proof === 'pressureRead' ? peakWords : '',
            deviceId,
          })
        }
        options={choices.map((proof) => ({ value: proof, words: SAID_WORDS[proof] }))}
      />
      {car && reads !== null && (
        <p className={`flex items-center gap-2 text-small ${reads ? 'text-ink-2' : 'wrong'}`}>
          <Cable size={16} aria-hidden />
          {reads ? 'The link shows it.' : 'The link says it is not so.'}
        </p>
      )}
      {gauge && (
        <div className="flex items-end gap-2">
          <Field id={id} label={<>The gauge shows, {UNIT_LABEL[units.pressure]}</>}>
            <FigureInput
              className="max-w-[180px] text-figure"
              maxLength={8}
              value={said.bar}
              onText={(text) => onShown({ ...said, bar: text })}
            />
          </Field>
        </div>
      )}
    </div>
  )
}

interface ProofsProps {
  readonly asks: readonly ToShow[]
  readonly body: CarState['body']
  readonly car: CarLive | null
  readonly draft: StepDraft
  readonly peaks: Readonly<Record<string, number>>
  onShown(key: string, shown: StepDraft['shown'][string]): void
}

/** All that a step must show. */
export function Proofs({ asks, body, car, draft, peaks, onShown }: ProofsProps): ReactNode {
  return asks.map((ask) => (
    <ProofOf
      key={showKey(ask)}
      ask={ask}
      body={body}
      car={car}
      draft={draft}
      peakBarG={ask.corner ? (peaks[ask.corner] ?? null) : null}
      onShown={(shown) => onShown(showKey(ask), shown)}
    />
  ))
}
