import type { DutyRefusal } from '@anklet/core/physics/compressor'
import type { EquilibriumRefusal } from '@anklet/core/physics/pneumatics'
import { capital, CORNER_WORDS } from '../plain/corners.ts'

/** Why a vehicle with these figures cannot stand, or a pump not do it, in words. */
export function refusalWords(refusal: EquilibriumRefusal | DutyRefusal): string {
  switch (refusal.code) {
    case 'stopOrder':
      return (
        `At the ${CORNER_WORDS[refusal.corner]} the heights are out of order: bump ` +
        `stop ${refusal.bumpHeightMm}, design ${refusal.designHeightMm}, full droop ` +
        `${refusal.droopHeightMm} mm. They must rise.`
      )
    case 'springWouldPull':
      return (
        `At the ${CORNER_WORDS[refusal.corner]} the coil pushes ` +
        `${refusal.surplusN.toFixed(0)} N more than the load: the air spring would ` +
        'have to pull.'
      )
    case 'coilDoesNotCarry':
      return `The ${CORNER_WORDS[refusal.corner]} has no air spring, so its coil must carry the whole load.`
    case 'springWithoutVolume':
      return `${capital(CORNER_WORDS[refusal.corner])}: the air spring has no volume.`
    case 'airMissing':
    case 'noAirSpring':
      return `The air at the ${CORNER_WORDS[refusal.corner]} does not fit the layout.`
    case 'pumpStalls':
      return (
        `The pump stalls at ${refusal.stallBarG.toFixed(1)} bar and never gets to ` +
        `${refusal.neededBarG.toFixed(1)} bar.`
      )
    case 'leakOutrunsPump':
      return (
        'The leak outruns the pump: it would have to run ' +
        `${Math.round(refusal.minutesPerDay)} minutes a day, and a day has 1440.`
      )
    case 'noRest':
      return 'With these figures the vehicle finds no place to rest. Check rates and loads.'
  }
}
