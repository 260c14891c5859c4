import react from '@vitejs/plugin-react'
import { defaultClientConditions, defineConfig, type Plugin } from 'vite'
import { compression } from 'vite-plugin-compression2'

/** Styles of the Chakra components that this application uses. A component that is not listed here is drawn without its style. */
const USED_RECIPES = {
  checkbox: 'checkboxSlotRecipe',
  dialog: 'dialogSlotRecipe',
  field: 'fieldSlotRecipe',
  nativeSelect: 'nativeSelectSlotRecipe',
  toast: 'toastSlotRecipe',
  tooltip: 'tooltipSlotRecipe',
}

/** Leaves the styles of all other compound components out of the bundle: a quarter of the first page otherwise. */
const usedRecipes: Plugin = {
  name: 'used-recipes',
  enforce: 'pre',
  load(id) {
    if (!id.endsWith('/theme/slot-recipes.js')) return undefined
    const names = Object.values(USED_RECIPES)
    const entries = Object.entries(USED_RECIPES).map(([key, name]) => `${key}: ${name}`)
    return `import { ${names.join(', ')} } from './slot-recipes.export.js'\nexport const slotRecipes = { ${entries.join(', ')} }`
  },
}

export default defineConfig({
  // Text is compressed once, here, and served as it is.
  plugins: [usedRecipes, react(), compression({ algorithms: ['brotliCompress', 'gzip'], include: /\.(js|css|html|svg)$/, threshold: 600 })],
  resolve: { conditions: ['@plucky/source', ...defaultClientConditions] },
  build: {
    outDir: 'dist',
    chunkSizeWarningLimit: 1200,
    rolldownOptions: {
      // The component library's own theme is made even if it is not used, which takes longer than ours: it is left out.
      treeshake: { manualPureFunctions: ['createSystem'] },
      output: {
        // Chunks of one group may refer to each other.
        strictExecutionOrder: true,
        codeSplitting: {
          groups: [
            { name: 'first', tags: ['$initial'], priority: 2 },
            // Code of several pages in few files: a browser fetches six at a time.
            { name: 'shared', minShareCount: 2, entriesAware: true, entriesAwareMergeThreshold: 60_000 },
          ],
        },
      },
    },
  },
  // The host stays the page's own: the server accepts changes from its own origin only.
  server: { proxy: { '/api': { target: `http://127.0.0.1:${process.env['PORT'] ?? 4780}`, changeOrigin: false } } },
})
