import react from '@vitejs/plugin-react'
import { defaultClientConditions, defineConfig } from 'vite'

export default defineConfig({
  plugins: [react()],
  resolve: { conditions: ['@plucky/source', ...defaultClientConditions] },
  build: { outDir: 'dist', chunkSizeWarningLimit: 1200 },
  server: { proxy: { '/api': `http://127.0.0.1:${process.env['PORT'] ?? 4780}` } },
})
