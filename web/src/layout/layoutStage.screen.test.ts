import type { Layout, PrintPlan } from '@kyanos/core';
import { fireEvent } from '@testing-library/vue';
import { describe, expect, it, vi } from 'vitest';
import { openJob } from '../../test/job.ts';
import { show } from '../../test/screen.ts';
import { area, length } from '../shared/format.ts';
import { roomTexts } from '../texts/texts.ts';

await roomTexts();
const { default: LayoutDrawing } = await import('./LayoutDrawing.vue');
const { default: LayoutStage } = await import('./LayoutStage.vue');

const words = (element: Element) => element.textContent.replace(/\s+/g, ' ').trim();
const opened = async (name = 'cafe-window', change: Partial<PrintPlan> = {}) => {
  const open = await openJob(name, change);
  return { ...open, ...(await show(LayoutStage, {}, '/jobs/x/layout')) };
};

/** A drawing of a load of the open job by itself: what its pieces tell is told to the specification. */
async function drawing(change: Partial<PrintPlan> = {}, props: Record<string, unknown> = {}) {
  const { job } = await openJob('cafe-window', change);
  const layout: Layout = job.shown!.layout!;
  const plan = job.plan!;
  return {
    layout,
    ...(await show(LayoutDrawing, {
      layout,
      load: layout.loads[0],
      piece: { width: 200, height: 100 },
      machine: plan.machine,
      material: plan.material,
      movable: true,
      name: plan.name,
      pages: [],
      ...props,
    })),
  };
}
type Moved = { left: number; top: number; turned: boolean }[];

describe('pieces on a load', () => {
  it('are told one by one, with where they lie', async () => {
    const { getAllByRole, layout } = await drawing();
    const pieces = getAllByRole('button');
    expect(pieces).toHaveLength(layout.loads[0].copies);
    expect(pieces[0].getAttribute('aria-label')).toMatch(/^Piece 1\b.*mm from the left/);
  });

  it('go a millimetre with an arrow key, ten with Shift, and turn with r, one at a time', async () => {
    const { getAllByRole, user, emitted } = await drawing();
    const [, second] = getAllByRole('button');
    second.focus();
    await user.keyboard('{ArrowRight}');
    const [right] = emitted<[Moved]>('move')[0];
    await user.keyboard('{Shift>}{ArrowRight}{/Shift}');
    const [far] = emitted<[Moved]>('move')[1];
    await user.keyboard('r');
    const [turned] = emitted<[Moved]>('move')[2];
    // The drawing is not told what became of it: each key begins where the piece lies.
    expect(far[1].left - right[1].left).toBe(9);
    expect(turned[1].turned).toBe(true);
    expect(turned[0].turned).toBe(false);
    expect(right[0]).toEqual(far[0]);
  });

  it('stay where the machine prints, however far they are moved', async () => {
    const { getAllByRole, user, emitted, layout } = await drawing();
    getAllByRole('button')[0].focus();
    await user.keyboard('{Shift>}{ArrowLeft}{ArrowLeft}{ArrowUp}{/Shift}');
    for (const [places] of emitted<[Moved]>('move')) {
      expect(places[0].left).toBeGreaterThanOrEqual(layout.room.left);
      expect(places[0].top).toBeGreaterThanOrEqual(layout.room.top);
    }
  });

  it('follow a hand, with how far they are from the edges, and are put down on half millimetres', async () => {
    const { getAllByRole, emitted, container } = await drawing();
    const [piece] = getAllByRole('button');
    // One pixel is a millimetre here.
    vi.stubGlobal(
      'DOMPoint',
      class {
        readonly x: number = 0;
        readonly y: number = 0;
        constructor(x: number, y: number) {
          Object.assign(this, { x, y });
        }
        matrixTransform = () => this;
      },
    );
    const ground = container.querySelector('g')!.parentElement!.querySelector(':scope > g')!;
    Object.assign(ground, { getScreenCTM: () => ({ inverse: () => undefined }) });
    Object.assign(piece, { setPointerCapture: () => undefined });
    const from = /([\d.]+) mm from the left/.exec(piece.getAttribute('aria-label')!)![1];
    await fireEvent.pointerDown(piece, { clientX: 100, clientY: 50, pointerId: 1 });
    await fireEvent.pointerMove(piece, { clientX: 120.3, clientY: 50, pointerId: 1 });
    const distances = [...container.querySelectorAll('.distances')].map(words);
    expect(distances[0]).toBe(length(Math.round((Number(from) + 20.3) * 2) / 2));
    await fireEvent.pointerUp(piece, { pointerId: 1 });
    const [[places]] = emitted<[Moved]>('move');
    expect(places[0].left - Number(from)).toBeCloseTo(20.5, 6);
    expect(container.querySelector('.distances')).toBeNull();
    // A click is no drag.
    await fireEvent.pointerDown(piece, { clientX: 100, clientY: 50, pointerId: 1 });
    await fireEvent.pointerMove(piece, { clientX: 100.2, clientY: 50.2, pointerId: 1 });
    await fireEvent.pointerUp(piece, { pointerId: 1 });
    expect(emitted('move')).toHaveLength(1);
    vi.unstubAllGlobals();
  });

  it('stand still on a load that may not be changed', async () => {
    const { queryAllByRole } = await drawing({}, { movable: false });
    expect(queryAllByRole('button')).toEqual([]);
  });

  it('are one shape for each version where they are too many to be drawn one by one', async () => {
    const layout = { copies: 600, gap: 0, margin: 0, turned: false };
    const small = { width: 20, height: 10 };
    const { job } = await openJob('cafe-window', { layout });
    const load = { ...job.shown!.layout!.loads[0] };
    const pieces = 500;
    const strips = [{ left: 0, top: 0, columns: 20, rows: 25, count: pieces, turned: false }];
    const pages = Array.from({ length: pieces }, (_, i) => (i < 200 ? 1 : 2));
    const { container, queryAllByRole } = await show(LayoutDrawing, {
      layout: job.shown!.layout!,
      load: { ...load, strips, pieces },
      piece: small,
      machine: job.plan!.machine,
      material: job.plan!.material,
      movable: true,
      name: '',
      pages,
    });
    expect(queryAllByRole('button')).toEqual([]);
    expect(container.querySelectorAll('path.piece')).toHaveLength(2);
    expect([...container.querySelectorAll('text.page')].map(words)).toEqual(['p1', 'p2']);
  });
});

describe('a layout', () => {
  it('says how many lie on a load, what is used and what is wasted', async () => {
    const { job, getByTestId, container } = await opened();
    const layout = job.shown!.layout!;
    expect(words(getByTestId('layout'))).toContain('leading edge');
    const text = words(document.body);
    expect(text).toContain(area(layout.materialMm2));
    expect(text).toContain(area(layout.wasteMm2));
    expect(container.textContent).toContain('2 on one load');
  });

  it('is laid anew with another gap, margin or direction, and forgets what a hand gave', async () => {
    const { job, getByLabelText, getByRole, user } = await opened();
    const hand = [
      { left: 20, top: 20, turned: false },
      { left: 300, top: 20, turned: false },
    ];
    job.update({ layout: { ...job.plan!.layout, places: hand } });
    await vi.waitFor(() => getByRole('button', { name: 'Lay them out anew' }));
    const gap = getByLabelText('Gap');
    await user.clear(gap);
    await user.type(gap, '12');
    await user.tab();
    expect(job.plan!.layout).toMatchObject({ gap: 12 });
    expect(job.plan!.layout).not.toHaveProperty('places');
    await user.click(getByLabelText(/^Turn/));
    expect(job.plan!.layout.turned).toBe(true);
    await user.click(getByLabelText(/^Mix directions/));
    expect(job.plan!.layout.mixed).toBe(true);
    await user.click(getByLabelText(/^Mix directions/));
    expect(job.plan!.layout).not.toHaveProperty('mixed');
  });

  it('takes what was put by hand, and gives it back', async () => {
    const { job, getAllByRole, findAllByRole, user } = await opened();
    getAllByRole('button', { name: /^Piece 1/ })[0].focus();
    await user.keyboard('{ArrowRight}');
    expect(job.plan!.layout.places).toHaveLength(2);
    await user.click((await findAllByRole('button', { name: 'Lay them out anew' }))[0]);
    expect(job.plan!.layout).not.toHaveProperty('places');
  });

  it('asks which way the grain is to run only where the material has one', async () => {
    const { queryByLabelText, job, unmount } = await opened();
    expect(queryByLabelText(/^Grain/)).toBeNull();
    const material = { ...job.plan!.material, grain: 'along' as const };
    unmount();
    const grained = await opened('cafe-window', { material });
    await grained.user.click(grained.getByLabelText(/^Grain/));
    await grained.user.click(await grained.findByRole('option', { name: 'sideways' }));
    expect(grained.job.plan!.layout.grain).toBe('sideways');
    await vi.waitFor(() =>
      expect(grained.job.shown!.findings.map(({ code }) => code)).toContain('GRAIN'),
    );
  });

  it('that does not fit says so', async () => {
    const { job, container } = await opened();
    job.update({ material: { ...job.plan!.material, width: 90 } });
    await vi.waitFor(() => expect(words(container)).toMatch(/does not fit/));
  });
});
