import { expose } from 'comlink'
import type { ReadTable } from '@anklet/core/measuring/exchange'
import { readRoundsTable } from '@anklet/core/measuring/exchange'
import Papa from 'papaparse'

/** Splits a text into cells, whatever parts them, and reads the rounds in it. */
export function readRoundsText(text: string): ReadTable {
  const { data } = Papa.parse<string[]>(text, {
    skipEmptyLines: false,
    delimitersToGuess: [';', '\t', ',', '|'],
  })
  return readRoundsTable(data)
}

const api = {
  /** A file of rounds, read off the page's thread. A byte-order mark is no part of the text. */
  async read(file: File): Promise<ReadTable> {
    return readRoundsText(await file.text())
  },
}

/** What the worker does. */
export type RoundsFileWorker = typeof api

// Imported by a test there is nobody to answer.
if (typeof WorkerGlobalScope !== 'undefined') expose(api)
