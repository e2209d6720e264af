import { describe, expect, it } from 'vitest';
import { artwork, DARK, MACHINE, MATERIAL, PLAN } from '../../test/shop.ts';
import { formatStack, parseStack, UNKNOWN_STATE } from '../stack/index.ts';
import { changed, repairedState, type PrintPlan } from './index.ts';
import { stackFindings } from './stackFindings.ts';

const INFO = artwork({ White: 0.2 });
const planOf = (stack: string): PrintPlan => ({ ...PLAN, stack: parseStack(stack) });
const plan = (stack: string, change: Partial<PrintPlan> = {}): PrintPlan => ({
  ...planOf(stack),
  ...change,
});
const codes = (of: PrintPlan) => stackFindings(of, INFO, UNKNOWN_STATE).map(({ code }) => code);
const seen = (side: PrintPlan['viewing']['side']) => ({
  viewing: { side, light: 'front', backing: 'white' } as const,
});
/** The plan after the repair of its only finding, which must leave none of its kind. */
function repaired(of: PrintPlan, code: string): PrintPlan {
  const finding = stackFindings(of, INFO, UNKNOWN_STATE).find((one) => one.code === code);
  if (finding?.repair?.kind !== 'plan') throw new Error(`${code} has no repair`);
  const next = changed(of, finding.repair.change);
  expect(codes(next)).not.toContain(code);
  return next;
}

describe('a stack is checked', () => {
  it('where the picture reads backwards, and is mirrored or not as it should be', () => {
    const over = plan('W@image / CMYK | film', { material: MATERIAL, ...seen('front') });
    expect(formatStack(repaired(over, 'READS_BACKWARDS').stack)).toBe('W~@image / CMYK~ | film');
    const front = plan('film | W~@image / CMYK~', seen('front'));
    expect(formatStack(repaired(front, 'READS_BACKWARDS').stack)).toBe('film | W@image / CMYK');
    // One picture that is seen from both sides always reads backwards from one.
    expect(codes(plan('film | CMYK', seen('both')))).toEqual([]);
    const two = plan('film | CMYK:rear / B@image / CMYK', {
      ...seen('both'),
      artwork: { ...planOf('film | CMYK').artwork, rearPage: 1 },
    });
    expect(formatStack(repaired(two, 'READS_BACKWARDS').stack)).toBe(
      'film | CMYK:rear~ / B@image / CMYK',
    );
  });

  it('where silver under colour is above what dries, on either side', () => {
    const wet = plan('film | S80@image / CMYK');
    expect(formatStack(repaired(wet, 'SILVER_WET').stack)).toBe('film | S40@image / CMYK');
    expect(codes(plan('film | CMYK / S80@art'))).not.toContain('SILVER_WET');
    expect(codes(plan('CMYK / S80@image | film', seen('back')))).toContain('SILVER_WET');
  });

  it('where clear is laid under a laminate', () => {
    const clear = plan('film | CMYK / V@art', { laminated: true });
    expect(formatStack(repaired(clear, 'CLEAR_UNDER_LAMINATE').stack)).toBe('film | CMYK');
    const alone = plan('film | V@art', { laminated: true });
    expect(repaired(alone, 'CLEAR_UNDER_LAMINATE').laminated).toBe(false);
  });

  it('where hits of white go down wet, but not under a lamp that cures them', () => {
    const twice = plan('film | Wx2@image / CMYK');
    expect(repaired(twice, 'WHITE_HITS_WET').trips).toMatchObject({
      split: 'apart',
      waitMinutes: 15,
    });
    expect(codes({ ...twice, machine: { ...MACHINE, cure: 'uv' } })).not.toContain(
      'WHITE_HITS_WET',
    );
  });

  it('where it has two pictures and the plan one', () => {
    const five = plan('film | CMYK:rear~ / B@image / CMYK', { material: MATERIAL });
    expect(codes(five)).toContain('ONE_PICTURE');
    const pages = [INFO.pages[0], { ...INFO.pages[0], number: 2 }];
    const [finding] = stackFindings(five, { ...INFO, pages }, UNKNOWN_STATE).filter(
      ({ code }) => code === 'ONE_PICTURE',
    );
    expect(finding.repair).toMatchObject({ change: { rearPage: 2 } });
  });

  it('where the machine wants its white in another slot, as far as it is known where it stands', () => {
    const machine = { ...MACHINE, whiteSlot: { minutes: 10 } };
    const told = (notation: string, whiteSlot?: 'under' | 'other') => {
      const state = { leftMl: {}, ...(whiteSlot && { whiteSlot }) };
      const of = plan(notation, { machine, material: MATERIAL });
      const found = stackFindings(of, INFO, state).find(({ code }) => code === 'WHITE_SLOT');
      if (found?.repair?.kind === 'state')
        expect(stackFindings(of, INFO, repairedState(state, found.repair))).not.toContainEqual(
          found,
        );
      return found !== undefined;
    };
    expect(told('film | W@image / CMYK', 'other')).toBe(true);
    expect(told('film | W@image / CMYK', 'under')).toBe(false);
    expect(told('film | W@image / CMYK')).toBe(false);
    expect(told('W~@sheet / CMYK~ | film', 'other')).toBe(false);
    expect(told('film | W@art', 'under')).toBe(true);
    expect(told('film | CMYK', 'under')).toBe(false);
  });

  it('where a mode lays fewer layers in a trip, and names one that lays enough', () => {
    const three = plan('film | CMYK / W@sheet / CMYK', { material: MATERIAL });
    expect(codes(three)).toContain('LAYERS_PER_TRIP');
    const [mode] = MACHINE.modes;
    const machine = { ...MACHINE, modes: [mode, { ...mode, id: 'many', layersPerTrip: 5 }] };
    expect(repaired({ ...three, machine }, 'LAYERS_PER_TRIP').modeId).toBe('many');
    expect(codes({ ...three, trips: { ...three.trips, split: 'apart' } })).toEqual([]);
  });

  it('nowhere else: a sound plan has no finding', () => {
    expect(codes(plan('film | W@image / CMYK', { material: DARK }))).toEqual([]);
  });
});
