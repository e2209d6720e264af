import { execFileSync, spawn } from 'node:child_process';
import type {
  Job,
  JobStock,
  ReorderLineOnWire,
  ShelfProduct,
  Stocked,
  StockHistoryEntry,
} from '@kyanos/contract';
import { careFrom, itemFrom, stockFrom, type JobState, type StockEvent } from '@kyanos/core';
import { floorHistory, SHOP, SHOP_STATE } from '@kyanos/demo';
import { openArtwork } from '@kyanos/intake';
import { describe, expect, it } from 'vitest';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { fileURLToPath } from 'node:url';
import { demo, useServer } from '../../test/served.ts';
import { testDatabase } from '../../test/database.ts';
import { inTransaction } from '../db.ts';
import { loadFloor } from '../floorHistory.ts';
import { prepareShop } from '../shop/demo.ts';
import { eventsOf as careEvents } from '../care/queries.ts';
import { act, eventsOf, fittedIn, receive } from './queries.ts';

const WRITER = fileURLToPath(new URL('../../test/endlessWriter.ts', import.meta.url));
const ROOT = fileURLToPath(new URL('../../..', import.meta.url));
const served = useServer();
const get = async <T>(path: string) => (await served.call<T>('GET', path)).body;
const post = <T>(path: string, body?: unknown) => served.call<T>('POST', path, body);

const FILM = {
  kind: 'material',
  product: 'clear-label',
  name: 'Clear label film',
  lot: 'CL-2609-B',
  unit: 'm',
  width: 610,
  size: 100,
  receivedOn: '2026-09-25',
  madeOn: '2026-09-10',
  expiresOn: null,
  place: 'rack 3',
  paid: 32_940,
} as const;
const received = async (change: object = {}, count = 1) =>
  (await post<Stocked[]>('/stock/items', { received: { ...FILM, ...change }, count })).body;
const item = async (code: string) => get<Stocked>(`/stock/codes/${code}`);
const told = (code: { id: string }, body: object) =>
  post<Stocked>(`/stock/items/${code.id}/events`, body);

/** What the database shows of every thing against what its events make of it. */
async function compared() {
  const { rows } = await served.database.pool.query<{ id: string; data: unknown; there: boolean }>(
    'select id, data, there from stock_item',
  );
  for (const { id, data, there } of rows) {
    const rebuilt = itemFrom(await eventsOf(served.database.pool, id));
    expect(data).toEqual(rebuilt ? JSON.parse(JSON.stringify(rebuilt)) : null);
    expect(there).toBe(rebuilt !== undefined && rebuilt.discarded === null && rebuilt.left > 0);
  }
  const { rows: wrong } = await served.database.pool.query(
    `select id from stock_event e where holds = exists (
       select from stock_event u where u.undoes = e.id and u.holds)`,
  );
  expect(wrong).toEqual([]);
  const { rows: machines } = await served.database.pool.query<{ id: string; data: object }>(
    'select machine_id as id, data from care_state',
  );
  for (const { id, data } of machines) {
    const rebuilt = careFrom(await careEvents(served.database.pool, id), ['W']);
    expect(data).toEqual(JSON.parse(JSON.stringify(rebuilt)));
  }
  return rows.length;
}

/** A job whose plates are built. */
async function printable(id = 'orchard-label') {
  const { plan, draw, fileName } = demo(id);
  const { body: file } = await served.upload(await draw());
  const artwork = await served.rip(file.id, 60, fileName);
  const job = await served.newJob(artwork.id, { ...plan, lot: '' });
  const { body } = await post<{ id: string }>(`/artworks/${artwork.id}/plates`, { plan: job.plan });
  await served.until(`/plates/${body.id}`);
  return job;
}
const order = (job: Job, was: JobState, now: JobState) =>
  served.call<{ stock: string[] }>('PUT', `/jobs/${job.id}/order`, {
    was: { state: was, due: null, priority: 'usual' },
    now: { state: now, due: null, priority: 'usual' },
  });

describe('a lot on the shelf', () => {
  it('is received, drawn, counted and thrown away, each an entry that is undone by an entry', async () => {
    const [lot] = await received();
    expect(lot.code).toMatch(/^L\d+$/);
    await told(lot, { act: 'drawn', amount: 12.5, source: 'hand' });
    await told(lot, { act: 'counted', left: 86, reason: 'start cut off' });
    const events = await get<StockHistoryEntry[]>(`/stock/events?item=${lot.id}`);
    expect(events.map(({ what }) => what.act)).toEqual(['counted', 'drawn', 'received']);
    expect((await post<Stocked>(`/stock/events/${events[0].id}/undo`)).body.left).toBe(87.5);
    const again = await post<{ code: string }>(`/stock/events/${events[0].id}/undo`);
    expect([again.status, again.body.code]).toEqual([409, 'UNDO_REFUSED']);
    const refused = await post<{ message: string }>(`/stock/events/${events[2].id}/undo`);
    expect(refused.status).toBe(409);
    expect(refused.body.message).toMatch(/^Later entries rest on this one/);
    const [undoing] = await get<StockHistoryEntry[]>(`/stock/events?item=${lot.id}`);
    expect((await post<Stocked>(`/stock/events/${undoing.id}/undo`)).body.left).toBe(86);
    expect((await told(lot, { act: 'discarded', reason: 'crushed' })).status).toBe(200);
    expect((await told(lot, { act: 'opened' })).body).toMatchObject({ code: 'STOCK_REFUSED' });
    expect((await post('/stock/events/999999/undo')).status).toBe(404);
    expect((await served.call('GET', '/stock/codes/L999999')).status).toBe(404);
    await compared();
  });

  it('of ink is fitted only where its ink belongs', async () => {
    const [white] = await received({ kind: 'ink', unit: 'mL', product: 'roll-1.W', name: 'White' });
    const fit = (machineId: string, channel: string) =>
      told(white, { act: 'fitted', machineId, channel });
    const wrong = await fit('roll-1', 'C');
    expect([wrong.status, (wrong.body as unknown as { message: string }).message]).toEqual([
      409,
      'White is not the ink of cyan in Roll printer No. 1. Fit the container that belongs there.',
    ]);
    expect((await fit('flatbed-2', 'W')).status).toBe(409);
    expect((await fit('none', 'W')).status).toBe(404);
    expect((await fit('roll-1', 'W')).body.fitted).toEqual({ machineId: 'roll-1', channel: 'W' });
  });

  it('sent twice with one key is received once', async () => {
    const body = { received: { ...FILM, lot: 'ONCE' }, count: 2 };
    const headers = { 'Idempotency-Key': 'stock-once' };
    const first = await served.call<Stocked[]>('POST', '/stock/items', body, headers);
    const second = await served.call<Stocked[]>('POST', '/stock/items', body, headers);
    expect(second.body).toEqual(first.body);
    expect(first.body).toHaveLength(2);
  });

  it('is counted in a stocktake as a whole or not at all, with a reason where the books say otherwise', async () => {
    const [a, b] = await received({ lot: 'COUNT' }, 2);
    const counts = (reason: string) => ({
      counts: [
        { id: a.id, left: 100, reason: '' },
        { id: b.id, left: 91, reason },
      ],
    });
    const refused = await post<{ message: string }>('/stock/counts', counts(''));
    expect(refused.status).toBe(409);
    expect(refused.body.message).toMatch(/the books have 100 m, and 91.0 m were counted/);
    expect((await item(a.code)).countedOn).toBeNull();
    expect((await post('/stock/counts', counts('unknown'))).body).toEqual({
      counted: 2,
      changed: 1,
    });
    expect([(await item(a.code)).countedOn, (await item(b.code)).left]).toEqual([
      expect.any(String),
      91,
    ]);
  });

  it('goes out as a table that Debian’s Python reads, and comes in as a whole or not at all', async () => {
    const text = await (await fetch(`${served.base}/stock/stock.csv`)).text();
    const rows = JSON.parse(
      execFileSync(
        'python3',
        ['-c', 'import csv,json,sys; print(json.dumps(list(csv.DictReader(sys.stdin))))'],
        {
          input: text,
          encoding: 'utf8',
        },
      ),
    ) as { code: string; lot: string; left: string }[];
    expect(rows.find(({ lot }) => lot === 'COUNT')).toMatchObject({
      left: '100',
      code: expect.stringMatching(/^L/),
    });
    const table =
      'kind,product,name,lot,unit,size,left\nmaterial,clear-film,Film,T-1,m,50,20\nink,x,Ink,,mL,220,220\n';
    expect((await post('/stock/table', { text: table + 'material,y,Y,,m,0,0\n' })).status).toBe(
      422,
    );
    const { body } = await post<Stocked[]>('/stock/table', { text: table });
    expect(body.map(({ lot, left, sealed }) => [lot, left, sealed])).toEqual([
      ['T-1', 20, false],
      ['', 220, true],
    ]);
    expect(await compared()).toBeGreaterThan(5);
  });

  it('has a label whose code a scanner reads', async () => {
    const [lot] = await received({ lot: 'LABEL' });
    const bytes = new Uint8Array(
      await (
        await fetch(`${served.base}/stock/labels.pdf?codes=${lot.code},${lot.code}`)
      ).arrayBuffer(),
    );
    const folder = mkdtempSync(join(tmpdir(), 'labels-'));
    writeFileSync(join(folder, 'labels.pdf'), bytes);
    const artwork = await openArtwork(join(folder, 'labels.pdf'), { dpi: 200 });
    await artwork.close();
    rmSync(folder, { recursive: true });
    expect(artwork.info.pages[0].barcodes.map(({ type, content }) => [type, content])).toEqual([
      ['Data Matrix', lot.code],
      ['Data Matrix', lot.code],
    ]);
    expect((await served.call('GET', '/stock/labels.pdf?codes=L99999')).status).toBe(404);
  });
});

describe('a job', () => {
  it('reserves when it is accepted, gives back when it is not, draws when it is done and takes back when it is not', async () => {
    const [lot] = await received({ lot: 'JOB', madeOn: '2026-03-01' });
    const job = await printable();
    const before = await get<JobStock>(`/jobs/${job.id}/stock`);
    expect(before.lots.find(({ chosen }) => chosen)!.item.lot).toBe('JOB');
    const { amount } = before.need!.material;
    expect(amount).toBeGreaterThan(0.1);
    const { body } = await order(job, 'quoted', 'accepted');
    expect(body.stock[0]).toMatch(/are reserved from lot JOB/);
    expect((await item(lot.code)).reserved).toEqual({ [job.id]: amount });
    await order(job, 'accepted', 'quoted');
    expect((await item(lot.code)).reserved).toEqual({});

    const ink = (await get<JobStock>(`/jobs/${job.id}/stock`)).need!.inks.find(
      ({ channel }) => channel === 'C',
    )!;
    await order(job, 'quoted', 'accepted');
    const done = await order(job, 'accepted', 'done');
    expect(done.body.stock.join(' ')).toMatch(/drawn from lot JOB by the estimate/);
    expect((await item(lot.code)).left).toBeCloseTo(100 - amount, 2);
    expect((await item(ink.code!)).left).toBeCloseTo(ink.left! - ink.ml, 1);
    // Asked twice for the same change it draws once.
    await order(job, 'accepted', 'done');
    expect((await item(lot.code)).left).toBeCloseTo(100 - amount, 2);
    const book = await get<{ what: { act: string } }[]>(`/care/machines/label-3/events?limit=1`);
    expect(book[0].what).toMatchObject({ act: 'printed', jobId: job.id, source: 'estimate' });

    const back = await order(job, 'done', 'ready');
    expect(back.body.stock[0]).toBe('What was drawn for it is back in the stock.');
    expect((await item(lot.code)).left).toBe(100);
    expect((await item(ink.code!)).left).toBe(ink.left);
    await compared();
  });

  it('draws what the machine reported where it reported, even when the report comes later', async () => {
    const job = await printable();
    await order(job, 'quoted', 'done');
    const cyan = async () =>
      (await get<JobStock>(`/jobs/${job.id}/stock`)).drawn.find(({ name }) => name === 'Cyan')!;
    expect((await cyan()).source).toBe('estimate');
    const { body } = await post<{ taken: number }>('/machines/label-3/reports', {
      text: `job,minutes,C,M,Y,K,W,S\n"${job.plan.name}",20,4.25,1,1,1,2,1\n`,
    });
    expect(body.taken).toBe(1);
    expect(await cyan()).toMatchObject({ source: 'report', amount: 4.25 });
    await compared();
  });

  it('whose plan can’t be read changes its state all the same', async () => {
    const job = await served.newJob();
    const broken = `update job_version set plan = '{"format": 4}' where job_id = $1::uuid`;
    await served.database.pool.query(broken, [job.id]);
    const { status, body } = await order(job, 'quoted', 'done');
    expect([status, body.stock]).toEqual([
      200,
      ['Nothing was drawn: what this job takes is not known. Draw it by hand in the stock.'],
    ]);
  });

  it('takes another lot knowingly, and tells where none is long enough', async () => {
    const [old] = await received({ lot: 'OVER', madeOn: '2024-01-01' });
    const job = await printable();
    const taken = await post<JobStock>(`/jobs/${job.id}/stock`, { item: old.id });
    expect(taken.body.reserved).toMatchObject([{ lot: 'OVER' }]);
    expect(taken.body.lots.find(({ item: { lot } }) => lot === 'OVER')!.against).toMatch(
      /^over-age since 1 Jan 2025/,
    );
    const state = await get<{ shelf: { lots: { lot: string; age: string }[] } }>(
      '/shop/machines/label-3/state?material=clear-label',
    );
    expect(state.shelf.lots.find(({ lot }) => lot === 'OVER')!.age).toBe('over');
  });
});

describe('what to order', () => {
  it('follows from the jobs on the board and what was drawn, and goes out as table and paper', async () => {
    const { lines } = await get<{ lines: ReorderLineOnWire[] }>('/stock/reorder');
    const film = lines.find(({ key }) => key === 'material:clear-label')!;
    expect(film.planned).toBeGreaterThan(0);
    expect(film.usualPerWeek).toBeGreaterThan(0);
    const csv = await (await fetch(`${served.base}/stock/purchase.csv`)).text();
    expect(csv.split('\n')[0]).toBe('order_by,product,name,count,size,unit,cost,currency,reason');
    const pdf = await fetch(`${served.base}/stock/purchase.pdf`);
    expect(pdf.headers.get('content-type')).toMatch(/^application\/pdf/);
    await served.call('PUT', '/settings/supply', {
      'material:clear-label': { deliveryDays: 30, sizes: [{ amount: 200, price: 60_000 }] },
    });
    const again = (await get<{ lines: ReorderLineOnWire[] }>('/stock/reorder')).lines;
    expect(again.find(({ key }) => key === 'material:clear-label')!.deliveryDays).toBe(30);
  });
});

describe('the books', () => {
  it('are whole after the writer is killed in the middle of every kind of write', async () => {
    const { pool, url } = served.database;
    const acknowledged: string[] = [];
    for (let round = 0; round < 4; round++) {
      const child = spawn('node', ['--import', 'tsx', WRITER], {
        cwd: ROOT,
        env: { ...process.env, DATABASE_URL: url },
        stdio: ['ignore', 'pipe', 'inherit'],
      });
      // A second lot is received when every kind of write was made once: how long that takes is how long a round takes.
      const told: number[] = [];
      for await (const id of createInterface({ input: child.stdout })) {
        acknowledged.push(id);
        told.push(performance.now());
        if (told.length !== 2) continue;
        setTimeout(() => child.kill('SIGKILL'), ((told[1]! - told[0]!) * (2 * round + 1)) / 8);
      }
    }
    const { rows } = await pool.query<{ id: string }>(
      `select id from stock_item where id = any($1::uuid[])`,
      [acknowledged],
    );
    expect(acknowledged.length).toBeGreaterThanOrEqual(8);
    expect(rows.length).toBe(acknowledged.length);
    await compared();
  });

  it('of the demo’s half year, written at once, are as their events say', async () => {
    const { pool, drop } = await testDatabase();
    await prepareShop(pool, {});
    await inTransaction(pool, (db) => loadFloor(db, floorHistory(SHOP, new Date())));
    const { rows: events } = await pool.query<{
      id: string;
      itemId: string;
      at: Date;
      by: string;
      what: never;
    }>('select id, item_id as "itemId", at, by, data as what from stock_event order by id');
    const rebuilt = stockFrom(
      events.map((event): StockEvent => ({
        ...event,
        id: Number(event.id),
        at: event.at.toISOString(),
      })),
    );
    const { rows } = await pool.query<{ id: string; data: object }>(
      'select id, data from stock_item',
    );
    expect(rows.length).toBe(rebuilt.size);
    for (const { id, data } of rows)
      expect(data).toEqual(JSON.parse(JSON.stringify(rebuilt.get(id))));
    await drop();
  });

  it('of an older installation begin with the containers and slots that were told', async () => {
    const { pool } = served.database;
    const migration = readFileSync(
      new URL('../../migrations/0015_stock_and_care.sql', import.meta.url),
      'utf8',
    );
    const { pool: older, drop } = await testDatabase();
    await prepareShop(older, {});
    await older.query(
      'drop table job_need, care_day, care_state, care_event, stock_event, stock_item cascade',
    );
    await older.query(
      'create table machine_state (machine_id text primary key, data jsonb not null)',
    );
    for (const [id, state] of Object.entries(SHOP_STATE))
      await older.query('insert into machine_state values ($1, $2)', [id, JSON.stringify(state)]);
    await older.query(migration);
    const { rows } = await older.query<{
      id: string;
      data: { fitted: { machineId: string; channel: string }; left: number };
    }>('select id, data from stock_item');
    for (const [machineId, { leftMl }] of Object.entries(SHOP_STATE)) {
      const own = rows.filter(({ data }) => data.fitted.machineId === machineId);
      expect(Object.fromEntries(own.map(({ data }) => [data.fitted.channel, data.left]))).toEqual(
        leftMl,
      );
    }
    for (const { id, data } of rows) expect(data).toEqual(itemFrom(await eventsOf(older, id)));
    const { rows: care } = await older.query(
      `select data ->> 'whiteSlot' as slot from care_state where machine_id = 'roll-1'`,
    );
    expect(care).toEqual([{ slot: SHOP_STATE['roll-1'].whiteSlot }]);
    await drop();
    expect(await pool.query('select 1')).toBeTruthy();
  });

  it('have two that draw from one lot at once take turns', async () => {
    const { pool } = served.database;
    const lot = await inTransaction(pool, (db) =>
      receive(db, { ...FILM, lot: 'RACE' }, { by: 'x' }),
    );
    await Promise.all(
      Array.from({ length: 20 }, () =>
        inTransaction(pool, (db) =>
          act(db, lot.id, { act: 'drawn', amount: 2, source: 'hand' }, { by: 'x' }),
        ),
      ),
    );
    expect((await item(lot.code)).left).toBe(60);
  });

  it('have one container in a place, however many are fitted at once', async () => {
    const { pool } = served.database;
    const ink = { ...FILM, kind: 'ink', unit: 'mL', product: 'flatbed-2.V', lot: 'FIT' } as const;
    const made = await Promise.all(
      Array.from({ length: 6 }, () => inTransaction(pool, (db) => receive(db, ink, { by: 'x' }))),
    );
    const fitted = { act: 'fitted', machineId: 'flatbed-2', channel: 'V' } as const;
    await Promise.all(
      made.map(({ id }) => inTransaction(pool, (db) => act(db, id, fitted, { by: 'x' }))),
    );
    const inside = (await fittedIn(pool, 'flatbed-2')).filter((one) => one.fitted?.channel === 'V');
    expect(inside).toHaveLength(1);
    await compared();
  });

  it('let many jobs be done at once, and a stocktake beside them', async () => {
    const jobs = await Promise.all([printable(), printable(), printable()]);
    const { products } = await get<{ products: ShelfProduct[] }>('/stock/shelf');
    const counts = products.flatMap(({ items }) =>
      items.map(({ item: { id, left } }) => ({ id, left, reason: 'walked past' })),
    );
    const answers = await Promise.all([
      ...jobs.map((job) => order(job, 'quoted', 'done')),
      post('/stock/counts', { counts }),
      post('/stock/counts', { counts }),
    ]);
    expect(answers.map(({ status }) => status)).toEqual([200, 200, 200, 200, 200]);
    await compared();
  });

  it('list the shelf by product, the oldest first, also what the shop has no more', async () => {
    await received({ product: 'gone-film', name: 'Film of another day', lot: 'G' });
    const { products } = await get<{ products: ShelfProduct[] }>('/stock/shelf');
    const film = products.find(({ key }) => key === 'material:clear-label')!;
    const ages = film.items.map(({ age }) => age.age);
    expect(ages).toEqual(
      [...ages].sort(
        (a, b) => 'over soon good unknown'.indexOf(a) - 'over soon good unknown'.indexOf(b),
      ),
    );
    expect(products.at(-1)!.key).toBe('material:gone-film');
  });
});
