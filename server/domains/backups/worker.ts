import { stepBehind } from '../../kernel/behind.ts'
import type { Task } from './tasks.ts'
import { doTask } from './tasks.ts'

stepBehind()
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
