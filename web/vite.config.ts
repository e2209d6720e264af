import { fileURLToPath } from 'node:url';
import vue from '@vitejs/plugin-vue';
import { defineConfig } from 'vite';
import vuetify from 'vite-plugin-vuetify';

export default defineConfig({
  root: fileURLToPath(new URL('.', import.meta.url)),
  plugins: [vue(), vuetify({ autoImport: true })],
  worker: { format: 'es' },
  build: {
    outDir: '../.cache/web',
    emptyOutDir: true,
    target: 'es2022',
    // The content security policy allows no data: fonts or scripts.
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 900,
  },
});
