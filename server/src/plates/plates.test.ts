import { encodePlan, type PlateBuild } from '@kyanos/contract';
import { measurePlates, parseStack, type PrintPlan } from '@kyanos/core';
import { describe, expect, it } from 'vitest';
import { demo, useServer } from '../../test/served.ts';
import { forgetPlates } from './bands.ts';
import { storedArtwork } from './build.ts';

const served = useServer();

/** Artwork of a demo job, and a function that builds plates of it by a stack. */
async function artworkOf(id: string) {
  const { body } = await served.upload(await demo(id).draw());
  const artwork = await served.rip(body.id, 100, demo(id).fileName);
  const planned = (notation: string): PrintPlan => ({
    ...demo(id).plan,
    stack: parseStack(notation),
  });
  const build = async (notation: string) => {
    const wanted = { plan: encodePlan(planned(notation)) };
    const begun = await served.call<PlateBuild>('POST', `/artworks/${artwork.id}/plates`, wanted);
    return served.until<PlateBuild>(`/plates/${begun.body.id}`);
  };
  return { artwork, build, planned };
}

describe('plates', () => {
  it('are built by any rule, and measured for the white that a look needs', async () => {
    const { build } = await artworkOf('kraft-tag');
    const cover = async (rule: string) =>
      (await build(`film | W@${rule} / CMYK`)).measures!.plates[0].coverage;
    const image = await cover('image(alone)');
    expect(await cover('outside(alone)')).toBeCloseTo(1 - image, 6);
    expect(await cover('sheet(bare box(0 0 10 10) alone)')).toBeLessThan(1);
    const needed = await cover('match(within image alone)');
    expect(needed).toBeGreaterThan(0);
    expect(needed).toBeLessThan(image);
  });

  it('take in a plate of another job, stretched over theirs, and are built anew when that job changes', async () => {
    const label = await artworkOf('orchard-label');
    const other = await served.newJob(
      label.artwork.id,
      label.planned('film | W@sheet(alone) / CMYK'),
    );
    const { build } = await artworkOf('kraft-tag');
    const notation = `film | W@plate("${other.id}" W alone) / CMYK`;
    expect((await build(notation)).measures!.plates[0].coverage).toBe(1);
    const half = label.planned('film | W@box(0 0 1000 1000 density 50 alone) / CMYK');
    await served.call('PUT', `/jobs/${other.id}`, {
      base: 1,
      plan: encodePlan(half),
      artworkId: label.artwork.id,
    });
    expect((await build(notation)).measures!.plates[0].coverage).toBeCloseTo(0.5, 2);
  });

  it('that need a job there is not, or a plate it has not, say so', async () => {
    const { build } = await artworkOf('kraft-tag');
    const nobody = '00000000-0000-4000-8000-000000000000';
    const gone = await build(`film | W@plate("${nobody}" W) / CMYK`);
    expect(gone).toMatchObject({ state: 'failed', problem: { code: 'JOB_UNKNOWN' } });
    const label = await artworkOf('orchard-label');
    const plain = await served.newJob(label.artwork.id, label.planned('film | CMYK'));
    const none = await build(`film | W@plate("${plain.id}" W) / CMYK`);
    expect(none.problem).toMatchObject({
      code: 'PLATE_UNKNOWN',
      message: expect.stringContaining('has no white plate'),
    });
  });
});

describe('plates that were built', () => {
  it('are kept for the files that are made of them, those of the newest builds', async () => {
    const { artwork, build, planned } = await artworkOf('kraft-tag');
    const { pool } = served.database;
    const copied = async (plan: PrintPlan, meanwhile?: () => Promise<unknown>) => {
      const parts: Uint8Array[] = [];
      const stored = storedArtwork(pool, artwork.id, artwork.info!, plan);
      const done = await stored.copyBuilt!(plan.artwork.page, async (_key, rows) => {
        parts.push(rows);
        await meanwhile?.();
      });
      return done ? Buffer.concat(parts) : undefined;
    };
    const first = 'film | W@image(choke 0.2) / CMYK';
    const plan = planned(first);
    expect(await copied(plan)).toBeUndefined();
    await build(first);
    const kept = (await copied(plan))!;
    const built: Uint8Array[] = [];
    await measurePlates(plan, storedArtwork(pool, artwork.id, artwork.info!, plan), {
      sink: (_key, some) => void built.push(Uint8Array.from(some)),
    });
    const [{ widthPx, heightPx }] = artwork.info!.pages;
    expect(kept.length).toBe(widthPx * heightPx);
    expect(kept.equals(Buffer.concat(built))).toBe(true);
    // Room that is made while they are read takes nothing away.
    const { rows: builds } = await pool.query<{ id: string }>(
      'select distinct build_id as id from plate_band where build_id in (select id from plate_build where artwork_id = $1)',
      [artwork.id],
    );
    const read = await copied(plan, () => forgetPlates(pool, builds[0].id));
    expect(read?.equals(kept)).toBe(true);
    expect(await copied(plan)).toBeUndefined();
    const laid = 'film | W@image(choke 0.25) / CMYK';
    await build(laid);
    // Another density lays the same plate.
    expect(await copied(planned(laid.replace('W@', 'W60@')))).toBeDefined();
    for (const choke of [0.3, 0.4, 0.5]) await build(`film | W@image(choke ${choke}) / CMYK`);
    expect(await copied(planned(laid))).toBeUndefined();
    expect(await copied(planned('film | W@image(choke 0.5) / CMYK'))).toBeDefined();
  });
});
