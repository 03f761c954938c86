import type { DeviceAction, DeviceKind, ModuleState } from '@anklet/contract'
import type { ChannelDoubt } from '@anklet/core/measuring/guided'
import type { Fault } from '@anklet/core/physics/simulation'
import type { ValveId } from '@anklet/core/base/vehicle'
import { capital, CORNER_WORDS } from '../plain/corners.ts'

/** What a module is doing, as a sentence. */
export function moduleWords({ mode, levelId, lifting, supply, ignition }: ModuleState): string {
  if (!supply) return 'Its supply is off.'
  if (lifting) return 'Lifting mode: it holds still.'
  const words: Readonly<Record<ModuleState['mode'], string>> = {
    asleep: ignition ? 'It waits.' : 'Asleep.',
    awake: `Awake, at the level “${levelId}”.`,
    raising: `Raising to “${levelId}”.`,
    lowering: `Letting down to “${levelId}”.`,
    settling: 'Parked, settling its corners.',
    refilling: 'Filling its reservoir.',
    lockedOut: 'Its pump is too hot and cools.',
    inhibited: 'It holds still: a door is open.',
    faulted: 'It has given up: read the codes.',
    actuated: 'Doing what it was ordered.',
  }
  return words[mode]
}

/** Orders as they stand on buttons. */
export const ACTION_WORDS: Readonly<Record<DeviceAction, string>> = {
  raise: 'Raise a level',
  lower: 'Lower a level',
  fill: 'Fill',
  vent: 'Let down',
  pump: 'Run pump against shut valves',
  stop: 'Stop',
  liftingOn: 'Lifting mode on',
  liftingOff: 'Lifting mode off',
  clearCodes: 'Clear codes',
  calibrate: 'Teach heights',
}

export const KIND_WORDS: Readonly<Record<DeviceKind, string>> = {
  module: 'Vehicle',
  heightGauge: 'Height gauge',
  pressureGauge: 'Pressure gauge',
  currentClamp: 'Current clamp',
}

/** What a valve is called. */
export const VALVE_WORDS: Readonly<Record<ValveId, string>> = {
  ...CORNER_WORDS,
  exhaust: 'exhaust',
  reservoir: 'reservoir',
  crossFront: 'front cross',
  crossRear: 'rear cross',
}

/** What is wrong with a channel, in words. */
export function doubtWords(doubt: ChannelDoubt): string {
  switch (doubt.code) {
    case 'stuck':
      return 'its value never changes while others do.'
    case 'outOfRange':
      return 'it holds values that cannot be; they are left out.'
    case 'otherUnit':
      return `by its size this looks like ${doubt.unit}. Say so in its column.`
  }
}

/** A fault of a stand-in, in words. */
export function faultWords(fault: Fault): string {
  switch (fault.kind) {
    case 'springLeak':
      return `${capital(CORNER_WORDS[fault.corner])} leaks`
    case 'reservoirLeak':
      return 'Reservoir leaks'
    case 'lostCharge':
      return `Reservoir lost ${Math.round((1 - fault.share) * 100)}\u00a0% of its charge`
    case 'seatLeak':
      return `Valve ${VALVE_WORDS[fault.valve]} leaks at its seat`
    case 'stuckShut':
      return `Valve ${VALVE_WORDS[fault.valve]} stuck shut`
    case 'stuckOpen':
      return `Valve ${VALVE_WORDS[fault.valve]} stuck open`
    case 'crossedLines':
      return `Lines ${fault.corners.join(' and ')} crossed`
    case 'crossedPlugs':
      return `Valve plugs ${fault.corners.join(' and ')} crossed`
    case 'crossedSensors':
      return `Sensor plugs ${fault.corners.join(' and ')} crossed`
    case 'sensorSupplyDead':
      return `Sensors ${fault.corners.join(' and ')} without supply`
    case 'blockedLine':
      return `Line ${CORNER_WORDS[fault.corner]} blocked`
    case 'relayWelded':
      return 'Relay welded'
    case 'relayDead':
      return 'Relay dead'
    case 'supplyMissing':
      return 'Actuator supply missing'
    case 'codingMissing':
      return 'Module not coded'
    case 'weakPump':
      return `Pump brings ${Math.round(fault.share * 100)}\u00a0%`
    case 'hotPump':
      return 'Pump heats too fast'
    case 'dryer':
      return 'Dryer full of dust'
    case 'dryerWet':
      return 'Dryer full of water'
    case 'sensorOffset':
      return `Sensor ${CORNER_WORDS[fault.corner]} ${fault.mm} mm off`
    case 'sensorGain':
      return `Sensor ${CORNER_WORDS[fault.corner]} of wrong gain`
    case 'sensorOpen':
      return `Sensor ${CORNER_WORDS[fault.corner]} open`
    case 'sensorShort':
      return `Sensor ${CORNER_WORDS[fault.corner]} shorted`
    case 'sensorLoose':
      return `Link ${CORNER_WORDS[fault.corner]} loose`
    case 'wrongCalibration':
      return `Heights taught ${fault.mm} mm wrong`
  }
}
