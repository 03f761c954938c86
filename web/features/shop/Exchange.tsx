import { useQueryClient } from '@tanstack/react-query'
import { Download, Upload } from 'lucide-react'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { saveFile } from '../../kit/saveFile.ts'
import { ask, sendBundle, sentenceOf } from '../../client/api.ts'
import { Button } from '../../kit/Button.tsx'
import { ChooseFile } from '../../kit/ChooseFile.tsx'

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
  const take = async (file: File): Promise<void> => {
    setDoing({ state: 'busy', words: 'Taking it over …' })
    try {
      const { added, known } = await sendBundle(await file.text())
      setDoing({
        state: 'done',
        words: `${added} records are new here; ${known} were here already and are left as they are.`,
      })
      void client.invalidateQueries()
    } catch (error) {
      setDoing({ state: 'failed', words: sentenceOf(error) })
    }
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
        <Button disabled={busy} onClick={() => void out()}>
          <Download size={18} aria-hidden />
          Save it as a file
        </Button>
        <ChooseFile
          accept="application/json,.json"
          most={LARGEST_MB * 1e6}
          disabled={busy}
          onChoose={([file]) => void take(file)}
          onTooLarge={({ name, size }) =>
            setDoing({
              state: 'failed',
              words: `"${name}" has ${Math.round(size / 1e6)} MB; up to ${LARGEST_MB} can be taken over. A whole shop of that size moves as a backup.`,
            })
          }
        >
          <Upload size={18} aria-hidden />
          Read one in
        </ChooseFile>
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
