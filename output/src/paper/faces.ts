/** Faces of the papers, and those that stand in for letters that they lack: a customer's name may be of any script. */
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { create, type Font } from 'fontkit';

const require = createRequire(import.meta.url);
const font = (path: string) => require.resolve(`@fontsource/${path}.woff`);

export const FACES = {
  text: font('instrument-sans/files/instrument-sans-latin-400-normal'),
  bold: font('instrument-sans/files/instrument-sans-latin-600-normal'),
  figures: font('spline-sans-mono/files/spline-sans-mono-latin-400-normal'),
};
export type Face = keyof typeof FACES;

/** Debian's: Latin, Greek, Cyrillic, Hebrew, Arabic and more; Chinese and Japanese; Korean; then one a script. */
const DEBIAN = '/usr/share/fonts/truetype';
const NOTO = join(DEBIAN, 'noto');
const standIns = (): string[] => [
  join(DEBIAN, 'dejavu/DejaVuSans.ttf'),
  join(DEBIAN, 'droid/DroidSansFallbackFull.ttf'),
  join(DEBIAN, 'nanum/NanumGothic.ttf'),
  ...(existsSync(NOTO)
    ? readdirSync(NOTO)
        .filter((name) => /^NotoSans[A-Z]?\w*-Regular\.ttf$/.test(name))
        .sort()
        .map((name) => join(NOTO, name))
    : []),
];

const opened = new Map<string, Font>();
function fontAt(path: string): Font {
  let found = opened.get(path);
  if (!found) {
    found = create(readFileSync(path));
    opened.set(path, found);
  }
  return found;
}

/** By code point: the stand-in that has it; null if none does. */
const standsIn = new Map<number, string | null>();
function standInFor(point: number): string | undefined {
  let found = standsIn.get(point);
  if (found === undefined) {
    found =
      standIns().find((path) => existsSync(path) && fontAt(path).hasGlyphForCodePoint(point)) ??
      null;
    standsIn.set(point, found);
  }
  return found ?? undefined;
}

export interface TextRun {
  readonly text: string;
  /** The stand-in's file; absent for the face itself. */
  readonly path?: string;
}

/** Text in runs of one face each. Blanks and marks go with the run that they stand in. */
export function runsOf(text: string, face: Face): readonly TextRun[] {
  const own = fontAt(FACES[face]);
  const runs: { text: string; path?: string }[] = [];
  for (const letter of text) {
    const point = letter.codePointAt(0)!;
    const last = runs.at(-1);
    const blank = /[\s\p{M}]/u.test(letter);
    const path =
      blank && last ? last.path : own.hasGlyphForCodePoint(point) ? undefined : standInFor(point);
    if (last && last.path === path) last.text += letter;
    else runs.push({ text: letter, ...(path !== undefined && { path }) });
  }
  return runs;
}
