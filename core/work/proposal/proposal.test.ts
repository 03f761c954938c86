import { describe, expect, test } from 'vitest'
import { sampleArchitecture } from '../../base/samples/index.ts'
import { proposeJobs } from './index.ts'

const architecture = { ...sampleArchitecture(), air: { front: 'strut', rear: 'bellows' } } as const
const decide = (
  option: Parameters<typeof proposeJobs>[0]['decision'],
  cause: string | null = null,
) => proposeJobs({ architecture, decision: option, cause })

describe('jobs follow from what was decided', () => {
  test('each way asks for the springs of its axle, as they are built', () => {
    expect(decide({ option: 'this', corner: 'RL', withPump: false })).toEqual([
      { job: 'spring', corners: ['RL'] },
    ])
    expect(decide({ option: 'both', corner: 'FR', withPump: false })).toEqual([
      { job: 'bellows', corners: ['FL', 'FR'] },
    ])
    expect(decide({ option: 'thisStrut', corner: 'FR', withPump: false })).toEqual([
      { job: 'strut', corners: ['FR'] },
    ])
    expect(decide({ option: 'struts', corner: 'FR', withPump: false })).toEqual([
      { job: 'strut', corners: ['FL', 'FR'] },
    ])
  })

  test('a pump that was agreed to is a job of its own, wherever a way leaves room for one', () => {
    expect(decide({ option: 'both', corner: 'RL', withPump: true })).toEqual([
      { job: 'spring', corners: ['RL', 'RR'] },
      { job: 'pump' },
    ])
    expect(decide({ option: 'allCoils', corner: 'RL', withPump: true })).toEqual([
      { job: 'coils', corners: ['RL', 'RR', 'FL', 'FR'] },
    ])
  })

  test('nothing is proposed where nothing was found or decided, or it is left for now', () => {
    expect(decide(null)).toEqual([])
    expect(decide({ option: 'leave', corner: 'RL', withPump: false }, 'fittingLeak.RL')).toEqual([])
  })

  test('what has one remedy is mended without a decision, once, and beside one', () => {
    expect(decide(null, 'lineLeak.RL+fittingLeak.RL+valveSeat.RL')).toEqual([
      { job: 'line', corners: ['RL'] },
      { job: 'block' },
    ])
    expect(
      decide({ option: 'withBlock', corner: 'RL', withPump: false }, 'springLeak.RL+blockLeak'),
    ).toEqual([{ job: 'spring', corners: ['RL', 'RR'] }, { job: 'block' }])
    expect(decide({ option: 'this', corner: 'RL', withPump: false }, 'pumpWorn')).toEqual([
      { job: 'spring', corners: ['RL'] },
    ])
  })
})
