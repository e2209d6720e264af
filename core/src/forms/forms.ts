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
    title: 'White ladder',
    readBy: 'instrument',
    question: 'What does each patch measure, on black and on white?',
    sets: 'how much a solid of white hides, and how its drops lie',
    needs: ['W'],
  },
  primaries: {
    title: 'Primaries',
    readBy: 'instrument',
    question: 'What does each patch measure?',
    sets: 'the colours of this machine on this material: solids, overprints and tints',
    needs: ['CMYK'],
  },
  'choke-ladder': {
    title: 'Choke ladder',
    readBy: 'eye',
    question: 'Which is the first field in which no shape shows a rim of white?',
    sets: 'the choke of white under colour, as a rule of the house',
    needs: ['W', 'CMYK'],
  },
  'silver-ladder': {
    title: 'Silver ladder',
    readBy: 'finger',
    question: 'Which is the last field that is dry and does not smear?',
    sets: 'the most silver under colour',
    needs: ['S', 'CMYK'],
  },
  'total-ink': {
    title: 'Total ink wedge',
    readBy: 'eye',
    question: 'Which is the last field with clean edges, dry after the usual wait?',
    sets: 'the most ink that dries at one place',
    needs: ['CMYK'],
  },
  vernier: {
    title: 'Two-trip vernier',
    readBy: 'eye',
    question: 'At which length does the second trip still meet the first, within a line?',
    sets: 'the longest print that two trips meet on',
    needs: ['CMYK'],
  },
  'grain-ladder': {
    title: 'Grain ladder',
    readBy: 'eye',
    question: 'Which field shows as much of the grain as you like?',
    sets: 'the white for a hint of grain, as a rule of the house',
    needs: ['W'],
  },
  'drying-ladder': {
    title: 'Drying ladder',
    readBy: 'finger',
    question: 'After how long does rubbed white no longer smear?',
    sets: 'the wait after white, as a rule of the house',
    needs: ['W'],
  },
  'bar-ladder': {
    title: 'Bar ladder',
    readBy: 'scanner',
    question: 'Which bar reduction reads best at the smallest module?',
    sets: 'how much wider ink makes a bar',
    needs: ['CMYK'],
  },
};

/** How a thing is told to be printed on this machine. */
const printIt = (machine: Machine, material: Material) => [
  `Load ${material.name} on ${machine.name}, in the mode that you print with.`,
  'Print at 100 %, without scaling, colour management or the machine’s own choke or boost.',
];

const TOUCH =
  'Wear gloves: ink that is not dry or cured harms the skin. See its safety data sheet.';
const CARRIAGE = 'Keep hands away while the carriage moves.';
const LAMP = 'Don’t look into the lamp: its light harms eyes and skin.';

/** A form for a machine on a material, drawn. */
export function testForm(kind: FormKind, machine: Machine, material: Material): TestForm {
  const drawn = drawForm(kind, machine);
  const touched = FORMS[kind].readBy === 'finger';
  return {
    kind,
    title: FORMS[kind].title,
    ...drawn,
    instructions: [...printIt(machine, material), ...drawn.instructions],
    cautions: [CARRIAGE, ...(machine.cure === 'uv' ? [LAMP] : []), ...(touched ? [TOUCH] : [])],
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
