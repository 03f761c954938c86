import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'
import { formChecks } from './formChecks.ts'

const api = 'http://127.0.0.1:4780'

// What several places share comes in pieces; the smallest are put together, for each is a request.
// Larger ones are left apart: put to others, they would come with the page that begins with those.
const SHARED = {
  name: 'shared',
  test: /\/(web|core|contract|language|lucide-react)\//,
  minShareCount: 2,
  entriesAware: true,
  entriesAwareMergeThreshold: 1000,
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
      output: { strictExecutionOrder: true, codeSplitting: { groups: [SHARED] } },
    },
  },
})
