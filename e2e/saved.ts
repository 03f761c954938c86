import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'

/** Text of the file that something saves. */
export const savedText = async (page: Page, save: () => Promise<void>): Promise<string> => {
  const saved = page.waitForEvent('download')
  await save()
  return readFileSync(await (await saved).path(), 'utf8')
}
