import express, { type ErrorRequestHandler, type Express } from 'express'
import staticGzip from 'express-static-gzip'
import helmet from 'helmet'
import { existsSync } from 'node:fs'
import { join } from 'node:path'

/** A year, in seconds: built files carry a hash of their contents in their names. */
const YEAR_SECONDS = 31_536_000

/** What a file that is played on trial may do: be drawn and run as it is, and load nothing from anywhere. */
const PLAYER_POLICY =
  "default-src 'none'; script-src 'unsafe-inline'; style-src 'unsafe-inline'; img-src data:; font-src data:; base-uri 'none'; form-action 'none'; frame-ancestors 'self'; sandbox allow-scripts"

/**
 * The web server of the built application: its files, security headers, cross-origin isolation,
 * `/health`, and the application's page for every other address. Files that were compressed when they were built (`.br`, `.gz`
 * beside them) are sent so: nothing is compressed for an answer, whose memory would be the asker's to hold.
 * @param folder the built application as it is now; has to hold index.html
 */
export function createApp(folder: string): Express {
  const app = express()
  app.disable('x-powered-by')
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'none'"],
          scriptSrc: ["'self'"],
          styleSrc: ["'self'"],
          imgSrc: ["'self'", 'blob:', 'data:'],
          fontSrc: ["'self'"],
          connectSrc: ["'self'"],
          mediaSrc: ["'self'", 'blob:'],
          // See-through clips are put together in workers the media library makes of its own code.
          workerSrc: ["'self'", 'blob:'],
          manifestSrc: ["'self'"],
          frameSrc: ["'self'"],
          baseUri: ["'none'"],
          formAction: ["'none'"],
          frameAncestors: ["'none'"],
        },
      },
      crossOriginEmbedderPolicy: { policy: 'require-corp' },
      crossOriginOpenerPolicy: { policy: 'same-origin' },
      crossOriginResourcePolicy: { policy: 'same-origin' },
    }),
  )
  app.get('/health', (_request, response) => {
    response.json({ ok: true })
  })
  app.use(
    '/assets',
    staticGzip(join(folder, 'assets'), {
      index: false,
      enableBrotli: true,
      orderPreference: ['br', 'gzip'],
      serveStatic: { immutable: true, maxAge: YEAR_SECONDS * 1000, fallthrough: false },
    }),
  )
  // What is exported is measured in a frame that has no origin: it may run what the file says, and reach nothing.
  app.get('/player.html', (_request, response, next) => {
    response.set('Content-Security-Policy', PLAYER_POLICY)
    next()
  })
  app.use(express.static(folder, { index: false, maxAge: 0 }))
  app.get('/{*path}', (request, response) => {
    if (!request.accepts('html')) {
      response.status(404).type('text').send('Nothing here.')
      return
    }
    response.set('Cache-Control', 'no-cache').sendFile('index.html', { root: folder })
  })
  app.use(answerTrouble)
  return app
}

/** Trouble by its number alone: where files lie on this machine is nobody's business. Express knows it by its four arguments. */
const answerTrouble: ErrorRequestHandler = (trouble: unknown, _request, response, next) => {
  if (response.headersSent) {
    next(trouble)
    return
  }
  const { status } = trouble as { status?: number }
  const known = typeof status === 'number' && status >= 400 && status < 600 ? status : 500
  response
    .status(known)
    .type('text')
    .send(known < 500 ? 'Nothing here.' : 'This cannot be answered now.')
}

/** Whether a folder holds a built application. */
export function isBuilt(folder: string): boolean {
  return existsSync(join(folder, 'index.html'))
}
