import type { CommandOf, CommandType } from '@anklet/contract'
import type { Transaction } from '../store/database.ts'
import { changeComplaint, closeJob, openJob, reopenJob } from './jobs.ts'
import { addPerson } from './people.ts'
import { recordHeights } from './rounds.ts'
import { changeShop } from './shop.ts'
import { saveVehicle } from './vehicles.ts'
import { saveVehicleType } from './vehicleTypes.ts'
import { concludeWatch, finishWatch, giveUpWatch, startWatch } from './watches.ts'

/** Carries out one kind of command and returns the new version of the record it changed, null where it has none. */
export type Handler<Name extends CommandType> = (tx: Transaction, command: CommandOf<Name>) => Promise<number | null>

/** Who carries out what. */
export const HANDLERS: { readonly [Name in CommandType]: Handler<Name> } = {
  'person.add': addPerson,
  'shop.change': changeShop,
  'vehicleType.save': saveVehicleType,
  'vehicle.save': saveVehicle,
  'job.open': openJob,
  'job.complaint': changeComplaint,
  'job.close': closeJob,
  'job.reopen': reopenJob,
  'round.record': recordHeights,
  'watch.start': startWatch,
  'watch.finish': finishWatch,
  'watch.conclude': concludeWatch,
  'watch.giveUp': giveUpWatch,
}
