import type { Holder, LinkCommand, LinkHello, LinkMessage, StandInChange } from '@anklet/contract'
import type { DeviceHub } from '../devices/hub.ts'
import type { Source } from '../devices/following.ts'
import { Following, Lending } from '../devices/following.ts'
import type { Among } from '../devices/leader.ts'
import { Leader } from '../devices/leader.ts'
import type { Recorder } from '../devices/recorder.ts'
import { nameDevice } from '../domains/logs/queries.ts'
import { listSimulatedTypes } from '../domains/vehicleTypes/queries.ts'
import type { Database } from '../store/database.ts'

/** How often it is looked whether what is recorded is what should be, ms. */
const LOOK_MS = 3000

/** Where devices are, and what is recorded of them, in this process. */
export interface DeviceParts {
  readonly db: Database
  readonly hub: DeviceHub
  readonly recorder: Recorder
}

const keepStandIns = async ({ db, hub }: DeviceParts): Promise<void> =>
  hub.standInsFor(await listSimulatedTypes(db))

// What devices are asked, where they are. Every stand-in that should be there is, before one is asked for.
function actsOn(parts: DeviceParts, lending: Lending) {
  const { db, hub, recorder } = parts
  const known = (): Promise<void> => keepStandIns(parts)
  const record = async (logId: string, deviceId: string): Promise<null> => {
    await known()
    const { identity } = hub.status(deviceId)
    await nameDevice(db, logId, identity.name, identity.channels)
    recorder.start(logId, identity.id)
    return null
  }
  return {
    list: async () => {
      await known()
      return hub.list()
    },
    status: async (id: string) => {
      await known()
      return hub.status(id)
    },
    hold: async (id: string, holder: Holder) => {
      await known()
      return hub.hold(id, holder)
    },
    release: (id: string, holder: Holder) => hub.release(id, holder),
    order: async (id: string, command: LinkCommand) => {
      await hub.order(id, command)
      const { action, corner } = command
      recorder.mark(id, `asked: ${action}${corner ? ` ${corner}` : ''}`)
      return null
    },
    change: async (id: string, change: StandInChange) => {
      await known()
      return hub.changeStandIn(id, change)
    },
    attach: (hello: LinkHello) => hub.attach(hello),
    receive: (id: string, token: string | undefined, messages: readonly LinkMessage[]): null => {
      hub.receive(id, token, messages)
      return null
    },
    record,
    endRecord: async (logId: string): Promise<null> => {
      await recorder.stop(logId)
      return null
    },
    follow: async (by: string, key: string, source: Source): Promise<null> => {
      // Said again and again by whoever listens: only the first time asks the records.
      if (lending.renews(by, key)) return null
      await known()
      lending.lend(by, key, source)
      return null
    },
    leave: (by: string, key: string): null => {
      lending.drop(by, key)
      return null
    },
  }
}

/** The shop's devices, in whichever process they are: all of them in the one that leads. */
export class Devices {
  private readonly leader: Leader<ReturnType<typeof actsOn>>
  private readonly lending: Lending
  private readonly following: Following
  private readonly clock: NodeJS.Timeout | undefined
  readonly ask: Leader<ReturnType<typeof actsOn>>['ask']
  readonly follow: Following['follow']

  constructor(
    private readonly parts: DeviceParts,
    among: Among,
  ) {
    this.lending = new Lending(parts.hub, (to, key, told) => this.leader.tell(to, key, told))
    this.leader = new Leader(among, actsOn(parts, this.lending))
    this.following = new Following(parts.hub, this.leader)
    this.ask = this.leader.ask.bind(this.leader)
    this.follow = async (...given) => {
      if (this.leader.leads) await keepStandIns(parts)
      return this.following.follow(...given)
    }
    if (!this.leader.isShared) return
    this.clock = setInterval(() => {
      this.look().catch(() => undefined)
    }, LOOK_MS)
    this.clock.unref()
  }

  /** Begins what this process has to do and does not, and ends what is another's by now. */
  private async look(): Promise<void> {
    const { recorder } = this.parts
    const { leads } = this.leader
    this.lending.look({ all: !leads })
    if (!leads) return recorder.letGo()
    await keepStandIns(this.parts)
    await recorder.match()
  }

  /** How many devices are attached to this process. */
  get attached(): number {
    return this.parts.hub.list().filter(({ attached }) => attached).length
  }

  close(): void {
    clearInterval(this.clock)
    this.following.close()
    this.lending.look({ all: true })
  }
}
