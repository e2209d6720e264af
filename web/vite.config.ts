import { fileURLToPath } from 'node:url';
import vue from '@vitejs/plugin-vue';
import { defineConfig } from 'vite';
import { compression, defineAlgorithm } from 'vite-plugin-compression2';
import vuetify from 'vite-plugin-vuetify';

export default defineConfig({
  root: fileURLToPath(new URL('.', import.meta.url)),
  // Compressed once, as well as it goes, instead of at every request.
  plugins: [
    vue(),
    vuetify({ autoImport: true }),
    compression({
      algorithms: [defineAlgorithm('gzip', { level: 9 })],
      include: /\.(js|css|svg)$/,
      logLevel: 'silent',
    }),
  ],
  worker: { format: 'es' },
  build: {
    outDir: '../.cache/web',
    emptyOutDir: true,
    target: 'es2022',
    // Lists of what every room needs would come with the first screen; a room finds its scripts by itself, and needs its styles at once.
    modulePreload: {
      resolveDependencies: (_file, needs, { hostType }) =>
        hostType === 'html' ? needs : needs.filter((name) => name.endsWith('.css')),
    },
    // The content security policy allows no data: fonts or scripts.
    assetsInlineLimit: 0,
    chunkSizeWarningLimit: 900,
  },
});
