import type { ArtworkPage, Barcode, PrintPlan } from '@kyanos/core';
import { describe, expect, it } from 'vitest';
import { artwork, PLAN } from '../../../core/test/shop.ts';
import { show, words } from '../../test/screen.ts';
import { roomTexts } from '../texts/texts.ts';

await roomTexts();
const { default: FileFacts } = await import('./FileFacts.vue');
const { default: SeparationTable } = await import('./SeparationTable.vue');

const INFO = artwork({ Cyan: 0.4, White: 0.25, 'House Blue': 0.1 });
const [PAGE] = INFO.pages;

describe('separations of a page', () => {
  const table = (change: Record<string, unknown> = {}) =>
    show(SeparationTable, {
      page: PAGE,
      plan: PLAN,
      shown: new Set(['Cyan', 'White']),
      values: undefined,
      ...change,
    });
  const rowsOf = (container: Element) =>
    [...container.querySelectorAll('tbody tr')].map((row) => words(row));

  it('stand with how much of the page they cover, the key that shows them, and what they hold at the probe', async () => {
    const { container, rerender } = await table();
    const rows = rowsOf(container);
    expect(rows[0]).toMatch(/^Cyan ?c.*40(\.0)? %.*–$/);
    expect(rows.find((row) => row.startsWith('White'))).toMatch(/^White ?w.*25(\.0)? %/);
    // A spot that is not used has no key.
    expect(rows.find((row) => row.startsWith('House Blue'))).toMatch(/^House Blue ?10(\.0)? %/);
    await rerender({ values: PAGE.separations.map((_, i) => (i === 0 ? 255 : 51)) });
    const probed = rowsOf(container);
    expect(probed[0]).toMatch(/100 %$/);
    expect(probed[1]).toMatch(/20 %$/);
  });

  it('are shown and hidden one by one', async () => {
    const { getByRole, getAllByRole, user, emitted } = await table();
    const pressed = getAllByRole('button').filter(
      (button) => button.getAttribute('aria-pressed') === 'true',
    );
    expect(pressed.map(words).map((row) => row.slice(0, 5))).toEqual(['Cyanc', 'White']);
    await user.click(getByRole('button', { name: /House Blue/ }));
    expect(emitted('toggle')).toEqual([['House Blue']]);
  });

  it('that are spots are said to be what they are: a special, a line, or nothing', async () => {
    const { getByLabelText, findByRole, findAllByRole, user, emitted } = await table();
    await user.click(getByLabelText(/House Blue.*Test machine/));
    const choices = (await findAllByRole('option')).map(words);
    expect(choices).toHaveLength(new Set(choices).size);
    for (const wanted of [/white/, /silver/, /clear/, /cut/i, /gnored/])
      expect(choices.some((choice) => wanted.test(choice))).toBe(true);
    await user.click(await findByRole('option', { name: /white/ }));
    expect(emitted('assign')).toEqual([['House Blue', 'W']]);
  });

  it('are known by the name that the machine wants, or by what the operator said', async () => {
    const chosen = async (plan: PrintPlan, name: RegExp) => {
      const { getByLabelText, unmount } = await table({ plan });
      const field = getByLabelText(name, { selector: 'input' }).closest('.v-select')!;
      const said = words(field);
      unmount();
      return said;
    };
    expect(await chosen(PLAN, /^.*White.*on/)).toMatch(/is white/i);
    const names = { 'House Blue': 'S' } as PrintPlan['artwork']['names'];
    const mapped = { ...PLAN, artwork: { ...PLAN.artwork, names } };
    expect(await chosen(mapped, /House Blue/)).toMatch(/is silver/i);
  });
});

describe('what a file says of itself', () => {
  const facts = async (page: Partial<ArtworkPage> = {}, info: Partial<typeof INFO> = {}) => {
    const { container, unmount } = await show(FileFacts, {
      info: { ...INFO, ...info },
      page: { ...PAGE, ...page },
    });
    const said = new Map(
      [...container.querySelectorAll('dt')].map((term) => [
        words(term),
        words(term.nextElementSibling!),
      ]),
    );
    unmount();
    return said;
  };

  it('is its size, finished and printed, and how fine its plates are', async () => {
    const said = await facts({ widthMm: 206, heightMm: 106 });
    expect(said.get('Finished')).toBe('200.0 × 100.0 mm');
    expect(said.get('Printed')).toBe('206.0 × 106.0 mm');
    expect(said.get('Plates')).toMatch(/200.*100.*25 dpi/);
  });

  it('is what a document declares: version, fonts, pictures, boxes and transparency', async () => {
    const font = (name: string, embedded: boolean) => ({ name, embedded });
    const document = {
      version: '1.7',
      claims: ['PDF/X-4'],
      fonts: [font('Courier', false), font('Instrument Sans', true)],
      layers: [{ name: 'Board colour', shown: true, prints: false }],
    };
    const said = await facts({}, { document } as never);
    expect(said.get('File')).toBe('PDF · 1.7 · PDF/X-4');
    expect(said.get('Type')).toMatch(/2 fonts.*1/);
    expect(said.get('Pictures')).toMatch(/none/i);
    expect(said.get('Board colour')).toMatch(/not print/);
    const outlined = await facts({}, { document: { ...document, fonts: [] } } as never);
    expect(outlined.get('Type')).toMatch(/outlines/);
  });

  it('is each barcode, with its check digit, module and quiet zones', async () => {
    const code = {
      type: 'EAN-13',
      content: '2012345678900',
      moduleMm: 0.3301,
      checkDigit: false,
      quiet: [3.7, 11.2],
      quietWanted: [11, 7],
    } as unknown as Barcode;
    const said = await facts({ barcodes: [code] });
    const line = said.get('EAN-13')!;
    for (const part of ['2012345678900', '0.330', 'wrong', '3 and 11', '11 and 7'])
      expect(line).toContain(part);
  });

  it('is what is declared and not drawn', async () => {
    const spot = (objects: number, overprinting: number) => ({
      name: `Spot ${objects}`,
      objects,
      overprinting,
      modes: [1],
    });
    const structure = { ...PAGE.structure, spots: [spot(0, 0), spot(4, 4), spot(3, 1)] };
    const said = await facts({ structure } as never);
    expect(said.get('“Spot 0”')).toMatch(/nothing/);
    expect(said.get('“Spot 4”')).toMatch(/4 objects.*all/);
    expect(said.get('“Spot 3”')).toMatch(/3 objects.*1/);
  });
});
