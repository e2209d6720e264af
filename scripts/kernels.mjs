/** Compiles the WebAssembly kernels of the core into modules it can import: node scripts/kernels.mjs [--check] */
import { readFileSync, writeFileSync } from 'node:fs';
import asc from 'assemblyscript/asc';

/** Each kernel, and the folder of the core that uses it. */
const KERNELS = { content: 'artwork', mask: 'raster', look: 'look' };

for (const [name, folder] of Object.entries(KERNELS)) {
  const source = new URL(`../core/kernels/${name}.ts`, import.meta.url);
  const target = new URL(`../core/src/${folder}/${name}.wasm.ts`, import.meta.url);
  const binary = await compile(readFileSync(source, 'utf8'));
  const module =
    `/** Compiled from core/kernels/${name}.ts by scripts/kernels.mjs. */\n` +
    `// prettier-ignore\nexport const WASM =\n  '${Buffer.from(binary).toString('base64')}';\n`;
  if (process.argv.includes('--check')) {
    if (readFileSync(target, 'utf8') !== module) {
      console.error(`The kernel "${name}" is older than its source: run node scripts/kernels.mjs.`);
      process.exit(1);
    }
  } else writeFileSync(target, module);
}

async function compile(text) {
  let binary;
  const { error, stderr } = await asc.main(
    [
      'kernel.ts',
      '-O3',
      '--enable',
      'simd',
      '--runtime',
      'stub',
      '--noAssert',
      '--initialMemory',
      '8',
      '-o',
      'kernel.wasm',
    ],
    {
      readFile: (file) => (file === 'kernel.ts' ? text : null),
      writeFile: (file, bytes) => {
        if (file === 'kernel.wasm') binary = bytes;
      },
      listFiles: () => [],
    },
  );
  if (error) throw new Error(`${error.message}\n${stderr.toString()}`);
  return binary;
}
