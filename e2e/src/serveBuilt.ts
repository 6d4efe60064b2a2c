import { spawn } from 'node:child_process'

export interface Served {
  readonly address: string
  stop(): void
}

/** Serves the built application on a port and resolves once it answers. */
export async function serveBuilt(port: number): Promise<Served> {
  const server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], {
    env: { ...process.env, PORT: String(port) },
    stdio: 'ignore',
  })
  const address = `http://localhost:${port}/`
  for (let tries = 0; tries < 100; tries += 1) {
    const up = await fetch(`${address}health`).then(
      (answer) => answer.ok,
      () => false,
    )
    if (up) return { address, stop: () => server.kill() }
    await new Promise((resolve) => setTimeout(resolve, 100))
  }
  server.kill()
  throw new Error('The server did not start. Has the application been built (npm run build)?')
}
