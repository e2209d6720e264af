import { beforeEach, describe, expect, it } from 'vitest';
import { show } from '../../test/screen.ts';
import DayField from './DayField.vue';
import FigureFields from './FigureFields.vue';
import { units } from './format.ts';
import LengthField from './LengthField.vue';
import MoneyField from './MoneyField.vue';
import NumberField from './NumberField.vue';

beforeEach(() => {
  units.value = 'mm';
});

/** Types into a field and leaves it; every value that came of it, the last one last. */
async function typed(
  component: Parameters<typeof show>[0],
  props: Record<string, unknown>,
  text: string,
): Promise<unknown[]> {
  const { getByLabelText, user, emitted, unmount } = await show(component, props);
  const field = getByLabelText<HTMLInputElement>(props.label as string);
  await user.clear(field);
  if (text) await user.type(field, text);
  await user.tab();
  const values = ((emitted('update:modelValue') ?? []) as unknown[][]).map(([value]) => value);
  unmount();
  return values;
}

describe('a field for a length', () => {
  it('shows what it keeps in the unit of the shop, as finely as that is cut', async () => {
    for (const [unit, shown] of [
      ['mm', '50.8'],
      ['cm', '5.08'],
      ['in', '2.000'],
    ] as const) {
      units.value = unit;
      const { getByLabelText, getByText, unmount } = await show(LengthField, {
        label: 'Width',
        modelValue: 50.8,
      });
      expect(getByLabelText<HTMLInputElement>('Width').value).toBe(shown);
      getByText(unit);
      unmount();
    }
  });

  it('is typed in the unit of the shop and kept in millimetres', async () => {
    const width = { label: 'Width', modelValue: 50.8 };
    expect((await typed(LengthField, width, '12.5')).at(-1)).toBe(12.5);
    units.value = 'in';
    expect((await typed(LengthField, width, '3')).at(-1)).toBeCloseTo(76.2, 9);
    units.value = 'cm';
    expect((await typed(LengthField, width, '1.25')).at(-1)).toBeCloseTo(12.5, 9);
  });

  it('holds what is typed within its limits, which are in millimetres too', async () => {
    units.value = 'in';
    const width = { label: 'Width', modelValue: 254, min: 25.4, max: 508 };
    expect((await typed(LengthField, width, '99')).at(-1)).toBeCloseTo(508, 9);
    expect((await typed(LengthField, width, '0.2')).at(-1)).toBeCloseTo(25.4, 9);
  });

  it('goes one step of its unit with an arrow key', async () => {
    for (const [unit, mm] of [
      ['mm', 101],
      ['cm', 101],
      ['in', 104.775],
    ] as const) {
      units.value = unit;
      const { getByLabelText, user, emitted, unmount } = await show(LengthField, {
        label: 'Width',
        modelValue: unit === 'in' ? 101.6 : 100,
      });
      getByLabelText('Width').focus();
      await user.keyboard('{ArrowUp}');
      expect((emitted('update:modelValue').at(-1) as number[])[0]).toBeCloseTo(mm, 6);
      unmount();
    }
  });
});

describe('a field for a number', () => {
  it('keeps the last number while nothing stands in it', async () => {
    expect(await typed(NumberField, { label: 'Copies', modelValue: 12 }, '')).toEqual([]);
  });

  it('takes nothing below zero, and no more than its most', async () => {
    const copies = { label: 'Copies', modelValue: 12, max: 500 };
    expect((await typed(NumberField, copies, '-3')).at(-1)).not.toBe(-3);
    expect((await typed(NumberField, copies, '1200')).at(-1)).toBe(500);
    expect((await typed(NumberField, copies, '40')).at(-1)).toBe(40);
  });

  it('takes digits only as far as it is precise', async () => {
    const share = { label: 'White', modelValue: 0.5, precision: 2 };
    expect((await typed(NumberField, share, '0.756')).at(-1)).toBeCloseTo(0.75, 1);
  });
});

describe('a field for money', () => {
  const hour = { label: 'Machine', currency: 'EUR', per: 'h', modelValue: 4550 };

  it('is typed in whole units and kept in hundredths', async () => {
    expect((await typed(MoneyField, hour, '47.25')).at(-1)).toBe(4725);
    // 0.29 · 100 is 28.999… in the arithmetic of a computer.
    expect((await typed(MoneyField, hour, '0.29')).at(-1)).toBe(29);
  });

  it('says in what currency, and for how much of what', async () => {
    const { getByText, getByLabelText, rerender } = await show(MoneyField, hour);
    getByText('EUR/h');
    expect(getByLabelText<HTMLInputElement>('Machine').value).toBe('45.50');
    await rerender({ per: undefined });
    getByText('EUR');
  });
});

describe('a field for a day', () => {
  it('is a day, or none', async () => {
    const { getByLabelText, emitted, user } = await show(DayField, {
      label: 'Opened on',
      modelValue: '2026-11-30',
    });
    const field = getByLabelText<HTMLInputElement>('Opened on');
    expect([field.type, field.value]).toEqual(['date', '2026-11-30']);
    await user.clear(field);
    expect(emitted('update:modelValue').at(-1)).toEqual([undefined]);
  });
});

describe('figures of one thing', () => {
  it('stand in their order, each with its unit, and tell which of them changes', async () => {
    const { getAllByRole, getByLabelText, user, emitted } = await show(FigureFields, {
      of: { waitHours: 24, setup: 1250, other: 'x' },
      currency: 'USD',
      fields: [
        { key: 'waitHours', label: 'Waiting', unit: 'h', max: 99 },
        { key: 'setup', label: 'Set-up', money: true, unit: 'job' },
      ],
    });
    const values = getAllByRole('textbox').map((field) => (field as HTMLInputElement).value);
    expect(values).toEqual(['24', '12.50']);
    const waiting = getByLabelText('Waiting');
    await user.clear(waiting);
    await user.type(waiting, '120');
    await user.tab();
    expect(emitted('change').at(-1)).toEqual([{ waitHours: 99 }]);
    const setup = getByLabelText('Set-up');
    await user.clear(setup);
    await user.type(setup, '8');
    await user.tab();
    expect(emitted('change').at(-1)).toEqual([{ setup: 800 }]);
  });
});
