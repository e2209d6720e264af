/** The handbook is whole: everything that has a page has one, every link leads somewhere, every example works, no picture has drifted. */
import { execFileSync } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import {
  CATALOGUE,
  FAULT_IDS,
  faultOf,
  FINDING_CODES,
  formatStack,
  PAGE_GROUPS,
  pageOfFinding,
  pageOfScreen,
  PAGES,
  parseRule,
  parseStack,
} from '@kyanos/core';
import sharp from 'sharp';
import { afterAll, describe, expect, it } from 'vitest';
import { handbookPictures } from './handbook.ts';

const DOCS = fileURLToPath(new URL('../../docs', import.meta.url));
const BOOK = join(DOCS, 'handbook');
const PROGRAM = fileURLToPath(new URL('../../.cache/programs/cli.js', import.meta.url));
const out = mkdtempSync(join(tmpdir(), 'handbook-test-'));
afterAll(() => rmSync(out, { recursive: true }));

const fileOf = (id: string) =>
  id === 'glossary' ? join(DOCS, 'glossary.md') : join(BOOK, `${id}.md`);
const textOf = (id: string) => readFileSync(fileOf(id), 'utf8');
const ids = PAGE_GROUPS.flatMap((group) => PAGES[group]);
const files = readdirSync(BOOK, { recursive: true, encoding: 'utf8' })
  .filter((file) => file.endsWith('.md'))
  .map((file) => file.slice(0, -3));
/** What stands in fences of a language, with its page. */
const fenced = (language: string) =>
  ids.flatMap((id) =>
    [...textOf(id).matchAll(new RegExp(`^\`\`\`${language}\\n([^]*?)\\n\`\`\``, 'gm'))].map(
      ([, body]) => [id, body] as const,
    ),
  );

/** What a page has beside its words: pictures, links, places, fences, and how many headings, points and rows. */
const bonesOf = (text: string) => ({
  links: [...text.matchAll(/\]\(([^)]+)\)/g)].map(([, link]) => link),
  places: [...text.matchAll(/\{#(\w+)\}/g)].map(([, place]) => place),
  fences: text.match(/^```[^]*?^```/gm) ?? [],
  lines: [...text.matchAll(/^(#+|-|\||\*\*)/gm)].map(([mark]) => mark),
});

describe('the handbook in German', () => {
  const german = (file: string) => readFileSync(join(DOCS, 'handbuch', `${file}.md`), 'utf8');

  it('has the same pages, with the same places, links, pictures and examples in the same order', () => {
    const own = readdirSync(join(DOCS, 'handbuch'), { recursive: true, encoding: 'utf8' })
      .filter((file) => file.endsWith('.md'))
      .map((file) => file.slice(0, -3));
    expect(own.sort()).toEqual([...files].sort());
    for (const file of files)
      expect([file, bonesOf(german(file))]).toEqual([file, bonesOf(textOf(file))]);
  });

  it('has no sentence left in English', () => {
    for (const file of files) {
      const words = german(file).replace(/^```[^]*?^```|`[^`]+`|\]\([^)]+\)/gm, ' ');
      expect([file, /\b(?:the|and|with|is|of|what|not|it)\b/i.exec(words)?.[0]]).toEqual([
        file,
        undefined,
      ]);
    }
  });
});

describe('the handbook', () => {
  it('has every page that its list names, and lists every page that it has', () =>
    expect([...ids.filter((id) => id !== 'glossary')].sort()).toEqual([...files].sort()));

  it('explains every finding in a place of its own: what it is, how it looks, and the way out', () => {
    for (const code of FINDING_CODES) {
      const { page, at } = pageOfFinding(code);
      const [, own] = textOf(page).split(`{#${at}}`);
      expect(own, `${code} on ${page}`).toBeDefined();
      const [part] = own.split('\n## ');
      for (const asked of ['What it is', 'How it looks', 'The way out'])
        expect(part, `${code}: ${asked}`).toContain(`**${asked}.**`);
    }
  });

  it('shows every stack of the catalogue in its own notation', () => {
    for (const { id, notation } of CATALOGUE)
      expect(textOf(`stacks/${id}`)).toContain(`\`\`\`stack\n${notation}\n\`\`\``);
  });

  it('has a page for every mistake that is practised, and for every screen', () => {
    for (const id of FAULT_IDS) expect(ids).toContain(faultOf(id).page);
    for (const screen of [
      'artwork',
      'queue',
      'stock-shelf',
      'care-white',
      'shop-forms',
      'practice-own',
      'job',
    ])
      expect(ids).toContain(pageOfScreen(screen));
  });

  it('leads somewhere with every link and every picture', () => {
    for (const id of ids)
      for (const [, link] of textOf(id).matchAll(/\]\(([^)]+)\)/g)) {
        const { pathname, hash } = new URL(link, `http://handbook/${id}`);
        const path = join(BOOK, decodeURIComponent(pathname));
        expect(existsSync(path), `${id}: ${link}`).toBe(true);
        if (hash) expect(readFileSync(path, 'utf8'), `${id}: ${link}`).toContain(`{${hash}}`);
      }
  });

  it('answers one question a page: none is longer than a screen or two before its findings', () => {
    for (const id of ids.filter((one) => one !== 'glossary')) {
      const [body] = textOf(id).split('\n## ');
      expect(body.split(/\s+/).length, id).toBeLessThan(330);
      expect(textOf(id)).toMatch(/^# .+\n/);
    }
  });

  it.each(fenced('stack'))('writes a stack on %s that the app reads: %s', (_, notation) =>
    expect(formatStack(parseStack(notation))).toBe(notation),
  );

  it.each(fenced('rule'))('writes a rule on %s that the app reads: %s', (_, rule) =>
    expect(() => parseRule(rule)).not.toThrow(),
  );

  it.each(fenced('sh'))(
    'runs what it says on %s: %s',
    (_, script) => {
      for (const line of script.split('\n')) {
        const words = line
          .replace(/^\.\/kyanos /, '')
          .replaceAll('OUT', out)
          .split(' ');
        expect(execFileSync('node', [PROGRAM, ...words]).length).toBeGreaterThan(10);
      }
    },
    60_000,
  );

  it('has its pictures as the demo draws them today', async () => {
    const drawn: string[] = [];
    for await (const { name, bytes } of handbookPictures()) {
      drawn.push(name);
      const kept = readFileSync(join(BOOK, 'pictures', name));
      if (name.endsWith('.svg')) {
        expect(kept.toString(), name).toBe(Buffer.from(bytes).toString());
        continue;
      }
      const [was, is] = await Promise.all(
        [kept, bytes].map((png) => sharp(png).removeAlpha().raw().toBuffer()),
      );
      expect(is.length, name).toBe(was.length);
      let off = 0;
      for (let i = 0; i < is.length; i++) off += Math.abs(is[i] - was[i]);
      // Levels of 255, on the average: another font engine moves edges by less.
      expect(off / is.length, name).toBeLessThan(1);
    }
    expect(drawn.sort()).toEqual(readdirSync(join(BOOK, 'pictures')).sort());
  });
});
