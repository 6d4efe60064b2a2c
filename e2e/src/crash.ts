import { mkdirSync } from 'node:fs'
import type { AddressInfo } from 'node:net'
import { fileURLToPath } from 'node:url'
import { createApp, isBuilt } from '../../server/src/createApp.ts'
import { startServer } from '../../server/src/startServer.ts'
import { crashRounds, keepTroubles } from './crashRounds.ts'

/**
 * `npm run crash [-- KILLS [SEED [ONLY]]]`: kills the browser's own process while a project is edited, imported into, undone and folded,
 * opens the project again, and prints how often something that was told to be saved was not there. Needs a built application.
 */
const kills = Number(process.argv[2] ?? 200)
const seed = Number(process.argv[3] ?? 16)
const only = process.argv[4]
const folder = fileURLToPath(new URL('../../app/dist/', import.meta.url))
if (!Number.isInteger(kills) || kills < 1 || !Number.isInteger(seed)) {
  console.error('How many kills, and the seed, are whole numbers: npm run crash -- 200 16.')
  process.exit(2)
}
if (!isBuilt(folder)) {
  console.error('The application has not been built yet. Run npm run build first.')
  process.exit(2)
}
mkdirSync('.cache', { recursive: true })
const server = await startServer(createApp(folder), { host: 'localhost', port: 0 })
const baseURL = `http://localhost:${(server.address() as AddressInfo).port}/`
const counts = new Map<string, number>()
const troubles = await crashRounds({
  kills,
  seed,
  baseURL,
  only,
  onKill: (kill, doing, trouble) => {
    counts.set(doing, (counts.get(doing) ?? 0) + 1)
    if (trouble) console.log(`kill ${kill} during ${doing}: ${trouble}`)
    else if (kill % 20 === 0) console.log(`${kill} kills`)
  },
})
for (const [doing, count] of counts) console.log(`${doing}: ${count} kills`)
if (troubles.length > 0) await keepTroubles(troubles, seed)
console.log(`${kills} kills, ${troubles.length} failed (seed ${seed})`)
server.closeAllConnections()
server.close()
process.exitCode = troubles.length === 0 ? 0 : 1
