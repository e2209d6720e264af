/** Where the numbers of a look come from: what they are, what they were made of, and by which source. */
import { term, type LookNumbers, type Working } from '@kyanos/core';

const DELTA = 'ΔE2000';
const SHARMA =
  'CIEDE2000: Sharma, Wu and Dalal 2005; spectra and layers as in docs/methods/look.md';

export interface LookFigure {
  readonly name: string;
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
  const { deltaE, readability, opacity, showThrough, dayNight, grain } = numbers;
  return [
    ...(deltaE
      ? [
          {
            name: 'Against the art on white paper',
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
      name: 'Opacity where specials are full',
      text: share(opacity.whole),
      says: opacity.layers
        .map(
          ({ lay, density, hits, contrastRatio }) =>
            `${lay} ${density} % × ${hits}: ${share(contrastRatio)}`,
        )
        .join(', '),
      working: {
        label: 'Opacity',
        value: opacity.whole * 100,
        unit: '%',
        formula: 'luminance over black / luminance over white',
        terms: opacity.layers.map(({ layer, lay, density, hits, contrastRatio }) =>
          term(`${layer}, ${lay} alone`, contrastRatio * 100, '%', `${density} %, ${hits} hit(s)`),
        ),
        source: 'contrast ratio as in ASTM D2805; Kubelka and Munk 1931',
      },
    },
    {
      name: 'Show-through of the other side',
      text: showThrough.of === 'nothing' ? 'none' : `${showThrough.deltaE.toFixed(1)} ${DELTA}`,
      says:
        showThrough.of === 'nothing'
          ? 'the material is opaque'
          : `${showThrough.of === 'picture' ? 'of the other picture' : 'of what lies behind'}: ${differenceWords(showThrough.deltaE)}`,
      working: {
        label: 'Show-through',
        value: showThrough.deltaE,
        unit: DELTA,
        formula:
          showThrough.of === 'picture'
            ? 'this side without colour, the other picture solid black against bare'
            : 'this side without colour, a black ground against a white one',
        terms: [],
        source: SHARMA,
      },
    },
    ...(dayNight
      ? [
          {
            name: 'Between day and night',
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
            name: 'Grain of the material that shows',
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
  ];
}
