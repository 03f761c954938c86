import type { Agreement, Decision, Job, Shop } from '@anklet/contract'
import { format } from 'date-fns'
import { hoursOf, NOT_PRICED, totalsOf } from './estimate.ts'
import { WAY_WORDS } from '@anklet/language/repair/decision'
import { Paper } from './pdfPaper.ts'
import { carLine } from './headed.ts'

const COLUMNS = [380, 483] as const

/**
 * An estimate as the owner gets it: work, parts, hours, tax, what it rests on, and room to sign.
 */
export async function estimateBytes(
  { vehicle, vehicleType, conclusions }: Pick<Job, 'vehicle' | 'vehicleType' | 'conclusions'>,
  shop: Shop,
  decision: Decision,
  agreed: Agreement | null,
): Promise<Uint8Array> {
  const totals = totalsOf(decision)
  const hours = hoursOf(decision)
  const money = (amount: number): string =>
    new Intl.NumberFormat('en', { style: 'currency', currency: decision.currency }).format(amount)
  const found = conclusions.at(-1)
  const paper = await Paper.begin(`Estimate for ${vehicle.plate}`)
  paper
    .text(shop.name, { size: 12, weight: 'bold', gap: 14 })
    .text('Estimate', { size: 22, weight: 'bold', gap: 6 })
    .text(carLine(vehicle, `${vehicleType.name}${vehicle.vin ? `, VIN ${vehicle.vin}` : ''}`))
    .text(format(new Date(decision.at), 'd MMMM yyyy'), { faint: true, gap: 12 })
  if (found)
    paper.text('What was found', { weight: 'bold', gap: 0 }).text(found.sentence, { gap: 10 })
  paper
    .text('What is to be done', { weight: 'bold', gap: 0 })
    .text(`${decision.title}. ${decision.reason}`, { gap: 12 })
    .row(['Work and parts', 'hours', totals ? decision.currency : ''], COLUMNS, {
      weight: 'bold',
      size: 9.5,
    })
    .rule()
  for (const line of decision.lines)
    paper.row(
      [
        line.words,
        line.hours ? line.hours.toFixed(1) : '',
        line.amount === null ? NOT_PRICED : money(line.amount),
      ],
      COLUMNS,
    )
  paper
    .rule()
    .row(['Together', hours?.toFixed(1) ?? '', totals ? money(totals.net) : NOT_PRICED], COLUMNS)
  if (totals && decision.taxPercent > 0)
    paper.row([`Tax, ${decision.taxPercent} %`, '', money(totals.tax)], COLUMNS)
  paper
    .row(['In all', '', totals ? money(totals.total) : NOT_PRICED], COLUMNS, {
      weight: 'bold',
      size: 12,
    })
    .space(16)
    .text(
      'This is an estimate, not an invoice' +
        (decision.validUntil
          ? `; it holds until ${format(new Date(decision.validUntil), 'd MMMM yyyy')}`
          : '') +
        '. ' +
        'What comes to light when parts are off is told before it is done.',
      { faint: true, gap: 10 },
    )
  if (decision.coils && Object.keys(decision.coils).length > 0)
    paper.text(
      'Coils in the place of air change how the vehicle stands under load and where ' +
        'its headlamps point. Inspection and insurance: local rules decide; the ' +
        'headlamps are set anew.',
      { gap: 10 },
    )
  paper.together(90).space(20)
  if (agreed)
    paper.text(
      `${agreed.name} agreed ${WAY_WORDS[agreed.way]} on ${format(new Date(agreed.at), 'd MMMM yyyy, HH:mm')}.`,
      { weight: 'bold' },
    )
  else paper.space(26).rule().text('Agreed: name, date, signature', { size: 9, faint: true })
  return paper.bytes()
}
