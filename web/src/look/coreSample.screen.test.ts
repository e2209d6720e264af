import { allLayers, formatStack, parseStack, type PrintPlan, type Stack } from '@kyanos/core';
import { fireEvent } from '@testing-library/vue';
import { describe, expect, it } from 'vitest';
import { PLAN } from '../../../core/test/shop.ts';
import { show } from '../../test/screen.ts';
import { roomTexts } from '../texts/texts.ts';

await roomTexts();
const { default: CoreSample } = await import('./CoreSample.vue');

const planned = (notation: string, change: Partial<PrintPlan> = {}): PrintPlan => ({
  ...PLAN,
  stack: parseStack(notation),
  ...change,
});
const shown = (plan: PrintPlan, props: Record<string, unknown> = {}) =>
  show(CoreSample, { plan, ...props });
const stacks = (changed: readonly unknown[] | undefined) =>
  (changed ?? []).map((said) => formatStack((said as [Stack])[0]));
const told = (notation: string) => formatStack(parseStack(notation));

describe('a cut through the print', () => {
  it('has its layers in their order from the front, each said with its ink, hits and side', async () => {
    const { getAllByRole } = await shown(planned('film | W@image / CMYK'));
    const layers = getAllByRole('button').map((layer) => layer.getAttribute('aria-label'));
    expect(layers).toHaveLength(2);
    expect(layers[0]).toMatch(/^Layer 1 of 2 from the front: Colour 100 %, 1 hit, on the front/);
    expect(layers[1]).toMatch(/^Layer 2 of 2 from the front: White 100 %, 1 hit, on the front/);
  });

  it('shows what is printed mirrored, and says how that is read', async () => {
    const mirrored = await shown(planned('CMYK~ / W~ | film'));
    expect(mirrored.container.textContent).toContain('Я');
    expect(mirrored.getByText(/mirrored/i)).toBeTruthy();
    mirrored.unmount();
    const { container } = await shown(planned('film | W / CMYK'));
    expect(container.textContent).not.toContain('Я');
  });

  it('has the eye and the lamp where they are', async () => {
    const places = async (viewing: Partial<PrintPlan['viewing']>) => {
      const { container, unmount } = await shown(
        planned('film | CMYK', { viewing: { ...PLAN.viewing, ...viewing } }),
      );
      const [front, back] = [...container.querySelectorAll('.watch')].map((place) => ({
        eye: place.querySelector('.glint') !== null,
        lamp: place.querySelector('.lamp') !== null,
      }));
      unmount();
      return { front, back };
    };
    const [yes, no] = [true, false];
    expect(await places({ side: 'front', light: 'front' })).toEqual({
      front: { eye: yes, lamp: yes },
      back: { eye: no, lamp: no },
    });
    expect(await places({ side: 'back', light: 'behind' })).toEqual({
      front: { eye: no, lamp: no },
      back: { eye: yes, lamp: yes },
    });
    expect(await places({ side: 'both', light: 'both' })).toEqual({
      front: { eye: yes, lamp: yes },
      back: { eye: yes, lamp: yes },
    });
  });

  it('holds layers together that are laid together, with what is known of them', async () => {
    const plan = planned('film | W / CMYK');
    const [white, colour] = allLayers(plan.stack);
    const { container } = await shown(plan, {
      brackets: [
        { layers: [white], text: ['trip 1', '24 min'] },
        { layers: [colour], text: ['trip 2'] },
        { layers: [{ ...white }], text: ['of another stack'] },
      ],
    });
    const brackets = [...container.querySelectorAll('.bracket')].map(({ textContent }) =>
      textContent.replace(/\s+/g, ' ').trim(),
    );
    expect(brackets).toEqual(['trip 124 min', 'trip 2']);
  });
});

describe('a stack that is edited on the cut', () => {
  it('has its layers chosen with the arrow keys', async () => {
    const { getAllByRole, user, emitted } = await shown(planned('film | W / CMYK'));
    getAllByRole('button')[0].focus();
    await user.keyboard('{ArrowDown}');
    expect(emitted('select').length).toBeGreaterThan(0);
    expect(stacks(emitted('change'))).toEqual([]);
  });

  it('gets more hits and loses a layer by key, and says what it did', async () => {
    const { getAllByRole, container, user, emitted } = await shown(planned('film | W / CMYK'));
    const [, white] = getAllByRole('button');
    white.focus();
    await user.keyboard('h');
    await user.keyboard('{Delete}');
    expect(stacks(emitted('change'))).toEqual([told('film | Wx2 / CMYK'), told('film | CMYK')]);
    expect(container.querySelector('[aria-live]')!.textContent).not.toBe('');
  });

  it('keeps its last layer, and says why', async () => {
    const { getAllByRole, container, user, emitted } = await shown(planned('film | CMYK'));
    getAllByRole('button')[0].focus();
    await user.keyboard('{Delete}');
    expect(emitted('change')).toBeUndefined();
    expect(container.querySelector('[aria-live]')!.textContent).toMatch(/at least one layer/);
  });

  it('is put in another order by hand, and a click chooses', async () => {
    const { getAllByRole, container, emitted } = await shown(planned('film | W / CMYK'));
    const svg = container.querySelector('svg')!;
    const [, , , height] = svg.getAttribute('viewBox')!.split(' ').map(Number);
    svg.getBoundingClientRect = () => ({ top: 0, height }) as DOMRect;
    Object.defineProperty(svg, 'viewBox', { value: { baseVal: { height } } });
    const [colour, white] = getAllByRole('button');
    for (const layer of [colour, white])
      Object.assign(layer, { setPointerCapture: () => undefined });
    const y = (layer: Element) => Number(layer.querySelector('rect')!.getAttribute('y')) + 10;
    await fireEvent.pointerDown(colour, { clientY: y(colour), button: 0, pointerId: 1 });
    await fireEvent.pointerMove(colour, { clientY: y(white) + 24, pointerId: 1 });
    expect(container.querySelector('.target')).not.toBeNull();
    await fireEvent.pointerUp(colour, { pointerId: 1 });
    expect(stacks(emitted('change'))).toEqual([told('film | CMYK / W')]);
    await fireEvent.pointerDown(white, { clientY: y(white), button: 0, pointerId: 1 });
    await fireEvent.pointerMove(white, { clientY: y(white) + 2, pointerId: 1 });
    await fireEvent.pointerUp(white, { pointerId: 1 });
    expect(emitted('change')).toHaveLength(1);
    expect(emitted<[number]>('select').at(-1)).toEqual([0]);
    // The other buttons of a mouse do something else.
    await fireEvent.pointerDown(white, { clientY: y(white), button: 2, pointerId: 1 });
    await fireEvent.pointerMove(white, { clientY: 0, pointerId: 1 });
    expect(container.querySelector('.target')).toBeNull();
  });
});
