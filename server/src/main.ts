import { fileURLToPath } from 'node:url'
import { createApp, isBuilt } from './createApp.ts'
import { readPort } from './readPort.ts'

const folder = fileURLToPath(new URL('../../app/dist/', import.meta.url))

function fail(sentence: string): never {
  console.error(sentence)
  process.exit(1)
}

const port = readPort(process.env['PORT'])
if (port === null) fail(`PORT has to be a whole number from 0 to 65535, not “${process.env['PORT']}”.`)
if (!isBuilt(folder)) fail('The application has not been built yet. Run npm start, which builds it first.')

const server = createApp(folder).listen(port, (trouble) => {
  const code = (trouble as NodeJS.ErrnoException | undefined)?.code
  if (code === 'EADDRINUSE')
    fail(`Port ${port} is taken by another program. Choose another: PORT=4174 npm start.`)
  if (trouble) fail(`The server could not start on port ${port}: ${trouble.message}`)
  const address = server.address()
  const bound = typeof address === 'object' && address ? address.port : port
  console.log(`Arrow Bend is at http://localhost:${bound}/`)
})
