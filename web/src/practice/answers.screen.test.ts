import type { NozzleRow, Option } from '@kyanos/core';
import { fireEvent } from '@testing-library/vue';
import { describe, expect, it } from 'vitest';
import { show, words } from '../../test/screen.ts';
import { roomTexts } from '../texts/texts.ts';

await roomTexts();
const { default: ChoiceAnswer } = await import('./ChoiceAnswer.vue');
const { default: NozzleAnswer } = await import('./NozzleAnswer.vue');
const { default: ProcedureAnswer } = await import('./ProcedureAnswer.vue');

/** What was answered last. */
const last = (answers: unknown) => (answers as unknown[][] | undefined)?.at(-1)?.[0];

describe('mistakes to choose from', () => {
  const options = [
    { id: 'haze', name: 'Haze' },
    { id: 'no-wait', name: 'No wait' },
    { id: 'thin-white', name: 'Thin white' },
  ] as Option[];

  it('are one of several, and the last choice counts', async () => {
    const { getByRole, getAllByRole, user, emitted } = await show(ChoiceAnswer, {
      options,
      single: true,
    });
    getByRole('radiogroup');
    for (const name of ['Haze', 'No wait']) await user.click(getByRole('radio', { name }));
    expect(last(emitted('answered'))).toEqual({ faults: ['no-wait'] });
    expect(getAllByRole('radio').map((one) => one.getAttribute('aria-checked'))).toEqual([
      'false',
      'true',
      'false',
    ]);
  });

  it('are as many as are there, and each can be taken back', async () => {
    const { getByRole, user, emitted } = await show(ChoiceAnswer, { options, single: false });
    for (const name of ['Haze', 'Thin white', 'Haze'])
      await user.click(getByRole('checkbox', { name }));
    expect(emitted('answered')).toEqual([
      [{ faults: ['haze'] }],
      [{ faults: ['haze', 'thin-white'] }],
      [{ faults: ['thin-white'] }],
    ]);
  });
});

describe('steps to be put in order', () => {
  const steps = ['Shake', 'Print a check', 'Cap'];

  it('are an answer as they stand, and move a place at a time', async () => {
    const { getAllByRole, getByRole, user, emitted } = await show(ProcedureAnswer, { steps });
    expect(last(emitted('answered'))).toEqual({ order: [0, 1, 2] });
    await user.click(getByRole('button', { name: /Cap.*earlier|earlier.*Cap/i }));
    expect(last(emitted('answered'))).toEqual({ order: [0, 2, 1] });
    expect(getAllByRole('listitem').map(words)).toEqual(['1Shake', '2Cap', '3Print a check']);
    await user.click(getByRole('button', { name: /Shake.*later|later.*Shake/i }));
    expect(last(emitted('answered'))).toEqual({ order: [2, 0, 1] });
  });

  it('go no further than the first and the last place', async () => {
    const { getAllByRole } = await show(ProcedureAnswer, { steps });
    const closed = getAllByRole('button').map((button) => button.hasAttribute('disabled'));
    expect(closed).toEqual([true, false, false, false, false, true]);
  });
});

describe('a nozzle pattern to be read', () => {
  /** Two steps of sixteen nozzles, the third missing and the twentieth off its line. */
  const row = (channel: string, white: boolean): NozzleRow =>
    ({
      channel,
      name: channel,
      row: 0,
      white,
      off: Array.from({ length: 32 }, (_, i) => (i === 2 ? null : i === 19 ? 0.8 : 0)),
    }) as unknown as NozzleRow;
  const rows = [row('W', true), row('C', false)];
  /** As wide as it is drawn: a pixel is a unit of the drawing. */
  const sized = (pattern: Element) => {
    const [, , width, height] = pattern.getAttribute('viewBox')!.split(' ').map(Number);
    pattern.getBoundingClientRect = () => ({ left: 0, top: 0, width, height }) as DOMRect;
    return pattern;
  };

  it('draws a line for each nozzle that prints', async () => {
    const { getAllByRole } = await show(NozzleAnswer, { rows });
    for (const pattern of getAllByRole('img'))
      expect(pattern.querySelector('.ink')!.getAttribute('d')!.match(/M/g)).toHaveLength(31);
  });

  it('is tapped where a line is missing, and tapped again to take that back', async () => {
    const { getAllByRole, emitted } = await show(NozzleAnswer, { rows });
    const [white] = getAllByRole('img').map(sized);
    // The third line of the first step: 5 beside, 5 above, 6 for each line.
    await fireEvent.click(white, { clientX: 20, clientY: 5 + 2 * 6 + 3 });
    expect(last(emitted('answered'))).toEqual({ marks: [{ row: 0, nozzle: 2 }] });
    // The fourth of the second step.
    await fireEvent.click(white, { clientX: 5 + 34 + 10, clientY: 5 + 3 * 6 + 3 });
    expect(last(emitted('answered'))).toEqual({
      marks: [
        { row: 0, nozzle: 2 },
        { row: 0, nozzle: 19 },
      ],
    });
    expect(white.querySelectorAll('.ring')).toHaveLength(2);
    await fireEvent.click(white, { clientX: 20, clientY: 5 + 2 * 6 + 3 });
    expect(last(emitted('answered'))).toEqual({ marks: [{ row: 0, nozzle: 19 }] });
  });

  it('is typed as well, as numbers and ranges from one, a row by itself', async () => {
    const { getAllByLabelText, emitted } = await show(NozzleAnswer, { rows });
    const [white, cyan] = getAllByLabelText<HTMLInputElement>(/typed/i);
    await fireEvent.update(white, '3, 17-19');
    await fireEvent.change(white);
    await fireEvent.update(cyan, '1');
    await fireEvent.change(cyan);
    expect(last(emitted('answered'))).toEqual({
      marks: [...[2, 16, 17, 18].map((nozzle) => ({ row: 0, nozzle })), { row: 1, nozzle: 0 }],
    });
    expect(white.value).toBe('3, 17, 18, 19');
  });

  it('has whole rows missing, and nothing wrong at all, for one click each', async () => {
    const { getAllByRole, getByRole, user, emitted } = await show(NozzleAnswer, { rows });
    const [first] = getAllByRole('button', { name: /row/i });
    await user.click(first);
    expect((last(emitted('answered')) as { marks: unknown[] }).marks).toHaveLength(32);
    await user.click(first);
    expect(last(emitted('answered'))).toEqual({ marks: [] });
    await user.click(getByRole('button', { name: /nothing/i }));
    expect(last(emitted('answered'))).toEqual({ marks: [] });
  });

  it('shows what is right once it was handed in, and takes nothing more', async () => {
    const marks = [{ row: 0, nozzle: 2 }];
    const { getAllByRole, queryAllByRole, emitted } = await show(NozzleAnswer, { rows, marks });
    const [white] = getAllByRole('img').map(sized);
    expect(white.querySelectorAll('.ring')).toHaveLength(1);
    await fireEvent.click(white, { clientX: 20, clientY: 40 });
    expect(emitted('answered')).toBeUndefined();
    expect(queryAllByRole('button')).toEqual([]);
  });
});
