import { gzipSync } from 'node:zlib'
import { readFileSync, readdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import react from '@vitejs/plugin-react'
import { defineConfig, type Plugin } from 'vite'

// The server hands out the compressed twin as it is; compressing at each
// request would cost more than all the rest of it.
const compress: Plugin = {
  name: 'compress',
  apply: 'build',
  closeBundle() {
    const folder = join(import.meta.dirname, 'dist/assets')
    for (const name of readdirSync(folder)) {
      if (/\.(js|css)$/.test(name)) {
        const path = join(folder, name)
        writeFileSync(path + '.gz', gzipSync(readFileSync(path), { level: 9 }))
      }
    }
    // go:embed wants a file here on a clean clone, and the build empties the folder.
    writeFileSync(
      join(import.meta.dirname, 'dist/placeholder.txt'),
      "The front end is built into this folder by 'make build'.\n",
    )
  },
}

export default defineConfig({
  plugins: [react(), compress],
  server: { proxy: { '/api': 'http://127.0.0.1:8420' } },
  build: {
    assetsInlineLimit: 0, // the content security policy allows no data: fonts
    rolldownOptions: {
      output: {
        codeSplitting: {
          groups: [
            {
              name: 'react',
              test: /node_modules\/(react|react-dom|react-router|scheduler|@tanstack)\//,
            },
          ],
        },
      },
    },
  },
})
