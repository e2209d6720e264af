/** Common wishes for a single plate, by names of our own. */
import { t } from '../texts/index.ts';
export interface Wish {
  readonly id: string;
  readonly name: string;
  /** In the text of rules. */
  readonly rule: string;
  readonly about: string;
}

export const WISHES: readonly Wish[] = [
  {
    id: 'as-drawn',
    get name() {
      return t('rule.drawn');
    },
    rule: 'art',
    get about() {
      return t('rule.onlyWhatArtistDrew');
    },
  },
  {
    id: 'snug',
    get name() {
      return t('rule.snugFit');
    },
    rule: 'image(close 0.5mm2 choke 0.2 least 0.3)',
    get about() {
      return t('rule.underAnyInkPinholes');
    },
  },
  {
    id: 'faces',
    get name() {
      return t('rule.facesPhotographs');
    },
    rule: 'cleaned(choke 0.2 least 0.3)',
    get about() {
      return t('rule.eyesHighlightsGetHaze');
    },
  },
  {
    id: 'whole-sheet',
    get name() {
      return t('rule.wholeSheet');
    },
    rule: 'sheet',
    get about() {
      return t('rule.edgeEdgeWhetherThere');
    },
  },
  {
    id: 'paper-bare',
    get name() {
      return t('rule.sheetPaperWhiteLeft');
    },
    rule: 'sheet(bare paper)',
    get about() {
      return t('rule.everywhereButShapesImage');
    },
  },
  {
    id: 'not-under-black',
    get name() {
      return t('rule.notUnderBlack');
    },
    rule: 'image(close 0.5mm2 spare black 95 inner 0.2 choke 0.2 least 0.3)',
    get about() {
      return t('rule.solidBlackCoversItself');
    },
  },
  {
    id: 'by-lightness',
    get name() {
      return t('rule.strongerWhereLighter');
    },
    rule: 'light(within image(choke 0.2))',
    get about() {
      return t('rule.gradedFullUnderLightest');
    },
  },
  {
    id: 'by-saturation',
    get name() {
      return t('rule.strongerWhereMoreColourful');
    },
    rule: 'vivid(within image(choke 0.2))',
    get about() {
      return t('rule.gradedFullUnderPure');
    },
  },
  {
    id: 'just-enough',
    get name() {
      return t('rule.justEnough');
    },
    rule: 'match(within image(choke 0.2))',
    get about() {
      return t('rule.littleBringsPrintWithin');
    },
  },
  {
    id: 'till-ground',
    get name() {
      return t('rule.groundBarcodes');
    },
    rule: 'codes(margin 1)',
    get about() {
      return t('rule.boxUnderEachBarcode');
    },
  },
  {
    id: 'around',
    get name() {
      return t('rule.aroundImage');
    },
    rule: 'outside(choke 0.1)',
    get about() {
      return t('rule.whereThereNoInk');
    },
  },
];
