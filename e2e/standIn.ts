import { expect } from '@playwright/test'
import { settles } from './settles.ts'

interface Heard {
  readonly identity: { readonly id: string; readonly name: string }
  readonly standInNow: object | null
}

/** A stand-in moves on about as often, ms. */
const TICK_MS = 300

/** Somebody at a simulated car: its key, its lift, its tool. */
export class StandIn {
  private constructor(
    private readonly address: string,
    readonly id: string,
    private readonly jobId: string,
    private readonly person: string,
  ) {}

  /** The stand-in of a vehicle type. */
  static async of(address: string, type: string, jobId: string): Promise<StandIn> {
    const devices = (await (await fetch(`${address}/api/devices`)).json()) as Heard[]
    const people = (await (await fetch(`${address}/api/people`)).json()) as {
      readonly id: string
    }[]
    const device = devices.find(
      ({ identity, standInNow }) => standInNow !== null && identity.name.startsWith(type),
    )
    if (!device) throw new Error(`No stand-in of ${type}`)
    return new StandIn(address, device.identity.id, jobId, people[0]!.id)
  }

  private async post(path: string, body: object): Promise<Response> {
    return fetch(`${this.address}/api/devices/${this.id}/${path}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    })
  }

  /** Does what only somebody at the car can do. */
  async change(change: object): Promise<void> {
    expect((await this.post('stand-in', change)).status).toBe(200)
  }

  private get holder(): object {
    return { person: this.person, device: 'tool', jobId: this.jobId }
  }

  /**
   * Has the module do something by a tool beside the tablet.
   * @returns the sentence of a refusal; null where it was done
   */
  async order(
    action: string,
    corner: string | null = null,
    forS: number | null = null,
  ): Promise<string | null> {
    const answer = await this.post('orders', {
      commandId: crypto.randomUUID(),
      action,
      corner,
      forS,
      offMm: null,
      foldsInspected: true,
      holder: this.holder,
    })
    const refusal = answer.ok ? null : ((await answer.json()) as { readonly detail: string }).detail
    await this.post('release', this.holder)
    return refusal
  }

  /** Lets a corner down by the tool, or gallery and reservoir, until the gauge at it shows nothing. */
  async letDown(corner: string | null): Promise<void> {
    await expect
      .poll(
        async () => {
          const bar = await this.bar(corner)
          if (bar >= 0.1) await this.order('vent', corner, 120)
          return bar
        },
        { timeout: 40_000, intervals: [500] },
      )
      .toBeLessThan(0.1)
  }

  /** What a gauge at a corner, or at the gallery, shows, bar. */
  private bar(corner: string | null): Promise<number> {
    return this.pressed('pressureGauge', 'stand-in-pressure-gauge', corner)
  }

  /** What a tape at a corner shows, mm. */
  tape(corner: string): Promise<number> {
    return this.pressed('heightGauge', 'stand-in-height-gauge', corner)
  }

  /** Waits until it stands still: no tape says anything else a moment later. */
  async stands(): Promise<void> {
    const heights = async (): Promise<string> =>
      (await Promise.all(['FL', 'FR', 'RL', 'RR'].map((each) => this.tape(each)))).join()
    await settles(heights, { timeout: 30_000, intervals: [TICK_MS] })
  }

  private async pressed(gauge: string, id: string, corner: string | null): Promise<number> {
    const stream = await fetch(`${this.address}/api/devices/stream?ids=${this.id},${id}`)
    const reader = stream.body!.getReader()
    const decoder = new TextDecoder()
    await this.post('stand-in', { press: { gauge, corner } })
    for (let text = ''; ;) {
      const { value, done } = await reader.read()
      if (done) throw new Error('The stream ended.')
      text += decoder.decode(value)
      const press = /event: press\ndata: (.*)\n/.exec(text)
      if (press) {
        await reader.cancel()
        return (JSON.parse(press[1]!) as { readonly value: number }).value
      }
    }
  }
}
