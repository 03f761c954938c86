import { CORNERS, cornersOf, perCorner } from '../../../base/vehicle/index.ts'
import { travelOf } from '../../../physics/simulation/index.ts'
import {
  judgePump,
  judgeRelay,
  judgeSweep,
  judgeWhichCorner,
} from '../../../measuring/guided/index.ts'
import type { Corner, Place } from '../../../base/vehicle/index.ts'
import type { BookCheck, PlacedCheck } from '../index.ts'
import { quietOf, SHIPPED_BOOK, wholeOutcome } from '../index.ts'

import { on, RunningCar } from './runningCar.ts'

export { ARCHITECTURE } from './runningCar.ts'
export type { Case } from './runningCar.ts'

/** A corner has fallen by so much more than a sound car, or stands so far off, mm. */
const FALLEN_MM = 6
const OFF_MM = 6
const plausible = (perCent: number | null): number | null =>
  perCent === null || travelOf(perCent) === null ? null : perCent

/**
 * A simulated car that answers checks: by running its machinery where that can answer, by what
 * hands would find where it cannot.
 */
export class SimulatedCar extends RunningCar {
  private pump(): string {
    return this.once('pump', () => {
      const machine = {
        ...this.machine,
        galleryL: 2,
        rules: { ...this.machine.rules, deadBandMm: 500 },
      }
      const { samples } = this.run(
        null,
        60,
        [on, { atS: 2, do: 'actuate', what: { kind: 'pump' }, forS: 50 }],
        { machine, sampleEveryS: 0.5 },
      )
      const running = samples.filter(
        ({ pumpOn, timeS }) =>
          timeS <= 52 &&
          (pumpOn ||
            this.what.faults.some(({ kind }) => kind === 'relayDead' || kind === 'supplyMissing')),
      )
      const judged = judgePump({
        pressure: {
          atS: running.map(({ timeS }) => timeS),
          values: running.map(({ galleryBarG }) => galleryBarG + 0.03 * (this.random() - 0.5)),
        },
        volumeL: 2,
        volumeShare: 0.05,
        temperatureC: 15,
        supplyV: 13.2,
        altitudeM: 0,
        rating: machine.pump,
      })
      return !judged.ok ? 'weak' : judged.value.stopsAtBarG !== null ? 'weak' : judged.value.band
    })
  }
  private relay(): string {
    return this.once('relay', () => {
      const { samples } = this.run(null, 40, [
        on,
        { atS: 5, do: 'actuate', what: { kind: 'pump' }, forS: 10 },
      ])
      const at = (timeS: number): number => samples.find((sample) => sample.timeS >= timeS)!.pumpA
      const clicks = !this.what.faults.some(
        ({ kind }) => kind === 'relayDead' || kind === 'supplyMissing',
      )
      return {
        works: 'works',
        welded: 'welded',
        relayDead: 'dead',
        noCurrent: 'noCurrent',
        pumpSeized: 'seized',
        cannotTell: 'works',
      }[judgeRelay({ askedA: at(10), restA: at(38), clicks })]
    })
  }
  private which(at: Corner): string {
    const { verdict, dead, crossed } = this.once('which', () => {
      const commands = CORNERS.map((corner) => {
        const { samples } = this.run(
          null,
          20,
          [on, { atS: 2, do: 'actuate', what: { kind: 'fill', corner }, forS: 15 }],
          { machine: { ...this.machine, rules: { ...this.machine.rules, deadBandMm: 500 } } },
        )
        const rose = perCorner(
          (each) => samples.at(-1)!.heightMm[each] - samples[0]!.heightMm[each],
        )
        const most = CORNERS.reduce((best, each) => (rose[each] > rose[best] ? each : best))
        const told = perCorner((each) => {
          const [first, last] = [samples[0]!.reportedMm[each], samples.at(-1)!.reportedMm[each]]
          return first === null || last === null ? null : last - first
        })
        return { corner, movedMm: told, byEye: rose[most] > 1.5 ? most : null }
      })
      return judgeWhichCorner(commands, CORNERS)
    })
    if (dead.includes(at)) return 'still'
    return crossed.some((pair) => pair.includes(at)) ||
      (verdict === 'sensorsCrossed' &&
        this.what.faults.some(
          (fault) => fault.kind === 'crossedSensors' && fault.corners.includes(at),
        ))
      ? 'crossed'
      : 'own'
  }
  private sweep(corner: Corner): string {
    const { samples } = this.drive()
    const swept = judgeSweep(
      CORNERS.map((id) => ({
        id,
        signal: {
          atS: samples.map(({ timeS }) => timeS),
          values: samples.map(({ signalPercent }) => plausible(signalPercent[id])),
        },
      })),
    )
    const { verdict } = swept.find(({ id }) => id === corner)!
    return verdict === 'noSignal' || verdict === 'stuck'
      ? 'dead'
      : verdict === 'follows'
        ? 'follows'
        : 'drops'
  }
  private agrees(corner: Corner): string {
    const { heightMm, reportedMm } = this.drive().samples.at(-30)!
    const told = reportedMm[corner]
    return told === null || Math.abs(told - heightMm[corner] - 2 * (this.random() - 0.5)) > OFF_MM
      ? 'differ'
      : 'agree'
  }
  private gallery(): string {
    return this.once('gallery', () => {
      const { samples } = this.run(
        null,
        320,
        [on, { atS: 2, do: 'actuate', what: { kind: 'pump' }, forS: 2 }],
        {
          machine: { ...this.machine, rules: { ...this.machine.rules, deadBandMm: 500 } },
          sampleEveryS: 2,
        },
      )
      const top = Math.max(...samples.map(({ galleryBarG }) => galleryBarG))
      return top < 0.5 || samples.at(-1)!.galleryBarG < 0.8 * top ? 'falls' : 'keeps'
    })
  }
  private rises(): string {
    const [own, sound] = [this.riseS(), this.riseS([])]
    if (own !== null) return own > 1.6 * sound! ? 'slowly' : 'yes'
    return this.once('risesAtAll', () => {
      const { samples } = this.run(this.drive().state, 120, [
        on,
        { atS: 4, do: 'level', levelId: 'high' },
      ])
      return CORNERS.every(
        (corner) => samples.at(-1)!.heightMm[corner] > samples[0]!.heightMm[corner] + 5,
      )
        ? 'slowly'
        : 'no'
    })
  }
  private code(): string {
    const names = this.codes()
    const words = {
      heightMissed: 'goal',
      pressureNotBuilding: 'pressure',
      sidesImplausible: 'sides',
      pumpHot: 'hot',
      sensorImplausible: 'sensor',
      supplyMissing: 'supply',
      relayStuck: 'relay',
      codingMissing: 'coding',
    } as const
    // The most telling is the last of them in the book's order.
    return Object.entries(words).findLast(([name]) => names.includes(name))?.[1] ?? 'none'
  }
  // What is plainly low: by so much, and not just dragged along by a corner far lower.
  private lowBy(corner: Corner, mm: number, of: (corner: Corner) => number): boolean {
    return of(corner) < -mm && of(corner) < 0.5 * Math.min(...CORNERS.map(of))
  }
  private standing(corner: Corner): number {
    return (
      this.drive().samples.at(-30)!.heightMm[corner] -
      this.machine.vehicle.corners[corner].designHeightMm
    )
  }

  /** What the owner tells, and what is seen and measured when it is brought in. */
  complaint(): Readonly<Record<string, string>> {
    const named = (id: string): BookCheck => SHIPPED_BOOK.checks.find((check) => check.id === id)!
    return {
      // Whatever is not tapped at intake was asked, and was not so.
      ...Object.fromEntries(
        SHIPPED_BOOK.checks
          .filter(({ group, whole }) => group === 'complaint' && !whole)
          .map((check) => [check.id, quietOf(check)]),
      ),
      standsLow: wholeOutcome(
        named('standsLow'),
        CORNERS.map((corner) => [corner, this.at('standsLow', corner, '')]),
      ),
      saysLow: wholeOutcome(
        named('saysLow'),
        CORNERS.map((corner) => [
          corner,
          this.lowBy(corner, 12, (each) => Math.min(this.inTheMorning(each), this.standing(each)))
            ? 'low'
            : 'level',
        ]),
      ),
      rises: this.rises(),
      overnight: CORNERS.some((corner) => this.fallen(true)[corner] > 12) ? 'yes' : 'no',
      message: this.codes().length > 0 ? 'yes' : 'no',
      slowRise: this.rises() === 'yes' ? 'no' : 'yes',
      pumpRunsOn: this.relay() === 'welded' ? 'yes' : 'no',
      pumpNever: this.drive().samples.some(({ pumpOn }) => pumpOn) ? 'no' : 'yes',
      ...this.what.complaint,
    }
  }

  /** What a check comes to on this car. */
  outcome(placed: PlacedCheck): string {
    const { check, whole } = placed
    return whole
      ? wholeOutcome(
          check,
          whole.map((place) => [place, this.at(check.id, place, quietOf(check))]),
        )
      : this.at(check.id, placed.place, quietOf(check))
  }

  private at(check: string, place: Place, quiet: string): string {
    const [corner] = cornersOf(place) as readonly [Corner, ...Corner[]]
    switch (check) {
      case 'watch':
        return this.leaking().includes(corner) ? 'falls' : 'holds'
      case 'command':
        return CORNERS.some(
          (each) => this.fallen(true)[each] > FALLEN_MM && this.fallen(false)[each] < FALLEN_MM,
        )
          ? 'command'
          : 'holds'
      case 'parkedLow':
        return this.lowBy(corner, FALLEN_MM, (each) => this.inTheMorning(each)) ? 'low' : 'level'
      case 'standsLow':
        return this.standing(corner) + 3 * (this.random() - 0.5) < -8 ? 'low' : 'level'
      case 'engineLevels': {
        const low = CORNERS.filter((each) => this.standing(each) < -8).length
        return low === 0 ? 'levels' : low === CORNERS.length ? 'not' : 'partly'
      }
      case 'rises':
        return this.rises()
      case 'slowRise':
        return this.rises() === 'yes' ? 'no' : 'yes'
      case 'pumpTest':
        return this.pump()
      case 'relayTest':
        return this.relay()
      case 'whichCorner':
        return this.which(corner)
      case 'sweep':
        return this.sweep(corner)
      case 'agrees':
        return this.agrees(corner)
      case 'galleryHolds':
        return this.gallery()
      case 'pumpRunsOn':
        return this.relay() === 'welded' ? 'yes' : 'no'
      case 'codes':
        return this.code()
      case 'codeSensor':
        return this.codes().includes('sensorImplausible') &&
          this.drive().samples.some(
            ({ signalPercent }) => plausible(signalPercent[corner]) === null,
          )
          ? 'stored'
          : 'none'
      case 'pumpNever':
        return this.drive().samples.some(({ pumpOn }) => pumpOn) ? 'no' : 'yes'
      default: {
        const found = this.what.byHand[place === null ? check : `${check}.${place}`]
        return found !== undefined && this.random() >= this.miss ? found : quiet
      }
    }
  }
}
