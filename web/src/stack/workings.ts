/** Where the numbers of a look come from: what they are, what they were made of, and by which source. */
import {
  SIDE_NAMES,
  decimal,
  inkFor,
  listed,
  type LookNumbers,
  middleOpacity,
  type PrintPlan,
  type Scanned,
  shareFrom,
  term,
  usesInkRole,
  type Working,
} from '@kyanos/core';
import { t } from '../texts/texts.ts';

const DELTA = 'ΔE2000';
/** A white that hides so much lets no one read what lies behind (common practice). */
const WANTED = 0.7;
const SHARMA = t('stack.ciede2000SharmaWuDalal');

export interface LookFigure {
  readonly name: string;
  /** The same where there is little room. */
  readonly short: string;
  readonly text: string;
  readonly working: Working;
  /** What the number means at the bench. */
  readonly says: string;
}

const share = (value: number) => `${decimal(value * 100, 0)} %`;

/** A difference of colour in words; common practice. */
export function differenceWords(deltaE: number): string {
  if (deltaE < 1) return t('stack.nobodySees');
  if (deltaE < 3) return t('stack.seenSideSide');
  if (deltaE < 6) return t('stack.seenGlance');
  return t('stack.anotherPicture');
}

export function lookFigures(numbers: LookNumbers): LookFigure[] {
  const { deltaE, readability, opacity, showThrough, dayNight, grain, flop } = numbers;
  return [
    ...(deltaE
      ? [
          {
            name: t('stack.colourShiftFromArt'),
            short: t('stack.againstArt'),
            text: `${decimal(deltaE.median, 1)} ${DELTA}`,
            says: differenceWords(deltaE.median),
            working: {
              label: t('stack.medianDifference'),
              value: deltaE.median,
              unit: DELTA,
              formula: t('stack.ciede2000BetweenPrintHere'),
              terms: [
                term(t('stack.halfPixelsLieWithin'), deltaE.median, DELTA),
                term(t('stack.n95LieWithin'), deltaE.p95, DELTA),
              ],
              source: SHARMA,
            },
          },
        ]
      : []),
    ...(readability
      ? [
          {
            name: t('stack.readabilityTypeLines'),
            short: t('stack.readability'),
            text: decimal(readability.print, 2),
            says: t('stack.whitePaper', { paper: decimal(readability.paper, 2) }),
            working: {
              label: t('stack.luminanceContrast'),
              value: readability.print,
              unit: '',
              formula: t('stack.l1L2L1L2'),
              terms: [
                term(t('stack.print'), readability.print, ''),
                term(t('stack.sameArtWhitePaper'), readability.paper, ''),
                term(t('stack.askedWhereSignsHave'), 0.7, '', t('stack.din32975FromMemory')),
              ],
              source: t('stack.formulaIso21542From'),
            },
          },
        ]
      : []),
    {
      name: t('stack.opacityPrint'),
      short: t('stack.opacity'),
      text: share(middleOpacity(opacity)),
      says: opacity.printed
        ? t('stack.leastHidesMoreBare', {
            least: share(opacity.printed.least),
            printed: share(shareFrom(opacity.printed, WANTED)),
            wanted: share(WANTED),
            material: share(opacity.material),
          })
        : t('stack.nothingPrintedMaterialItself', { material: share(opacity.material) }),
      working: {
        label: t('stack.opacity'),
        value: middleOpacity(opacity) * 100,
        unit: '%',
        formula: t('stack.luminanceOverBlackLuminance'),
        terms: [
          term(t('stack.bareMaterial'), opacity.material * 100, '%'),
          ...(opacity.printed
            ? [
                term(t('stack.least'), opacity.printed.least * 100, '%'),
                term(
                  t('stack.printedAreaFrom', { wanted: share(WANTED) }),
                  shareFrom(opacity.printed, WANTED) * 100,
                  '%',
                ),
              ]
            : []),
          ...opacity.layers.map(({ layer, inkRole, density, hits, contrastRatio }) =>
            term(
              t('stack.aloneSolid', { layer, inkRole }),
              contrastRatio * 100,
              '%',
              t('stack.hitS', { density, n: hits }),
            ),
          ),
        ],
        source: t('stack.contrastRatioAstmD2805'),
      },
    },
    ...(['front', 'back'] as const).map((side): LookFigure => {
      const { of, deltaE: middle, most } = showThrough[side];
      return {
        name: t('stack.showThroughSeenFrom', { side: SIDE_NAMES[side] }),
        short: t('stack.showThroughSide', { side: SIDE_NAMES[side] }),
        text: of === 'nothing' ? t('stack.nothingSeen') : `${decimal(middle, 1)} ${DELTA}`,
        says:
          of === 'nothing'
            ? t('stack.materialOpaque')
            : t('stack.most', {
                rest: of === 'picture' ? t('stack.otherPicture') : t('stack.whatLiesBehind'),
                most: decimal(most, 1),
                most2: differenceWords(most),
              }),
        working: {
          label: t('stack.showThrough'),
          value: middle,
          unit: DELTA,
          formula:
            of === 'picture'
              ? t('stack.sideWithoutColourOther')
              : t('stack.sideWithoutColourBlack'),
          terms: [term(t('stack.mostHundredthMore'), most, DELTA)],
          source: SHARMA,
        },
      };
    }),
    ...(dayNight
      ? [
          {
            name: t('stack.betweenDayNight'),
            short: t('stack.dayToNight'),
            text: `${decimal(dayNight.median, 1)} ${DELTA}`,
            says: differenceWords(dayNight.median),
            working: {
              label: t('stack.medianDifferenceDayNight'),
              value: dayNight.median,
              unit: DELTA,
              formula: t('stack.ciede2000BetweenTwoPictures'),
              terms: [term(t('stack.n95LieWithin'), dayNight.p95, DELTA)],
              source: SHARMA,
            },
          },
        ]
      : []),
    ...(grain
      ? [
          {
            name: t('stack.grainShowingThrough'),
            short: t('stack.grainShown'),
            text: `${decimal(grain.printed, 1)} ${DELTA}`,
            says: t('stack.whereBare', {
              bare: decimal(grain.bare, 1),
              printed: differenceWords(grain.printed),
            }),
            working: {
              label: t('stack.grainThroughPrint'),
              value: grain.printed,
              unit: DELTA,
              formula: t('stack.lightAgainstDarkParts'),
              terms: [
                term(t('stack.bare'), grain.bare, DELTA),
                term(t('stack.throughPrint'), grain.printed, DELTA),
              ],
              source: SHARMA,
            },
          },
        ]
      : []),
    ...(flop
      ? [
          {
            name: t('stack.metalIntoLampAway'),
            short: t('stack.flop'),
            text: `L* ${decimal(flop.into, 0)} / ${decimal(flop.away, 0)}`,
            says: t('stack.changesLWhenTilted', { into: decimal(flop.into - flop.away, 0) }),
            working: {
              label: t('stack.flopMetal'),
              value: flop.into - flop.away,
              unit: 'L*',
              formula: t('stack.lightnessTiltedIntoReflection'),
              terms: [
                term(t('stack.intoLamp'), flop.into, 'L*'),
                term(t('stack.awayFrom'), flop.away, 'L*'),
              ],
              source: t('stack.cie1520048'),
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
      ? t('stack.colourMeasuredMachineMaterial', { on: colour.on })
      : t('stack.colourArtworksProfileStates'),
    t('stack.material', {
      rest: material.assumed?.includes('optics') ? t('stack.usualKindAssumed') : t('stack.stated'),
    }),
    ...(white && usesInkRole(stack, 'W')
      ? [
          measured
            ? t('stack.whiteMeasuredMachine', { on: measured.on })
            : t('stack.whiteStatedNotMeasured', {
                rest: machine.assumed?.includes(figure!) ? t('stack.assumed') : '',
              }),
        ]
      : []),
  ];
  return t('stack.lookRests', { parts: listed(parts) });
}

/** Grade of a code as a verifier would give it, from 0 to 4, and its letter. */
export const scanned = ({ value, grade, decodes }: Scanned): string =>
  `${decimal(value, 1)} (${grade})${decodes ? '' : t('stack.notRead')}`;
