import type { Static } from '@sinclair/typebox'
import { Type } from '@sinclair/typebox'
import { closed, heightMm, oneOf, pressureBarG, words } from './quantities.ts'

const optional = Type.Optional
/** How the wheels of an axle are carried. */
export const suspension = oneOf('independent', 'live')
/** Where the top of a spring is reached from. */
export const reach = oneOf('below', 'trim', 'loadArea', 'bonnet')
/** What comes apart below so that a strut can be taken out. */
export const released = oneOf('ballJoint', 'camberBolts', 'lowerBolts')
const hold = oneOf('clips', 'horseshoe', 'click', 'twist', 'bolts')
const joint = oneOf('pushIn', 'screwed', 'quarterTurn')
const place = words(80)
const tool = words(120)

const expected = (maximum: number, description: string) =>
  closed({
    from: Type.Number({ minimum: 0, maximum, description }),
    to: Type.Number({ minimum: 0, maximum, description }),
  })

const AxleAnatomy = closed({
  suspension: optional(suspension),
  coilOn: optional(oneOf('arm', 'axle', 'damper')),
  springTo: optional(oneOf('frame', 'subframe', 'body')),
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
        method: oneOf('wheelCentreToArch', 'axleToBracket', 'sillToFloor'),
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
  at: optional(oneOf('bumper', 'underfloor', 'loadArea', 'engineBay')),
  inTheWay: optional(
    Type.Array(oneOf('liner', 'shroud', 'wheel', 'cover', 'spareWheel', 'foam', 'airFilter'), {
      maxItems: 7,
      uniqueItems: true,
    }),
  ),
  mounts: optional(Type.Integer({ minimum: 1, maximum: 12 })),
  movesOver: optional(
    Type.Array(oneOf('bracket', 'dryer', 'shield', 'harness', 'clips'), {
      maxItems: 5,
      uniqueItems: true,
    }),
  ),
  ports: optional(
    Type.Array(closed({ line: words(60), mark: words(40) }), { minItems: 1, maxItems: 10 }),
  ),
  relayAt: optional(place),
  breathesAt: optional(place),
  newDesign: optional(oneOf('none', 'pipes', 'software', 'both')),
})

/** How a vehicle is built, as far as a shop entered it; what is left out is not known. */
export const Anatomy = closed(
  {
    front: optional(AxleAnatomy),
    rear: optional(AxleAnatomy),
    letDown: optional(
      Type.Array(oneOf('tool', 'fitting', 'springValve', 'ventPlug', 'tankFitting'), {
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
          Type.Array(oneOf('codes', 'door', 'lowVoltage', 'engineOff', 'trailer'), {
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
          end: oneOf('torque', 'clip', 'byHand', 'none'),
          count: optional(Type.Integer({ minimum: 1, maximum: 24 })),
          renewed: optional(Type.Boolean()),
          at: optional(oneOf('rideHeight', 'hanging')),
        }),
        { additionalProperties: false, description: 'How its fasteners are finished' },
      ),
    ),
  },
  'How a vehicle is built; what is left out is not known',
)
export type Anatomy = Static<typeof Anatomy>
