import {
  copyFileSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  utimesSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Job, JobList } from '@kyanos/contract';
import { formatStack, parseStack, PRESETS } from '@kyanos/core';
import { afterAll, describe, expect, it } from 'vitest';
import { demo, useServer } from '../../test/served.ts';
import { presetStack, takeIn, type Outcome } from './folder.ts';

const served = useServer();
const folder = mkdtempSync(join(tmpdir(), 'watch-test-'));
afterAll(() => rmSync(folder, { recursive: true }));

const take = (name: string, preset?: string): Promise<Outcome> =>
  takeIn(served.database.pool, served.queue, join(folder, name), {
    folder,
    preset,
    log: () => undefined,
  });
const jobs = async () => (await served.call<JobList>('GET', '/jobs?state=all&limit=100')).body;
const art = async () => Buffer.from(await demo('orchard-label').draw());

describe('a watched folder', () => {
  it('makes a job of a file by a preset, builds its plates and moves the file', async () => {
    writeFileSync(join(folder, 'Etikett für Birnen.pdf'), await art());
    const [preset] = PRESETS;
    const outcome = await take('Etikett für Birnen.pdf', preset.name.toUpperCase());
    expect(outcome).toEqual({ jobs: [expect.any(String)] });
    const { jobs: list } = await jobs();
    expect(list).toHaveLength(1);
    expect(list[0]).toMatchObject({
      fileName: 'Etikett für Birnen.pdf',
      savedBy: 'watched folder',
    });
    const { body } = await served.call<Job>('GET', `/jobs/${list[0].id}`);
    expect(body.plan.stack).toBe(formatStack(parseStack(preset.notation)));
    expect(readdirSync(join(folder, 'taken'))).toEqual(['Etikett für Birnen.pdf']);
    await expect(presetStack(served.database.pool, 'Nothing like it')).rejects.toThrow(preset.name);
  });

  it('makes it once, also where it was stopped before the file was moved, and anew of a file that came anew', async () => {
    const taken = join(folder, 'taken', 'Etikett für Birnen.pdf');
    const again = join(folder, 'Etikett für Birnen.pdf');
    copyFileSync(taken, again);
    const { mtime } = statSync(taken);
    utimesSync(again, mtime, mtime);
    expect(await take('Etikett für Birnen.pdf')).toEqual({ jobs: [] });
    expect((await jobs()).total).toBe(1);
    expect(readdirSync(join(folder, 'taken')).toSorted()).toEqual([
      'Etikett für Birnen-2.pdf',
      'Etikett für Birnen.pdf',
    ]);
    writeFileSync(again, await art());
    expect(await take('Etikett für Birnen.pdf')).toEqual({ jobs: [expect.any(String)] });
    expect((await jobs()).total).toBe(2);
  });

  it('refuses what is no artwork, with the reason in a note beside it, and goes on', async () => {
    writeFileSync(join(folder, 'notes.docx'), 'PK\x03\x04 nothing');
    writeFileSync(join(folder, 'empty.pdf'), '');
    writeFileSync(join(folder, 'torn.pdf'), (await art()).subarray(0, 900));
    for (const name of ['notes.docx', 'empty.pdf', 'torn.pdf']) {
      const outcome = await take(name);
      expect(outcome).toHaveProperty('refused');
      expect(existsSync(join(folder, name))).toBe(false);
      const note = readFileSync(join(folder, 'refused', `${name}.txt`), 'utf8');
      expect(note).toContain(name);
      expect(note).toContain((outcome as { readonly refused: string }).refused);
    }
    expect((await jobs()).total).toBe(2);
    expect(readdirSync(folder).toSorted()).toEqual(['refused', 'taken']);
  });
});
