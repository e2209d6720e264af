// @vitest-environment happy-dom
import { parseStack, PLACES, type Material, type PrintPlan } from '@kyanos/core';
import { DEMO_JOBS, pick, SHOP } from '@kyanos/demo';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { effectScope, nextTick, reactive, ref } from 'vue';

const job = reactive({
  plan: undefined as PrintPlan | undefined,
  shop: undefined as typeof SHOP | undefined,
  update(change: Partial<PrintPlan>) {
    job.plan = { ...job.plan!, ...change };
  },
});
vi.mock('../job/useJob.ts', () => ({ useJob: () => job }));
const { useView } = await import('./useView.ts');

const { plan: WINDOW } = DEMO_JOBS.find(({ id }) => id === 'cafe-window')!;
const BOARD = pick(SHOP.materials, 'black-board');
const view = (tried?: Parameters<typeof useView>[0]) =>
  effectScope().run(() => useView(tried))! as ReturnType<typeof useView>;

beforeEach(() => {
  job.plan = { ...WINDOW, viewing: { ...WINDOW.viewing, side: 'front', backing: 'white' } };
  job.shop = SHOP;
});

describe('how the print is looked at', () => {
  it('begins as the plan has it, and a ground that is chosen goes into the plan; a lamp is only tried', () => {
    const at = view();
    expect(at.view.value).toEqual({ side: 'front', place: 'white' });
    at.setPlace('black');
    expect(job.plan!.viewing.backing).toBe('black');
    at.setPlace('behind');
    expect(at.view.value.place).toBe('behind');
    expect(job.plan!.viewing.backing).toBe('black');
    at.moveLamp();
    expect(at.view.value.place).toBe('black');
  });

  it('goes with the plan when its ground is changed elsewhere, but not away from a lamp', async () => {
    const at = view();
    job.update({ viewing: { ...job.plan!.viewing, backing: 'black' } });
    await nextTick();
    expect(at.place.value).toBe('black');
    at.setPlace('behind');
    job.update({ viewing: { ...job.plan!.viewing, backing: 'white' } });
    await nextTick();
    expect(at.place.value).toBe('behind');
  });

  it('tells how bright the light box is, and of no other place', () => {
    const at = view();
    at.setPlace('box');
    expect(at.view.value).toEqual({ side: 'front', place: 'box', behind: PLACES.box.behind });
    at.luminance.value = 2;
    expect(at.view.value.behind).toBe(2);
    at.setPlace('white');
    expect(at.view.value).not.toHaveProperty('behind');
  });

  it('knows no back and no lamp behind of what light does not pass', () => {
    job.update({ material: BOARD });
    const at = view();
    at.turnOver();
    at.setPlace('behind');
    expect(at.view.value).toEqual({ side: 'front', place: 'white' });
    expect(at.places.value).toEqual(['white']);
  });

  it('held before a picture is lit as on white, until a place is chosen', () => {
    const at = view();
    at.setPlace('behind');
    at.behind.value = new File([], 'wall.png');
    expect(at.view.value.place).toBe('white');
    at.setPlace('behind');
    expect(at.behind.value).toBeUndefined();
  });

  it('steps through every place and comes round again', () => {
    const at = view();
    const seen = at.places.value.map(() => {
      at.nextPlace();
      return at.place.value;
    });
    expect(new Set(seen).size).toBe(at.places.value.length);
    expect(seen.at(-1)).toBe('white');
  });
});

describe('another material that is tried', () => {
  it('is shown, and nothing goes into the plan', () => {
    const tried = ref<Material | undefined>(BOARD);
    const at = view(tried);
    expect(at.shown.value.plan.material.id).toBe(BOARD.id);
    tried.value = undefined;
    at.setPlace('black');
    expect(at.view.value.place).toBe('black');
    expect(job.plan!.viewing.backing).toBe('white');
  });
});

describe('mistakes and comparisons', () => {
  it('are stepped through, and fall away with the stack that could have them', async () => {
    const at = view();
    const count = at.mistakes.value.length;
    expect(count).toBeGreaterThan(0);
    at.nextMistake();
    expect(at.shown.value.name).not.toBe('As planned');
    for (let i = 0; i < count; i++) at.nextMistake();
    expect(at.shown.value.name).toBe('As planned');
    at.nextMistake();
    const had = at.mistake.value;
    job.update({ stack: parseStack('film | W@sheet') });
    await nextTick();
    expect(at.mistakes.value.map(({ id }) => id)).not.toContain(had);
    expect(at.mistake.value).toBeUndefined();
  });

  it('show another plan beside the own, by what was chosen', () => {
    const at = view();
    expect(at.other.value).toBeUndefined();
    at.wiped.value = `material ${BOARD.id}`;
    expect(at.other.value!.plan.material.id).toBe(BOARD.id);
    at.wiped.value = 'nothing that there is';
    expect(at.other.value).toBeUndefined();
  });
});

describe('points', () => {
  it('are set, taken off by a second click near them, and never more than six', () => {
    const at = view();
    for (let i = 0; i < 8; i++) at.pin({ x: i / 10, y: 0.5 });
    expect(at.points.value.map(({ x }) => x)).toEqual([0.2, 0.3, 0.4, 0.5, 0.6, 0.7]);
    at.pin({ x: 0.405, y: 0.495 });
    expect(at.points.value).toHaveLength(5);
  });
});
