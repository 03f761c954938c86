import { useEffect, useMemo, useState } from 'react'

/**
 * What a worker makes of the newest request; it ends with the component.
 * @param make begins the worker. @param reckon asks it. @param request null: nothing is asked. @param broken the answer when it fails.
 * @returns null while there is no answer yet
 */
export function useReckoned<Request, Answer>(make: () => Worker, reckon: (worker: Worker, request: Request) => Promise<Answer>, request: Request | null, broken: Answer): Answer | null {
  const [answer, setAnswer] = useState<Answer | null>(null)
  const worker = useMemo(make, [])
  useEffect(() => () => worker.terminate(), [worker])
  const content = JSON.stringify(request)
  useEffect(() => {
    let current = true
    const asked = JSON.parse(content) as Request | null
    if (asked === null) return setAnswer(null)
    reckon(worker, asked).then((next) => { if (current) setAnswer(next) }, () => { if (current) setAnswer(broken) })
    return () => { current = false }
  }, [content, worker])
  return answer
}
