import type { Express } from 'express'
import { createServer, type Server } from 'node:http'

export interface ServerOptions {
  readonly host: string
  readonly port: number
  /** How long a connection may stand still, whether it should read or write, before it is closed, ms. @default 15 000 */
  readonly idleMs?: number
}

/** Connections at a time; more wait at the door. */
const MOST_CONNECTIONS = 1_000

/**
 * Listens for an application. Who connects and then neither asks nor takes what it asked for is let go of, and the memory that
 * was kept for it with it.
 * @returns the server once it listens; rejects with the system's error when it cannot
 */
export function startServer(app: Express, { host, port, idleMs = 15_000 }: ServerOptions): Promise<Server> {
  const server = createServer({ connectionsCheckingInterval: Math.min(1_000, idleMs) }, app)
  server.maxConnections = MOST_CONNECTIONS
  server.headersTimeout = idleMs
  server.requestTimeout = idleMs
  server.keepAliveTimeout = Math.min(5_000, idleMs)
  server.timeout = idleMs
  server.maxRequestsPerSocket = 1_000
  return new Promise((resolve, reject) => {
    server.once('error', reject)
    server.listen(port, host, () => resolve(server))
  })
}
