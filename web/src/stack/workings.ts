/** Where the numbers of a look come from: what they are, what they were made of, and by which source. */
import {
  inkFor,
  middleOpacity,
  shareFrom,
  term,
  usesInkRole,
  type LookNumbers,
  type PrintPlan,
  type Scanned,
  type Working,
} from '@kyanos/core';

const DELTA = 'ΔE2000';
/** A white that hides so much lets no one read what lies behind (common practice). */
const WANTED = 0.7;
const SHARMA =
  'CIEDE2000: Sharma, Wu and Dalal 2005; spectra and layers as in docs/methods/look.md';

export interface LookFigure {
  readonly name: string;
  /** The same where there is little room. */
  readonly short: string;
  readonly text: string;
  readonly working: Working;
  /** What the number means at the bench. */
  readonly says: string;
}

const share = (value: number) => `${(value * 100).toFixed(0)} %`;

/** A difference of colour in words; common practice. */
export function differenceWords(deltaE: number): string {
  if (deltaE < 1) return 'nobody sees it';
  if (deltaE < 3) return 'seen side by side';
  if (deltaE < 6) return 'seen at a glance';
  return 'another picture';
}

export function lookFigures(numbers: LookNumbers): LookFigure[] {
  const { deltaE, readability, opacity, showThrough, dayNight, grain, flop } = numbers;
  return [
    ...(deltaE
      ? [
          {
            name: 'Colour shift from the art on white paper',
            short: 'Against the art',
            text: `${deltaE.median.toFixed(1)} ${DELTA}`,
            says: differenceWords(deltaE.median),
            working: {
              label: 'Median difference',
              value: deltaE.median,
              unit: DELTA,
              formula:
                'CIEDE2000 between the print here and the same art on white paper, over all pixels with ink',
              terms: [
                term('half of the pixels lie within', deltaE.median, DELTA),
                term('95 % lie within', deltaE.p95, DELTA),
              ],
              source: SHARMA,
            },
          },
        ]
      : []),
    ...(readability
      ? [
          {
            name: 'Readability of type and lines',
            short: 'Readability',
            text: readability.print.toFixed(2),
            says: `${readability.paper.toFixed(2)} on white paper`,
            working: {
              label: 'Luminance contrast',
              value: readability.print,
              unit: '',
              formula:
                '(L1 − L2) / (L1 + L2) across the edges of the art, mean; 0 nothing, 1 black on white',
              terms: [
                term('this print', readability.print, ''),
                term('the same art on white paper', readability.paper, ''),
                term('asked for where signs have to be read', 0.7, '', 'DIN 32975, from memory'),
              ],
              source: 'formula of ISO 21542, from memory',
            },
          },
        ]
      : []),
    {
      name: 'Opacity of the print',
      short: 'Opacity',
      text: share(middleOpacity(opacity)),
      says: opacity.printed
        ? `${share(opacity.printed.least)} at least, ${share(shareFrom(opacity.printed, WANTED))} of it hides ${share(WANTED)} and more; the bare material ${share(opacity.material)}`
        : `nothing is printed; the material by itself ${share(opacity.material)}`,
      working: {
        label: 'Opacity',
        value: middleOpacity(opacity) * 100,
        unit: '%',
        formula:
          'luminance over black / luminance over white, material and specials without colour, over everything printed: half of it has this or more',
        terms: [
          term('bare material', opacity.material * 100, '%'),
          ...(opacity.printed
            ? [
                term('the least', opacity.printed.least * 100, '%'),
                term(
                  `printed area from ${share(WANTED)}`,
                  shareFrom(opacity.printed, WANTED) * 100,
                  '%',
                ),
              ]
            : []),
          ...opacity.layers.map(({ layer, inkRole, density, hits, contrastRatio }) =>
            term(
              `${layer}, ${inkRole} alone, solid`,
              contrastRatio * 100,
              '%',
              `${density} %, ${hits} hit(s)`,
            ),
          ),
        ],
        source: 'contrast ratio as in ASTM D2805; Kubelka and Munk 1931',
      },
    },
    ...(['front', 'back'] as const).map((side): LookFigure => {
      const { of, deltaE: middle, most } = showThrough[side];
      return {
        name: `Show-through, seen from the ${side}`,
        short: `Show-through, ${side}`,
        text: of === 'nothing' ? 'none' : `${middle.toFixed(1)} ${DELTA}`,
        says:
          of === 'nothing'
            ? 'the material is opaque'
            : `${of === 'picture' ? 'of the other picture' : 'of what lies behind'}, ${most.toFixed(1)} at most: ${differenceWords(most)}`,
        working: {
          label: 'Show-through',
          value: middle,
          unit: DELTA,
          formula:
            of === 'picture'
              ? 'this side without colour, the other picture solid black against bare, over everything printed'
              : 'this side without colour, a black ground against a white one, over everything printed',
          terms: [term('most on a hundredth of it and more', most, DELTA)],
          source: SHARMA,
        },
      };
    }),
    ...(dayNight
      ? [
          {
            name: 'Between day and night',
            short: 'Day to night',
            text: `${dayNight.median.toFixed(1)} ${DELTA}`,
            says: differenceWords(dayNight.median),
            working: {
              label: 'Median difference of day and night',
              value: dayNight.median,
              unit: DELTA,
              formula: 'CIEDE2000 between the two pictures, each beside its own white',
              terms: [term('95 % lie within', dayNight.p95, DELTA)],
              source: SHARMA,
            },
          },
        ]
      : []),
    ...(grain
      ? [
          {
            name: 'Grain showing through',
            short: 'Grain shown',
            text: `${grain.printed.toFixed(1)} ${DELTA}`,
            says: `${grain.bare.toFixed(1)} where it is bare: ${differenceWords(grain.printed)}`,
            working: {
              label: 'Grain through the print',
              value: grain.printed,
              unit: DELTA,
              formula:
                'light against dark parts of the material, under full specials without colour',
              terms: [
                term('bare', grain.bare, DELTA),
                term('through the print', grain.printed, DELTA),
              ],
              source: SHARMA,
            },
          },
        ]
      : []),
    ...(flop
      ? [
          {
            name: 'Metal, into the lamp and away from it',
            short: 'Flop',
            text: `L* ${flop.into.toFixed(0)} / ${flop.away.toFixed(0)}`,
            says: `changes by ${(flop.into - flop.away).toFixed(0)} L* when it is tilted`,
            working: {
              label: 'Flop of the metal',
              value: flop.into - flop.away,
              unit: 'L*',
              formula:
                'lightness tilted into the reflection of the lamp less lightness away from it, free of colour',
              terms: [
                term('into the lamp', flop.into, 'L*'),
                term('away from it', flop.away, 'L*'),
              ],
              source: 'CIE 15:2004, 8.2.1; layers as in docs/methods/look.md',
            },
          },
        ]
      : []),
  ];
}

/** What the picture rests on: measured on this machine, and when, or stated and assumed. */
export function lookRestsOn({ machine, material, stack }: PrintPlan): string {
  const colour = machine.primaries?.find(({ materialId }) => materialId === material.id);
  const white = inkFor(machine, 'W');
  const figure = white && `inks.${white.channel}.contrastRatio`;
  const measured = machine.measured?.find(({ field }) => field === figure);
  const parts = [
    colour
      ? `colour measured on this machine and material, ${colour.on}`
      : 'colour as the artwork’s profile states it',
    `the material as ${material.assumed?.includes('optics') ? 'usual for its kind, assumed' : 'stated'}`,
    ...(white && usesInkRole(stack, 'W')
      ? [
          measured
            ? `white measured on this machine, ${measured.on}`
            : `white as stated${machine.assumed?.includes(figure!) ? ', assumed' : ''}, not measured`,
        ]
      : []),
  ];
  return `The look rests on ${new Intl.ListFormat('en').format(parts)}.`;
}

/** Grade of a code as a scanner would tell it, from 0 to 4, and its letter. */
export const scanned = ({ value, grade, decodes }: Scanned): string =>
  `${value.toFixed(1)} (${grade})${decodes ? '' : ', not read'}`;
