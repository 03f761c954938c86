import type { Static } from './quantities.ts'
import { ShopBundle } from './bundle.ts'
import { LinkCommand, LinkHello, LinkMessages } from './devices.ts'
import { KnowledgeBook } from './knowledge.ts'
import { AnyProcedureBook } from './procedure.ts'
import { closed } from './quantities.ts'
import { typeFields } from './vehicle.ts'

/** A vehicle type as a file: what the Shelf saves and reads. */
export const VehicleTypeFile = closed(
  typeFields,
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
