import type { ReactNode } from 'react'
import { isRouteErrorResponse, Link, useRouteError } from 'react-router'

/** What stands where nothing is, or where a page broke. */
export function NotHere(): ReactNode {
  const error = useRouteError()
  const broke = Boolean(error) && !isRouteErrorResponse(error)
  return (
    <div className="p-6">
      <p className="say-small mb-4">
        {broke
          ? 'This page broke. What you entered is kept on this device.'
          : 'There is nothing at this address.'}
      </p>
      <div className="flex gap-3">
        {broke && (
          <button type="button" className="btn btn-go" onClick={() => window.location.reload()}>
            Load it again
          </button>
        )}
        <Link className="btn" to="/" reloadDocument={broke}>
          To the floor
        </Link>
      </div>
    </div>
  )
}
