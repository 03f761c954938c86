import { useQueryClient } from '@tanstack/react-query'
import { Download, Upload } from 'lucide-react'
import type { ChangeEvent, ReactNode } from 'react'
import { useState } from 'react'
import { saveFile } from '../../kit/saveFile.ts'
import { ask, sendBundle, sentenceOf } from '../../client/api.ts'

type Doing =
  | { readonly state: 'idle' }
  | { readonly state: 'busy'; readonly words: string }
  | { readonly state: 'done'; readonly words: string }
  | { readonly state: 'failed'; readonly words: string }

const LARGEST_MB = 64

/** The shop's records as one file for another shop, out and in. */
export function Exchange(): ReactNode {
  const client = useQueryClient()
  const [doing, setDoing] = useState<Doing>({ state: 'idle' })
  const busy = doing.state === 'busy'
  const out = async (): Promise<void> => {
    setDoing({ state: 'busy', words: 'Packing …' })
    try {
      const bundle = await ask('/api/bundle')
      saveFile(
        `anklet-shop-${bundle.exportedAt.slice(0, 10)}.json`,
        'application/json',
        JSON.stringify(bundle),
      )
      setDoing({
        state: 'done',
        words: `Packed: ${bundle.vehicles.length} cars, ${bundle.jobs.length} jobs, ${bundle.rounds.length} rounds.`,
      })
    } catch (error) {
      setDoing({ state: 'failed', words: sentenceOf(error) })
    }
  }
  const take = async (event: ChangeEvent<HTMLInputElement>): Promise<void> => {
    const input = event.target
    const file = input.files?.[0]
    if (!file) return
    setDoing({ state: 'busy', words: 'Taking it over …' })
    try {
      if (file.size > LARGEST_MB * 1e6)
        setDoing({
          state: 'failed',
          words: `"${file.name}" has ${Math.round(file.size / 1e6)} MB; up to ${LARGEST_MB} can be taken over. A whole shop of that size moves as a backup.`,
        })
      else {
        const { added, known } = await sendBundle(await file.text())
        setDoing({
          state: 'done',
          words: `${added} records are new here; ${known} were here already and are left as they are.`,
        })
        void client.invalidateQueries()
      }
    } catch (error) {
      setDoing({ state: 'failed', words: sentenceOf(error) })
    }
    input.value = ''
  }
  return (
    <section aria-label="To and from another shop" className="grid content-start gap-3">
      <h1>To and from another shop</h1>
      <p className="text-ink-2">
        People, vehicle types, cars, jobs, rounds, watches, notes and photos as one file. Read in,
        it adds what is not here yet and changes nothing that is. A single job out of another shop
        is read in the same way. It is no backup: what was done when, by which tablet, stays here.
      </p>
      <div className="flex flex-wrap gap-2">
        <button type="button" className="btn" disabled={busy} onClick={() => void out()}>
          <Download size={18} aria-hidden />
          Save it as a file
        </button>
        <label
          className={`btn cursor-pointer focus-within:outline focus-within:outline-3 ${busy ? 'opacity-50' : ''}`}
        >
          <Upload size={18} aria-hidden />
          Read one in
          <input
            type="file"
            accept="application/json,.json"
            className="sr-only"
            disabled={busy}
            onChange={(event) => void take(event)}
          />
        </label>
      </div>
      {doing.state !== 'idle' && (
        <p
          role={doing.state === 'failed' ? 'alert' : 'status'}
          className={doing.state === 'failed' ? 'wrong' : ''}
        >
          {doing.words}
        </p>
      )}
    </section>
  )
}
