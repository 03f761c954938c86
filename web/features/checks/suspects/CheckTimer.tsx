import { Timer } from 'lucide-react'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { useNow } from '../../../kit/useNow.ts'
import { Button } from '../../../kit/Button.tsx'

/** A clock for a check that has to be given its time: soap a minute, a pressure ten. */
export function CheckTimer(): ReactNode {
  const [since, setSince] = useState<number | null>(null)
  const now = useNow(500)
  if (since === null)
    return (
      <Button
        look="quiet"
        className="flex items-center gap-2 justify-self-start"
        onClick={() => setSince(Date.now())}
      >
        <Timer size={18} aria-hidden />
        Time it
      </Button>
    )
  const seconds = Math.max(0, Math.floor((now - since) / 1000))
  return (
    <Button className="justify-self-start" onClick={() => setSince(null)}>
      <Timer size={18} aria-hidden />
      <span className="num">
        {Math.floor(seconds / 60)}:{String(seconds % 60).padStart(2, '0')}
      </span>
      <span className="font-normal">since; stop</span>
    </Button>
  )
}
