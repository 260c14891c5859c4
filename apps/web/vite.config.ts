import react from '@vitejs/plugin-react'
import { defaultClientConditions, defineConfig } from 'vite'
import { compression } from 'vite-plugin-compression2'

export default defineConfig({
  // Text is compressed once, here, and served as it is.
  plugins: [react(), compression({ algorithms: ['brotliCompress', 'gzip'], include: /\.(js|css|html|svg)$/, threshold: 600 })],
  resolve: { conditions: ['@plucky/source', ...defaultClientConditions] },
  build: { outDir: 'dist', chunkSizeWarningLimit: 1200 },
  server: { proxy: { '/api': `http://127.0.0.1:${process.env['PORT'] ?? 4780}` } },
})
