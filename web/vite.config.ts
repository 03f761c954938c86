import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'
import { firstPiece } from './chunks.ts'
import { formChecks } from './formChecks.ts'

const api = 'http://127.0.0.1:4780'

// What several pages share comes in few pieces: each is a request.
const FIRST = { name: firstPiece, debugName: 'first', priority: 2 }
const CHARTS = { name: 'charts', test: /\/(echarts|zrender)\//, priority: 1 }
const SHARED = {
  name: 'shared',
  minShareCount: 2,
  entriesAware: true,
  entriesAwareMergeThreshold: 5_000,
}

export default defineConfig({
  // The build says what it was made from; while the interface is developed nobody does.
  define: { ANKLET_BUILD: JSON.stringify(process.env['ANKLET_BUILD'] ?? '') },
  plugins: [react(), tailwindcss(), formChecks()],
  server: { proxy: { '/api': api } },
  worker: { format: 'es' },
  build: {
    target: 'es2022',
    sourcemap: false,
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 1400,
    // Shared pieces import each other: without a strict order one of them may be read before it is there.
    rolldownOptions: {
      // How long its own hooks took is nobody's matter who starts the shop.
      checks: { pluginTimings: false },
      output: {
        strictExecutionOrder: true,
        codeSplitting: { includeDependenciesRecursively: false, groups: [FIRST, CHARTS, SHARED] },
      },
    },
  },
})
