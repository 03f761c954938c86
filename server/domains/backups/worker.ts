import { constants, setPriority } from 'node:os'
import type { Task } from './tasks.ts'
import { doTask } from './tasks.ts'

// Runs beside the server, behind everything else the machine has to do.
setPriority(constants.priority.PRIORITY_LOW)
const task = JSON.parse(process.argv[2]!) as Task
doTask(task, process.env['DATABASE_URL']).then(
  (done) => process.send!({ done }, () => process.exit(0)),
  (error: unknown) => {
    const fault = error instanceof Error ? error.message : String(error)
    process.send!({ fault }, () => process.exit(1))
  },
)
// Whoever asked for it is gone.
process.once('disconnect', () => process.exit(1))
