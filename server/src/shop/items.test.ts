import { encodePlan, type Job } from '@kyanos/contract';
import type { InkProduct, Machine, Shop, ShopFile } from '@kyanos/core';
import { SHOP } from '@kyanos/demo';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { demo, useServer } from '../../test/served.ts';

const served = useServer();
const [roll] = SHOP.machines;
const shop = async () => (await served.call<Shop>('GET', '/shop')).body;
const get = async (path: string) => {
  const answer = await fetch(`${served.base}/shop/${path}`);
  return { value: (await answer.json()) as Machine, etag: answer.headers.get('ETag')! };
};
const put = (path: string, body: object, etag?: string) =>
  served.call<{ code: string; message: string }>(
    'PUT',
    `/shop/${path}`,
    body,
    etag ? { 'If-Match': etag } : {},
  );

describe('the things of a shop', () => {
  it('are what jobs are planned with, each with the revision that it is at', async () => {
    const now = await shop();
    expect(now).toMatchObject(JSON.parse(JSON.stringify(SHOP)) as object);
    expect(now.revisions!.machines[roll.id]).toBe(1);
    expect(now.revisions!.materials[SHOP.materials[0].id]).toBe(1);
  });

  it('are made, changed, had back and retired; nobody overwrites another', async () => {
    const made = { ...roll, id: 'roll-9', name: 'Roll No. 9' };
    const make = (data: Machine, standing = 'active') =>
      served.call('POST', '/shop/machines', { id: data.id, standing, data });
    expect((await make(made)).status).toBe(201);
    expect(await make(made)).toMatchObject({ status: 409, body: { code: 'SHOP_EXISTS' } });
    const first = await get('machines/roll-9');
    expect(first.value).toEqual(JSON.parse(JSON.stringify(made)));
    expect((await put('machines/roll-9', { ...made, hourRate: 9900 }, first.etag)).status).toBe(
      200,
    );
    expect(await put('machines/roll-9', { ...made, hourRate: 1 }, first.etag)).toMatchObject({
      status: 409,
      body: { code: 'MACHINE_CONFLICT' },
    });
    const { body: revisions } = await served.call<
      { number: number; savedBy: string; note: string; data: Machine }[]
    >('GET', '/shop/machines/roll-9/revisions');
    expect(
      revisions.map(({ number, savedBy, note, data }) => [number, savedBy, note, data.hourRate]),
    ).toEqual([
      [2, 'this computer', '', 9900],
      [1, 'this computer', 'made', made.hourRate],
    ]);
    // Back with one click: the earlier state is saved anew.
    expect((await put('machines/roll-9', revisions[1].data)).status).toBe(200);
    expect((await shop()).machines.at(-1)).toMatchObject({ id: 'roll-9', hourRate: made.hourRate });
    expect((await shop()).revisions!.machines['roll-9']).toBe(3);

    const { id } = await served.newJob(null, { ...demo('harbour-lightbox').plan, machine: made });
    expect((await put('machines/roll-9/standing', { standing: 'retired' })).status).toBe(204);
    expect((await shop()).machines.map((one) => one.id)).not.toContain('roll-9');
    expect((await served.call<Job>('GET', `/jobs/${id}`)).body.plan.machine.id).toBe('roll-9');
    expect((await put('machines/none/standing', { standing: 'retired' })).status).toBe(404);
    expect((await put('materials/none', SHOP.materials[0])).status).toBe(404);
  });

  it('that contradict themselves can be kept as drafts, and are not planned with', async () => {
    const wrong: Machine = {
      ...roll,
      id: 'odd',
      name: 'Odd',
      inks: roll.inks.map((ink) => (ink.role === 'white' ? { ...ink, spotName: null } : ink)),
    };
    const make = (standing: string) =>
      served.call<{ message: string }>('POST', '/shop/machines', {
        id: 'odd',
        standing,
        data: wrong,
      });
    expect(await make('active')).toMatchObject({
      status: 422,
      body: {
        code: 'SHOP_CONTRADICTION',
        message: expect.stringContaining('White has no spot name'),
      },
    });
    expect((await make('draft')).status).toBe(201);
    expect((await shop()).machines.map(({ id }) => id)).not.toContain('odd');
    expect((await put('machines/odd/standing', { standing: 'active' })).status).toBe(422);
    const mended = { ...wrong, inks: roll.inks };
    expect((await put('machines/odd', mended)).status).toBe(200);
    expect((await put('machines/odd/standing', { standing: 'active' })).status).toBe(204);
    expect(await put('machines/odd', wrong)).toMatchObject({ status: 422 });
    expect((await get('machines/odd')).value.inks.at(-1)!.spotName).toBe('White');
  });

  it('an ink that is bought at another price changes every machine that it is fitted in', async () => {
    const product: InkProduct = {
      id: 'white-220',
      name: 'White, 220 mL',
      role: 'white',
      pricePerLitre: 20_000,
      contrastRatio: 0.72,
      container: { ml: 220 },
    };
    const ink = await served.call('POST', '/shop/inks', { id: product.id, data: product });
    expect(ink.status).toBe(201);
    const fitted = {
      ...roll,
      inks: roll.inks.map((one) => (one.role === 'white' ? { ...one, product: product.id } : one)),
    };
    await put(`machines/${roll.id}`, fitted);
    expect((await put(`inks/${product.id}`, { ...product, pricePerLitre: 23_000 })).status).toBe(
      200,
    );
    const { value } = await get(`machines/${roll.id}`);
    expect(value.inks.at(-1)).toMatchObject({
      name: 'White, 220 mL',
      pricePerLitre: 23_000,
      laydown: 11,
    });
    const { body } = await served.call<{ note: string }[]>(
      'GET',
      `/shop/machines/${roll.id}/revisions`,
    );
    expect(body[0].note).toBe('the ink White, 220 mL changed');
  });

  it('whoever changes an ink and whoever changes its machine at once take turns, and both changes stay', async () => {
    const product: InkProduct = {
      id: 'cyan-440',
      name: 'Cyan',
      role: 'process',
      pricePerLitre: 100,
    };
    await served.call('POST', '/shop/inks', { id: product.id, data: product });
    const { value } = await get('machines/label-3');
    await put('machines/label-3', {
      ...value,
      inks: value.inks.map((ink) => (ink.channel === 'C' ? { ...ink, product: product.id } : ink)),
    });
    for (let round = 1; round <= 12; round++) {
      const now = await get('machines/label-3');
      const [machine, ink] = await Promise.all([
        put('machines/label-3', { ...now.value, hourRate: 1000 + round }, now.etag),
        put(`inks/${product.id}`, { ...product, pricePerLitre: 100 + round }),
      ]);
      expect(ink.status).toBe(200);
      const after = (await get('machines/label-3')).value;
      expect(after.inks[0].pricePerLitre).toBe(100 + round);
      // Either the machine was first, or its revision was gone: never is it half of both.
      expect([200, 409]).toContain(machine.status);
      if (machine.status === 200) expect(after.hourRate).toBe(1000 + round);
    }
  });

  it('keep revisions that this version can’t read, and say so', async () => {
    await served.database.pool.query(
      "insert into revision (kind, name, number, data) values ('material', 'white-vinyl', 2, '{\"id\": \"white-vinyl\"}')",
    );
    const { status, body } = await served.call<{ number: number; data: object | null }[]>(
      'GET',
      '/shop/materials/white-vinyl/revisions',
    );
    expect(status).toBe(200);
    expect(body.map(({ number, data }) => [number, data === null])).toEqual([
      [2, true],
      [1, false],
    ]);
  });

  it('prices hold from their day on, and those before them until then', async () => {
    const { prices } = await shop();
    const list = (labourRate: number, holdsFrom?: string) =>
      put('prices/standard', {
        prices: { ...prices, labourRate },
        ...(holdsFrom && { holdsFrom }),
      });
    await list(5000, '2020-01-01');
    expect((await shop()).prices.labourRate).toBe(5000);
    await list(6000, '2999-01-01');
    expect((await shop()).prices.labourRate).toBe(5000);
    expect(await list(1, 'soon')).toMatchObject({ status: 422 });
  });
});

describe('jobs that have an earlier revision', () => {
  it('are listed, and all take over the shop’s own as versions of their own', async () => {
    const { revisions } = await shop();
    const plan = { ...demo('harbour-lightbox').plan, machine: roll };
    const old = { ...plan, from: { machine: revisions!.machines[roll.id] } };
    const behind = await served.newJob(null, old);
    // A job that never came from the shop is asked nothing.
    await served.newJob(null, plan);
    const { value } = await get(`machines/${roll.id}`);
    await put(`machines/${roll.id}`, { ...value, hourRate: 7700 });
    const list = async () =>
      (
        await served.call<{ id: string }[]>('GET', `/shop/behind?part=machine&id=${roll.id}`)
      ).body.map(({ id }) => id);
    expect(await list()).toEqual([behind.id]);
    const body = { part: 'machine', id: roll.id };
    expect((await served.call('POST', '/shop/taken-over', body)).body).toEqual({
      changed: 1,
      left: [],
    });
    expect(await list()).toEqual([]);
    const { body: job } = await served.call<Job>('GET', `/jobs/${behind.id}`);
    expect(job).toMatchObject({
      version: 2,
      savedBy: 'this computer',
      plan: { machine: { hourRate: 7700 }, from: { machine: expect.any(Number) } },
    });
    expect((await served.call('GET', '/shop/behind?part=ink&id=x')).status).toBe(422);
  });
});

describe('the file of a shop', () => {
  const file = async () => (await served.call<ShopFile>('GET', '/shop/file')).body;
  const send = (path: string, value: unknown) =>
    served.call<{ message: string }>('POST', path, { file: value });

  it('comes in as it went out and changes nothing', async () => {
    const whole = await file();
    const { body } = await served.call<{ what: string }[]>('POST', '/shop/file/preview', {
      file: whole,
    });
    expect(new Set(body.map(({ what }) => what))).toEqual(new Set(['same']));
    const { body: one } = await served.call<ShopFile>('GET', `/shop/file?machine=${roll.id}`);
    expect(one.machines.map(({ id }) => id)).toEqual([roll.id]);
    expect(one).not.toHaveProperty('prices');
  });

  it('is taken in whole or not at all', async () => {
    const whole = await file();
    const [first] = whole.machines;
    const good = { ...first, id: 'from-file', data: { ...first.data, name: 'From a file' } };
    const wrong = { ...good, id: 'odd-file', data: { ...good.data, minWidth: 99_999 } };
    expect(await send('/shop/file', { ...whole, machines: [good, wrong] })).toMatchObject({
      status: 422,
      body: { message: expect.stringContaining('The narrowest material') },
    });
    expect((await file()).machines.map(({ id }) => id)).not.toContain('from-file');
    expect((await send('/shop/file', { ...whole, machines: [good] })).status).toBe(200);
    const kept = (await file()).machines.find(({ id }) => id === 'from-file')!;
    expect(kept.data).toEqual({ ...good.data, id: 'from-file' });
  });

  it.each([
    [{}, 'no "kyanosShop"'],
    [null, 'no "kyanosShop"'],
    [{ kyanosShop: 99 }, 'newer version'],
    [{ kyanosShop: 1, machines: 'many' }, 'machines'],
    [{ kyanosShop: 1, machines: [{ id: 'A B', data: {} }] }, 'machines.0.id'],
    [{ kyanosShop: 1, cats: [] }, '"cats"'],
  ])('that is none is refused by what is wrong: %j', async (value, words) => {
    expect(await send('/shop/file', value)).toMatchObject({
      status: 422,
      body: { message: expect.stringContaining(words) },
    });
  });
});

describe('test forms', () => {
  const forms = `/shop/machines/${roll.id}/forms`;
  const clear = SHOP.materials.find((material) => material.class === 'clear')!;

  it('are handed out as PDF and, for the instrument, as a target description', async () => {
    const pdf = await fetch(`${served.base}${forms}/white-ladder.pdf?material=${clear.id}`);
    expect(pdf.headers.get('Content-Type')).toBe('application/pdf');
    expect(Buffer.from(await pdf.arrayBuffer()).toString('latin1', 0, 5)).toBe('%PDF-');
    const text = await fetch(`${served.base}${forms}/primaries.txt?material=${clear.id}`);
    expect(await text.text()).toContain('NUMBER_OF_SETS\t64');
    const nothing = await fetch(`${served.base}${forms}/primaries.txt?material=none`);
    expect(nothing.status).toBe(404);
    expect((await fetch(`${served.base}${forms}/poster.pdf?material=${clear.id}`)).status).toBe(
      404,
    );
  });

  it('are fitted without changing anything, and refused by the line that is wrong', async () => {
    const fit = (kind: string, body: object) =>
      served.call<{ says: string[]; machine: Machine; message: string }>(
        'POST',
        `${forms}/${kind}/fit`,
        { material: clear.id, on: '2026-11-12', ...body },
      );
    const { status, body } = await fit('total-ink', { step: 280 });
    expect(status).toBe(200);
    expect(body.machine).toMatchObject({ inkLimit: 280, measured: [{ field: 'inkLimit' }] });
    expect(body).toMatchObject({ revision: expect.any(Number), rules: {} });
    expect((await get(`machines/${roll.id}`)).value.inkLimit).toBe(roll.inkLimit);
    expect(await fit('white-ladder', { files: [{ text: 'BEGIN_DATA\n1 2' }] })).toMatchObject({
      status: 422,
      body: { code: 'MEASUREMENT_WRONG', message: expect.stringContaining('Line 1') },
    });
    expect(await fit('white-ladder', { typed: [] })).toMatchObject({
      status: 422,
      body: { code: 'FORM_WRONG' },
    });
  });
});

describe('presets', () => {
  const data = { name: 'Board, two hits', about: 'bright', notation: 'film | Wx2@image / CMYK' };
  const make = (notation: string) =>
    served.call<{ message: string; data: object }>('POST', '/shop/presets', {
      id: 'board-two-hits',
      data: { ...data, notation },
    });

  it('are things of the shop like any other', async () => {
    expect(await make('film | W@image(choke 9)')).toMatchObject({
      status: 422,
      body: { message: expect.stringContaining('at most 5 mm') },
    });
    expect(await make(data.notation)).toMatchObject({ status: 201, body: { data } });
    expect((await make(data.notation)).status).toBe(409);
    expect((await put('presets/board-two-hits/standing', { standing: 'retired' })).status).toBe(
      204,
    );
    expect((await served.call('GET', '/shop/presets')).body).toMatchObject([
      { standing: 'retired', data },
    ]);
  });
});

describe('a shop of version 0.8', () => {
  it('becomes things of their own, with their revisions, and plans to the same', async () => {
    const { pool } = served.database;
    const before = await shop();
    const { id } = await served.newJob(null, demo('harbour-lightbox').plan);
    const old = {
      name: SHOP.name,
      prices: SHOP.prices,
      materials: SHOP.materials,
      // As format 3 had them.
      machines: SHOP.machines.map((machine) => ({
        ...machine,
        inks: machine.inks.map(({ role: _, ...ink }) => ink),
      })),
    };
    await pool.query('drop table shop_item');
    await pool.query(
      'create table preset (id uuid default gen_random_uuid(), name text, about text, notation text)',
    );
    await pool.query(
      "insert into preset (name, about, notation) values ('Board', 'bright', 'film | Wx2@image / CMYK')",
    );
    await pool.query(
      "delete from revision where kind in ('material', 'prices', 'rules', 'ink') or (kind = 'machine' and number > 1)",
    );
    await pool.query('alter table revision drop column saved_by, drop column note');
    await pool.query('alter table shop drop column name, add column data jsonb');
    await pool.query('update shop set data = $1::jsonb', [JSON.stringify(old)]);
    const file = new URL('../../migrations/0013_shop_item.sql', import.meta.url);
    await pool.query(readFileSync(file, 'utf8'));
    const after = await shop();
    expect(after.machines).toEqual(JSON.parse(JSON.stringify(SHOP.machines)));
    expect(after.materials).toEqual(before.materials);
    expect(after.prices).toEqual(JSON.parse(JSON.stringify(SHOP.prices)));
    expect(after.name).toBe(SHOP.name);
    expect((await served.call('GET', '/shop/presets')).body).toMatchObject([
      { standing: 'active', revision: 1, data: { name: 'Board', about: 'bright' } },
    ]);
    expect((await served.call<Job>('GET', `/jobs/${id}`)).body.plan).toEqual(
      JSON.parse(JSON.stringify(encodePlan(demo('harbour-lightbox').plan))),
    );
  });
});
