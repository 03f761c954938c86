import type { Page } from '@playwright/test'
import { expect } from '@playwright/test'

/** What a technician does with the interface, in their own words. */
export interface Hand {
  readonly page: Page
  /** Types into a field. */
  type(label: string | RegExp, text: string): Promise<void>
  /** Follows a link. */
  follow(name: string | RegExp): Promise<void>
  /** Says who is working. */
  signIn(name: string): Promise<void>
  /** Says who is working, somebody who never was here. */
  join(name: string): Promise<void>
  /** Says it where it is asked: at the first thing that is written. */
  nameAsked(name: string): Promise<void>
  tap(name: string | RegExp): Promise<void>
  /** Answers the questions before a walk; a watch asks for no state, and proposes its level. */
  settle(answers: {
    state?: RegExp
    temperature: string
    where?: RegExp
    settled?: RegExp
  }): Promise<void>
  /** Types heights in walking order, first lap FL FR RR RL, second the other way. */
  walk(heights: readonly (number | string)[]): Promise<void>
}

/** Works by keyboard, or by touching the keys on the screen. */
export function handOn(page: Page, { touch = false } = {}): Hand {
  const button = (name: string | RegExp) =>
    page.getByRole('button', { name, ...(typeof name === 'string' ? { exact: true } : {}) })
  const tap = (name: string | RegExp): Promise<void> =>
    touch ? button(name).tap() : button(name).click()
  const nameAsked = async (name: string): Promise<void> => {
    await page.getByRole('dialog').getByLabel('Add a name').fill(name)
    await page.getByRole('dialog').getByRole('button', { name: 'Add' }).click()
    await expect(page.getByRole('dialog')).toBeHidden()
  }
  return {
    page,
    tap,
    type: (label, text) => page.getByLabel(label).fill(text),
    follow: async (name) => {
      const link = page.getByRole('link', { name })
      await (touch ? link.tap() : link.click())
    },
    join: async (name) => {
      await page.getByRole('button', { name: /^Working here/ }).click()
      await nameAsked(name)
    },
    nameAsked,
    signIn: async (name) => {
      await page.getByRole('button', { name: /^Working here/ }).click()
      await page.getByRole('dialog').getByRole('button', { name, exact: true }).click()
      await expect(page.getByRole('dialog')).toBeHidden()
    },
    settle: async ({ state, temperature, where = /Beside the springs/, settled = /bounced/ }) => {
      if (state) {
        await tap(state)
        // The level it is designed to stand at; one that has a single one is not asked.
        const level = page
          .getByRole('group', { name: 'Which level does it stand at?' })
          .getByRole('button', { name: /(^|[^\d+−])0(\.0+)? ?(mm|in)$/ })
        if ((await level.count()) > 0) await level.click()
      }
      await page.getByLabel('Temperature').fill(temperature)
      await tap(where)
      await tap(settled)
    },
    walk: async (heights) => {
      for (const height of heights) {
        if (touch) {
          for (const figure of String(height))
            await page
              .getByRole('group', { name: 'Number keys' })
              .getByRole('button', { name: figure === '.' ? 'and a half' : figure, exact: true })
              .tap()
          // A whole height in mm goes on by itself.
          const take = page.getByRole('button', { name: `Take ${height} and walk on`, exact: true })
          if (/^[2-9]\d\d$/.test(String(height))) await expect(take).toBeHidden()
          else {
            await page.getByRole('button', { name: /walk on$/ }).tap()
          }
        } else {
          await page.getByRole('textbox', { name: /lap \d/ }).fill(String(height))
          await page.keyboard.press('Enter')
        }
      }
    },
  }
}

/** Walks the focus to a button or tab by the Tab key alone. */
export async function tabTo(page: Page, name: RegExp, { back = false } = {}): Promise<void> {
  for (let pressed = 0; pressed < 150; pressed += 1) {
    await page.keyboard.press(back ? 'Shift+Tab' : 'Tab')
    const focused = await page.evaluate(() => {
      const at = document.activeElement as HTMLElement
      return at.tagName === 'BUTTON' ? (at.getAttribute('aria-label') ?? at.innerText) : ''
    })
    if (name.test(focused)) return
  }
  throw new Error(`The Tab key never reached ${String(name)}.`)
}

/** Fails on any error the page itself reports. */
export function watchErrors(page: Page): string[] {
  const errors: string[] = []
  page.on('pageerror', (error) => errors.push(error.message))
  page.on('console', (message) => {
    // A server that is away on purpose makes the browser report failed requests; those are not the page's errors.
    if (message.type() === 'error' && !message.text().includes('Failed to load resource'))
      errors.push(message.text())
  })
  return errors
}
