import type { ShareState } from '@anklet/contract'
import type { ReactNode } from 'react'
import { useShare } from '../../client/access.ts'
import { Loading } from '../../client/Loading.tsx'
import { useAccess } from '../../client/state/access.ts'
import { Disclosure } from '../../kit/Disclosure.tsx'

function NotShared(): ReactNode {
  const accounts = useAccess((access) => access.accounts)
  return (
    <p className="text-ink-2">
      This machine only.{' '}
      {accounts
        ? 'For the whole shop, end Anklet and start it as npm start -- --share.'
        : 'For the whole shop, give the lead a PIN first, then start Anklet as npm start -- --share.'}
    </p>
  )
}

/** How a phone is told that this server is the shop's own. */
function Trust({ print }: Pick<ShareState, 'print'>): ReactNode {
  return (
    <Disclosure summary="If a tablet warns that it does not know this server">
      <ol className="grid list-decimal gap-1.5 pl-5">
        <li>
          Open the address on the tablet and pass the warning once, on the shop’s own network only.
        </li>
        <li>
          Load{' '}
          <a className="underline" href="/api/share/authority.crt" download>
            the shop’s certificate
          </a>{' '}
          there. Its print, to compare: <span className="num break-all text-small">{print}</span>
        </li>
        <li>
          In the tablet’s settings, under security or certificates, install it as an authority for
          web pages, and switch full trust on where it asks.
        </li>
        <li>Open the address again: no warning, and camera, offline page and sound work.</li>
      </ol>
    </Disclosure>
  )
}

function Shared({ addresses, ownAuthority, print }: ShareState): ReactNode {
  const [first, ...others] = addresses
  if (!first) return <p className="text-ink-2">It is shared, but this machine is on no network.</p>
  return (
    <>
      <div className="flex flex-wrap items-center gap-4">
        <img
          className="size-36 rounded-md"
          alt={`QR code of ${first.address}`}
          src={`data:image/svg+xml;utf8,${encodeURIComponent(first.code)}`}
        />
        <div className="grid gap-1">
          <p>Open on a tablet or phone of the shop’s network:</p>
          <p className="num text-lead font-semibold">{first.address}</p>
          {others.map(({ address }) => (
            <p key={address} className="num text-small text-ink-2">
              {address}
            </p>
          ))}
        </div>
      </div>
      {ownAuthority && <Trust print={print} />}
    </>
  )
}

/** How other tablets reach this server. */
export function OtherTablets(): ReactNode {
  return (
    <section aria-label="Other tablets" className="grid content-start gap-3">
      <h1>Other tablets</h1>
      <Loading query={useShare()} what="the address">
        {(share) => (share.shared ? <Shared {...share} /> : <NotShared />)}
      </Loading>
    </section>
  )
}
