import { clsx } from 'clsx'
import type { ChangeEvent, ReactNode } from 'react'

interface ChooseFileProps {
  /** Kinds of file the browser offers first: media types and endings, with commas between. */
  readonly accept: string
  readonly quiet?: boolean
  readonly className?: string
  readonly disabled?: boolean
  /** Several at once. */
  readonly multiple?: boolean
  /** Largest file that is read, bytes; left out: whoever takes it decides. */
  readonly most?: number
  readonly children: ReactNode
  onChoose(files: readonly [File, ...File[]]): void
  /** Asked instead where one is larger than `most`. */
  onTooLarge?(file: File): void
}

/**
 * Chooses a file, within bounds. The same file may be chosen again: it may have been mended
 * meanwhile.
 */
export function ChooseFile({
  accept,
  quiet = false,
  className,
  disabled = false,
  multiple = false,
  most = Infinity,
  children,
  onChoose,
  onTooLarge,
}: ChooseFileProps): ReactNode {
  const choose = (event: ChangeEvent<HTMLInputElement>): void => {
    const [first, ...rest] = event.target.files ?? []
    event.target.value = ''
    if (!first) return
    const tooLarge = [first, ...rest].find(({ size }) => size > most)
    if (tooLarge) onTooLarge?.(tooLarge)
    else onChoose([first, ...rest])
  }
  return (
    <label
      className={clsx(
        'btn cursor-pointer focus-within:outline focus-within:outline-3',
        quiet && 'btn-quiet',
        disabled && 'opacity-50',
        className,
      )}
    >
      {children}
      <input
        type="file"
        accept={accept}
        className="sr-only"
        disabled={disabled}
        multiple={multiple}
        onChange={choose}
      />
    </label>
  )
}
