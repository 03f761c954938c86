import { clsx } from 'clsx'
import { X } from 'lucide-react'
import { Dialog } from 'radix-ui'
import type { ReactNode } from 'react'
import { useRef } from 'react'

interface SheetProps {
  readonly title: string
  readonly open: boolean
  readonly children: ReactNode
  readonly wide?: boolean
  onClose(): void
}

/** A sheet laid over the page: Escape, the cross or a tap beside it takes it away. */
export function Sheet({ title, open, children, wide = false, onClose }: SheetProps): ReactNode {
  // Nothing of the sheet's own opened it: whatever had the focus gets it back.
  const before = useRef<HTMLElement | null>(null)
  return (
    <Dialog.Root
      open={open}
      onOpenChange={(next) => {
        if (!next) onClose()
      }}
    >
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/45" />
        <Dialog.Content
          aria-describedby={undefined}
          onOpenAutoFocus={() => {
            before.current = document.activeElement as HTMLElement | null
          }}
          onCloseAutoFocus={(event) => {
            event.preventDefault()
            before.current?.focus()
          }}
          className={clsx(
            'sheet fixed z-40 left-1/2 top-1/2 max-h-[92dvh] w-[calc(100vw-24px)] -translate-x-1/2',
            '-translate-y-1/2 overflow-y-auto p-5',
            wide ? 'max-w-[820px]' : 'max-w-[480px]',
          )}
        >
          <div className="mb-3 flex items-start justify-between gap-4">
            <Dialog.Title className="text-figure font-semibold text-ink">{title}</Dialog.Title>
            <Dialog.Close
              className="btn-quiet grid min-h-touch min-w-touch place-items-center"
              aria-label="Close"
            >
              <X size={22} aria-hidden />
            </Dialog.Close>
          </div>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
