import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'

export default defineConfig({
  plugins: [react(), tailwindcss()],
  // Fonts come from the server, which measures text with the same files.
  build: {
    assetsInlineLimit: 0,
    rolldownOptions: {
      output: {
        // What several parts share comes in a few pieces: what the list of projects needs, what
        // every open project needs, and what stages share.
        codeSplitting: {
          includeDependenciesRecursively: false,
          groups: [
            { name: 'speak', test: /\/src\/core\/(able|ask|problem|program|ids|api|said)\.ts/, priority: 3 },
            { name: 'core', test: /\/src\/core\/(?!worker|begin)|node_modules\/idb\//, priority: 2 },
            {
              name: 'common',
              test: /\/src\/common\/(?!Dialog|Menu|Messages|router|count|part|useFetched)|\/src\/sheet\/commands/,
              priority: 1,
            },
          ],
        },
      },
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:8380', '/fonts': 'http://127.0.0.1:8380' } },
})
