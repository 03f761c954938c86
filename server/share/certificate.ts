import { X509Certificate } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { hostname, networkInterfaces } from 'node:os'
import { isIP } from 'node:net'
import { join } from 'node:path'
import { generate } from 'selfsigned'

/** What a server shows to be who it is. */
export interface Identity {
  readonly certificate: string
  readonly key: string
  /** The certificate phones are told to trust; null: the shop brought its own, which they know. */
  readonly authority: string | null
}

const DAY_MS = 24 * 3_600_000
/** The shop's authority outlives its tablets. */
const AUTHORITY_DAYS = 3650
/** Phones take no certificate that holds for longer. */
const SERVER_DAYS = 390
/** One that ends sooner is made anew at the start. */
const RENEW_DAYS = 30

/** Names and addresses this machine can be reached by on its network. */
export function ownNames(): string[] {
  const name = hostname().toLowerCase()
  const addresses = Object.values(networkInterfaces())
    .flatMap((all) => all ?? [])
    // An address of one link only says nothing to a browser without that link's name.
    .filter(({ internal, address }) => !internal && !address.startsWith('fe80:'))
    .map(({ address }) => address)
  return [...addresses, name, ...(name.includes('.') ? [] : [`${name}.local`])]
}

const after = (days: number): Date => new Date(Date.now() + days * DAY_MS)

async function makeAuthority(): Promise<{ cert: string; private: string }> {
  return generate([{ name: 'commonName', value: `Anklet at ${hostname()}` }], {
    keyType: 'ec',
    algorithm: 'sha256',
    notAfterDate: after(AUTHORITY_DAYS),
    extensions: [
      { name: 'basicConstraints', cA: true, pathLenConstraint: 0, critical: true },
      { name: 'keyUsage', keyCertSign: true, cRLSign: true, critical: true },
    ],
  })
}

async function makeServer(
  names: readonly string[],
  ca: { readonly cert: string; readonly key: string },
): Promise<{ cert: string; private: string }> {
  return generate([{ name: 'commonName', value: names[0] ?? 'localhost' }], {
    keyType: 'ec',
    algorithm: 'sha256',
    notAfterDate: after(SERVER_DAYS),
    ca,
    extensions: [
      { name: 'basicConstraints', cA: false, critical: true },
      { name: 'keyUsage', digitalSignature: true, critical: true },
      { name: 'extKeyUsage', serverAuth: true },
      {
        name: 'subjectAltName',
        altNames: names.map((name) =>
          isIP(name) > 0 ? { type: 7 as const, ip: name } : { type: 2 as const, value: name },
        ),
      },
    ],
  })
}

const isFor = (certificate: X509Certificate, name: string): boolean =>
  (isIP(name) > 0 ? certificate.checkIP(name) : certificate.checkHost(name)) !== undefined

const lasts = (certificate: X509Certificate): boolean =>
  Date.parse(certificate.validTo) > Date.now() + RENEW_DAYS * DAY_MS

function isGood(pem: string, authority: string, names: readonly string[]): boolean {
  try {
    const certificate = new X509Certificate(pem)
    return (
      lasts(certificate) &&
      certificate.verify(new X509Certificate(authority).publicKey) &&
      names.every((name) => isFor(certificate, name))
    )
  } catch {
    return false
  }
}

/**
 * The identity of a shared server, out of the data folder, where it is made when it is missing,
 * when it ends soon, and when the machine goes by other names than before. The authority stays, so
 * that phones that trust it go on doing so.
 * @param names it goes by.
 */
export async function ownIdentity(dataFolder: string, names: readonly string[]): Promise<Identity> {
  const folder = join(dataFolder, 'certificate')
  mkdirSync(folder, { recursive: true, mode: 0o700 })
  const path = (name: string): string => join(folder, name)
  const read = (name: string): string => readFileSync(path(name), 'utf8')
  const write = (name: string, text: string): void =>
    writeFileSync(path(name), text, { mode: 0o600 })
  const has = (...files: string[]): boolean => files.every((name) => existsSync(path(name)))
  if (!has('authority.pem', 'authority.key')) {
    const made = await makeAuthority()
    write('authority.key', made.private)
    write('authority.pem', made.cert)
  }
  const authority = read('authority.pem')
  if (!has('server.pem', 'server.key') || !isGood(read('server.pem'), authority, names)) {
    const made = await makeServer(names, { cert: authority, key: read('authority.key') })
    write('server.key', made.private)
    write('server.pem', made.cert)
  }
  return { certificate: `${read('server.pem')}\n${authority}`, key: read('server.key'), authority }
}

/** Said when a certificate that was named cannot serve. */
export class CertificateUnusable extends Error {}

/**
 * The identity the shop brought itself.
 * @throws {CertificateUnusable} with what is wrong with it.
 */
export function broughtIdentity(certificateFile: string, keyFile: string): Identity {
  const read = (file: string, what: string): string => {
    try {
      return readFileSync(file, 'utf8')
    } catch {
      throw new CertificateUnusable(`The ${what} ${file} cannot be read.`)
    }
  }
  const certificate = read(certificateFile, 'certificate')
  const key = read(keyFile, 'key')
  let parsed: X509Certificate
  try {
    parsed = new X509Certificate(certificate)
  } catch {
    throw new CertificateUnusable(`${certificateFile} holds no certificate (PEM).`)
  }
  if (Date.parse(parsed.validTo) < Date.now())
    throw new CertificateUnusable(`The certificate ${certificateFile} ended on ${parsed.validTo}.`)
  return { certificate, key, authority: null }
}

/** What a certificate says its holder is called, for the check of addresses. */
export function namesIn(certificate: string): string[] {
  const names = new X509Certificate(certificate).subjectAltName ?? ''
  return [...names.matchAll(/(?:DNS|IP Address):([^,\s]+)/g)].map(([, name]) => name!.toLowerCase())
}

/** The print of a certificate's key by which people compare it, SHA-256. */
export const printOf = (pem: string): string => new X509Certificate(pem).fingerprint256
