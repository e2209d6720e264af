/** Names that print nothing, plates that are empty, and inks that erase one another. */
import { finding, type Finding, type Place, type Severity } from '../../findings/index.ts';
import { inkFor, inkName, laysInk, partOf } from '../../stack/index.ts';
import { drawnLines, likelyLines, LINE_NAMES } from '../lines.ts';
import { isLineRole, missReason, nearMiss, specialRole } from '../names.ts';
import type { ArtworkPage, Knockout } from '../page.ts';
import { cm2, drawn, pageArea, roleIn, settingsOf, type Check, type Use } from './check.ts';
import { decimal, inSentence, t } from '../../texts/index.ts';

export const names: Check = (page, use) => {
  if (!use) return [];
  return page.separations.flatMap((separation): Finding[] => {
    const { name, kind, coverageWithBleed } = separation;
    if (kind === 'process' || coverageWithBleed === 0 || roleIn(name, use)) return [];
    const area = separation.coverageWithBleed * pageArea(page);
    const measure = { value: area / 100, unit: 'cm²' } as const;
    const lines = likelyLines(page, name);
    if (lines) return [lineFinding(page, name, lines)];
    const role = nearMiss(name, use.machine);
    if (role) {
      const wanted = inkFor(use.machine, role)!.spotName ?? '';
      return [
        finding(
          'NAME_MISS',
          t('artwork.printsNothingWantsLetter', {
            name,
            machine: use.machine.name,
            wanted,
            name2: missReason(name, wanted),
          }),
          {
            measure,
            repair: {
              label: t('artwork.use', {
                name,
                role: inSentence(inkName(partOf(role), use.machine)),
              }),
              kind: 'map-name',
              separation: name,
              role,
            },
          },
        ),
      ];
    }
    return [
      finding(
        'SPOT_UNUSED',
        t('artwork.spotPrintsNothingCovers', {
          name,
          machine: use.machine.name,
          area: cm2(area),
          rest: separation.alternate ? t('artwork.printProcessInk') : '',
        }),
        {
          measure,
          ...(separation.alternate && {
            repair: {
              label: t('artwork.printInProcessInk', { name }),
              kind: 'map-name',
              separation: name,
              role: 'process',
            },
          }),
        },
      ),
    ];
  });
};

function lineFinding(
  page: ArtworkPage,
  name: string,
  { role, by }: NonNullable<ReturnType<typeof likelyLines>>,
): Finding {
  const use = drawnLines(page).find((one) => one.name === name);
  const what =
    by === 'name'
      ? t('artwork.namedLike', { name, line: LINE_NAMES[role] })
      : t('artwork.drawnClosedLinesOnly', { name, line: LINE_NAMES[role] });
  return finding(
    'LINES_UNSAID',
    t('artwork.notPrintedSayWhat', {
      what,
      rest: use ? t('artwork.mmLong', { lengthMm: decimal(use.lengthMm, 0) }) : '',
    }),
    {
      ...(use && { measure: { value: use.lengthMm, unit: 'mm' as const } }),
      repair: {
        label: t('artwork.isA', { name, line: LINE_NAMES[role] }),
        kind: 'map-name',
        separation: name,
        role,
      },
    },
  );
}

/** A line that does not print and takes colour away all the same. */
export const erasingLines: Check = (page, use) => {
  if (!use) return [];
  return page.knockouts.flatMap(
    ({ separation, colourLostMm2, specialLostMm2, cells }): Finding[] => {
      const role = roleIn(separation, use);
      const lost = colourLostMm2;
      if (role === 'process' || specialRole(role) || lost < LINE_SLIVER_MM2) return [];
      if (!isLineRole(role) && role !== 'ignore' && !likelyLines(page, separation)) return [];
      if (use.settings.overprint.includes(separation)) return [];
      return [
        finding('LINE_ERASES', t('artwork.doesNotPrintErases', { separation, lost: cm2(lost) }), {
          place: { kind: 'cells', cells },
          measure: { value: (lost + specialLostMm2) / 100, unit: 'cm²' },
          repair: {
            label: t('artwork.keepColourUnder', { separation }),
            kind: 'overprint',
            separation,
            keep: true,
          },
        }),
      ];
    },
  );
};

/** A hairline of 100 mm is this much, mm². */
const LINE_SLIVER_MM2 = 1;

export const empty: Check = (page, use) => {
  const blank = page.separations.every(({ coverageWithBleed }) => coverageWithBleed === 0);
  const found = page.separations.flatMap(({ name, kind, coverageWithBleed }): Finding[] => {
    if (kind === 'process' || coverageWithBleed > 0) return [];
    const objects = page.structure?.spots.find((spot) => spot.name === name)?.objects;
    const role = specialRole(use && roleIn(name, use));
    const wanted = role && use && laysInk(use.stack, use.machine, role);
    return [
      finding(
        'SPECIAL_EMPTY',
        objects === 0
          ? t('artwork.separationDeclaredNothingDrawn', { name })
          : t('artwork.separationDrawnPlateEmpty', { name }),
        { severity: wanted ? 'error' : objects === 0 ? 'note' : 'warning' },
      ),
    ];
  });
  if (blank) found.push(finding('PAGE_BLANK', t('artwork.nothingPagePrintsEvery')));
  return found;
};

/** Places this small are slivers where shapes touch, mm². */
const SLIVER_MM2 = 1;

export const knockouts: Check = (page, use) =>
  page.knockouts.flatMap((knockout): Finding[] => {
    const { separation, specialLostMm2, colourLostMm2, cells } = knockout;
    const lost = specialLostMm2 + colourLostMm2;
    if (lost < SLIVER_MM2 || isLine(page, separation, use)) return [];
    const place: Place = { kind: 'cells', cells };
    const measure = { value: lost / 100, unit: 'cm²' } as const;
    if (settingsOf(use).overprint.includes(separation))
      return [
        finding(
          'KNOCKOUT_MENDED',
          t('artwork.colourWouldEraseOne', { separation, lost: cm2(lost) }),
          {
            place,
            measure,
            repair: {
              label: t('artwork.leaveFile'),
              kind: 'overprint',
              separation,
              keep: false,
            },
          },
        ),
      ];
    const beside = isBeside(separation, use);
    return [
      finding(
        'KNOCKOUT',
        `${knockoutSentence(knockout)} ${
          beside ? t('artwork.stackLaysThemBeside') : t('artwork.ifBothShouldPrint')
        }`,
        {
          severity: beside ? 'note' : knockoutSeverity(separation, use),
          place,
          measure,
          ...(!beside && {
            repair: {
              label: t('artwork.keepBothColour', { separation }),
              kind: 'overprint',
              separation,
              keep: true,
            },
          }),
        },
      ),
    ];
  });

/** Told by {@link erasingLines}. */
const isLine = (page: ArtworkPage, separation: string, use: Use | undefined): boolean =>
  use !== undefined &&
  !settingsOf(use).overprint.includes(separation) &&
  (isLineRole(roleIn(separation, use)) || likelyLines(page, separation) !== undefined);

/** Laid in one layer with colour, where an overlap would mix wet ink: there a knockout is what is wanted. */
function isBeside(separation: string, use: Use | undefined): boolean {
  const role = specialRole(use && roleIn(separation, use));
  if (!use || !role) return false;
  const layers = drawn(use, role);
  return (
    layers.length > 0 &&
    layers.every(({ parts }) => parts.some(({ inkRole }) => inkRole === 'CMYK'))
  );
}

function knockoutSeverity(separation: string, use: Use | undefined): Severity {
  if (!use) return 'warning';
  const role = specialRole(roleIn(separation, use));
  if (!role) return 'note';
  return drawn(use, role).length > 0 ? 'error' : 'note';
}

function knockoutSentence({ separation, specialLostMm2, colourLostMm2 }: Knockout): string {
  const parts = [
    ...(specialLostMm2 >= SLIVER_MM2
      ? [t('artwork.missingCmUnderWhat', { separation, specialLostMm2: cm2(specialLostMm2) })]
      : []),
    ...(colourLostMm2 >= SLIVER_MM2
      ? [t('artwork.colourMissingCmUnder', { colourLostMm2: cm2(colourLostMm2), separation })]
      : []),
  ];
  return t('artwork.withoutOverprintOneErases', { parts: parts.join(t('artwork.and')) });
}
