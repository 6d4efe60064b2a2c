import { execFile } from 'node:child_process'
import { Writable } from 'node:stream'
import { fileURLToPath } from 'node:url'
import { main } from '../src/main.ts'

export const BIN = fileURLToPath(new URL('../bin/arrow-bend.mjs', import.meta.url))
export const DEMO = fileURLToPath(new URL('../../demo/made/lantern-regatta.bend', import.meta.url))

export interface Answer {
  readonly code: number
  readonly out: string
  readonly err: string
}

/** What the command does with its words, without a process of its own, which takes longer to start than most commands take. */
export async function arrowBend(...args: string[]): Promise<Answer> {
  const [stdout, stderr] = [collected(), collected()]
  const code = await main(args, { stdout: stdout.stream, stderr: stderr.stream })
  return { code, out: stdout.text(), err: stderr.text() }
}

/** Runs a line of a shell with the real command as `$AB` and the demo as `$DEMO`, as people pipe it. */
export function shell(line: string): Promise<Answer> {
  return new Promise((resolve) => {
    const env = { ...process.env, AB: `${process.execPath} ${BIN}`, DEMO }
    execFile('bash', ['-c', line], { env, maxBuffer: 1e8 }, (error, out, err) => {
      resolve({ code: typeof error?.code === 'number' ? error.code : 0, out, err })
    })
  })
}

/** A stream that keeps what is written to it. */
function collected(): { readonly stream: Writable; readonly text: () => string } {
  const parts: Buffer[] = []
  const stream = new Writable({
    write(part: Buffer, _, done) {
      parts.push(part)
      done()
    },
  })
  return { stream, text: () => String(Buffer.concat(parts)) }
}
