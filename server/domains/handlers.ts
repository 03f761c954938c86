import { recordCodes, saveCodeText } from './codes/commands.ts'
import { addPerson, giveRole } from './people/commands.ts'
import { changeShop } from './shop/commands.ts'
import { learnVehicle, saveVehicle } from './vehicles/commands.ts'
import { saveVehicleType } from './vehicleTypes/commands.ts'
import {
  agreeDecision,
  dropCoil,
  dropPart,
  saveCoils,
  savePart,
  takeDecision,
} from './decisions/commands.ts'
import {
  addNote,
  addPhoto,
  concludeJob,
  recordCharge,
  recordCheck,
  recordRepair,
  sayEvidence,
} from './entries/commands.ts'
import { changeComplaint, closeJob, openJob, recordArrival, reopenJob } from './jobs/commands.ts'
import type { Handler, Handlers } from '../kernel/handler.ts'
import { importKnowledge, saveKnowledge } from './knowledge/commands.ts'
import { keepLog, startLog, stopLog } from './logs/commands.ts'
import { dropTorque, makePlan, saveProcedures, saveTorque } from './plans/commands.ts'
import { eraseOwner } from './privacy/commands.ts'
import { correctReading, importRounds, recordHeights } from './rounds/commands.ts'
import { recordProof } from './proof/commands.ts'
import { showSteps } from './proof/shownSteps.ts'
import { recordWork } from './work/commands.ts'
import {
  concludeWatch,
  finishWatch,
  giveUpWatch,
  lookAtWatch,
  putSupplyBack,
  startWatch,
} from './watches/commands.ts'

// What is recorded of a car may be what a step of its work waits for.
const showing =
  <
    Name extends
      | 'round.record'
      | 'codes.record'
      | 'check.record'
      | 'proof.record'
      | 'charge.record'
      | 'work.record',
  >(
    handler: Handler<Name>,
  ): Handler<Name> =>
  async (tx, command) => {
    const version = await handler(tx, command)
    await showSteps(tx, command.payload.jobId, command.person, command.at)
    return version
  }

/** Who carries out what. */
export const HANDLERS: Handlers = {
  'person.add': addPerson,
  'person.role': giveRole,
  'shop.change': changeShop,
  'vehicleType.save': saveVehicleType,
  'vehicle.save': saveVehicle,
  'vehicle.learn': learnVehicle,
  'vehicle.erase': eraseOwner,
  'job.open': openJob,
  'job.complaint': changeComplaint,
  'job.arrive': recordArrival,
  'job.note': addNote,
  'job.repair': recordRepair,
  'photo.add': addPhoto,
  'check.record': showing(recordCheck),
  'evidence.say': sayEvidence,
  'job.conclude': concludeJob,
  'codes.record': showing(recordCodes),
  'codeText.save': saveCodeText,
  'knowledge.save': saveKnowledge,
  'knowledge.import': importKnowledge,
  'part.save': savePart,
  'part.drop': dropPart,
  'coils.save': saveCoils,
  'coil.drop': dropCoil,
  'decision.take': takeDecision,
  'decision.agree': agreeDecision,
  'procedures.save': saveProcedures,
  'torque.save': saveTorque,
  'torque.drop': dropTorque,
  'plan.make': makePlan,
  'work.record': showing(recordWork),
  'proof.record': showing(recordProof),
  'charge.record': showing(recordCharge),
  'log.start': startLog,
  'log.stop': stopLog,
  'log.keep': keepLog,
  'job.close': closeJob,
  'job.reopen': reopenJob,
  'round.record': showing(recordHeights),
  'rounds.import': importRounds,
  'reading.correct': correctReading,
  'watch.start': startWatch,
  'watch.look': lookAtWatch,
  'watch.finish': finishWatch,
  'watch.conclude': concludeWatch,
  'watch.giveUp': giveUpWatch,
  'watch.supplyBack': putSupplyBack,
}
