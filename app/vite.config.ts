import tailwind from '@tailwindcss/vite'
import vue from '@vitejs/plugin-vue'
import { fileURLToPath } from 'node:url'
import { readFileSync } from 'node:fs'
import license, { type Dependency } from 'rollup-plugin-license'
import { defineConfig, type Plugin } from 'vite'
import { compression } from 'vite-plugin-compression2'
import { firstLoadBudget } from './firstLoadBudget.ts'
import { firstLoadChunks } from './firstLoadChunks.ts'
import { unpackedFonts } from './unpackedFonts.ts'

const isolation = {
  'Cross-Origin-Opener-Policy': 'same-origin',
  'Cross-Origin-Embedder-Policy': 'require-corp',
}

/** Packages that are built in through style sheets, where their modules are not seen. */
const STYLED = ['@fontsource-variable/atkinson-hyperlegible-mono', 'tailwindcss']

/** What workers are built of; they are built before what starts them. */
const inWorkers: Dependency[] = []

function gatherNotices(): Plugin {
  return license({ thirdParty: { output: (found) => void inWorkers.push(...found) } }) as Plugin
}

/** Writes the licences of all that is built in beside the application, as they ask for. */
function notices(): Plugin {
  const file = fileURLToPath(new URL('dist/third-party.txt', import.meta.url))
  const styled = STYLED.map((name) => {
    const text = readFileSync(new URL(`../node_modules/${name}/LICENSE`, import.meta.url), 'utf8')
    return `Name: ${name}\nLicense Text:\n===\n\n${text}`
  })
  const template = (found: Dependency[]): string => {
    const all = new Map([...found, ...inWorkers].map((one) => [`${one.name} ${one.version}`, one.text()]))
    return [...all.values(), ...styled].join('\n\n---\n\n')
  }
  return license({ thirdParty: { output: { file, template } } }) as Plugin
}

/** Parts of packages that the first screen shares with the Desk. */
const MENUS_AND_DIALOGS =
  /@headlessui\/vue\/dist\/(components\/(menu|dialog|portal|focus-trap)|hooks|internal|utils)\/|@lucide\/vue\/.*\/(createLucideIcon|Icon)\./

const chunks = firstLoadChunks({
  start: ['/src/main.ts', '/ProjectsScreen.vue', '/AppDialog.vue'],
  desk: ['/src/main.ts', '/ProjectShell.vue', '/DeskScreen.vue'],
})

export default defineConfig({
  plugins: [
    vue(),
    tailwind(),
    notices(),
    unpackedFonts(),
    chunks.plugin,
    firstLoadBudget({ screens: ['/ProjectShell.vue', '/DeskScreen.vue'], mostBytes: 280_000 }),
    compression({ algorithms: ['gzip', 'brotliCompress'], include: /\.(js|css|svg)$/ }),
  ],
  // No component here, nor any library's, is written with options.
  define: { __VUE_OPTIONS_API__: 'false' },
  // Dexie's own build for browsers of today: a fifth smaller than the one its package names first.
  resolve: { alias: [{ find: /^dexie$/, replacement: 'dexie/dist/modern/dexie.mjs' }] },
  worker: { plugins: () => [gatherNotices()] },
  assetsInclude: ['**/*.bend'],
  server: { headers: isolation, fs: { allow: ['..'] } },
  preview: { headers: isolation },
  build: {
    target: 'es2022',
    assetsInlineLimit: 0,
    rolldownOptions: {
      output: {
        // What tells Zod to do without eval has to run before any schema is made, in whatever chunk that is.
        codeSplitting: {
          groups: [
            { name: 'zod', test: /node_modules\/zod\/|src\/withoutEval/, priority: 3 },
            // Each with what it needs that is in none before it.
            {
              name: 'start',
              test: (id) => MENUS_AND_DIALOGS.test(id) || chunks.chunkOf(id) === 'start',
              priority: 2,
            },
            { name: 'desk', test: (id) => chunks.chunkOf(id) === 'desk', priority: 1 },
          ],
        },
      },
    },
  },
})
