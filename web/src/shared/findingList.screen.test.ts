import { finding, FINDING_CODES, pageOfFinding, type Finding } from '@kyanos/core';
import { describe, expect, it } from 'vitest';
import { show } from '../../test/screen.ts';
import FigureRow from './FigureRow.vue';
import FindingList from './FindingList.vue';
import WorkingBody from './WorkingBody.vue';

const repair = { kind: 'scale' as const, factor: 2, label: 'Read it twice as large' };
const NOTE: Finding = { code: 'TOTAL_INK', severity: 'note', message: 'A note.' };
const WARNING: Finding = { code: 'TOTAL_INK', severity: 'warning', message: 'A warning.' };
const ERROR: Finding = {
  code: 'VANISHES' as Finding['code'],
  severity: 'error',
  message: 'An error.',
};
const PLACE: Finding['place'] = { kind: 'boxes', boxes: [] };
const WITH_PLACE: Finding = {
  ...WARNING,
  message: 'Somewhere.',
  place: PLACE,
};

describe('what was found', () => {
  it('stands worst first, each with what it asks for and why', async () => {
    const { getAllByRole } = await show(FindingList, { findings: [NOTE, ERROR, WARNING] });
    const rows = getAllByRole('listitem').map((row) => row.textContent.replace(/\s+/g, ' ').trim());
    expect(rows.map((row) => row.replace(/ Why.*$/, ''))).toEqual([
      'Will fail. An error.',
      'Decide. A warning.',
      'Good to know. A note.',
    ]);
    const links = getAllByRole('link').map((link) => link.getAttribute('href'));
    const { page, at } = pageOfFinding('TOTAL_INK');
    expect(links).toContain(`/handbook/${page}#${at}`);
  });

  it('has a page of the handbook for every code there is', async () => {
    const findings = FINDING_CODES.map((code): Finding => ({ ...NOTE, code, message: code }));
    const { getAllByRole } = await show(FindingList, { findings });
    const links = getAllByRole('link').map((link) => link.getAttribute('href'));
    expect(links).toHaveLength(FINDING_CODES.length);
    for (const link of links) expect(link).toMatch(/^\/handbook\/[\w-]+#[\w-]+$/);
  });

  it('is nothing, and says so', async () => {
    const { queryAllByRole, container } = await show(FindingList, { findings: [] });
    expect(queryAllByRole('listitem')).toEqual([]);
    expect(container.textContent.trim()).not.toBe('');
  });

  it('is put right, looked at, or compared by whoever is asked', async () => {
    const overprint = {
      kind: 'overprint' as const,
      separation: 'Silver',
      label: 'Overprint Silver',
    } as unknown as NonNullable<Finding['repair']>;
    const findings = [
      { ...ERROR, repair },
      WITH_PLACE,
      { ...WITH_PLACE, message: 'Knocked out.', repair: overprint },
    ];
    const { getByRole, getAllByRole, user, emitted } = await show(FindingList, {
      findings,
      places: true,
    });
    await user.click(getByRole('button', { name: repair.label }));
    expect(emitted('repair')).toEqual([[repair]]);
    const looks = getAllByRole('button', { name: 'Show where' });
    expect(looks).toHaveLength(2);
    await user.click(looks[0]);
    expect(emitted('look')).toEqual([[WITH_PLACE]]);
    await user.click(getByRole('button', { name: 'Compare' }));
    expect(emitted('compare')).toEqual([['Silver']]);
  });

  it('offers no place where none can be shown', async () => {
    const { queryByRole } = await show(FindingList, { findings: [WITH_PLACE] });
    expect(queryByRole('button')).toBeNull();
  });

  it('marks the one that is looked at', async () => {
    const { getAllByRole } = await show(FindingList, {
      findings: [NOTE, WITH_PLACE],
      looked: WITH_PLACE,
      places: true,
    });
    const looked = getAllByRole('listitem').filter((row) => row.classList.contains('looked'));
    expect(looked.map((row) => row.textContent)).toEqual([expect.stringContaining('Somewhere.')]);
  });
});

const WORKING = {
  label: 'Ink on the sheet',
  formula: 'area × cover × laydown',
  value: 12.345,
  unit: 'mL',
  terms: [
    { label: 'Area', value: 1234.5, unit: 'cm²' },
    { label: 'Laydown', value: 10, unit: 'mL/m²', from: 'the ink, as stated' },
  ],
  source: 'ISO 12647',
};

describe('how a number was come by', () => {
  it('is its formula, every term with its unit and where it is from, the sum, and the source', async () => {
    const { getByText, getAllByRole } = await show(WorkingBody, { working: WORKING });
    getByText(WORKING.formula);
    const rows = getAllByRole('row').map((row) => row.textContent.replace(/\s+/g, ' ').trim());
    expect(rows).toEqual([
      'Area 1,234.5 cm²',
      'Laydown the ink, as stated10 mL/m²',
      'Ink on the sheet12.35 mL',
    ]);
    getByText('Source: ISO 12647');
  });

  it('opens from the figures that have one; the others stand', async () => {
    const { getByRole, getByText, getByTestId, queryByTestId, user } = await show(FigureRow, {
      figures: [
        { name: 'Ink', text: '12.3 mL', working: WORKING },
        { name: 'Copies', text: '40', bad: true },
      ],
    });
    expect(queryByTestId('working')).toBeNull();
    expect(getByText('40').classList.contains('warn')).toBe(true);
    await user.click(getByRole('button', { name: /12\.3 mL/ }));
    expect(getByTestId('working').textContent).toContain(WORKING.formula);
  });
});

it('a finding made by the core is shown with its own sentence', async () => {
  const made = finding('TOTAL_INK', 'Three hundred and ten percent.', {
    severity: 'warning',
  } as never);
  const { getByRole } = await show(FindingList, { findings: [made] });
  expect(getByRole('listitem').textContent).toContain('Three hundred and ten percent.');
});
