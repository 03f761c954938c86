import type { Static } from './quantities.ts'
import { Type } from '@sinclair/typebox'
import { ShopBundle } from './bundle.ts'
import { LinkCommand, LinkHello, LinkMessages } from './devices.ts'
import { KnowledgeBook } from './knowledge.ts'
import { AnyProcedureBook } from './procedure.ts'
import { closed, words } from './quantities.ts'
import { Architecture, Guesses, Specifications, VehicleGeometry } from './vehicle.ts'

/** A vehicle type as a file: what the Shelf saves and reads. */
export const VehicleTypeFile = closed(
  {
    name: words(60),
    source: words(200),
    architecture: Architecture,
    geometry: VehicleGeometry,
    specifications: Type.Optional(Specifications),
    guesses: Type.Optional(Guesses),
  },
  'A vehicle type: how its air suspension is laid out, its figures, and the heights it may stand at',
)
export type VehicleTypeFile = Static<typeof VehicleTypeFile>

/** Every file format of ours, by the name its schema is kept under in docs/formats. */
export const FILE_FORMATS = {
  'vehicle-type': VehicleTypeFile,
  'shop-bundle': ShopBundle,
  'link-hello': LinkHello,
  'link-messages': LinkMessages,
  'link-command': LinkCommand,
  knowledge: KnowledgeBook,
  procedures: AnyProcedureBook,
} as const
