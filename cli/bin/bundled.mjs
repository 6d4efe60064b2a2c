import { mkdir, readdir, rename, stat } from 'node:fs/promises'
import { fileURLToPath } from 'node:url'
import { build } from 'esbuild'

const ROOT = new URL('../../', import.meta.url)
const OUT = new URL('.cache/cli/', ROOT)

/**
 * The command as one file, made anew when a source is younger than it: loading several hundred small files one by one
 * takes longer than most commands.
 * @returns its URL
 */
export async function bundled() {
  const file = new URL('arrow-bend.mjs', OUT)
  const made = await stat(file).catch(() => null)
  const sources = await Promise.all(
    ['core/src/', 'cli/src/'].map((folder) => youngest(new URL(folder, ROOT))),
  )
  if (made && made.mtimeMs > Math.max(...sources)) return file.href
  await mkdir(OUT, { recursive: true })
  // Written aside and renamed, so that a second command at the same moment never reads half a file.
  const aside = new URL(`${process.pid}.mjs`, OUT)
  await build({
    entryPoints: [fileURLToPath(new URL('cli/src/main.ts', ROOT))],
    outfile: fileURLToPath(aside),
    bundle: true,
    format: 'esm',
    platform: 'node',
    target: 'node20',
    // Loaded only where they are asked for: what drives Chromium, and what unpacks fonts, which looks for its parts beside it.
    external: ['playwright-core', 'wawoff2'],
    logLevel: 'error',
  })
  await rename(aside, file)
  return file.href
}

/** When the last change under a folder was, ms. */
async function youngest(folder) {
  const entries = await readdir(folder, { recursive: true, withFileTypes: true })
  const times = await Promise.all(
    entries.map(async (entry) => (await stat(`${entry.parentPath}/${entry.name}`)).mtimeMs),
  )
  return Math.max(0, ...times)
}
