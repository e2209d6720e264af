import { execFileSync } from 'node:child_process';
import { rmSync, writeFileSync } from 'node:fs';
import { request } from 'node:http';
import { join } from 'node:path';
import {
  encodePlan,
  PREVIEW_PX,
  previewFrom,
  shrunkPreview,
  THUMBNAIL_PX,
  TILE_PX,
  tileLevels,
  type ArtworkSummary,
  type ArtworkVersion,
  type Job,
  type PlateBuild,
  type PlateExport,
} from '@kyanos/contract';
import { channelsOf, ERRORS, planJob } from '@kyanos/core';
import { openArtwork } from '@kyanos/intake';
import { describe, expect, it } from 'vitest';
import { pdf } from '../../intake/test/pdf.ts';
import { demo, useServer } from '../test/served.ts';
import { migrate } from './db.ts';
import { fetchFile } from './files/queries.ts';
import { refusalFor, RULES } from './http.ts';

const served = useServer();
const call = served.call.bind(served);
const upload = served.upload.bind(served);
const until = served.until.bind(served);
const rip = served.rip.bind(served);
const newJob = served.newJob.bind(served);

describe('files', () => {
  it('come back as they went in, over several chunks', async () => {
    const sent = Uint8Array.from({ length: 2_500_000 }, (_, i) => (i * 31) % 251);
    const { status, body } = await upload(sent);
    expect(status).toBe(200);
    const path = join(served.tmp, 'back');
    await fetchFile(served.database.pool, body.id, path);
    expect(execFileSync('sha256sum', [path]).toString().slice(0, 64)).toBe(body.sha256);
    rmSync(path);
  });

  it('are stored once, however often they are sent', async () => {
    const sent = new TextEncoder().encode('the same again');
    const [first, second] = [await upload(sent), await upload(sent)];
    expect([first.status, second.status]).toEqual([200, 200]);
    expect(second.body).toEqual({ ...first.body, known: true });
    const { rows } = await served.database.pool.query(
      'select 1 from file_chunk where file_id = $1',
      [first.body.id],
    );
    expect(rows).toHaveLength(1);
  });

  it('leave nothing behind when the transfer stops half way', async () => {
    const count = async () =>
      (await served.database.pool.query<{ n: string }>('select count(*) as n from file_chunk'))
        .rows[0].n;
    const before = await count();
    const sending = request(`${served.base}/files`, { method: 'POST' });
    sending.on('error', () => undefined);
    sending.write(new Uint8Array(3_000_000).fill(9));
    const taking = async () =>
      (
        await served.database.pool.query(
          `select from pg_stat_activity where datname = current_database() and query like '%into incoming%' and xact_start is not null and pid <> pg_backend_pid()`,
        )
      ).rowCount;
    await expect.poll(taking).toBe(1);
    sending.destroy();
    await expect.poll(taking).toBe(0);
    expect(await count()).toBe(before);
  });

  it('that are empty or too large are refused with the limit', async () => {
    expect((await upload(new Uint8Array(0))).body).toMatchObject({ code: 'ARTWORK_EMPTY' });
    const response = await new Promise<string>((done) => {
      const headers = { 'content-length': 600 * 1024 * 1024 };
      const sending = request(`${served.base}/files`, { method: 'POST', headers }, (answer) => {
        answer.setEncoding('utf8').on('data', (text: string) => {
          done(text);
          sending.destroy();
        });
      });
      sending.on('error', () => undefined);
      sending.write('x');
    });
    expect(JSON.parse(response)).toEqual({
      code: 'FILE_TOO_LARGE',
      message:
        'The file has 600 MB; the most is 512 MB. Lower its resolution or flatten it, and send it again.',
    });
  });
});

describe('artwork', () => {
  it('is turned into plates by the worker, and its plates measure what the command line measures', async () => {
    const job = demo('orchard-label');
    const drawn = await job.draw();
    const stored = await upload(drawn);
    const artwork = await rip(stored.body.id);
    expect(artwork).toMatchObject({ state: 'done', progress: 1, problem: null });

    const path = join(served.tmp, 'label.pdf');
    writeFileSync(path, drawn);
    const direct = await openArtwork(path, { dpi: 100 });
    expect(artwork.info).toEqual(JSON.parse(JSON.stringify(direct.info)));
    const expected = await planJob(job.plan, direct);
    await direct.close();
    rmSync(path);

    const { body } = await call<PlateBuild>('POST', `/artworks/${artwork.id}/plates`, {
      plan: encodePlan(job.plan),
    });
    const built = await until<PlateBuild>(`/plates/${body.id}`);
    expect(built.measures!.plates).toEqual(expected.plates);

    const saved = await newJob(artwork.id);
    const pdf = Buffer.from(
      await (await fetch(`${served.base}/jobs/${saved.id}/run-sheet.pdf`)).arrayBuffer(),
    );
    const text = execFileSync('pdftotext', ['-layout', '-', '-'], { input: pdf }).toString();
    expect(text).toContain('Orchard cordial, clear label');
    expect(text).toContain('Trip 1: white, then colour beside silver');
    expect(text).toContain(`${expected.work!.minutes.toFixed(0)} min in all`);
    writeFileSync(path, pdf);
    const fonts = execFileSync('pdffonts', [path]).toString().trim().split('\n').slice(2);
    rmSync(path);
    expect(fonts.length).toBeGreaterThan(0);
    expect(fonts.every((line) => /yes\s+yes\s+yes/.test(line))).toBe(true);
  });

  it('can be looked at in tiles at every level, which are the plates themselves', async () => {
    const drawn = await demo('night-market').draw();
    const stored = await upload(drawn);
    const artwork = await rip(stored.body.id, 100);
    const [page] = artwork.info!.pages;
    const channels = channelsOf(page);
    expect(channels.length).toBeGreaterThan(page.separations.length);
    const path = join(served.tmp, 'market.pdf');
    writeFileSync(path, drawn);
    const direct = await openArtwork(path, { dpi: 100 });
    const planes = channels.map(() => new Uint8Array(page.widthPx * page.heightPx));
    for await (const { top, planes: rows } of direct.raster(1).bands())
      rows.forEach((row, i) => planes[i].set(row, top * page.widthPx));
    await direct.close();
    rmSync(path);

    const tile = (level: number, column: number, row: number) =>
      fetch(`${served.base}/artworks/${artwork.id}/pages/1/tiles/${level}/${column}/${row}`);
    const levels = tileLevels(page.widthPx, page.heightPx);
    expect(levels).toBe(1);
    let [covered, wrong] = [0, 0];
    for (let row = 0; row * TILE_PX < page.heightPx; row++)
      for (let column = 0; column * TILE_PX < page.widthPx; column++) {
        const data = new Uint8Array(await (await tile(0, column, row)).arrayBuffer());
        const width = Math.min(TILE_PX, page.widthPx - column * TILE_PX);
        const height = Math.min(TILE_PX, page.heightPx - row * TILE_PX);
        expect(data.length).toBe(channels.length * width * height);
        covered += width * height;
        for (let i = 0; i < data.length; i++) {
          const [channel, rest] = [Math.floor(i / (width * height)), i % (width * height)];
          const x = column * TILE_PX + (rest % width);
          const y = row * TILE_PX + Math.floor(rest / width);
          if (data[i] !== planes[channel][y * page.widthPx + x]) wrong++;
        }
      }
    expect([covered, wrong]).toEqual([page.widthPx * page.heightPx, 0]);
    for (const [level, column, row] of [
      [9, 0, 0],
      [0, 99, 0],
      [0, 0, -1],
      [0, 0.5, 0],
    ])
      expect((await tile(level, column, row)).status).toBe(404);

    const look = await fetch(`${served.base}/artworks/${artwork.id}/first-look`);
    expect(look.headers.get('content-type')).toBe('image/png');
    expect(artwork.firstLook).toBe(true);
  });

  it('has a picture of each page among many, made at the first asking of what was read before there were any', async () => {
    const content = '1 0 0 0 k 40 0 200 120 re f 0 .4 0 .2 k 100 50 200 120 re f';
    const stored = await upload(pdf({ content, size: [360, 180] }));
    const artwork = await rip(stored.body.id, 300);
    const [page] = artwork.info!.pages;
    const preview = async (size?: string) => {
      const address = `${served.base}/artworks/${artwork.id}/pages/1/preview`;
      const answer = await fetch(size ? `${address}?size=${size}` : address);
      return { status: answer.status, bytes: new Uint8Array(await answer.arrayBuffer()) };
    };
    const screen = previewFrom(page, (await preview()).bytes);
    expect(Math.max(screen.width, screen.height)).toBe(PREVIEW_PX);
    const small = shrunkPreview(screen, THUMBNAIL_PX);
    const { bytes } = await preview('thumbnail');
    expect(previewFrom(page, bytes, 'thumbnail')).toEqual(small);
    expect(Math.max(small.width, small.height)).toBe(THUMBNAIL_PX);

    const known = () =>
      served.database.pool.query<{ known: boolean }>(
        'select thumbnail is not null as known from page_preview where artwork_id = $1::uuid',
        [artwork.id],
      );
    await served.database.pool.query(
      'update page_preview set thumbnail = null where artwork_id = $1::uuid',
      [artwork.id],
    );
    expect((await preview('thumbnail')).bytes).toEqual(bytes);
    expect((await known()).rows).toEqual([{ known: true }]);
    expect((await preview('enormous')).status).toBe(422);
  });

  it('shows a first picture while its plates are still being made', async () => {
    const { body } = await upload(await demo('hanging-sign').draw());
    const { body: begun } = await call<ArtworkSummary>('POST', '/artworks', {
      fileId: body.id,
      fileName: 'sign.pdf',
      dpi: 500,
    });
    const states: string[] = [];
    for (;;) {
      const { body: now } = await call<ArtworkSummary>('GET', `/artworks/${begun.id}`);
      if (now.firstLook) states.push(now.state);
      if (now.state !== 'queued' && now.state !== 'running') break;
      await new Promise((done) => setTimeout(done, 100));
    }
    expect(states[0]).toBe('running');
  });

  it('of a job is told file by file, so that a corrected one can be compared', async () => {
    const first = await rip((await upload(await demo('kraft-tag').draw())).body.id, 60);
    const second = await rip((await upload(await demo('pearl-menu').draw())).body.id, 60);
    const job = await newJob(first.id);
    await call('PUT', `/jobs/${job.id}`, {
      base: 1,
      plan: encodePlan(demo('kraft-tag').plan),
      artworkId: second.id,
    });
    const { body } = await call<ArtworkVersion[]>('GET', `/jobs/${job.id}/artworks`);
    expect(body.map(({ artworkId, since }) => [artworkId, since])).toEqual([
      [first.id, 1],
      [second.id, 2],
    ]);
  });

  it('is read once for each resolution', async () => {
    const { body } = await upload(await demo('kraft-tag').draw());
    const [a, b, c] = [await rip(body.id), await rip(body.id), await rip(body.id, 120)];
    expect(a.id).toBe(b.id);
    expect(c.id).not.toBe(a.id);
  });

  it('that can’t be read keeps the sentence that says why, and the job that uses it is not lost', async () => {
    const { body } = await upload(new TextEncoder().encode('%PDF-1.7 and then nothing'));
    const artwork = await rip(body.id);
    expect(artwork).toMatchObject({
      state: 'failed',
      problem: { code: 'ARTWORK_DAMAGED', message: expect.stringContaining('Export') },
    });
    const job = await newJob(artwork.id);
    expect((await call<Job>('GET', `/jobs/${job.id}`)).status).toBe(200);
  });

  it('stops being read when it is cancelled, and can be begun again', async () => {
    const { body } = await upload(await demo('hanging-sign').draw());
    const { body: begun } = await call<ArtworkSummary>('POST', '/artworks', {
      fileId: body.id,
      fileName: 'sign.pdf',
      dpi: 600,
    });
    const state = async () =>
      (await call<ArtworkSummary>('GET', `/artworks/${begun.id}`)).body.state;
    await expect.poll(state).toBe('running');
    await call('POST', `/artworks/${begun.id}/cancel`);
    expect((await until<ArtworkSummary>(`/artworks/${begun.id}`)).state).toBe('cancelled');
    const again = await rip(body.id, 60);
    expect(again.state).toBe('done');
  });
});

describe('files for the machine', () => {
  it('are made by the worker, once for a plan, and are the plates that were measured', async () => {
    const job = demo('orchard-label');
    const artwork = await rip((await upload(await job.draw())).body.id, 100);
    const ask = () =>
      call<PlateExport>('POST', `/artworks/${artwork.id}/export`, { plan: encodePlan(job.plan) });
    const { body: begun, status } = await ask();
    expect(status).toBe(202);
    const made = await until<PlateExport>(`/exports/${begun.id}`);
    expect(made).toMatchObject({ state: 'done', problem: null });
    expect((await ask()).body.id).toBe(made.id);

    const answer = await fetch(`${served.base}/exports/${made.id}/plates.zip`);
    expect(answer.headers.get('content-disposition')).toContain('Orchard cordial, clear label.zip');
    const zip = Buffer.from(await answer.arrayBuffer());
    expect(zip.length).toBe(made.bytes);
    const path = join(served.tmp, 'plates.zip');
    writeFileSync(path, zip);
    // Python's own reader of archives, which checks every sum.
    const listed = execFileSync('python3', [
      '-c',
      `import sys, zipfile; z = zipfile.ZipFile(sys.argv[1]); assert z.testzip() is None; z.extract('01-front.pdf', sys.argv[2]); print('\\n'.join(z.namelist()))`,
      path,
      served.tmp,
    ]);
    expect(listed.toString().trim().split('\n')).toContain('01-front-White.tif');
    const back = await openArtwork(join(served.tmp, '01-front.pdf'), { dpi: 100 });
    const white = (info: typeof back.info) =>
      info.pages[0].separations.find(({ name }) => name === 'White')!.coverageWithBleed;
    expect(white(back.info)).toBe(white(artwork.info!));
    await back.close();
    rmSync(path);
    rmSync(join(served.tmp, '01-front.pdf'));
  });

  it('are not to be had before they are there', async () => {
    const nobody = '00000000-0000-4000-8000-000000000000';
    expect((await fetch(`${served.base}/exports/${nobody}`)).status).toBe(404);
    expect((await fetch(`${served.base}/exports/${nobody}/plates.zip`)).status).toBe(409);
  });
});

describe('jobs', () => {
  it('keep every version', async () => {
    const job = await newJob();
    const changed = { ...demo('orchard-label').plan, name: 'Second thoughts' };
    const saved = await call<Job>('PUT', `/jobs/${job.id}`, {
      base: 1,
      plan: encodePlan(changed),
      artworkId: null,
    });
    expect(saved.body).toMatchObject({
      version: 2,
      plan: { name: 'Second thoughts', stack: 'film | W@art / CMYK+S@art' },
    });
    const { rows } = await served.database.pool.query<{ name: string }>(
      `select plan->>'name' as name from job_version where job_id = $1 order by version`,
      [job.id],
    );
    expect(rows.map(({ name }) => name)).toEqual([
      'Orchard cordial, clear label',
      'Second thoughts',
    ]);
  });

  it('tell the second of two people who change the same version, and overwrite neither', async () => {
    const job = await newJob();
    const save = (name: string) =>
      call<{ code: string }>('PUT', `/jobs/${job.id}`, {
        base: 1,
        plan: encodePlan({ ...demo('orchard-label').plan, name }),
        artworkId: null,
      });
    const answers = await Promise.all([save('Ann'), save('Ben'), save('Cid')]);
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409, 409]);
    expect(
      answers
        .filter(({ status }) => status === 409)
        .every(({ body }) => body.code === 'JOB_CONFLICT'),
    ).toBe(true);
    expect((await call<Job>('GET', `/jobs/${job.id}`)).body.version).toBe(2);
  });

  it('refuse a wrong plan by its field, and keep what was stored', async () => {
    const job = await newJob();
    const plan = { ...encodePlan(demo('orchard-label').plan), stack: 'film | Q' };
    const answer = await call<{ message: string }>('PUT', `/jobs/${job.id}`, {
      base: 1,
      plan,
      artworkId: null,
    });
    expect(answer.status).toBe(422);
    expect(answer.body.message).toContain('the field plan.stack');
    expect((await call<Job>('GET', `/jobs/${job.id}`)).body.version).toBe(1);
  });

  it('that are not there, and artwork that is not there, are said so', async () => {
    const nobody = '00000000-0000-4000-8000-000000000000';
    expect((await call('GET', `/jobs/${nobody}`)).status).toBe(404);
    expect((await call('GET', '/jobs/12')).status).toBe(404);
    const job = await newJob();
    const answer = await call('PUT', `/jobs/${job.id}`, {
      base: 1,
      plan: encodePlan(demo('orchard-label').plan),
      artworkId: nobody,
    });
    expect(answer).toMatchObject({ status: 404, body: { code: 'ARTWORK_UNKNOWN' } });
  });
});

describe('the server', () => {
  it('can be migrated by several at once, and again', async () => {
    await Promise.all([
      migrate(served.database.pool),
      migrate(served.database.pool),
      migrate(served.database.pool),
    ]);
  });

  it('has a sentence for every rule that the database keeps', async () => {
    const { rows } = await served.database.pool.query<{ name: string }>(
      `select conname as name from pg_constraint where conrelid = any (array['job_version', 'artwork']::regclass[]) and contype in ('f', 'p') and conname <> 'artwork_pkey'`,
    );
    expect(rows.map(({ name }) => name).filter((name) => !RULES[name])).toEqual([]);
  });

  it.each([
    [{ code: '53100' }, 507, 'DISK_FULL'],
    [{ code: 'ENOSPC' }, 507, 'DISK_FULL'],
    [{ code: 'ECONNREFUSED' }, 503, 'DATABASE_GONE'],
    [{ code: '57P01' }, 503, 'DATABASE_GONE'],
    [new Error('Connection terminated unexpectedly'), 503, 'DATABASE_GONE'],
    [new Error('a bug'), 500, 'INTERNAL'],
  ])('answers %o with a sentence', (error, status, code) => {
    const refusal = refusalFor(error);
    expect(refusal).toMatchObject({ code, message: expect.stringMatching(/\.$/) as string });
    expect(ERRORS[refusal.code].status).toBe(status);
  });

  it('stays up when PostgreSQL drops every connection in the middle of work', async () => {
    await served.database.pool.query(
      `select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid()`,
    );
    const status = async () => (await call('GET', '/jobs')).status;
    await expect.poll(status).toBe(200);
  });

  it('answers no page but its own', async () => {
    for (const origin of ['https://elsewhere.example', 'null', 'not an address'])
      expect((await fetch(`${served.base}/jobs`, { headers: { Origin: origin } })).status).toBe(
        403,
      );
  });

  it('refuses what is not JSON with a sentence', async () => {
    const response = await fetch(`${served.base}/jobs`, {
      method: 'POST',
      body: '{',
      headers: { 'Content-Type': 'application/json' },
    });
    expect([response.status, await response.json()]).toEqual([
      400,
      expect.objectContaining({ code: 'REQUEST_UNREADABLE' }),
    ]);
  });
});
