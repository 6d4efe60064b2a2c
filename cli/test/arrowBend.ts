import { execFile } from 'node:child_process'
import { fileURLToPath } from 'node:url'

export const BIN = fileURLToPath(new URL('../bin/arrow-bend.mjs', import.meta.url))
export const DEMO = fileURLToPath(new URL('../../demo/made/lantern-regatta.bend', import.meta.url))

export interface Answer {
  readonly code: number
  readonly out: string
  readonly err: string
}

/** Runs the real command as a person would. */
export function arrowBend(...args: string[]): Promise<Answer> {
  return new Promise((resolve) => {
    execFile(process.execPath, [BIN, ...args], { maxBuffer: 1e8 }, (error, out, err) => {
      resolve({ code: typeof error?.code === 'number' ? error.code : 0, out, err })
    })
  })
}
