import type { CommandPayload, Part, PartKind, Torque } from '@anklet/contract'
import type { Axle } from '@anklet/core/base/vehicle'
import type { Intention } from '../../client/queries.ts'
import { figureOf, figureOrNull } from '../../kit/typed.ts'
