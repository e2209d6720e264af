import { DomainError, SHOP_FILE_FORMAT } from '@kyanos/core';
import { describe, expect, it } from 'vitest';
import { DARK, MACHINE, MATERIAL } from '../../core/test/shop.ts';
import { PresetSchema, readItem, readShopFile, SHOP_KINDS, tryItem } from './shopItems.ts';

const entry = (data: object, id = 'one') => ({ id, standing: 'active', data });
const file = (parts: object) => ({ kyanosShop: SHOP_FILE_FORMAT, ...parts });
const refusal = (value: unknown): DomainError => {
  try {
    readShopFile(value);
  } catch (error) {
    expect(error).toBeInstanceOf(DomainError);
    return error as DomainError;
  }
  return expect.unreachable('it was read');
};

describe('a file of a shop', () => {
  it('is read with what is in it, and with empty lists for what is not', () => {
    const read = readShopFile(file({ materials: [entry(MATERIAL), entry(DARK, 'two')] }));
    expect(read.materials.map(({ data }) => data)).toEqual([MATERIAL, DARK]);
    expect([read.machines, read.inks, read.presets, read.procedures]).toEqual([[], [], [], []]);
    expect([read.prices, read.rules]).toEqual([undefined, undefined]);
  });

  it('holds machines and materials as any version kept them', () => {
    const { optics, ...rest } = MATERIAL;
    const [before] = readShopFile(file({ materials: [entry(MATERIAL)] })).materials;
    expect(before.data.optics).toEqual(optics);
    expect(tryItem('material', rest)).toBeUndefined();
    expect(readItem('machine', MACHINE)).toEqual(MACHINE);
  });

  it('that is none, or of a version to come, is refused with what it is', () => {
    for (const none of [null, 7, 'shop', [], {}, { kyanosShop: 0 }, { kyanosShop: '1' }])
      expect(refusal(none).code).toBe('SHOP_FILE_WRONG');
    const newer = refusal({ kyanosShop: SHOP_FILE_FORMAT + 1 });
    expect(newer.message).toContain(String(SHOP_FILE_FORMAT + 1));
  });

  it('is refused by the name of the field that is wrong', () => {
    const wrong = refusal(file({ materials: [entry({ ...MATERIAL, width: -3 })] }));
    expect(wrong.message).toContain('materials.0.data.width');
    expect(refusal(file({ machines: 'all' })).message).toContain('machines');
    expect(refusal(file({ machines: [null] })).message).toContain('machines.0');
    expect(refusal(file({ surprise: 1 })).message).toContain('surprise');
  });

  it('is not filled without end', () => {
    const many = Array.from({ length: 2001 }, (_, i) => entry(MATERIAL, `m-${i}`));
    expect(refusal(file({ materials: many })).message).toContain('materials');
  });
});

describe('a thing of the shop', () => {
  it('of every kind is refused where it is something else', () => {
    for (const kind of Object.keys(SHOP_KINDS) as (keyof typeof SHOP_KINDS)[])
      for (const value of [null, 3, 'x', [], {}])
        expect([kind, tryItem(kind, value)]).toEqual([kind, undefined]);
  });

  it('that is a beginning is kept as it is written, and is a stack that can be read', () => {
    const preset = { name: 'Clear label', about: '', notation: 'film |  W@image / CMYK' };
    expect(PresetSchema.parse(preset)).toEqual(preset);
    const { error } = PresetSchema.safeParse({ ...preset, notation: 'film | Q7' });
    expect(error!.issues[0].message).toContain('Q7');
  });
});
