// throwaway
import { chromium } from '@playwright/test'
import { LAUNCH } from './browser.ts'
const [path, out, w='1280', h='800', ...steps] = process.argv.slice(2)
const b = await chromium.launch(LAUNCH)
const page = await b.newPage({ viewport: { width: +w, height: +h } })
page.on('pageerror', e => console.log('ERR', e.message)); page.on('console', m => { if (m.type()==='error') console.log('CON', m.text()) })
await page.goto('http://127.0.0.1:4790/')
const who = page.getByRole('dialog').getByRole('button').nth(1); await who.click({timeout:8000}).catch(()=>{})
await page.goto('http://127.0.0.1:4790' + path)
await page.waitForTimeout(1500)
for (const s of steps) { const [k, ...r] = s.split(':'); const v = r.join(':')
 if (k==='wait') await page.waitForTimeout(+v)
 else if (k==='tap') await page.getByRole('button', { name: v, exact: true }).first().click({timeout:5000})
 else if (k==='tab') await page.getByRole('tab', { name: v }).click()
 else if (k==='fill') { const [l, t] = v.split('=') as [string, string]; await page.getByLabel(l).first().fill(t) }
 else if (k==='link') await page.getByRole('link', { name: v }).first().click()
 else if (k==='text') console.log(await page.locator(v).allInnerTexts())
 else if (k==='full') {}
}
await page.screenshot({ path: out!, fullPage: steps.includes('full') })
await b.close()
