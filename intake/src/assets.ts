import { existsSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** A file that ships with the program: found from the source and from a bundle alike, by looking upwards. */
export function assetPath(name: string): string {
  for (let folder = dirname(fileURLToPath(import.meta.url)); ; folder = dirname(folder)) {
    const candidate = join(folder, 'intake', 'assets', name);
    if (existsSync(candidate)) return candidate;
    if (folder === dirname(folder))
      throw new Error(`The file ${name} is missing from the installation.`);
  }
}

/** A program of ours that runs by itself: beside the one that runs, or where the programs are built. */
export function programPath(name: string): string {
  for (let folder = dirname(fileURLToPath(import.meta.url)); ; folder = dirname(folder)) {
    for (const candidate of [join(folder, name), join(folder, '.cache/programs', name)])
      if (existsSync(candidate)) return candidate;
    if (folder === dirname(folder))
      throw new Error(`The program ${name} is missing: build the programs.`);
  }
}
