import { FIGURES } from '@anklet/language/problems/serverFaults'
import type { RequestHandler } from 'express'
import { Router } from 'express'
import type { Logger } from 'pino'
import { collectDefaultMetrics, Gauge, Histogram, Registry } from 'prom-client'
import { wayName, whoIn } from './admission.ts'
import type { Devices } from './deviceActs.ts'

const REQUEST_ID = 'x-request-id'
/** An id a balancer gave is kept, as long as it is one. */
const GIVEN = /^[\w-]{8,64}$/
/** Bounds of how long answers take, s. */
const BOUNDS_S = [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10]

/** What a process tells of itself to whoever runs it. */
export class Metrics {
  readonly registry = new Registry()
  private readonly answered: Histogram<'method' | 'way' | 'status'>

  constructor(devices: Pick<Devices, 'attached'>, leads: () => boolean) {
    const registers = [this.registry]
    collectDefaultMetrics({ register: this.registry })
    this.answered = new Histogram({
      name: 'anklet_request_seconds',
      help: FIGURES.answered,
      labelNames: ['method', 'way', 'status'],
      buckets: BOUNDS_S,
      registers,
    })
    new Gauge({
      name: 'anklet_devices',
      help: FIGURES.devices,
      registers,
      collect() {
        this.set(devices.attached)
      },
    })
    new Gauge({
      name: 'anklet_leads',
      help: FIGURES.leads,
      registers,
      collect() {
        this.set(leads() ? 1 : 0)
      },
    })
  }

  note(method: string, way: string, status: number, seconds: number): void {
    this.answered.observe({ method, way, status: String(status) }, seconds)
  }
}

/**
 * Gives every request an id, which its answer and its line in the log carry, and counts how long it
 * took. A line holds no name, no plate and nothing that was sent.
 */
export function observe(log: Pick<Logger, 'info'>, metrics: Metrics): RequestHandler {
  return (req, res, next) => {
    const given = req.get(REQUEST_ID)
    const id = given !== undefined && GIVEN.test(given) ? given : crypto.randomUUID()
    res.locals['requestId'] = id
    res.set(REQUEST_ID, id)
    const began = performance.now()
    const way = wayName(req)
    res.once('finish', () => {
      const ms = performance.now() - began
      metrics.note(req.method, way, res.statusCode, ms / 1000)
      log.info(
        {
          requestId: id,
          method: req.method,
          way,
          status: res.statusCode,
          ms: Math.round(ms * 10) / 10,
          person: whoIn(res)?.id ?? null,
        },
        'answered',
      )
    })
    next()
  }
}

/** GET /api/metrics, in the open text format. */
export function metricsRoutes({ registry }: Metrics): Router {
  return Router().get('/metrics', async (_req, res) => {
    const text = await registry.metrics()
    res.set('content-type', registry.contentType).send(text)
  })
}
