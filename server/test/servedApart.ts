import type { AddressInfo } from 'node:net'
import { createApp } from '../src/createApp.ts'
import { startServer } from '../src/startServer.ts'

/** A server in a process of its own, started with the folder and how long connections may stand still; asked, it tells its memory. */
const [folder, idleMs] = process.argv.slice(2)
const server = await startServer(createApp(folder!), { host: '127.0.0.1', port: 0, idleMs: Number(idleMs) })
process.on('message', () =>
  server.getConnections((_trouble, connections) =>
    process.send!({ connections, megabytes: process.memoryUsage.rss() / 1e6 }),
  ),
)
process.send!({ port: (server.address() as AddressInfo).port })
