/** The programs that run on Node: our packages bundled, everyone else's loaded from node_modules. */
import { defineConfig } from 'vite';

export default defineConfig({
  publicDir: false,
  // Zod and date-fns too: bundled they are what is used of them, and start in a tenth of the time.
  ssr: { target: 'node', noExternal: [/^@kyanos\//, 'zod', 'date-fns'] },
  build: {
    ssr: true,
    target: 'node20',
    outDir: '.cache/programs',
    emptyOutDir: true,
    minify: false,
    rollupOptions: {
      input: {
        main: 'server/src/main.ts',
        worker: 'server/src/worker.ts',
        watch: 'server/src/watchProgram.ts',
        shop: 'server/src/shopProgram.ts',
        people: 'server/src/peopleProgram.ts',
        job: 'server/src/jobProgram.ts',
        clean: 'server/src/cleanProgram.ts',
        backup: 'server/src/backupProgram.ts',
        cli: 'cli/src/main.ts',
        aside: 'server/src/aside/tasks.ts',
        press: 'press/src/main.ts',
        reader: 'intake/src/reader/child.ts',
      },
    },
  },
});
