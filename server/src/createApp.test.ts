import { mkdtemp, mkdir, writeFile } from 'node:fs/promises'
import { createServer, type Server } from 'node:http'
import { connect, type AddressInfo, type Socket } from 'node:net'
import { fork, spawn } from 'node:child_process'
import { once } from 'node:events'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { brotliCompressSync, gzipSync } from 'node:zlib'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { createApp, isBuilt } from './createApp.ts'
import { readPort, USUAL_PORT } from './readPort.ts'
import { startServer } from './startServer.ts'

const SCRIPT = 'x'.repeat(5000)
let server: Server
let folder = ''
let base = ''

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'built-'))
  await mkdir(join(folder, 'assets'))
  await writeFile(join(folder, 'index.html'), '<!doctype html><title>Arrow Bend</title>')
  await writeFile(join(folder, 'player.html'), '<!doctype html><title>Player</title>')
  await writeFile(join(folder, 'assets', 'app.js'), SCRIPT)
  await writeFile(join(folder, 'assets', 'app.js.gz'), gzipSync(SCRIPT))
  await writeFile(join(folder, 'assets', 'app.js.br'), brotliCompressSync(SCRIPT))
  await writeFile(join(folder, 'assets', 'large.bin'), new Uint8Array(8e6))
  server = await startServer(createApp(folder), { host: 'localhost', port: 0 })
  base = `http://localhost:${(server.address() as AddressInfo).port}`
})
afterAll(() => new Promise((resolve) => server.close(resolve)))

describe('createApp', () => {
  it('answers /health', async () => {
    const answer = await fetch(`${base}/health`)
    expect(await answer.json()).toEqual({ ok: true })
  })

  it('sends a strict security policy and cross-origin isolation', async () => {
    const { headers } = await fetch(base)
    const policy = headers.get('content-security-policy')!
    expect(policy).toContain("default-src 'none'")
    expect(policy).toContain("script-src 'self'")
    expect(policy).not.toMatch(/unsafe|https?:/)
    expect(headers.get('cross-origin-embedder-policy')).toBe('require-corp')
    expect(headers.get('cross-origin-opener-policy')).toBe('same-origin')
    expect(headers.get('x-powered-by')).toBeNull()
  })

  it('lets a file that is played on trial run as it is, without an origin and without the network', async () => {
    const answer = await fetch(`${base}/player.html`)
    const policy = answer.headers.get('content-security-policy')!
    expect(await answer.text()).toBe('<!doctype html><title>Player</title>')
    expect(policy).toMatch(/^default-src 'none'/)
    expect(policy).toMatch(/sandbox allow-scripts$/)
    expect(policy).not.toMatch(/https?:|'self'(?!;)|connect-src|allow-same-origin/)
    expect(policy).toContain("frame-ancestors 'self'")
    expect((await fetch(`${base}/`)).headers.get('content-security-policy')).toContain("frame-src 'self'")
  })

  it('gives the application’s page for its own addresses, and 404 for files that are not there', async () => {
    const page = await fetch(`${base}/project/abc`, { headers: { accept: 'text/html' } })
    expect(await page.text()).toContain('Arrow Bend')
    expect((await fetch(`${base}/assets/none.js`)).status).toBe(404)
    expect((await fetch(`${base}/some.json`, { headers: { accept: 'application/json' } })).status).toBe(404)
  })

  it.each([
    ['gzip', 'gzip'],
    ['gzip, br', 'br'],
    ['identity', null],
  ])('sends files as they were compressed when built (%s), to be kept', async (accepted, sent) => {
    const answer = await fetch(`${base}/assets/app.js`, { headers: { 'accept-encoding': accepted } })
    expect(answer.headers.get('content-encoding')).toBe(sent)
    expect(answer.headers.get('content-type')).toMatch(/^text\/javascript/)
    expect(answer.headers.get('cache-control')).toContain('immutable')
    expect(answer.headers.get('vary')).toBe('Accept-Encoding')
    expect(await answer.text()).toBe(SCRIPT)
  })

  it('does not leave its folder', async () => {
    const answer = await fetch(`${base}/assets/..%2f..%2fpackage.json`)
    expect(answer.status).toBeGreaterThanOrEqual(400)
  })
})

describe('trouble', () => {
  it.each([
    '/%',
    '/%E0%A4%A',
    '/assets/%00',
    '/assets/..%2f..%2fetc%2fpasswd',
    '/assets/none',
    `/assets/${'a'.repeat(5_000)}`,
    '/..%5c..%5c',
  ])('is answered without a word of where files lie: %s', async (path) => {
    const answer = await fetch(base + path)
    const text = await answer.text()
    expect(text).not.toMatch(/ at |node_modules|\/tmp|\.ts|Error:/)
    expect(text).not.toContain(folder)
    if (answer.status >= 400) expect(text).toMatch(/^(Nothing here\.|This cannot be answered now\.)$/)
  })

  it('is none of a few thousand requests at once', async () => {
    let left = 1_500
    const statuses = new Set<number>()
    const ask = async (): Promise<void> => {
      while ((left -= 1) >= 0) {
        const answer = await fetch(`${base}/assets/app.js`)
        await answer.arrayBuffer()
        statuses.add(answer.status)
      }
    }
    await Promise.all(Array.from({ length: 30 }, ask))
    expect([...statuses]).toEqual([200])
  })

  it('is not made by who connects and never reads, or never asks: they are let go of', async () => {
    const short = await startServer(createApp(folder), { host: '127.0.0.1', port: 0, idleMs: 300 })
    const { port } = short.address() as AddressInfo
    const count = (): Promise<number> =>
      new Promise((resolve) => short.getConnections((_trouble, connections) => resolve(connections)))
    let accepted = 0
    short.on('connection', () => (accepted += 1))
    const sockets = Array.from({ length: 60 }, (_, i): Socket => {
      const socket = connect(port, '127.0.0.1')
      socket.on('error', () => undefined)
      socket.pause()
      if (i % 3 !== 0) socket.write('GET /assets/large.bin HTTP/1.1\r\nHost: here\r\n')
      if (i % 3 === 1) socket.write('\r\n')
      return socket
    })
    await expect.poll(() => accepted, { timeout: 20_000 }).toBe(60)
    await expect.poll(count, { timeout: 20_000 }).toBe(0)
    sockets.forEach((socket) => socket.destroy())
    await new Promise((resolve) => short.close(resolve))
  })
})

describe('memory', () => {
  it('is given back that was taken by hundreds who ask for much and never read', async () => {
    const child = fork(fileURLToPath(new URL('../test/servedApart.ts', import.meta.url)), [folder, '2000'], {
      execArgv: ['--import', 'tsx'],
    })
    const [{ port }] = (await once(child, 'message')) as [{ port: number }]
    const memory = async (): Promise<{ connections: number; megabytes: number }> => {
      child.send('memory')
      return ((await once(child, 'message')) as [{ connections: number; megabytes: number }])[0]
    }
    const sockets = Array.from({ length: 300 }, (_, i) => {
      const socket = connect(port, '127.0.0.1')
      socket.on('error', () => undefined)
      socket.pause()
      socket.write('GET /assets/large.bin HTTP/1.1\r\nHost: here\r\n\r\n'.repeat(i % 2 === 0 ? 1 : 8))
      return socket
    })
    await Promise.all(sockets.map((socket) => once(socket, 'connect')))
    await expect.poll(async () => (await memory()).connections, { timeout: 20_000 }).toBe(0)
    expect((await memory()).megabytes).toBeLessThan(200)
    sockets.forEach((socket) => socket.destroy())
    child.kill()
  }, 60_000)
})

describe('main', () => {
  const start = (port: string): Promise<{ code: number | null; err: string }> =>
    new Promise((resolve) => {
      const child = spawn(
        process.execPath,
        ['--import', 'tsx', fileURLToPath(new URL('main.ts', import.meta.url))],
        {
          env: { ...process.env, PORT: port },
        },
      )
      let err = ''
      child.stderr.on('data', (chunk) => (err += String(chunk)))
      child.on('close', (code) => resolve({ code, err }))
    })

  it('says so and exits 1 when the port is no port', async () => {
    expect(await start('lots')).toMatchObject({
      code: 1,
      err: expect.stringContaining('PORT has to be') as string,
    })
  })

  it('says so and exits 1 when the port is taken', async () => {
    const blocker = createServer().listen(0, 'localhost')
    await new Promise((resolve) => blocker.once('listening', resolve))
    const answer = await start(String((blocker.address() as AddressInfo).port))
    blocker.close()
    // Before the first build it says that instead; both are sentences with exit 1.
    expect(answer.code).toBe(1)
    expect(answer.err).toMatch(/is taken by another program|has not been built/)
  })
})

describe('readPort', () => {
  it.each([
    [undefined, USUAL_PORT],
    ['', USUAL_PORT],
    ['8080', 8080],
    ['0', 0],
    ['-1', null],
    ['70000', null],
    ['80.5', null],
  ])('reads %j as %j', (text, port) => {
    expect(readPort(text)).toBe(port)
  })

  it('knows a folder that is not built', () => {
    expect(isBuilt('/nowhere')).toBe(false)
  })
})
