import {
  SUSPENSIONS,
  REACHES,
  STRUT_RELEASES,
  HOLDS,
  LINE_JOINTS,
  COIL_SEATS,
  SPRING_SEATS,
  PUMP_PLACES,
  PUMP_COVERS,
  PUMP_MOVES,
  PUMP_CHANGES,
  LET_DOWNS,
  FILL_BLOCKS,
  FASTENER_ENDS,
  FASTENER_POSTURES,
} from '@anklet/core/base/vehicle'
import { METHODS } from '@anklet/core/measuring/heights'
import type { Static } from './quantities.ts'
import { Type } from '@sinclair/typebox'
import { closed, heightMm, oneOf, pressureBarG, words } from './quantities.ts'

const optional = Type.Optional
/** How the wheels of an axle are carried. */
export const suspension = oneOf(...SUSPENSIONS)
/** Where the top of a spring is reached from. */
export const reach = oneOf(...REACHES)
/** What comes apart below so that a strut can be taken out. */
export const released = oneOf(...STRUT_RELEASES)
const hold = oneOf(...HOLDS)
const joint = oneOf(...LINE_JOINTS)
const place = words(80)
const tool = words(120)

const expected = (maximum: number, description: string) =>
  closed({
    from: Type.Number({ minimum: 0, maximum, description }),
    to: Type.Number({ minimum: 0, maximum, description }),
  })

const AxleAnatomy = closed({
  suspension: optional(suspension),
  coilOn: optional(oneOf(...COIL_SEATS)),
  springTo: optional(oneOf(...SPRING_SEATS)),
  heldTop: optional(hold),
  heldBottom: optional(hold),
  pins: optional(Type.Boolean()),
  arrow: optional(Type.Boolean()),
  sided: optional(Type.Boolean()),
  caps: optional(Type.Boolean()),
  guided: optional(Type.Boolean({ description: 'Its sleeve has a guide as it fills' })),
  reach: optional(reach),
  joint: optional(joint),
  released: optional(released),
  sensorSetting: optional(
    closed(
      {
        method: oneOf(...METHODS),
        lowerMm: heightMm,
        nominalMm: heightMm,
        upperMm: heightMm,
      },
      'Distance a sensor in an adjustable mount is set at',
    ),
  ),
  sensorPinMm: optional(Type.Number({ exclusiveMinimum: 0, maximum: 40, description: 'mm' })),
  sensorOhm: optional(expected(1e6, 'Resistance of the sensor, ohm')),
  sensorVolt: optional(expected(48, 'Signal of the sensor, V')),
})

const Pump = closed({
  at: optional(oneOf(...PUMP_PLACES)),
  inTheWay: optional(
    Type.Array(oneOf(...PUMP_COVERS), {
      maxItems: 7,
      uniqueItems: true,
    }),
  ),
  mounts: optional(Type.Integer({ minimum: 1, maximum: 12 })),
  movesOver: optional(
    Type.Array(oneOf(...PUMP_MOVES), {
      maxItems: 5,
      uniqueItems: true,
    }),
  ),
  ports: optional(
    Type.Array(closed({ line: words(60), mark: words(40) }), { minItems: 1, maxItems: 10 }),
  ),
  relayAt: optional(place),
  breathesAt: optional(place),
  newDesign: optional(oneOf(...PUMP_CHANGES)),
})

/** How a vehicle is built, as far as a shop entered it; what is left out is not known. */
export const Anatomy = closed(
  {
    front: optional(AxleAnatomy),
    rear: optional(AxleAnatomy),
    letDown: optional(
      Type.Array(oneOf(...LET_DOWNS), {
        maxItems: 5,
        uniqueItems: true,
      }),
    ),
    ventPins: optional(place),
    pump: optional(Pump),
    blockAt: optional(place),
    reservoirAt: optional(place),
    fillValveAt: optional(place),
    switchAt: optional(place),
    fuse: optional(
      closed({
        name: words(40),
        at: place,
        ratingA: optional(Type.Number({ exclusiveMinimum: 0, maximum: 500, description: 'A' })),
        lookAlike: optional(place),
      }),
    ),
    module: optional(
      closed({
        sleepsAfterMin: optional(Type.Number({ minimum: 0, maximum: 1440, description: 'min' })),
        fillsFromMm: optional(Type.Number({ minimum: -500, maximum: 2000, description: 'mm' })),
        fillBlockedBy: optional(
          Type.Array(oneOf(...FILL_BLOCKS), {
            maxItems: 5,
            uniqueItems: true,
          }),
        ),
        calibratedBy: optional(tool),
        codedBy: optional(tool),
      }),
    ),
    reservoirL: optional(
      Type.Number({ exclusiveMinimum: 0, maximum: 1000, description: 'Volume, L' }),
    ),
    chargeTargetBarG: optional(pressureBarG),
    chargeLimitBarG: optional(pressureBarG),
    fasteners: optional(
      Type.Record(
        Type.String({ pattern: '^[A-Za-z][A-Za-z0-9]{0,39}$' }),
        closed({
          end: oneOf(...FASTENER_ENDS),
          count: optional(Type.Integer({ minimum: 1, maximum: 24 })),
          renewed: optional(Type.Boolean()),
          at: optional(oneOf(...FASTENER_POSTURES)),
        }),
        { additionalProperties: false, description: 'How its fasteners are finished' },
      ),
    ),
  },
  'How a vehicle is built; what is left out is not known',
)
export type Anatomy = Static<typeof Anatomy>
