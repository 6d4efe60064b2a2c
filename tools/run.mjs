import { spawn } from 'node:child_process'

/**
 * Runs a program and passes its output on. Resolves with its exit code; `onText` sees all it prints.
 * @param {string} program
 * @param {readonly string[]} args
 * @param {{ env?: Record<string, string>, onText?: (text: string) => void, quiet?: boolean }} [options]
 * @returns {Promise<number>}
 */
export function run(program, args, { env = {}, onText, quiet = false } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(program, args, { env: { ...process.env, ...env }, stdio: ['ignore', 'pipe', 'pipe'] })
    for (const [from, to] of [
      [child.stdout, process.stdout],
      [child.stderr, process.stderr],
    ]) {
      from.on('data', (chunk) => {
        if (!quiet) to.write(chunk)
        onText?.(String(chunk))
      })
    }
    child.on('error', reject)
    child.on('close', (code) => resolve(code ?? 1))
  })
}
