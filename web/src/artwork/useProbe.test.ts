// @vitest-environment happy-dom
import type { ArtworkId, Preview } from '@kyanos/contract';
import type { ArtworkInfo, ArtworkPage } from '@kyanos/core';
import { DEMO_JOBS } from '@kyanos/demo';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { effectScope, nextTick, shallowRef, type EffectScope } from 'vue';
import type { PageSubject } from './page.worker.ts';

const magnified: { x: number; y: number; answer(values: readonly number[]): void }[] = [];
const fetched: { artworkId: string; answer(preview?: Preview): void }[] = [];
vi.mock('./pageWorker.ts', () => ({
  pageWorker: () => ({
    magnify: (_: unknown, x: number, y: number) =>
      new Promise((done) => magnified.push({ x, y, answer: (values) => done({ values }) })),
  }),
}));
vi.mock('../look/preview.ts', () => ({
  fetchPreview: (artworkId: string) =>
    new Promise<Preview>((done, fail) =>
      fetched.push({
        artworkId,
        answer: (preview) => (preview ? done(preview) : fail(new Error('away'))),
      }),
    ),
}));
const { layersAt, useProbe } = await import('./useProbe.ts');

const page = (over: Partial<ArtworkPage> = {}) =>
  ({
    number: 1,
    widthPx: 100,
    heightPx: 50,
    separations: [{ name: 'Cyan' }, { name: 'Black' }, { name: 'White' }],
    ...over,
  }) as unknown as ArtworkPage;
const subjectOf = (artworkId: string, of = page()): PageSubject => ({
  artworkId: artworkId as ArtworkId,
  page: of,
  info: { pages: [of] } as unknown as ArtworkInfo,
  shown: ['Cyan'],
});
/** Ten times smaller than the page; the values of pixel x, y are x, 10 y and 200. */
const PREVIEW: Preview = {
  width: 10,
  height: 5,
  dpi: 10,
  planes: new Map([
    ['Cyan', Uint8Array.from({ length: 50 }, (_, i) => i % 10)],
    ['Black', Uint8Array.from({ length: 50 }, (_, i) => 10 * Math.floor(i / 10))],
    ['White', new Uint8Array(50).fill(200)],
  ]),
};

let scope: EffectScope;
beforeEach(() => {
  scope = effectScope();
  magnified.length = 0;
  fetched.length = 0;
});
afterEach(() => scope.stop());
async function settled() {
  for (let i = 0; i < 4; i++) await nextTick();
}
async function open() {
  const subject = shallowRef<PageSubject | undefined>(subjectOf('one'));
  const probe = scope.run(() => useProbe(subject))!;
  fetched[0].answer(PREVIEW);
  await settled();
  return { subject, probe };
}

describe('the probe', () => {
  it('tells what the screen picture holds at once, and the very pixel once it is here', async () => {
    const { probe } = await open();
    expect(probe.values.value).toBeUndefined();
    probe.move({ x: 37.9, y: 20 });
    expect(probe.point.value).toEqual({ x: 37, y: 20 });
    expect(probe.values.value).toEqual([3, 20, 200]);
    await settled();
    magnified[0].answer([5, 25, 201]);
    await settled();
    expect(probe.values.value).toEqual([5, 25, 201]);
    probe.move({ x: 99, y: 49 });
    expect(probe.values.value).toEqual([9, 40, 200]);
  });

  it('stays on the page', async () => {
    const { probe } = await open();
    probe.move({ x: -4, y: 800 });
    expect(probe.point.value).toEqual({ x: 0, y: 49 });
    probe.move({ x: 100, y: -0.5 });
    expect(probe.point.value).toEqual({ x: 99, y: 0 });
  });

  it('asks for one pixel at a time, the newest of those it was moved to meanwhile', async () => {
    const { probe } = await open();
    for (const x of [10, 20, 30]) {
      probe.move({ x, y: 0 });
      await settled();
    }
    magnified[0].answer([1, 1, 1]);
    await settled();
    expect(magnified.map(({ x }) => x)).toEqual([10, 30]);
    expect(probe.values.value).toEqual([3, 0, 200]);
    magnified[1].answer([7, 7, 7]);
    await settled();
    expect(probe.values.value).toEqual([7, 7, 7]);
  });

  it('keeps six pins, and each can be taken away', async () => {
    const { probe } = await open();
    probe.pin();
    expect(probe.pins.value).toEqual([]);
    for (let x = 0; x < 80; x += 10) {
      probe.move({ x, y: 0 });
      probe.pin();
    }
    expect(probe.pins.value.map(({ x }) => x)).toEqual([20, 30, 40, 50, 60, 70]);
    probe.unpin(0);
    expect(probe.pins.value.map(({ values: [cyan] }) => cyan)).toEqual([3, 4, 5, 6, 7]);
  });

  it('begins anew with another page, and takes no late picture of the one before', async () => {
    const { subject, probe } = await open();
    probe.move({ x: 50, y: 0 });
    probe.pin();
    subject.value = { ...subject.value!, shown: ['White'] };
    await settled();
    expect([fetched.length, probe.pins.value.length]).toEqual([1, 1]);
    subject.value = subjectOf('two');
    await settled();
    expect([probe.point.value, probe.pins.value, probe.values.value]).toEqual([
      undefined,
      [],
      undefined,
    ]);
    subject.value = subjectOf('three');
    await settled();
    fetched[1].answer(PREVIEW);
    // Neither a late pixel of it.
    magnified[0].answer([9, 9, 9]);
    await settled();
    probe.move({ x: 50, y: 0 });
    expect(probe.values.value).toBeUndefined();
    // That can't be fetched: the pixel itself still comes.
    fetched[2].answer();
    await settled();
    magnified.at(-1)!.answer([4, 4, 4]);
    await settled();
    expect(probe.values.value).toEqual([4, 4, 4]);
  });
});

describe('the layers at a point', () => {
  const { plan } = DEMO_JOBS.find(({ id }) => id === 'hanging-sign')!;
  it('are those of the picture that the page is, front or rear', () => {
    const pages = [1, 2].map((number) => page({ number }));
    const at = (number: number) =>
      layersAt(
        plan,
        { ...subjectOf('one', pages[number - 1]), info: { pages } as unknown as ArtworkInfo },
        [255, 0, 255],
      );
    expect(JSON.stringify(at(1))).not.toBe(JSON.stringify(at(2)));
    expect(at(1).length).toBeGreaterThan(0);
  });
});
