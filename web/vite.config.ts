import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'
import { formChecks } from './formChecks.ts'

const api = 'http://127.0.0.1:4780'

// What several places share comes in few pieces; one of its own for each small module is a request each.
const SHARED = {
  name: 'shared',
  test: /\/(web|core|contract|language|lucide-react)\//,
  minShareCount: 2,
  entriesAware: true,
  entriesAwareMergeThreshold: 6000,
}

// What a form is made of comes with the first form somebody opens, not with the page.
const FORMS = {
  name: 'forms',
  test: /\/client\/form\/|\/node_modules\/react-hook-form\/|\/problems\/fields|\/shop\/People/,
  priority: 1,
  includeDependenciesRecursively: false,
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
      output: { strictExecutionOrder: true, codeSplitting: { groups: [FORMS, SHARED] } },
    },
  },
})
