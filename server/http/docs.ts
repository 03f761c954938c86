import { createHash } from 'node:crypto'
import { Router } from 'express'
import { openApi, ROUTES } from '@anklet/contract'

const escape = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('"', '&quot;')

const STYLE = `:root{color-scheme:light dark;font:16px/1.5 system-ui,sans-serif}
body{max-width:60rem;margin:2rem auto;padding:0 1rem}
h1{font-size:1.5rem}
section{border-top:1px solid;padding:.75rem 0}
h2{font-size:1.05rem;margin:.2rem 0}
code,pre{font:13px/1.45 ui-monospace,monospace}
pre{overflow:auto;max-height:28rem;padding:.75rem;border:1px solid}
summary{cursor:pointer;padding:.4rem 0;min-height:44px}`

const details = (title: string, schema: unknown): string =>
  `<details><summary>${title}</summary><pre tabindex="0">${escape(JSON.stringify(schema, null, 2))}</pre></details>`

function page(version: string): string {
  const sections = ROUTES.map(
    ({
      method,
      path,
      summary,
      request,
      response,
    }) => `<section><h2><code>${method.toUpperCase()} ${escape(path)}</code></h2><p>${escape(summary)}</p>
${request ? details('Takes', request) : ''}${details('Answers', response)}</section>`,
  )
  return `<!doctype html><html lang="en"><meta charset="utf-8">
<meta name="viewport" content="width=device-width">
<title>Anklet: the server's interface</title><style>${STYLE}</style>
<body><h1>Anklet ${escape(version)}: the server's interface</h1>
<p>Every number carries its unit in its name.
A refusal is a problem document (RFC 9457) with a sentence and the path of the field.
The same as <a href="/api/openapi.json">OpenAPI 3.1</a>.</p>${sections.join('\n')}</body></html>`
}

/** The interface described: as OpenAPI, and as a page that needs nothing from outside. */
export function docsRoutes(version: string): Router {
  return Router()
    .get('/openapi.json', (_req, res) => void res.json(openApi(version)))
    .get('/docs', (_req, res) => {
      const styleHash = createHash('sha256').update(STYLE).digest('base64')
      res
        .set('content-security-policy', `default-src 'none'; style-src 'sha256-${styleHash}'`)
        .type('html')
        .send(page(version))
    })
}
