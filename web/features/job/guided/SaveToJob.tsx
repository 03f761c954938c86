import { RefusalOf } from '../../../client/RefusalOf.tsx'
import { ClipboardPlus } from 'lucide-react'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { Sheet } from '../../../kit/Sheet.tsx'
import { useCommand, useJobs } from '../../../client/queries.ts'
import { noteFromBench } from './commands.ts'
import { Plate } from '../../../kit/Plate.tsx'
import { Button, Tap } from '../../../kit/Button.tsx'

interface SaveProps {
  readonly title: string
  /** The figures and the sentence, a line each. */ readonly lines: readonly string[]
}

function Jobs({ title, lines, onSaved }: SaveProps & { onSaved(plate: string): void }): ReactNode {
  const jobs = useJobs().data?.filter(({ closedAt }) => closedAt === null)
  const keep = useCommand('job.note')
  const [noteId] = useState(() => crypto.randomUUID())
  return (
    <div className="grid gap-3">
      <ul className="text-small text-ink-2">
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      {jobs?.length === 0 && <p>No job is open that could keep it.</p>}
      <ul className="grid max-h-[50dvh] gap-2 overflow-y-auto">
        {jobs?.map(({ id, plate, simulated, typeName }) => (
          <li key={id}>
            <Tap
              className="w-full"
              disabled={keep.isPending}
              onClick={() =>
                keep.submit(noteFromBench(noteId, id, title, lines), () => onSaved(plate))
              }
            >
              <Plate plate={plate} simulated={simulated} />
              {typeName}
            </Tap>
          </li>
        ))}
      </ul>
      <RefusalOf asked={keep} />
    </div>
  )
}

/** Keeps what a tool says on a job: its figures and its sentence, as a note. */
export function SaveToJob(props: SaveProps): ReactNode {
  const [open, setOpen] = useState(false)
  const [saved, setSaved] = useState<{ readonly plate: string; readonly content: string } | null>(
    null,
  )
  const content = props.lines.join('\n')
  return (
    <div className="flex flex-wrap items-center gap-3">
      <Button onClick={() => setOpen(true)}>
        <ClipboardPlus size={18} aria-hidden />
        Save to a job
      </Button>
      {saved?.content === content && (
        <span role="status" className="text-ink-2">
          Kept with {saved.plate}.
        </span>
      )}
      <Sheet title="On which job?" open={open} onClose={() => setOpen(false)}>
        {open && (
          <Jobs
            {...props}
            onSaved={(plate) => {
              setSaved({ plate, content })
              setOpen(false)
            }}
          />
        )}
      </Sheet>
    </div>
  )
}
