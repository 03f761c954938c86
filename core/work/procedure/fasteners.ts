import type {
  Architecture,
  BuiltAxle,
  FastenerOfType,
  Hold,
  Place,
} from '../../base/vehicle/index.ts'
import { axlesOf, builtAxle, hasAirOnAxle } from '../../base/vehicle/index.ts'
import type { BookFastener, BookStep, ProcedureBook } from './book.ts'

/** How a fastener is finished; `unknown`: nobody entered whether there is a thread at all. */
export type FastenerEnd = FastenerOfType['end'] | 'unknown'

/** A fastener as a step of a plan finishes it. */
export interface PlanFastener {
  readonly fastener: string
  readonly end: FastenerEnd
  /** How many; null: not entered. */
  readonly count: number | null
  /** New ones each time; null: as the shop does it. */
  readonly renewed: boolean | null
  /** In which posture it gets its last turn. */
  readonly at: 'rideHeight' | 'hanging'
}

const HELD_BY: Readonly<Record<Hold, FastenerEnd>> = {
  clips: 'clip',
  horseshoe: 'clip',
  click: 'byHand',
  twist: 'byHand',
  bolts: 'torque',
}
const JOINED_BY: Readonly<Record<NonNullable<BuiltAxle['joint']>, FastenerEnd>> = {
  pushIn: 'byHand',
  screwed: 'torque',
  quarterTurn: 'clip',
}

function endFrom(
  from: NonNullable<BookFastener['from']>,
  architecture: Architecture,
  place: Place,
): FastenerEnd {
  const ends = new Set(
    axlesOf(place).flatMap((axle): readonly FastenerEnd[] => {
      if (!hasAirOnAxle(architecture, axle)) return []
      const built = builtAxle(architecture, axle)
      if (from === 'joint') return [built.joint ? JOINED_BY[built.joint] : 'unknown']
      const hold = built[from]
      return [hold ? HELD_BY[hold] : 'unknown']
    }),
  )
  return ends.size === 1 ? [...ends][0]! : 'unknown'
}

/** A fastener of a vehicle at a place: as its type says, else as it follows from how it is built. */
export function fastenerAt(
  { fasteners }: Pick<ProcedureBook, 'fasteners'>,
  architecture: Architecture,
  id: string,
  place: Place,
): PlanFastener {
  const written = fasteners[id]
  const ofType = architecture.anatomy?.fasteners?.[id]
  const end =
    ofType?.end ??
    written?.end ??
    (written?.from
      ? endFrom(written.from, architecture, place)
      : written?.maybe
        ? 'unknown'
        : 'torque')
  return {
    fastener: id,
    end,
    count: ofType?.count ?? null,
    renewed: ofType?.renewed ?? null,
    at: ofType?.at ?? (written?.bushed ? 'rideHeight' : 'hanging'),
  }
}

/** What a step finishes, on that vehicle. */
export const finishedBy = (
  book: Pick<ProcedureBook, 'fasteners'>,
  architecture: Architecture,
  { tightens = [] }: Pick<BookStep, 'tightens'>,
  place: Place,
): readonly PlanFastener[] => tightens.map((id) => fastenerAt(book, architecture, id, place))

/** Fasteners of a vehicle for which its torque sheet may speak, by what they are called. */
export const torqueFasteners = (
  book: Pick<ProcedureBook, 'fasteners'>,
  architecture: Architecture,
): Readonly<Record<string, string>> =>
  Object.fromEntries(
    Object.entries(book.fasteners).flatMap(([id, { words }]) =>
      asksTorque(fastenerAt(book, architecture, id, null)) ? [[id, words]] : [],
    ),
  )

/** Whether a torque is asked for it, or at least whether there is one. */
export const asksTorque = ({ end }: Pick<PlanFastener, 'end'>): boolean =>
  end === 'torque' || end === 'unknown'
