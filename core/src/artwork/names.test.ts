import { describe, expect, it } from 'vitest';
import { MACHINE } from '../../test/shop.ts';
import { guessKind, kindOf, nearMiss, roleOf, visibleName } from './index.ts';
import { missReason } from './names.ts';

describe('separation names', () => {
  it('are used for a special only when they match letter by letter', () => {
    expect(roleOf('White', {}, MACHINE)).toBe('W');
    for (const name of ['white', 'WHITE', 'White ', 'Whites', 'Weiss'])
      expect(roleOf(name, {}, MACHINE)).toBeUndefined();
  });

  it('that nearly match are told, in other languages too', () => {
    for (const name of [
      'white',
      'White ',
      'spot_white',
      'Weiß',
      'BLANC',
      'white-ink',
      'Underbase.white',
    ])
      expect(nearMiss(name, MACHINE)).toBe('W');
    expect(nearMiss('Silber', MACHINE)).toBe('S');
    expect(nearMiss('Varnish', MACHINE)).toBe('V');
    expect(nearMiss('Corporate red', MACHINE)).toBeUndefined();
    expect(nearMiss('Whitehall green', MACHINE)).toBeUndefined();
  });

  it.each([
    ['white', 'WhiteInk White_Ink Deckweiß Underbase UNDERPRINT Opaque-White white2 WHITE_HD'],
    [
      'white',
      'Blanc|Blanc de soutien|Bianco coprente|Blanco cobertura|Weißunterdruck|Biała|белый|白墨|ホワイト|Spot White (2)|white - back',
    ],
    ['metallic', 'Silver|SILVER_INK|Silber|Argent|Plata|Spot Gold|серебро|银色'],
    ['clear', 'Spot Varnish|Klarlack|Vernis sélectif|Gloss UV|SpotUV|Clear|Clear Gloss|Barniz|лак'],
    [
      'cut',
      'Dieline|die|Die Line|Stanze|Stanzkontur|CUT|Cut Contour|ThruCut|through_cut|Fustella|Troquel|Tracé de découpe|Wykrojnik|вырубка|刀版',
    ],
    ['kiss-cut', 'Kiss Cut|KissCut|kiss-cut|Anstanzung|Mezzotaglio'],
    ['crease', 'Crease|Rilllinie|Fold Lines|Rainage|Cordonatura|Hendido|биговка|压痕'],
    ['perforate', 'Perf|Perforation|Mikroperforation|perforazione'],
    ['technical', 'Technical|Do Not Print|non-printing|Bemaßung|Dimensions|Legend|quote'],
    ['register', 'Registration|RegMark|Passermarken|jig'],
    [
      'spot',
      'Wine White|Off White|Antique white|Warm White|Gloss Black|Clear Blue|Transparent Red|Marigold|Slack|Brand Red|Big Red|Die Firma|Oregano|Golden Yellow|Cutler Green|Whitehall|Black Gloss',
    ],
  ])('that mean %s are known, and only those: %s', (kind, names) => {
    const list = names.includes('|') ? names.split('|') : names.split(' ');
    expect(
      list.filter((name) => kindOf(name) !== kind).map((name) => `${name}: ${kindOf(name)}`),
    ).toEqual([]);
  });

  it('that may mean it are asked about, not taken for it', () => {
    for (const name of ['Orchard White', 'White Gold', 'Clear Sky'])
      expect([name, guessKind(name).score > 0, kindOf(name)]).toEqual([name, true, 'spot']);
  });

  it('say how they miss, and show the blank that nobody sees', () => {
    const reasons = ['White ', 'white', 'Spot_White', 'Weiß'].map((name) =>
      missReason(name, name.includes('_') ? 'Spot White' : 'White'),
    );
    expect(reasons).toEqual([
      'it has a blank at its beginning or end',
      'its capitals differ',
      'its blanks, hyphens or underscores differ',
      'it is another word',
    ]);
    expect([visibleName('White '), visibleName('Spot White')]).toEqual(['White␣', 'Spot White']);
  });

  it('follow what the operator said before anything else, even to print nothing', () => {
    expect(roleOf('Corporate red', { 'Corporate red': 'W' }, MACHINE)).toBe('W');
    expect(roleOf('White', { White: 'ignore' }, MACHINE)).toBe('ignore');
    expect(roleOf('toString', {}, MACHINE)).toBeUndefined();
  });

  it('of the process inks are process', () => {
    expect(['Cyan', 'Magenta', 'Yellow', 'Black'].map(kindOf)).toEqual(Array(4).fill('process'));
  });
});
