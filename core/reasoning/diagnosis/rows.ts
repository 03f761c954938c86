import type { Place } from '../../base/vehicle/index.ts'
import { OFTEN } from './book.ts'
import type { AtPlace, Range, Ranges } from './chances.ts'
import {
  anythingOf,
  asTold,
  combinations,
  rangesOf,
  together,
  toldOf,
  wholeRange,
} from './chances.ts'
import type { Chances } from './knowledge.ts'
import type { PlacedCause, PlacedCheck } from './placed.ts'
import { relation } from './placed.ts'

/** A row of chances, with its ranges. */
export interface Row {
  readonly low: Chances
  readonly middle: Chances
  readonly high: Chances
}
/** What one part of a fault shows at the places of a check. */
interface PartShows {
  /** The same for parts that show the same. */ readonly key: number
  readonly ranges: readonly Ranges[]
  readonly covers: readonly boolean[]
}

/** More different things than this no check shows. */
const MOST_KEYS = 4096

/** What a check shows of each cause: rows that many causes share are worked out once. */
export class Rows {
  private readonly places: readonly Place[]
  /** Every way the check can come out. */
  readonly combos: readonly (readonly number[])[]
  private readonly told: ReturnType<typeof toldOf> | null
  private readonly rangesFor: ReturnType<typeof rangesOf>
  private readonly anything: Ranges
  private readonly parts = new Map<PlacedCause['parts'][number], PartShows>()
  private readonly keys = new Map<string, number>()
  private readonly rows = new Map<number, Row>()

  constructor(private readonly placed: PlacedCheck) {
    const { check, whole, place } = placed
    this.places = whole ?? [place]
    this.combos = whole
      ? combinations(this.places.length, check.outcomes.length)
      : check.outcomes.map((_, k) => [k])
    this.told = whole && check.others ? toldOf(this.combos, OFTEN[check.others][1]) : null
    this.rangesFor = rangesOf(check)
    this.anything = { own: anythingOf(check), together: null, key: -1 }
  }

  private partShows(part: PlacedCause['parts'][number]): PartShows {
    const known = this.parts.get(part)
    if (known) return known
    const { cause, place } = part
    const relations = this.places.map((at) => relation(place, at))
    const ranges = relations.map((how) =>
      cause.anything ? this.anything : this.rangesFor(cause.id, how),
    )
    const covers = relations.map((how) => how === 'same')
    const word = ranges.map((each, i) => `${each.key}${covers[i] ? 's' : ''}`).join()
    const key = this.keys.get(word) ?? this.keys.size + 1
    this.keys.set(word, key)
    const shows = { key, ranges, covers }
    this.parts.set(part, shows)
    return shows
  }

  of({ parts }: PlacedCause): Row {
    const shows = parts.map((part) => this.partShows(part))
    const key = shows.reduce((sum, each) => sum * MOST_KEYS + each.key, 0)
    const known = this.rows.get(key)
    if (known) return known
    const row = this.rowOf(shows)
    this.rows.set(key, row)
    return row
  }

  private rowOf(all: readonly PartShows[]): Row {
    // What the whole car does shows once, whether one leak or two bring it about.
    const isOfCar = this.placed.whole === null && this.placed.place === null
    const shows = isOfCar ? [...new Map(all.map((each) => [each.key, each])).values()] : all
    const joint = shows.findIndex(({ ranges, covers }) =>
      ranges.some((each, i) => covers[i] && each.together),
    )
    const at = this.places.map((_, i): AtPlace => ({
      own: shows.map(({ ranges }) => ranges[i]!.own).reduce(together),
      joint: joint >= 0 && shows[joint]!.covers[i] ? shows[joint]!.ranges[i]!.together : null,
    }))
    const range: Range = this.placed.whole
      ? this.combos.map((combo) => wholeRange(at, combo))
      : at[0]!.own
    const said = this.told ? asTold(range, this.told) : range
    return {
      low: said.map(([low]) => low),
      middle: said.map(([, middle]) => middle),
      high: said.map(([, , high]) => high),
    }
  }
}
