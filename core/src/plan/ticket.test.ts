import { describe, expect, it } from 'vitest';
import { artwork, measures, PLAN, WIDE_MACHINE } from '../../test/shop.ts';
import { plateSpecs } from '../plates/index.ts';
import { parseStack } from '../stack/index.ts';
import { calculate, jobTicket, type JobTicket, type PrintPlan } from './index.ts';

const INFO = artwork({ Cyan: 0.2, Magenta: 0.1, White: 0.4 });
const ID = { id: '5f0c', number: 12 };

function ticketOf(stack: string, change: Partial<PrintPlan> = {}): JobTicket {
  const plan: PrintPlan = { ...PLAN, stack: parseStack(stack), ...change };
  const built = measures(
    ...plateSpecs(plan.stack).map(({ key }) => ({ key, coverage: 0.5, areaMm2: 10_000 })),
  );
  const { work, findings } = calculate(plan, INFO, built, { leftMl: {} });
  expect(work, findings.map(({ message }) => message).join('\n')).toBeDefined();
  return jobTicket(plan, work!, ID);
}
const sum = (values: readonly number[]) => values.reduce((all, one) => all + one, 0);

describe('a ticket', () => {
  it('says which job it is, of how many, on what and by which mode', () => {
    expect(ticketOf('film | W@image / CMYK')).toMatchObject({
      ...ID,
      name: 'Test',
      machine: 'test',
      mode: 'plain',
      material: { id: 'clear', name: 'Clear film', form: 'roll' },
      copies: 4,
      testPrint: false,
    });
  });

  it('counts the pieces of the job, and a test print before them that is none of them', () => {
    const pieces = ({ loads }: JobTicket) => loads.map((load) => load.pieces * load.times);
    const plain = ticketOf('film | W@image / CMYK');
    expect(sum(pieces(plain))).toBe(4);
    const tested = ticketOf('film | W@image / CMYK', { trips: { ...PLAN.trips, testPrint: true } });
    expect(tested.loads[0]).toMatchObject({ times: 1, pieces: 1 });
    expect(sum(pieces(tested))).toBe(5);
    expect(tested.testPrint).toBe(true);
  });

  it('has every ink that is laid with its separation, and none that is not', () => {
    const { inks } = ticketOf('film | W@image / CMYK');
    const separations = Object.fromEntries(
      inks.map(({ channel, separation }) => [channel, separation]),
    );
    expect(separations).toEqual({ C: undefined, M: undefined, W: 'White' });
    for (const { solidM2, starts } of inks) {
      expect(solidM2).toBeGreaterThan(0);
      expect(starts).toBeGreaterThan(0);
    }
  });

  it('shares what is laid of an ink among the trips that lay it, by their hits', () => {
    const { trips } = ticketOf('film | Wx2@image / CMYK / W@image', {
      trips: { ...PLAN.trips, split: 'apart' },
    });
    const shares = (channel: string) =>
      trips.flatMap(({ inks }) =>
        inks.filter((ink) => ink.channel === channel).map(({ share }) => share),
      );
    expect(shares('W')).toEqual([2 / 3, 1 / 3]);
    expect(shares('C')).toEqual([1]);
    expect(trips.map(({ special }) => special)).toEqual([true, false, true]);
    expect(trips.map(({ number }) => number)).toEqual([1, 2, 3]);
  });

  it('tells a speed only where it is not the mode’s own for what is laid', () => {
    const speeds = (change: Partial<PrintPlan>) =>
      ticketOf('film | W@image / CMYK', {
        trips: { ...PLAN.trips, split: 'apart' },
        ...change,
      }).trips.map(({ speed }) => speed);
    expect(speeds({})).toEqual([undefined, undefined]);
    expect(speeds({ trips: { ...PLAN.trips, split: 'apart', careful: [{ speed: 250 }] } })).toEqual(
      [250, undefined],
    );
  });

  it('names the inks of a wide set one by one, light and extra ones too', () => {
    const { inks, files } = ticketOf('film | P@image / Wb@image / CMYK / Vm@image', {
      machine: WIDE_MACHINE,
    });
    const channels = inks.map(({ channel }) => channel);
    // Cyan of 20 % is laid by light cyan alone.
    expect(channels).toEqual(['Lc', 'M', 'Wb', 'Vm', 'P']);
    expect(inks.find(({ channel }) => channel === 'Wb')?.separation).toBe('Warm white');
    expect(files.flatMap(({ separations }) => separations)).toEqual(
      expect.arrayContaining(['Primer', 'Warm white', 'Matt']),
    );
  });

  it('has a file for each time that an ink is laid anew, in the order of printing', () => {
    const { files } = ticketOf('film | CMYK60 / W@image / CMYK');
    expect(files.map(({ separations }) => separations)).toEqual([['Colour', 'White'], ['Colour']]);
    expect(new Set(files.map(({ name }) => name)).size).toBe(2);
    const [back] = ticketOf('W~@image / CMYK~ | film').files;
    expect(back.mirrored).toBe(true);
  });
});
