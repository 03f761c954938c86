import type { RequestHandler } from 'express'
import { statfs } from 'node:fs/promises'
import { AppError } from '../kernel/appError.ts'
import { ROOM_BYTES } from '../store/folder.ts'

/**
 * Lets a write pass only while there is room for it beside what the database itself needs to go on
 * and to end: a database that runs out of room in the middle ends itself.
 * @param folder where the records lie.
 */
export const requireRoom =
  (folder: string): RequestHandler =>
  async (req, _res, next) => {
    if (req.method === 'GET' || req.method === 'HEAD') return next()
    const { bavail, bsize } = await statfs(folder)
    // What comes in is written three times at most: into the log, the table and a page's image.
    const needed = ROOM_BYTES + 3 * Number(req.headers['content-length'] ?? 0)
    if (bavail * bsize < needed) throw new AppError('diskFull')
    next()
  }
