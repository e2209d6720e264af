/**
 * Test forms: what a machine is asked to print so that a figure is measured instead of assumed. A form is a drawing in the
 * machine's own inks; how it is printed and read stands on it.
 */
import {
  inkFor,
  inkOf,
  PROCESS_CHANNELS,
  type Channel,
  type Ink,
  type Machine,
  type Material,
} from '../stack/index.ts';
import { drawForm, type Drawing } from './drawing.ts';
import { t } from '../texts/index.ts';

export const FORM_KINDS = [
  'white-ladder',
  'primaries',
  'choke-ladder',
  'silver-ladder',
  'total-ink',
  'vernier',
  'grain-ladder',
  'drying-ladder',
  'bar-ladder',
] as const;
export type FormKind = (typeof FORM_KINDS)[number];

export interface TestForm extends Drawing {
  readonly kind: FormKind;
  readonly title: string;
  readonly cautions: readonly string[];
}

interface FormFacts {
  readonly title: string;
  readonly readBy: 'instrument' | 'eye' | 'finger' | 'scanner';
  /** What is asked of whoever reads it. */
  readonly question: string;
  readonly sets: string;
  /** Inks without which there is nothing to read: keys of specials, and CMYK for the four process inks. */
  readonly needs: readonly string[];
}

export const FORMS: Readonly<Record<FormKind, FormFacts>> = {
  'white-ladder': {
    get title() {
      return t('forms.whiteLadder');
    },
    readBy: 'instrument',
    get question() {
      return t('forms.whatDoesEachPatch');
    },
    get sets() {
      return t('forms.howMuchSolidWhite');
    },
    needs: ['W'],
  },
  primaries: {
    get title() {
      return t('forms.primaries');
    },
    readBy: 'instrument',
    get question() {
      return t('forms.whatDoesEachPatchMeasure');
    },
    get sets() {
      return t('forms.coloursMachineMaterialSolids');
    },
    needs: ['CMYK'],
  },
  'choke-ladder': {
    get title() {
      return t('forms.chokeLadder');
    },
    readBy: 'eye',
    get question() {
      return t('forms.whichFirstFieldWhich');
    },
    get sets() {
      return t('forms.chokeWhiteUnderColour');
    },
    needs: ['W', 'CMYK'],
  },
  'silver-ladder': {
    get title() {
      return t('forms.silverLadder');
    },
    readBy: 'finger',
    get question() {
      return t('forms.whichLastFieldDry');
    },
    get sets() {
      return t('forms.theMostSilverUnderColour');
    },
    needs: ['S', 'CMYK'],
  },
  'total-ink': {
    get title() {
      return t('forms.totalInkWedge');
    },
    readBy: 'eye',
    get question() {
      return t('forms.whichLastFieldClean');
    },
    get sets() {
      return t('forms.mostInkDriesOnePlace');
    },
    needs: ['CMYK'],
  },
  vernier: {
    get title() {
      return t('forms.twoTripVernier');
    },
    readBy: 'eye',
    get question() {
      return t('forms.whichLengthDoesSecond');
    },
    get sets() {
      return t('forms.longestPrintTwoTrips');
    },
    needs: ['CMYK'],
  },
  'grain-ladder': {
    get title() {
      return t('forms.grainLadder');
    },
    readBy: 'eye',
    get question() {
      return t('forms.whichFieldShowsMuch');
    },
    get sets() {
      return t('forms.whiteHintGrainRule');
    },
    needs: ['W'],
  },
  'drying-ladder': {
    get title() {
      return t('forms.dryingLadder');
    },
    readBy: 'finger',
    get question() {
      return t('forms.afterHowLongDoes');
    },
    get sets() {
      return t('forms.waitAfterWhiteRule');
    },
    needs: ['W'],
  },
  'bar-ladder': {
    get title() {
      return t('forms.barLadder');
    },
    readBy: 'scanner',
    get question() {
      return t('forms.whichBarReductionReads');
    },
    get sets() {
      return t('forms.howMuchWiderInk');
    },
    needs: ['CMYK'],
  },
};

/** How a thing is asked of this machine. */
const printIt = (machine: Machine, material: Material) => [
  t('forms.loadModeYouPrint', { material: material.name, machine: machine.name }),
  t('forms.print100WithoutScaling'),
];

const touch = () => t('forms.wearGlovesInkNot');
const carriage = () => t('forms.keepHandsAwayWhile');
const lamp = () => t('forms.dontLookIntoLamp');

/** A form for a machine on a material, drawn. */
export function testForm(kind: FormKind, machine: Machine, material: Material): TestForm {
  const drawn = drawForm(kind, machine);
  const touched = FORMS[kind].readBy === 'finger';
  return {
    kind,
    title: FORMS[kind].title,
    ...drawn,
    instructions: [...printIt(machine, material), ...drawn.instructions],
    cautions: [
      carriage(),
      ...(machine.cure === 'uv' ? [lamp()] : []),
      ...(touched ? [touch()] : []),
    ],
  };
}

/**
 * The machine as if one of its whites were its only one: a form is drawn, printed and read of one. Returns the machine as it is
 * if no white is named, or it has none of that name.
 */
export function oneWhite(machine: Machine, white: Channel | undefined): Machine {
  const others = machine.inks.filter(({ role, channel }) => role === 'white' && channel !== white);
  if (others.length === 0 || !whitesOf(machine).some(({ channel }) => channel === white))
    return machine;
  return { ...machine, inks: machine.inks.filter((ink) => !others.includes(ink)) };
}
export const whitesOf = (machine: Machine): readonly Ink[] =>
  machine.inks.filter(({ role }) => role === 'white');

/** Names of the patches that an instrument reads. */
export const patchesOf = ({ pages }: Pick<TestForm, 'pages'>): ReadonlySet<string> =>
  new Set(pages.flatMap(({ patches }) => patches.map(({ id }) => id)));

/** Forms that a machine has the inks for. */
export const formsFor = (machine: Machine): readonly FormKind[] =>
  FORM_KINDS.filter((kind) =>
    FORMS[kind].needs.every((key) =>
      key === 'CMYK'
        ? PROCESS_CHANNELS.every((channel) => inkOf(machine, channel))
        : inkFor(machine, key),
    ),
  );
