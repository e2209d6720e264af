import { formatRule, parseRule, type PlateRule, type Step } from '@kyanos/core';
import { describe, expect, it, vi } from 'vitest';
import { defineComponent, h, ref } from 'vue';
import { MACHINE } from '../../../core/test/shop.ts';
import { choose, showKept, words, write } from '../../test/screen.ts';
import { jobSummary } from '../../test/jobs.ts';
import { roomTexts } from '../texts/texts.ts';
import type { RuleContext } from './ruleContext.ts';

await roomTexts();
const { provideRuleContext } = await import('./ruleContext.ts');
const { default: CurveField } = await import('./CurveField.vue');
const { default: RecipeEditor } = await import('./RecipeEditor.vue');
const { default: StepFields } = await import('./StepFields.vue');

const context = (jobs: readonly string[] = []): RuleContext => ({
  separations: ref(['Cyan', 'Magenta', 'Yellow', 'Black', 'Dieline']),
  page: ref({ widthMm: 200, heightMm: 100 }),
  machine: ref(MACHINE),
  jobs: ref(jobs.map((name, i) => jobSummary(i + 1, { name }))),
});
/** Inside a stage, which says what a rule can refer to. */
const inStage = (jobs?: readonly string[]) =>
  defineComponent({
    inheritAttrs: false,
    setup(_props, { attrs }) {
      provideRuleContext(context(jobs));
      return () => h(RecipeEditor, { label: 'Begins with', ...attrs } as never);
    },
  });
const edit = (rule: string, jobs?: readonly string[]) => showKept(inStage(jobs), parseRule(rule));
const rule = ({ kept }: { readonly kept: () => PlateRule }) => formatRule(kept());

describe('a rule as a list', () => {
  it('has its steps in order, each said in words, and can be read back as text', async () => {
    const screen = await edit('image(choke 0.2 density 70)');
    expect(screen.getAllByRole('listitem')).toHaveLength(2);
    expect(rule(screen)).toBe(formatRule(parseRule('image(choke 0.2 density 70)')));
  });

  it('does a step earlier or later, and takes one out', async () => {
    const screen = await edit('image(choke 0.2 density 70)');
    await screen.user.click(screen.getAllByRole('button', { name: /do it later/ })[0]);
    expect(rule(screen)).toBe(formatRule(parseRule('image(density 70 choke 0.2)')));
    await screen.user.click(screen.getAllByRole('button', { name: /do it earlier/ })[1]);
    expect(rule(screen)).toBe(formatRule(parseRule('image(choke 0.2 density 70)')));
    await screen.user.click(screen.getAllByRole('button', { name: /^Take out/ })[0]);
    expect(rule(screen)).toBe(formatRule(parseRule('image(density 70)')));
    const [earlier, later] = [/do it earlier/, /do it later/].map((name) =>
      screen.getByRole('button', { name }),
    );
    expect([earlier, later].map((one) => one.hasAttribute('disabled'))).toEqual([true, true]);
  });

  it('begins with something else', async () => {
    const screen = await edit('image');
    await choose(screen, 'Begins with', 'The whole sheet');
    expect(rule(screen)).toBe('sheet');
    await choose(screen, 'Begins with', 'Another separation');
    await choose(screen, 'Separation of the file', 'Dieline');
    expect(screen.kept().from).toEqual({ kind: 'separation', name: 'Dieline' });
  });

  it('takes up the plate of another job only where there are others', async () => {
    const offered = async (jobs?: readonly string[]) => {
      const screen = await edit('image', jobs);
      await screen.user.click(screen.getByLabelText('Begins with', { selector: 'input' }));
      const options = (await screen.findAllByRole('option')).map(words);
      screen.unmount();
      return options;
    };
    expect(await offered()).not.toContain('A plate of another job');
    expect(await offered(['Owl'])).toContain('A plate of another job');
  });

  it('goes on with a step that is chosen, which may hold a rule of its own', async () => {
    const screen = await edit('image');
    await screen.user.click(screen.getByRole('button', { name: 'Then…' }));
    const items = [...document.querySelectorAll('.v-list-item')].map(words);
    expect(items.length).toBeGreaterThan(8);
    await screen.user.click(screen.getByText(items.find((item) => /^Add/.test(item))!));
    expect(screen.kept().steps).toHaveLength(1);
    expect(screen.kept().steps[0]).toHaveProperty('with');
    await vi.waitFor(() =>
      expect(screen.getAllByRole('button', { name: 'Then…' })).toHaveLength(2),
    );
  });

  it('tells what each step adds or takes away', async () => {
    const { getByText } = await showKept(inStage(), parseRule('image(choke 0.2)'), {
      effects: ['−2.4 cm²'],
    });
    expect(getByText('−2.4 cm²')).toBeTruthy();
  });
});

describe('the numbers of a step', () => {
  const step = (of: string) => parseRule(`image(${of})`).steps[0];
  const typed = async (of: string, label: string, text: string): Promise<Step> => {
    const screen = await showKept(StepFields, step(of));
    await write(screen, label, text);
    const kept = screen.kept();
    screen.unmount();
    return kept;
  };

  it('are those that it has, each within its limits', async () => {
    expect(await typed('choke 0.2', 'Choke by', '0.35')).toMatchObject({
      by: { value: 0.35, unit: 'mm' },
    });
    expect(await typed('choke 0.2', 'Choke by', '99')).toMatchObject({ by: { value: 5 } });
    expect(await typed('spread 3px', 'Spread by', '7')).toMatchObject({
      do: 'spread',
      by: { value: 7, unit: 'px' },
    });
    expect(await typed('density 70', 'Density', '120')).toEqual({ do: 'density', percent: 100 });
    expect(await typed('feather 0.5', 'Feather width', '1.2')).toEqual({
      do: 'feather',
      mm: 1.2,
    });
    expect(await typed('drop 0.5mm2', 'Up to', '1.5')).toMatchObject({
      upTo: { value: 1.5, unit: 'mm2' },
    });
  });

  it('are what is usual in the other unit once that is chosen', async () => {
    const screen = await showKept(StepFields, step('choke 0.2'));
    await screen.user.click(screen.getByLabelText('Unit'));
    await screen.user.click(await screen.findByRole('option', { name: 'pixels' }));
    expect(screen.kept()).toMatchObject({ by: { value: 3, unit: 'px' } });
  });

  it('spare thin strokes of a choke', async () => {
    const kept = await typed('choke 0.2', 'Spare strokes under (0 = off)', '0.4');
    expect(kept).toMatchObject({ do: 'choke', least: 0.4, by: { value: 0.2, unit: 'mm' } });
  });
});

describe('a tone curve', () => {
  const POINTS = [
    [25, 20],
    [50, 45],
    [75, 70],
  ] as const;

  it('is typed by what becomes of a few tints, and drawn', async () => {
    const screen = await showKept(CurveField, POINTS);
    expect(screen.getByRole('img').querySelectorAll('circle')).toHaveLength(3);
    await write(screen, '50 % becomes', '60');
    expect(screen.kept()).toEqual([POINTS[0], [50, 60], POINTS[2]]);
    const [, cy] = ['cx', 'cy'].map((name) =>
      Number(screen.getByRole('img').querySelectorAll('circle')[1].getAttribute(name)),
    );
    // Drawn in a square of 120: 60 % is 48 below its top.
    expect(cy).toBeCloseTo(48, 6);
  });

  it('goes on level beyond its first and its last tint', async () => {
    const { getByRole } = await showKept(CurveField, POINTS);
    const line = getByRole('img').querySelector('polyline')!.getAttribute('points')!.split(' ');
    expect(line[0]).toBe('0,96');
    expect(line.at(-1)).toBe('120,36');
  });
});
