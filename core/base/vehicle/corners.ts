/** A wheel's place, left being the driver's left seen facing forward. */
export type Corner = 'FL' | 'FR' | 'RL' | 'RR'
/** Front or rear. */
export type Axle = 'front' | 'rear'
/** One value for each corner. */
export type PerCorner<Value> = Readonly<Record<Corner, Value>>

/** The corners in storage order: index 0..3 of every array in the core. */
export const CORNERS = ['FL', 'FR', 'RL', 'RR'] as const satisfies readonly Corner[]

/** The corners in the order a person walks around the car, as they are always drawn. */
export const WALK = ['FL', 'FR', 'RR', 'RL'] as const satisfies readonly Corner[]

/** The axle a corner belongs to. */
export const AXLE_OF: PerCorner<Axle> = { FL: 'front', FR: 'front', RL: 'rear', RR: 'rear' }

/** The axles, front first. */
export const AXLES = ['front', 'rear'] as const satisfies readonly Axle[]

/** The corners of an axle, left first. */
export const AXLE_CORNERS: Readonly<Record<Axle, readonly [Corner, Corner]>> = {
  front: ['FL', 'FR'],
  rear: ['RL', 'RR'],
}
/** The axle that is not this one. */
export const OTHER_AXLE: Readonly<Record<Axle, Axle>> = { front: 'rear', rear: 'front' }

/** The side a corner belongs to. */
export const SIDE_OF: PerCorner<'left' | 'right'> = {
  FL: 'left',
  FR: 'right',
  RL: 'left',
  RR: 'right',
}

const MATE: PerCorner<Corner> = { FL: 'FR', FR: 'FL', RL: 'RR', RR: 'RL' }

/** The other corner of the same axle. */
export const axleMate = (corner: Corner): Corner => MATE[corner]

/** Builds a value for each corner, in storage order. */
export const perCorner = <Value>(
  make: (corner: Corner, index: number) => Value,
): Record<Corner, Value> => ({
  FL: make('FL', 0),
  FR: make('FR', 1),
  RL: make('RL', 2),
  RR: make('RR', 3),
})

/** A new value for each corner from the old one. */
export const mapCorners = <Value, Next>(
  values: PerCorner<Value>,
  change: (value: Value, corner: Corner) => Next,
): Record<Corner, Next> => perCorner((corner) => change(values[corner], corner))
