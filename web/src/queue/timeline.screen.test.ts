import { schedule, type QueueOrder } from '@kyanos/core';
import { fireEvent } from '@testing-library/vue';
import { describe, expect, it, vi } from 'vitest';
import { computed, ref } from 'vue';
import { ALWAYS, MONDAY, machineOf, problemOf, taskOf } from '../../../core/test/queue.ts';
import { show, words } from '../../test/screen.ts';
import { roomTexts } from '../texts/texts.ts';
import type { Queue } from './useQueue.ts';

await roomTexts();
const { default: QueueTimeline } = await import('./QueueTimeline.vue');

const BOTH = ['roll', 'flat'];
const TASKS = [
  taskOf({ id: 'owl', machines: BOTH, due: 10 }),
  taskOf({ id: 'fox', machines: BOTH }),
  taskOf({ id: 'hen', machines: ['roll'], rack: 60 }),
];
const MACHINES = [machineOf(), machineOf({ id: 'flat', name: 'Flat' })];

/** Two machines, three jobs on the first of them, and what was asked of the queue. */
function queue(change: { closed?: string; order?: QueueOrder; pinned?: string } = {}) {
  const order = ref<QueueOrder>(change.order ?? { roll: ['owl', 'fox', 'hen'], flat: [] });
  const tasks = TASKS.map((task) => ({
    ...task,
    name: task.id.toUpperCase(),
    ...(task.id === change.pinned && { pinned: { machineId: 'roll', at: 0 } }),
  }));
  const problem = problemOf(tasks, { machines: MACHINES });
  const asked = {
    move: vi.fn(),
    tryMove: vi.fn(),
    leaveTrial: vi.fn(),
    pin: vi.fn(),
  };
  const own = {
    state: ref({ machines: MACHINES }),
    shown: computed(() => schedule(problem, order.value)),
    shownOrder: order,
    shifts: ref(ALWAYS),
    begins: ref(MONDAY),
    tasks: ref(tasks),
    short: ref([]),
    aged: ref([]),
    closed: ref(change.closed),
    fits: (id: string, machine: string) => machine === 'roll' || id !== 'hen',
    ...asked,
  };
  return { queue: own as unknown as Queue, asked };
}
const shown = async (change: Parameters<typeof queue>[0] = {}, props: object = {}) => {
  const made = queue(change);
  return { ...made, ...(await show(QueueTimeline, { queue: made.queue, ...props })) };
};
/** The first machine lies from 0 to 50, the second below it. */
function laidOut(container: Element) {
  [...container.querySelectorAll<HTMLElement>('[data-machine]')].forEach((row, i) => {
    row.getBoundingClientRect = () =>
      ({ left: 0, top: 50 * i, bottom: 50 * (i + 1), width: 2000 }) as DOMRect;
  });
  for (const bar of container.querySelectorAll('.bar'))
    Object.assign(bar, { setPointerCapture: () => undefined });
}

describe('a line for each machine', () => {
  it('has a bar for each of its jobs, in the order in which they are printed', async () => {
    const { getAllByRole } = await shown();
    const [roll, flat] = getAllByRole('group');
    expect(roll.getAttribute('aria-label')).toMatch(/^Roll.*3/);
    expect(flat.getAttribute('aria-label')).toMatch(/^Flat.*0/);
    const bars = [...roll.querySelectorAll<HTMLElement>('.bar')];
    expect(bars.map((bar) => bar.dataset.task)).toEqual(['owl', 'fox', 'hen']);
    const lefts = bars.map((bar) => Number.parseFloat(bar.style.left));
    expect(lefts).toEqual(lefts.toSorted((a, b) => a - b));
  });

  it('says of each when it is printed, and how late, pinned or drying it is', async () => {
    const { container } = await shown({ pinned: 'fox' });
    const said = (id: string) =>
      container.querySelector(`[data-task="${id}"]`)!.getAttribute('aria-label')!;
    expect(said('owl')).toMatch(/^OWL\b.*\d{1,2}:\d{2}.*late/);
    expect(said('fox')).toMatch(/pinned/);
    expect(said('fox')).not.toMatch(/late/);
    // What dries after it stands behind its bar.
    expect(container.querySelectorAll('.rack:not(.swatch)')).toHaveLength(1);
  });

  it('shows when the chosen job is due', async () => {
    const { container, rerender } = await shown();
    expect(container.querySelector('.due')).toBeNull();
    await rerender({ selected: 'owl' });
    expect(words(container.querySelector('.due')!)).toBe('due');
  });
});

describe('a queue that is moved by key', () => {
  const pressed = async (id: string, keys: string, change: Parameters<typeof queue>[0] = {}) => {
    const screen = await shown(change);
    screen.container.querySelector<HTMLElement>(`[data-task="${id}"]`)!.focus();
    await screen.user.keyboard(keys);
    return screen.asked;
  };

  it('puts a job a place earlier or later, and no further than the ends', async () => {
    expect((await pressed('fox', '{ArrowLeft}')).move.mock.calls).toEqual([['fox', 'roll', 0]]);
    expect((await pressed('fox', '{ArrowRight}')).move.mock.calls).toEqual([['fox', 'roll', 2]]);
    expect((await pressed('owl', '{ArrowLeft}')).move).not.toHaveBeenCalled();
    expect((await pressed('hen', '{ArrowRight}')).move).not.toHaveBeenCalled();
  });

  it('puts a job on the next machine that can print it', async () => {
    expect((await pressed('owl', '{ArrowDown}')).move.mock.calls).toEqual([['owl', 'flat', 0]]);
    expect((await pressed('hen', '{ArrowDown}')).move).not.toHaveBeenCalled();
    expect((await pressed('owl', '{ArrowUp}')).move).not.toHaveBeenCalled();
  });

  it('pins a job to where it is, and gives up what was tried', async () => {
    const { pin } = await pressed('fox', 'p');
    expect(pin.mock.calls.map(([bar]: { taskId: string }[]) => bar.taskId)).toEqual(['fox']);
    expect((await pressed('fox', '{Escape}')).leaveTrial).toHaveBeenCalledTimes(1);
  });

  it('stays as it is for who may not move it', async () => {
    const asked = await pressed('fox', '{ArrowLeft}p{ArrowDown}', {
      closed: 'A planner moves it.',
    });
    for (const act of Object.values(asked)) expect(act).not.toHaveBeenCalled();
  });
});

describe('a queue that is moved by hand', () => {
  const at = (clientX: number, clientY: number) => ({ clientX, clientY, button: 0, pointerId: 1 });

  it('is tried while a bar is dragged, and changed where it is let go', async () => {
    const { container, asked, emitted } = await shown();
    laidOut(container);
    const owl = container.querySelector('[data-task="owl"]')!;
    await fireEvent.pointerDown(owl, at(10, 20));
    await fireEvent.pointerMove(owl, at(400, 70));
    expect(asked.tryMove.mock.calls.at(-1)).toEqual(['owl', 'flat', 0]);
    await fireEvent.pointerMove(owl, at(1990, 20));
    // Behind both others of the first machine.
    expect(asked.tryMove.mock.calls.at(-1)).toEqual(['owl', 'roll', 2]);
    await fireEvent.pointerUp(owl, at(1990, 20));
    expect(asked.move.mock.calls).toEqual([['owl', 'roll', 2]]);
    expect(emitted('update:selected')).toEqual([['owl']]);
  });

  it('chooses with a click, and changes nothing where it is let go beside the machines', async () => {
    const { container, asked, emitted } = await shown();
    laidOut(container);
    const fox = container.querySelector('[data-task="fox"]')!;
    await fireEvent.pointerDown(fox, at(10, 20));
    await fireEvent.pointerMove(fox, at(12, 21));
    await fireEvent.pointerUp(fox, at(12, 21));
    expect(emitted('update:selected')).toEqual([['fox']]);
    await fireEvent.pointerDown(fox, at(10, 20));
    await fireEvent.pointerMove(fox, at(10, 500));
    await fireEvent.pointerUp(fox, at(10, 500));
    expect(asked.move).not.toHaveBeenCalled();
    expect(asked.leaveTrial).toHaveBeenCalledTimes(2);
  });

  it('is left alone by the other buttons of a mouse', async () => {
    const { container, asked } = await shown();
    laidOut(container);
    const fox = container.querySelector('[data-task="fox"]')!;
    await fireEvent.pointerDown(fox, { ...at(10, 20), button: 2 });
    await fireEvent.pointerMove(fox, at(400, 70));
    expect(asked.tryMove).not.toHaveBeenCalled();
  });
});
