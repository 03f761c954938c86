import type { ReactNode } from 'react'
import { isRouteErrorResponse, useRouteError } from 'react-router'
import { Button, ButtonLink } from '../../kit/Button.tsx'

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
          <Button look="go" onClick={() => window.location.reload()}>
            Load it again
          </Button>
        )}
        <ButtonLink to="/" reloadDocument={broke}>
          To the floor
        </ButtonLink>
      </div>
    </div>
  )
}
