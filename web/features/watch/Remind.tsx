import type { Job, Watch } from '@anklet/contract'
import { Bell, CalendarPlus } from 'lucide-react'
import type { ReactNode } from 'react'
import { useState } from 'react'
import { carFile, saveFile } from '../../kit/saveFile.ts'
import { ring } from '../../client/state/reminders.ts'
import { useSession } from '../../client/state/session.ts'
import { Refusal } from '../../kit/Notice.tsx'
import { Tap } from '../../kit/Button.tsx'

interface RemindProps {
  readonly job: Job
  readonly watch: Watch
}

/** Ways to be reminded of the morning round: a sound and a notice on this device, an entry in any calendar. */
export function Remind({ job, watch }: RemindProps): ReactNode {
  const { reminders, remind } = useSession()
  const [failed, setFailed] = useState(false)
  const toggle = (): void => {
    remind(!reminders)
    if (reminders) return
    // The first sound has to follow a tap, or the browser mutes all later ones.
    ring()
    if (typeof Notification !== 'undefined' && Notification.permission === 'default')
      void Notification.requestPermission()
  }
  const calendar = async (): Promise<void> => {
    const { calendarEntry } = await import('./calendarEntry.ts')
    const text = calendarEntry(job.vehicle.plate, watch)
    setFailed(text === null)
    if (text !== null) saveFile(carFile(job.vehicle, 'morning.ics'), 'text/calendar', text)
  }
  return (
    <div className="flex flex-wrap gap-2">
      <Tap className="flex-1" on={reminders} onClick={toggle}>
        <Bell size={18} aria-hidden />
        Ring here
      </Tap>
      <Tap className="flex-1" onClick={() => void calendar()}>
        <CalendarPlus size={18} aria-hidden />
        Into a calendar
      </Tap>
      {failed && <Refusal className="w-full">This watch’s times make no calendar entry.</Refusal>}
    </div>
  )
}
