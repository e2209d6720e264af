import { describe, expect, it } from 'vitest';
import { barcodeGround, checkDigitRight, gtinCheckDigit, gtinOf, type Barcode } from './barcode.ts';

describe('the check digit of a GTIN', () => {
  it.each([
    // The worked example of the GS1 General Specifications, section 7.9 (from memory).
    ['629104150021', 3],
    // Bars of this book's own kind of number: 978 and the ISBN of ISO 2108's example, 3-16-148410-X (from memory).
    ['978316148410', 0],
    ['7351353', 7],
    ['03600029145', 2],
    ['1540014128876', 3],
  ])('of %s is %i', (digits, wanted) => {
    expect(gtinCheckDigit(digits)).toBe(wanted);
  });

  it('catches every single wrong digit', () => {
    const right = '6291041500213';
    for (let place = 0; place < right.length; place++)
      for (let other = 0; other < 10; other++) {
        const wrong = right.slice(0, place) + String(other) + right.slice(place + 1);
        expect(checkDigitRight('EAN-13', wrong)).toBe(wrong === right);
      }
  });

  it('is looked for where a symbol carries a GTIN, and nowhere else', () => {
    expect(gtinOf('EAN-13', '6291041500213')).toBe('6291041500213');
    expect(gtinOf('Code 128', '(01)15400141288763(17)270101')).toBe('15400141288763');
    expect(gtinOf('QR Code', 'https://example.test/01')).toBeUndefined();
    expect(checkDigitRight('Code 39', '6291041500213')).toBeUndefined();
  });
});

describe('the ground of a barcode', () => {
  const code: Barcode = {
    type: 'EAN-13',
    content: '6291041500213',
    box: { left: 20, top: 10, width: 28.5, height: 20 },
    turn: 0,
    moduleMm: 0.3,
    quiet: [11, 7],
    quietWanted: [11, 7],
    mirrored: false,
  };
  it('reaches a quiet zone further along the bars, whichever way they run', () => {
    expect(barcodeGround(code)).toMatchObject({ left: expect.closeTo(16.7), top: 10 });
    expect(barcodeGround(code).width).toBeCloseTo(28.5 + 18 * 0.3);
    const turned = barcodeGround({ ...code, turn: 90 });
    expect(turned).toMatchObject({ left: 20, height: expect.closeTo(20 + 18 * 0.3) });
  });
});
