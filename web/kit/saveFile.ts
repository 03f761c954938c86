import type { Vehicle } from '@anklet/contract'

/** Hands a file to the browser to be saved. @param type media type. */
export function saveFile(name: string, type: string, content: BlobPart): void {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([content], { type }))
  link.download = name
  // A link that stands nowhere is not followed by every browser.
  document.body.append(link)
  link.click()
  link.remove()
  // Revoked later: some browsers read the address only after the click has returned.
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000)
}

/**
 * What a car's file is called: its plate without what a file name cannot hold, and whether the car
 * is simulated.
 * @param rest after the plate, with its ending
 */
export const carFile = (
  { plate, simulated }: Pick<Vehicle, 'plate' | 'simulated'>,
  rest: string,
): string => `${plate.replaceAll(/[^\p{L}\p{N}]+/gu, '-')}-${simulated ? 'simulated-' : ''}${rest}`
