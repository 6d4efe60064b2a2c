import { spawn } from 'node:child_process'
import { buildIfStale } from './buildIfStale.mjs'
import { installPackages } from './installPackages.mjs'

/** `npm start`: installs and builds what is missing, then serves. The demo comes built in and is seeded on first start. */
process.chdir(new URL('..', import.meta.url).pathname)
await installPackages()
await buildIfStale()
const server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], { stdio: 'inherit' })
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal))
server.on('close', (code) => process.exit(code ?? 0))
