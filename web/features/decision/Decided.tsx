import { FormSays } from '../../client/form/FormSays.tsx'
import type { Agreement, Decision, Job, Shop } from '@anklet/contract'
import type { ReactNode } from 'react'
import { useState } from 'react'
import checkAgreement from 'virtual:check/decision.agree'
import { FormField } from '../../client/form/FormFields.tsx'
import { useCommandForm } from '../../client/form/useCommandForm.ts'
import { usePersonName } from '../../client/queries.ts'
import { carFile } from '../../kit/saveFile.ts'
import { Taps } from '../../kit/Taps.tsx'
import { savePaper } from '../job/papers/savePaper.ts'
import { percentWords } from '@anklet/language/night/answer'
import { WAY_WORDS } from '@anklet/language/repair/decision'
import { amountWords } from '@anklet/language/plain/money'
import { momentWords } from '@anklet/language/plain/times'
import type { TypedAgreement } from './commands.ts'
import { agreeTo } from './commands.ts'
import { hoursOf, NOT_PRICED, totalsOf } from '../job/papers/estimate.ts'
import { Button } from '../../kit/Button.tsx'
import { Refusal, Notice } from '../../kit/Notice.tsx'
import { Heads, figures } from '../../kit/Table.tsx'

const WAYS = Object.keys(WAY_WORDS) as Agreement['way'][]

function Agree({ job, decision }: { readonly job: Job; readonly decision: Decision }): ReactNode {
  const form = useCommandForm<'decision.agree', TypedAgreement>({
    command: 'decision.agree',
    check: checkAgreement,
    begin: { name: '', way: null },
    payloadOf: (typed, id) => agreeTo(id, job.id, decision.id, typed),
  })
  const keep = (way: Agreement['way']): void => {
    form.set({ way })
    form.onSubmit()
  }
  return (
    <div className="grid gap-2 border-t border-edge pt-3">
      <FormField
        form={form}
        field="name"
        className="max-w-[360px]"
        label="The owner agrees: name"
        id="owner-name"
        maxLength={80}
        autoComplete="off"
      />
      <Taps<Agreement['way']>
        legend="And said so"
        chosen={[]}
        disabled={form.typed.name.trim() === '' || form.isPending}
        onTap={keep}
        options={WAYS.map((value) => ({ value, words: WAY_WORDS[value] }))}
      />
      <FormSays form={form} />
    </div>
  )
}

/** The lines of the estimate and what they come to. */
function Sums({
  decision,
  money,
}: {
  readonly decision: Decision
  money(amount: number): string
}): ReactNode {
  const totals = totalsOf(decision)
  const hours = hoursOf(decision)
  return (
    <table className="table max-w-[640px]">
      <Heads
        columns={['work and parts', figures('h'), figures(totals ? decision.currency : 'price')]}
      />
      <tbody>
        {decision.lines.map((line) => (
          <tr key={line.words}>
            <td>{line.words}</td>
            <td className="n num">{line.hours?.toFixed(1) ?? '–'}</td>
            <td className="n num">{line.amount === null ? NOT_PRICED : money(line.amount)}</td>
          </tr>
        ))}
        <tr>
          <td>together</td>
          <td className="n num">{hours?.toFixed(1) ?? '–'}</td>
          <td className="n num">{totals ? money(totals.net) : NOT_PRICED}</td>
        </tr>
        {totals && decision.taxPercent > 0 && (
          <tr>
            <td>tax, {decision.taxPercent} %</td>
            <td />
            <td className="n num">{money(totals.tax)}</td>
          </tr>
        )}
        <tr className="font-bold">
          <td>in all</td>
          <td />
          <td className="n num">{totals ? money(totals.total) : NOT_PRICED}</td>
        </tr>
      </tbody>
    </table>
  )
}

function HowLong({
  decision,
  money,
}: {
  readonly decision: Decision
  money(amount: number): string
}): ReactNode {
  return (
    <p className="text-small text-ink-2">
      An estimate{decision.validUntil ? `, held until ${decision.validUntil}` : ''}
      {decision.over
        ? `. Over ${decision.over.years} years it was reckoned at ` +
          `${money(decision.over.mean)}, ${money(decision.over.p10)} to ` +
          `${money(decision.over.p90)} in eight futures of ten, with another visit ` +
          `${percentWords(decision.over.secondVisit)}`
        : ''}
      .
    </p>
  )
}

/** What was decided, with its estimate, and the owner's word. */
export function Decided({ job, shop }: { readonly job: Job; readonly shop: Shop }): ReactNode {
  const nameOf = usePersonName()
  const [wrong, setWrong] = useState('')
  const [busy, setBusy] = useState(false)
  const decision = job.decisions.at(-1)
  if (!decision) return null
  const agreed = job.agreements.findLast(({ decisionId }) => decisionId === decision.id)
  const money = (amount: number): string => amountWords(amount, decision.currency)
  const now = new Date()
  const lapsed =
    decision.validUntil !== null && Date.parse(decision.validUntil) + 86_400_000 < now.getTime()
  const pdf = (): void => {
    setWrong('')
    setBusy(true)
    savePaper(carFile(job.vehicle, 'estimate.pdf'), {
      kind: 'estimate',
      job: { vehicle: job.vehicle, vehicleType: job.vehicleType, conclusions: job.conclusions },
      shop,
      decision,
      agreed: agreed ?? null,
    })
      .catch(() =>
        setWrong(
          'The file could not be made. Look whether the server can be reached, and try again.',
        ),
      )
      .finally(() => setBusy(false))
  }
  return (
    <section aria-label="The decision" className="sheet grid gap-3 p-4">
      <div>
        <p className="text-small text-ink-2">
          Decided {momentWords(decision.at, now)}, {nameOf(decision.person)}
        </p>
        <h2 className="say">{decision.title}.</h2>
        <p className="sub">{decision.reason}</p>
      </div>
      <Sums decision={decision} money={money} />
      <HowLong decision={decision} money={money} />
      {lapsed && !agreed && (
        <Notice kind="wait">The offer has lapsed: look at the prices again.</Notice>
      )}
      {decision.coils && Object.keys(decision.coils).length > 0 && (
        <p>
          Coils:{' '}
          {Object.entries(decision.coils)
            .map(([corner, coil]) => `${corner} ${coil}`)
            .join(', ')}
          .
        </p>
      )}
      <div className="no-print flex flex-wrap gap-2">
        <Button disabled={busy} onClick={pdf}>
          Estimate as PDF
        </Button>
        <Button onClick={() => window.print()}>Print</Button>
      </div>
      <Refusal>{wrong}</Refusal>
      {agreed ? (
        <p className="font-semibold">
          {agreed.name} agreed {WAY_WORDS[agreed.way]}, {momentWords(agreed.at, now)}.
        </p>
      ) : (
        !job.closedAt && <Agree job={job} decision={decision} />
      )}
    </section>
  )
}
