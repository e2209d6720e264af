import { readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { buffer } from 'node:stream/consumers';
import type { Readable } from 'node:stream';
import { promisify } from 'node:util';
import type { Job, JobId, PlateBuild } from '@kyanos/contract';
import { describe, expect, it } from 'vitest';
import yauzl from 'yauzl';
import { ZipFile } from 'yazl';
import { demo, useServer, type Served } from '../../test/served.ts';
import { jobFile, writeJobFile } from './travel.ts';

const here = useServer();
const there = useServer();

async function planned(served: Served): Promise<Job> {
  const { draw, plan, fileName } = demo('orchard-label');
  const artwork = await served.rip((await served.upload(await draw())).body.id, 70, fileName);
  return served.newJob(artwork.id, { ...plan, lot: 'A-17' });
}
const fetched = async (served: Served, id: string) =>
  new Uint8Array(await (await fetch(`${served.base}/jobs/${id}/file.zip`)).arrayBuffer());
const takeIn = async (served: Served, bytes: Uint8Array) =>
  served.call<Job & { code: string; message: string }>('POST', '/jobs/file', {
    fileId: (await served.upload(bytes)).body.id,
  });
async function measured(served: Served, { artworkId, plan }: Job) {
  const { body } = await served.call<PlateBuild>('POST', `/artworks/${artworkId!}/plates`, {
    plan,
  });
  return (await served.until<PlateBuild>(`/plates/${body.id}`)).measures;
}
async function zipOf(entries: Readonly<Record<string, string | Buffer>>): Promise<Uint8Array> {
  const zip = new ZipFile();
  for (const [name, bytes] of Object.entries(entries)) zip.addBuffer(Buffer.from(bytes), name);
  zip.end();
  return new Uint8Array(await buffer(zip.outputStream as Readable));
}

/** The entries of an archive by name. */
async function openZip(bytes: Buffer): Promise<Readonly<Record<string, Buffer>>> {
  const zip = await promisify<Buffer, yauzl.Options, yauzl.ZipFile>(yauzl.fromBuffer)(bytes, {});
  const found: Record<string, Buffer> = {};
  const reading: Promise<void>[] = [];
  zip.on('entry', (entry: yauzl.Entry) => {
    const open = promisify<yauzl.Entry, Readable>(zip.openReadStream.bind(zip) as never);
    reading.push(
      open(entry)
        .then(buffer)
        .then((all) => void (found[entry.fileName] = all)),
    );
  });
  await new Promise((done) => zip.once('end', done));
  await Promise.all(reading);
  return found;
}
/** An archive that says of an entry in its directory that it is of another size (APPNOTE.TXT 4.3.12: 24 bytes in). */
function withOtherSize(zip: Buffer, was: number, now: number): Buffer {
  const changed = Buffer.from(zip);
  for (let at = 0; (at = changed.indexOf('PK\u0001\u0002', at, 'latin1')) >= 0; at++)
    if (changed.readUInt32LE(at + 24) === was) changed.writeUInt32LE(now, at + 24);
  return changed;
}

describe('a job', () => {
  it('travels as one file, and plans to the same digit on another installation', async () => {
    const job = await planned(here);
    const lot = {
      kind: 'material',
      product: job.plan.material.id,
      name: 'Clear label film',
      lot: 'A-17',
      unit: 'm',
      width: 300,
      size: 50,
      receivedOn: '2026-11-01',
      madeOn: null,
      expiresOn: '2027-11-01',
      place: 'Rack 2',
      paid: 9000,
    };
    expect((await here.call('POST', '/stock/items', { received: lot, count: 1 })).status).toBe(201);
    await here.call('PUT', `/jobs/${job.id}/notes`, { was: '', now: 'Ask for the bottle.' });
    const file = await fetched(here, job.id);
    const { status, body: came } = await takeIn(there, file);
    expect(status).toBe(201);
    expect(came.plan).toEqual(job.plan);
    expect(came.fileName).toBe('orchard-label.pdf');
    await there.until(`/artworks/${came.artworkId!}`);
    expect(await measured(there, came)).toEqual(await measured(here, job));
    const { rows } = await there.database.pool.query<{ notes: string; state: string }>(
      'select notes, state from job where id = $1',
      [came.id],
    );
    expect(rows[0].state).toBe('quoted');
    expect(rows[0].notes).toMatch(
      /^Came as a file from .*, where it is job \d+\.\nPlanned there on Clear label film, lot A-17, of which 50 m were left\.\nAsk for the bottle\.$/,
    );
    // Twice makes two jobs of the same artwork.
    const again = await takeIn(there, file);
    expect(again.body.artworkId).toBe(came.artworkId);
    expect(again.body.id).not.toBe(came.id);
  });

  it('without artwork travels too, and is never written over a file', async () => {
    const job = await here.newJob();
    const path = join(here.tmp, 'job.zip');
    await writeJobFile(here.database.pool, job.id as JobId, path);
    await expect(writeJobFile(here.database.pool, job.id as JobId, path)).rejects.toMatchObject({
      code: 'EEXIST',
    });
    const { body } = await takeIn(there, new Uint8Array(readFileSync(path)));
    rmSync(path);
    expect(body).toMatchObject({ artworkId: null, version: 1 });
    const { name } = await jobFile(here.database.pool, job.id as JobId);
    expect(name).toMatch(/^[\p{L}\p{N}.-]+\.kyanos-job\.zip$/u);
  });

  it('that is damaged, changed, foreign or a bomb is refused with its code, and nothing is made of it', async () => {
    const count = async () =>
      (await there.database.pool.query<{ n: number }>('select count(*)::int as n from job')).rows[0]
        .n;
    const before = await count();
    const file = Buffer.from(await fetched(here, (await planned(here)).id));
    const changed = Buffer.from(file);
    // In the middle of the artwork, which lies in the archive as it is.
    changed[Math.floor(file.length * 0.7)] ^= 1;
    const real = await openZip(file);
    const packed = { 'job.json': real['job.json'], 'artwork/a.pdf': Buffer.alloc(50_000, 7) };
    const hostile: Readonly<Record<string, Uint8Array>> = {
      'sizes that are not so': withOtherSize(Buffer.from(await zipOf(packed)), 50_000, 49_000),
      'nothing of a zip': new Uint8Array(100).fill(7),
      'cut short': file.subarray(0, file.length / 2),
      changed,
      'without job.json': await zipOf({ 'other.txt': 'x' }),
      'no JSON': await zipOf({ 'job.json': '{' }),
      'another thing': await zipOf({ 'job.json': '{"format":"kyanos job 2"}' }),
      'names that lead out': await zipOf({ 'job.json': '[]', 'artwork/x': 'y' }),
      'a bomb': await zipOf({ 'job.json': Buffer.alloc(64 * 1024 * 1024, 32) }),
      'many entries': await zipOf(
        Object.fromEntries(Array.from({ length: 40 }, (_, i) => [`artwork/${i}`, 'x'])),
      ),
    };
    for (const [what, bytes] of Object.entries(hostile)) {
      const { status, body } = await takeIn(there, bytes);
      expect({ what, status, body }).toMatchObject({
        status: 422,
        body: { code: 'JOB_FILE_WRONG' },
      });
    }
    expect(await count()).toBe(before);
  });
});
