import tailwind from '@tailwindcss/vite'
import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'

const isolation = {
  'Cross-Origin-Opener-Policy': 'same-origin',
  'Cross-Origin-Embedder-Policy': 'require-corp',
}

export default defineConfig({
  plugins: [vue(), tailwind()],
  assetsInclude: ['**/*.bend'],
  server: { headers: isolation, fs: { allow: ['..'] } },
  preview: { headers: isolation },
  build: { target: 'es2022', assetsInlineLimit: 0 },
})
