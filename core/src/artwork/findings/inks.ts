/** Names that print nothing, plates that are empty, and inks that erase one another. */
import { LAY_NAMES, usesLay } from '../../stack/index.ts';
import { missReason, nearMiss } from '../names.ts';
import type { Finding, Knockout, Place, Severity } from '../page.ts';
import { cm2, drawn, pageArea, roleIn, said, type Check, type Use } from './check.ts';

export const names: Check = (page, use) => {
  if (!use) return [];
  return page.separations.flatMap((separation): Finding[] => {
    const { name, kind } = separation;
    if (kind === 'process' || roleIn(name, use)) return [];
    const area = separation.coverageWithBleed * pageArea(page);
    const measure = { value: area / 100, unit: 'cm²' } as const;
    const role = nearMiss(name, use.machine);
    if (role) {
      const wanted = use.machine.inks.find(({ channel }) => channel === role)!.spotName ?? '';
      return [
        {
          code: 'NAME_MISS',
          severity: 'warning',
          message: `"${name}" prints nothing: ${use.machine.name} wants "${wanted}", letter by letter, and ${missReason(name, wanted)}.`,
          measure,
          repair: {
            label: `Use "${name}" as ${LAY_NAMES[role].toLowerCase()}`,
            kind: 'map-name',
            separation: name,
            role,
          },
        },
      ];
    }
    return [
      {
        code: 'SPOT_UNUSED',
        severity: 'warning',
        message: `The spot "${name}" prints nothing on ${use.machine.name}, and covers ${cm2(area)} cm². Say what it stands for${separation.alternate ? ', print it in process ink,' : ''} or ignore it.`,
        measure,
        // Ignoring is never offered with one click: what is not printed is seen too late.
        ...(separation.alternate && {
          repair: {
            label: `Print "${name}" in process ink`,
            kind: 'map-name',
            separation: name,
            role: 'process',
          },
        }),
      },
    ];
  });
};

export const empty: Check = (page, use) => {
  const blank = page.separations.every(({ coverageWithBleed }) => coverageWithBleed === 0);
  const found = page.separations.flatMap(({ name, kind, coverageWithBleed }): Finding[] => {
    if (kind === 'process' || coverageWithBleed > 0) return [];
    const objects = page.structure?.spots.find((spot) => spot.name === name)?.objects;
    const role = use && roleIn(name, use);
    const wanted =
      role && role !== 'ignore' && role !== 'process' && use && usesLay(use.stack, role);
    return [
      {
        code: 'SPECIAL_EMPTY',
        severity: wanted ? 'error' : objects === 0 ? 'note' : 'warning',
        message:
          objects === 0
            ? `The separation "${name}" is declared and nothing is drawn in it: it would print blank.`
            : `The separation "${name}" is drawn and its plate is empty: what was drawn lies outside the page or was erased by colour over it. Check that it overprints.`,
      },
    ];
  });
  if (blank)
    found.push({
      code: 'PAGE_BLANK',
      severity: 'error',
      message: 'Nothing on this page prints: every separation is empty.',
    });
  return found;
};

/** Places this small are slivers where shapes touch, mm². */
const SLIVER_MM2 = 1;

export const knockouts: Check = (page, use) =>
  page.knockouts.flatMap((knockout): Finding[] => {
    const { separation, specialLostMm2, colourLostMm2, cells } = knockout;
    const lost = specialLostMm2 + colourLostMm2;
    if (lost < SLIVER_MM2) return [];
    const place: Place = { kind: 'cells', cells };
    const measure = { value: lost / 100, unit: 'cm²' } as const;
    if (said(use).overprint.includes(separation))
      return [
        {
          code: 'KNOCKOUT_MENDED',
          severity: 'note',
          message: `"${separation}" and colour would erase one another on ${cm2(lost)} cm² in the file as it is. Our plates keep both.`,
          place,
          measure,
          repair: {
            label: 'Leave it as the file is',
            kind: 'overprint',
            separation,
            keep: false,
          },
        },
      ];
    const beside = isBeside(separation, use);
    return [
      {
        code: 'KNOCKOUT',
        severity: beside ? 'note' : knockoutSeverity(separation, use),
        message: `${knockoutSentence(knockout)} ${
          beside
            ? 'This stack lays them beside one another in one layer, where they must not overlap: so it is in order.'
            : 'If both should print, keep both in our plates, or set overprint in the file.'
        }`,
        place,
        measure,
        ...(!beside && {
          repair: {
            label: `Keep both "${separation}" and colour`,
            kind: 'overprint',
            separation,
            keep: true,
          },
        }),
      },
    ];
  });

/** Laid in one layer with colour, where an overlap would mix wet ink: there a knockout is what is wanted. */
function isBeside(separation: string, use: Use | undefined): boolean {
  const role = use && roleIn(separation, use);
  if (!role || role === 'ignore' || role === 'process') return false;
  const layers = drawn(use.stack, role);
  return layers.length > 0 && layers.every(({ parts }) => parts.some(({ lay }) => lay === 'CMYK'));
}

function knockoutSeverity(separation: string, use: Use | undefined): Severity {
  if (!use) return 'warning';
  const role = roleIn(separation, use);
  if (!role || role === 'ignore' || role === 'process') return 'note';
  return drawn(use.stack, role).length > 0 ? 'error' : 'note';
}

function knockoutSentence({ separation, specialLostMm2, colourLostMm2 }: Knockout): string {
  const parts = [
    ...(specialLostMm2 >= SLIVER_MM2
      ? [`"${separation}" is missing on ${cm2(specialLostMm2)} cm² under what was drawn over it`]
      : []),
    ...(colourLostMm2 >= SLIVER_MM2
      ? [`colour is missing on ${cm2(colourLostMm2)} cm² under "${separation}"`]
      : []),
  ];
  return `Without overprint one erases the other: ${parts.join(', and ')}.`;
}
