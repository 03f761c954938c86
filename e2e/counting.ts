import type { Page } from '@playwright/test'

/** What a hand did on the page so far. */
export interface Counted {
  /** Taps and clicks, fields gone to among them; not the keys that readings are typed with. */
  readonly taps: number
  /** Letters and figures typed into fields, those of readings left out. */
  readonly characters: number
}

/**
 * Counts in the page itself, whatever drives it: each press of a key or a link, each field that is
 * typed into, each letter. The readings of a walk are what a job cannot do without, so their digits
 * count for nothing.
 * @returns reads the counts so far
 */
export async function countTaps(page: Page): Promise<() => Promise<Counted>> {
  await page.addInitScript(() => {
    const read = () => ({
      taps: 0,
      characters: 0,
      ...(JSON.parse(sessionStorage.getItem('counted') ?? '{}') as Partial<Counted>),
    })
    const add = (taps: number, characters: number) => {
      const so = read()
      const sum = { taps: so.taps + taps, characters: so.characters + characters }
      sessionStorage.setItem('counted', JSON.stringify(sum))
    }
    const isReading = (at: Element) =>
      at.closest('[aria-label="Number keys"]') !== null ||
      (at instanceof HTMLInputElement &&
        [...(at.labels ?? [])].some((label) => /lap \d/.test(label.textContent)))
    const lengths = new WeakMap<Element, number>()
    let pressed: Element | null = null
    // A field that the page itself goes on to costs no tap; one that a hand goes to does.
    const led = new WeakSet<Element>()
    const { focus } = HTMLElement.prototype
    HTMLElement.prototype.focus = function (options) {
      led.add(this)
      focus.call(this, options)
    }
    const isGoneTo = (at: Element) => pressed !== at && !led.has(at)
    addEventListener(
      'click',
      (event) => {
        const at = event.target as Element
        if (!event.isTrusted || isReading(at)) return
        // The label of a tick says it again to its box; Enter in a reading says it to its key.
        const isEcho =
          event.detail === 0 &&
          (at instanceof HTMLInputElement || isReading(document.activeElement ?? at))
        if (isEcho) return
        pressed = at
        add(1, 0)
      },
      true,
    )
    addEventListener(
      'input',
      (event) => {
        const at = event.target as HTMLInputElement
        if (at.type === 'file') add(1, 0)
        if (isReading(at) || !/^(text|search|number|date|textarea|select-one)/.test(at.type)) return
        const before = lengths.get(at)
        lengths.set(at, at.value.length)
        if (before === undefined && isGoneTo(at)) add(1, 0)
        add(0, Math.max(0, at.value.length - (before ?? 0)))
      },
      true,
    )
  })
  return async () =>
    JSON.parse(
      await page.evaluate(() => sessionStorage.getItem('counted') ?? '{"taps":0,"characters":0}'),
    ) as Counted
}
