import { existsSync } from 'node:fs'
import { join } from 'node:path'
import type { RequestHandler } from 'express'
import express, { Router } from 'express'

/** Serves a file's compressed twin (made when the interface is built) to browsers that take it. */
const compressed =
  (folder: string): RequestHandler =>
  (req, res, next) => {
    const file = req.path.replace(/^\/+/, '')
    if (
      !/\.(js|css)$/.test(file) ||
      file.includes('..') ||
      !req.acceptsEncodings('br') ||
      !existsSync(join(folder, `${file}.br`))
    )
      return next()
    res.set({
      'content-encoding': 'br',
      vary: 'accept-encoding',
      'content-type': file.endsWith('.js')
        ? 'text/javascript; charset=utf-8'
        : 'text/css; charset=utf-8',
      'cache-control': 'public, max-age=31536000, immutable',
    })
    res.sendFile(`${file}.br`, {
      root: folder,
      headers: {
        'content-type': file.endsWith('.js')
          ? 'text/javascript; charset=utf-8'
          : 'text/css; charset=utf-8',
      },
    })
  }

/**
 * The built interface: hashed files for ever, the page itself always fresh; every place of the app
 * is the same page.
 */
export function webRoutes(folder: string): Router {
  const router = Router()
  router.use(compressed(folder))
  router.use(
    '/assets',
    express.static(join(folder, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }),
  )
  router.use(express.static(folder, { index: false, maxAge: '1h' }))
  router.get('/{*place}', (_req, res) =>
    res.set('cache-control', 'no-cache').sendFile('index.html', { root: folder }),
  )
  return router
}
