/** Why a device does not do what it is asked, as it tells itself. */
export const DEVICE_STOPS = {
  cannot: () => 'This device cannot do that.',
  nothingToMeasure: () => 'There is nothing to measure there.',
  noReason: () => 'The device did not say why.',
  supplyOff: () => 'The module does not answer: its supply is off.',
  asleep: () => 'The module is asleep. Switch the ignition on first.',
  cornerMissing: () => 'Say which corner.',
  noAirThere: () => 'There is no air spring at that corner.',
  lifting: () => 'Lifting mode is on: the module holds still.',
  doorOpen: () => 'A door is open: the module holds still.',
  pumpHot: () => 'The pump is too hot. Let it cool.',
  noLiftingMode: () => 'This vehicle has no lifting mode.',
  highest: (level: string) => `It stands at its highest level, ${level}.`,
  lowest: () => 'It stands at its lowest level.',
  heightsMissing: () => 'Say what the tape says at each corner.',
} as const

/** Why nothing may move a car now. */
export const INTERLOCKS = {
  otherType: (typeName: string) =>
    `This job is on a ${typeName}; the device is attached to another kind of vehicle.`,
  watched: () =>
    'A watch runs on this car: nothing may move it until the morning round is walked or the watch given up.',
  gateShut: (gate: string) => `Not yet, ${gate}.`,
  foldsUnseen: () =>
    'The car came in standing on empty springs. Look at every fold with the ' +
    'suspension extended before air goes in, then say so.',
} as const
