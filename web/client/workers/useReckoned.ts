import type { Remote } from 'comlink'
import { wrap } from 'comlink'
import { useEffect, useEffectEvent, useRef } from 'react'
import { useSlices } from '../slices.ts'

/**
 * What a worker makes of the newest request; it ends with the component.
 * @param make begins the worker. @param reckon asks it; what it tells meanwhile counts until the
 * answer is there. @param request null: nothing is asked. @param broken the answer when it fails.
 * @returns null while there is no answer yet
 */
export function useReckoned<Api, Request, Answer>(
  make: () => Worker,
  reckon: (
    remote: Remote<Api>,
    request: Request,
    tell: (answer: Answer) => void,
  ) => Promise<Answer>,
  request: Request | null,
  broken: Answer,
): Answer | null {
  // What is made of an answer is large.
  const [answer, { tell, tellNow }] = useSlices<Answer | null>(null)
  // Begun when it is first needed, and anew after the page was put aside and taken up again. Both
  // are held: a proxy that nobody holds is collected, and with it the listener on the worker.
  const running = useRef<{ readonly worker: Worker; readonly remote: Remote<Api> } | null>(null)
  useEffect(
    () => () => {
      running.current?.worker.terminate()
      running.current = null
    },
    [],
  )
  const content = JSON.stringify(request)
  const begin = useEffectEvent((asked: Request, settle: (next: Answer) => void): void => {
    if (!running.current) {
      const worker = make()
      running.current = { worker, remote: wrap<Api>(worker) }
    }
    reckon(running.current.remote, asked, settle).then(settle, () => settle(broken))
  })
  useEffect(() => {
    let current = true
    const asked = JSON.parse(content) as Request | null
    if (asked === null) return tellNow(null)
    begin(asked, (next) => {
      if (current) tell(next)
    })
    return () => {
      current = false
    }
  }, [content, tell, tellNow])
  return answer
}
