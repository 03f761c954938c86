import type { Agreement, Decision, Job, Shop } from '@anklet/contract'
import type { DisplayUnits } from '@anklet/core/base/units'
import { expose, transfer } from 'comlink'
import { estimateBytes } from './estimatePdf.ts'
import type { OwnerPaper } from './ownerPaper.ts'
import { ownerBytes } from './ownerPdf.ts'
import type { RecordPaper } from './recordPaper.ts'
import { recordBytes } from './recordPdf.ts'

/** A paper to be made. */
export type PaperRequest =
  | { readonly kind: 'owner'; readonly of: OwnerPaper; readonly units: DisplayUnits }
  | { readonly kind: 'record'; readonly of: RecordPaper }
  | {
      readonly kind: 'estimate'
      readonly job: Pick<Job, 'vehicle' | 'vehicleType' | 'conclusions'>
      readonly shop: Shop
      readonly decision: Decision
      readonly agreed: Agreement | null
    }

/** A paper made, and how many of its photos could not be had or read. */
export interface MadePaper {
  readonly bytes: Uint8Array
  readonly photosLeft: number
}

async function made(request: PaperRequest): Promise<MadePaper> {
  switch (request.kind) {
    case 'owner':
      return ownerBytes(request.of, request.units)
    case 'record':
      return { bytes: await recordBytes(request.of), photosLeft: 0 }
    case 'estimate':
      return {
        bytes: await estimateBytes(request.job, request.shop, request.decision, request.agreed),
        photosLeft: 0,
      }
  }
}

const api = {
  /** Writes a paper as PDF beside the page. @throws where its fonts cannot be had */
  async make(request: PaperRequest): Promise<MadePaper> {
    const paper = await made(request)
    return transfer(paper, [paper.bytes.buffer])
  },
}

/** What the worker does. */
export type PaperWorker = typeof api

expose(api)
