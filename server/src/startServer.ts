import type { Express } from 'express'
import { createServer, type RequestListener, type Server } from 'node:http'
import type { Socket } from 'node:net'

export interface ServerOptions {
  readonly host: string
  readonly port: number
  /** How long a connection may stand still, whether it should read or write, before it is closed, ms. @default 15 000 */
  readonly idleMs?: number
}

/** Connections at a time; more wait at the door. */
const MOST_CONNECTIONS = 1_000

/** Answers a connection may have under way at a time. Browsers ask for the next only when they have the last. */
const MOST_ANSWERS = 2

/**
 * Listens for an application. Who connects and then neither asks nor takes what it asked for is let go of, and the memory that
 * was kept for it with it.
 * @returns the server once it listens; rejects with the system's error when it cannot
 */
export function startServer(app: Express, { host, port, idleMs = 15_000 }: ServerOptions): Promise<Server> {
  const server = createServer({ connectionsCheckingInterval: Math.min(1_000, idleMs) }, fewAtATime(app))
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

/**
 * An answer that is not taken holds a piece of its file in memory, so a connection that asks on without reading is closed;
 * whom that meets in earnest has to be ready to ask again (RFC 9112, section 9.3.2).
 */
function fewAtATime(listener: RequestListener): RequestListener {
  const underWay = new WeakMap<Socket, number>()
  return (request, response) => {
    const { socket } = request
    const count = (underWay.get(socket) ?? 0) + 1
    if (count > MOST_ANSWERS) {
      socket.destroy()
      return
    }
    underWay.set(socket, count)
    response.once('close', () => underWay.set(socket, underWay.get(socket)! - 1))
    listener(request, response)
  }
}
