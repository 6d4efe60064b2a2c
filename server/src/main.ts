import { fileURLToPath } from 'node:url'
import { createApp, isBuilt } from './createApp.ts'
import { readPort } from './readPort.ts'
import { startServer } from './startServer.ts'

const folder = fileURLToPath(new URL('../../app/dist/', import.meta.url))

function fail(sentence: string): never {
  console.error(sentence)
  process.exit(1)
}

const port = readPort(process.env['PORT'])
// This machine alone, unless asked to be there for others.
const host = process.env['HOST']?.trim() || 'localhost'
if (port === null) fail(`PORT has to be a whole number from 0 to 65535, not “${process.env['PORT']}”.`)
if (!isBuilt(folder)) fail('The application has not been built yet. Run npm start, which builds it first.')

try {
  const server = await startServer(createApp(folder), { host, port })
  const address = server.address()
  const bound = typeof address === 'object' && address ? address.port : port
  const isLocal = ['localhost', '127.0.0.1', '::1'].includes(host)
  console.log(
    `Arrow Bend is at http://${isLocal ? 'localhost' : host.includes(':') ? `[${host}]` : host}:${bound}/`,
  )
  console.log(
    isLocal
      ? 'Only this machine reaches it; HOST=0.0.0.0 npm start lets others in.'
      : `It listens on ${host}, where other machines may reach it.`,
  )
} catch (caught) {
  const { code, message } = caught as NodeJS.ErrnoException
  if (code === 'EADDRINUSE')
    fail(`Port ${port} is taken by another program. Choose another: PORT=4174 npm start.`)
  if (code === 'ENOTFOUND' || code === 'EADDRNOTAVAIL')
    fail(`HOST has to be an address of this machine, not “${host}”.`)
  fail(`The server could not start at ${host}, port ${port}: ${message}`)
}
