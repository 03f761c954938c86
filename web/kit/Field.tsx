import { clsx } from 'clsx'
import type {
  InputHTMLAttributes,
  ReactNode,
  SelectHTMLAttributes,
  TextareaHTMLAttributes,
} from 'react'
import { createContext, useContext, useId } from 'react'
import { isSaid, Refusal } from './Notice.tsx'

interface Wired {
  readonly id: string
  /** Names what describes it besides its label; empty: nothing does. */
  readonly describedBy: string
  readonly isRefused: boolean
}

const Wiring = createContext<Wired | null>(null)

interface FieldProps {
  /** What is asked for; its name for those who listen as well. */
  readonly label: ReactNode
  /** The label is only for those who listen: what stands around it says the same. */
  readonly quiet?: boolean
  /** Where it is found on the page; left out: nowhere in particular. */
  readonly id?: string
  /** Unit of what is typed, behind it. */
  readonly unit?: ReactNode
  /** What is pressed to take it, behind it. */
  readonly beside?: ReactNode
  /** How it is meant, under it. */
  readonly hint?: ReactNode
  /** Why it cannot be taken as it is; empty: it can. */
  readonly refusal?: ReactNode
  /** Where it stands and how wide it is. */
  readonly className?: string
  readonly children: ReactNode
}

/** Something to fill in, with what belongs to it: its name, unit, hint and refusal. */
export function Field({
  label,
  quiet = false,
  id,
  unit,
  beside,
  hint,
  refusal,
  className,
  children,
}: FieldProps): ReactNode {
  const own = useId()
  const wired = id ?? own
  const said = `${wired}-said`
  const isRefused = isSaid(refusal)
  const describedBy = hint !== undefined || isRefused ? said : ''
  return (
    <div className={className}>
      <label className={quiet ? 'sr-only' : 'label'} htmlFor={wired}>
        {label}
      </label>
      <Wiring.Provider value={{ id: wired, describedBy, isRefused }}>
        {unit === undefined && beside === undefined ? (
          children
        ) : (
          <div className={clsx('flex gap-2', unit !== undefined && 'items-baseline')}>
            {children}
            {unit !== undefined && <span className="min-w-12 text-small text-ink-3">{unit}</span>}
            {beside}
          </div>
        )}
      </Wiring.Provider>
      {describedBy !== '' && (
        <div id={said} className="mt-1.5">
          {hint !== undefined && <p className="text-small text-ink-3">{hint}</p>}
          <Refusal>{refusal}</Refusal>
        </div>
      )}
    </div>
  )
}

// What a control takes over from the field around it; what it says itself comes first.
function useWiring(): {
  readonly id?: string
  readonly 'aria-describedby'?: string
  readonly 'aria-invalid'?: true
} {
  const wired = useContext(Wiring)
  if (!wired) return {}
  return {
    id: wired.id,
    ...(wired.describedBy ? { 'aria-describedby': wired.describedBy } : {}),
    ...(wired.isRefused ? { 'aria-invalid': true } : {}),
  }
}

interface Typed {
  /** Told what stands there, whenever it changes. */
  onText?(text: string): void
}

/** A line to type in. */
export function Input({
  className,
  onText,
  ...rest
}: InputHTMLAttributes<HTMLInputElement> & Typed): ReactNode {
  return (
    <input
      className={clsx('field', className)}
      onChange={({ target }) => onText?.(target.value)}
      {...useWiring()}
      {...rest}
    />
  )
}

/** A figure to type in. */
export const FigureInput = ({
  className,
  ...rest
}: InputHTMLAttributes<HTMLInputElement> & Typed): ReactNode => (
  <Input className={clsx('num', className)} inputMode="decimal" autoComplete="off" {...rest} />
)

/** Several lines to type in. */
export function TextArea({
  className,
  onText,
  ...rest
}: TextareaHTMLAttributes<HTMLTextAreaElement> & Typed): ReactNode {
  return (
    <textarea
      className={clsx('field', className)}
      onChange={({ target }) => onText?.(target.value)}
      {...useWiring()}
      {...rest}
    />
  )
}

/** One of a list. */
export function Select({ className, ...rest }: SelectHTMLAttributes<HTMLSelectElement>): ReactNode {
  return <select className={clsx('field', className)} {...useWiring()} {...rest} />
}
