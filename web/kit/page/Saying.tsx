import type { ReactNode } from 'react'
import { useState } from 'react'
import { Button } from '../Button.tsx'
import { Disclosure } from '../Disclosure.tsx'
import { Notice, Refusal } from '../Notice.tsx'
import { Empty, PageHead } from '../PageHead.tsx'
import { Progress } from '../Progress.tsx'
import { Sheet } from '../Sheet.tsx'

const SIZES = ['note', 'small', 'body', 'lead', 'figure', 'title', 'say'] as const
const CLASS: Readonly<Record<(typeof SIZES)[number], string>> = {
  note: 'text-note',
  small: 'text-small',
  body: 'text-body',
  lead: 'text-lead',
  figure: 'text-figure',
  title: 'text-title',
  say: 'text-say',
}

/** The seven sizes, smallest first. */
export function Sizes(): ReactNode {
  return SIZES.map((size) => (
    <p key={size} className={CLASS[size]}>
      {size}: the front left leaks, 480 mm in the evening
    </p>
  ))
}

/** Caution, wait and refusal. */
export function Notices(): ReactNode {
  return (
    <>
      <Notice kind="caution">
        The springs hold air under pressure: nothing is opened before each is shown to be empty.
      </Notice>
      <Notice kind="wait">The pump rests; four minutes are left.</Notice>
      <Refusal>Rear right: 480 mm on the first lap, 465 mm on the second. One is wrong.</Refusal>
      <Refusal>{null}</Refusal>
    </>
  )
}

/** What a page begins with, and a list without entries. */
export function Heads(): ReactNode {
  return (
    <>
      <PageHead title="Vehicles" sub="All cars of the shop." tools={<Button>New</Button>} />
      <Empty>No car here yet. The first one comes with its first job.</Empty>
    </>
  )
}

/** What is folded away, and what takes its time. */
export function Folding(): ReactNode {
  return (
    <>
      <Disclosure summary="Folded">What stands inside.</Disclosure>
      <Disclosure summary="Open" open>
        <p>What stands inside.</p>
      </Disclosure>
      <Progress label="Nights run" share={0.4}>
        Running each leak through the night …
      </Progress>
      <Progress label="Packing" share={null} />
    </>
  )
}

/** A sheet over the page, opened by its button. */
export function Sheets(): ReactNode {
  const [open, setOpen] = useState(false)
  return (
    <>
      <Button className="w-fit" onClick={() => setOpen(true)}>
        Open the sheet
      </Button>
      <Sheet title="A sheet" open={open} onClose={() => setOpen(false)}>
        <p>Escape, the cross or a tap beside it takes it away.</p>
      </Sheet>
    </>
  )
}
