/** What would go wrong with this plan, each in a sentence with its way out. */
import {
  barcodeGround,
  documentFindings,
  pageFindings,
  SUM_STEP,
  type ArtworkInfo,
} from '../artwork/index.ts';
import { finding, type Finding } from '../findings/index.ts';
import { inkTotal } from '../ink/index.ts';
import type { Layout } from '../layout/index.ts';
import { contrastGrade, facingPicture, scannerSees, type Scene } from '../look/index.ts';
import { plateSpecs, type Measures, type PlateMeasure } from '../plates/index.ts';
import { cellsFrom } from '../raster/index.ts';
import { CLASS_NAMES, allLayers, obstacles, type MachineState } from '../stack/index.ts';
import { splitTrips } from '../trips/index.ts';
import { formatRule } from '../rule/index.ts';
import { hasReflectance } from '../spectrum/index.ts';
import { layoutFindings } from './layoutFindings.ts';
import { sceneOf } from './model.ts';
import { plateFindings } from './plateFindings.ts';
import { stackFindings } from './stackFindings.ts';
import { modeOf, pageOf, type PrintPlan } from './plan.ts';
import { decimal, t } from '../texts/index.ts';

/** What the artwork is used for, as the checks of the artwork want it. */
export const useOf = ({ machine, material, stack, artwork }: PrintPlan) => ({
  machine,
  material,
  stack,
  settings: artwork,
});

export function planFindings(
  plan: PrintPlan,
  info: ArtworkInfo,
  { plates, pictures }: Measures,
  layout: Layout | undefined,
  state: MachineState,
): Finding[] {
  const measures = new Map(plates.map((measure) => [measure.key, measure]));
  const { machine, material, stack } = plan;
  const found: Finding[] = [];
  for (const { code, message } of obstacles(stack, machine, material))
    found.push(finding(code, message));

  const pages = new Set([
    pageOf(plan, info, 'front'),
    ...(allLayers(stack).some(({ picture }) => picture === 'rear')
      ? [pageOf(plan, info, 'rear')]
      : []),
  ]);
  found.push(...documentFindings(info));
  for (const page of pages) found.push(...pageFindings(page, useOf(plan)));

  if (!hasReflectance(material.optics.lab))
    found.push(
      finding(
        'MATERIAL_COLOUR',
        t('plan.noMaterialHasColour', {
          lab: material.optics.lab.join(', '),
          material: material.name,
        }),
      ),
    );

  const mode = modeOf(plan);
  if (!mode.materials.includes(material.class))
    found.push(
      finding(
        'MODE_MATERIAL',
        t('plan.modeNotMaterialChoose', { mode: mode.name, class: CLASS_NAMES[material.class] }),
      ),
    );
  else if (!mode.specials && plateSpecs(stack).length > 0)
    found.push(finding('MODE_SPECIALS', t('plan.modeLaysColourOnly', { mode: mode.name })));

  for (const spec of plateSpecs(stack)) {
    const measure = measures.get(spec.key);
    if (!measure) continue;
    found.push(...plateFindings(plan, pageOf(plan, info, spec.picture), spec, measure));
  }
  found.push(...weakBarcodes(plan, info, measures), ...tooMuchInk(plan, info, pictures));

  found.push(...stackFindings(plan, info, state));
  found.push(...layoutFindings(plan, pageOf(plan, info, 'front'), layout));

  const trips = splitTrips(stack, mode, plan.trips);
  const again = trips.some((trip, i) => i > 0 && trips[i - 1].side === trip.side);
  if (again && !machine.returnsToOrigin)
    found.push(finding('NO_SECOND_TRIP', t('plan.cantGoBackOrigin', { machine: machine.name })));
  const longest = layout?.longest ?? 0;
  if (again && longest > machine.maxTwoTripLength)
    found.push(
      finding(
        'TWO_TRIP_LENGTH',
        t('plan.printMLongKeeps', {
          longest: decimal(longest / 1000, 2),
          machine: machine.name,
          maxTwoTripLength: decimal(machine.maxTwoTripLength / 1000, 2),
        }),
        {
          ...(pageOf(plan, info, 'front').heightMm <= machine.maxTwoTripLength && {
            repair: {
              kind: 'plan',
              label: t('plan.loadsMostM', {
                maxTwoTripLength: decimal(machine.maxTwoTripLength / 1000, 2),
              }),
              change: { loadLength: machine.maxTwoTripLength },
            },
          }),
        },
      ),
    );
  if (again && machine.cure !== 'uv' && plan.trips.waitMinutes < 3)
    found.push(
      finding('WHITE_WET', t('plan.firstLayerDriesMin', { waitMinutes: plan.trips.waitMinutes })),
    );
  if (layout && material.width < machine.minWidth)
    found.push(
      finding(
        'TOO_NARROW',
        t('plan.mmWideRollersHold', {
          material: material.name,
          width: material.width,
          machine: machine.name,
          minWidth: machine.minWidth,
        }),
      ),
    );
  return found;
}

/** Symbol contrast below which a barcode is a finding: below grade B a till reads it at times only (common practice). */
const GOOD_CONTRAST = 0.55;

/**
 * Barcodes whose ground is too dark for a scanner, as the print is seen at 660 nm with the white that lies under them, and black
 * bars on it: the most that the grade of the simulated scan can be. White is offered only where it is enough.
 */
function weakBarcodes(
  plan: PrintPlan,
  info: ArtworkInfo,
  measures: ReadonlyMap<string, PlateMeasure>,
): Finding[] {
  const { material, stack, viewing } = plan;
  const side = viewing.side === 'back' ? 'back' : 'front';
  if (facingPicture(stack, side) !== 'front') return [];
  const page = pageOf(plan, info, 'front');
  if (page.barcodes.length === 0) return [];
  const scene = sceneOf(plan, info);
  const specs = plateSpecs(stack).filter(
    ({ picture, key }) => picture === 'front' && measures.has(key),
  );
  const [white] = specs.filter(({ inkRole }) => inkRole === 'W');
  return page.barcodes.flatMap((barcode, i): Finding[] => {
    const laid = new Map(specs.map(({ key }) => [key, measures.get(key)!.places[i] ?? 0]));
    const contrast = symbolContrast(scene, laid, viewing.backing, side);
    if (contrast >= GOOD_CONTRAST) return [];
    const grade = contrastGrade(contrast);
    const cover = white ? laid.get(white.key)! : 0;
    const enough =
      white &&
      symbolContrast(scene, new Map([...laid, [white.key, 1]]), viewing.backing, side) >=
        GOOD_CONTRAST;
    return [
      finding(
        'BARCODE_BARE',
        t('plan.hasSymbolContrastBest', {
          type: barcode.type,
          content: barcode.content,
          contrast: decimal(contrast * 100, 0),
          material: material.name,
          rest: white
            ? t('plan.whiteUnder', { cover: decimal(cover * 100, 0) })
            : t('plan.noWhiteUnder'),
          grade,
          rest2: grade === 'F' ? t('plan.wontScan') : t('plan.notEveryScannerReads'),
          rest3: enough
            ? t('plan.layWhiteUnderQuiet')
            : white
              ? t('plan.whiteUnderAllNot')
              : t('plan.chooseStackWhiteUnder'),
        }),
        {
          severity: grade === 'F' ? 'error' : 'warning',
          page: page.number,
          place: { kind: 'boxes', boxes: [barcodeGround(barcode)] },
          measure: { value: contrast * 100, unit: '%' },
          ...(white &&
            enough && {
              repair: {
                kind: 'rule' as const,
                label: t('plan.whiteUnderBarcodes'),
                key: white.key,
                rule: formatRule({
                  ...white.rule,
                  steps: [
                    ...white.rule.steps,
                    { do: 'add', with: { from: { kind: 'codes', margin: 0 }, steps: [] } },
                  ],
                }),
              },
            }),
        },
      ),
    ];
  });
}

/** Between the ground with these specials and black bars on it. */
function symbolContrast(
  scene: Scene,
  plates: ReadonlyMap<string, number>,
  place: PrintPlan['viewing']['backing'],
  side: 'front' | 'back',
): number {
  const at = (black: number) =>
    scannerSees(
      scene,
      { process: { front: [0, 0, 0, black], rear: [0, 0, 0, 0] }, plates },
      { side, place },
    );
  return at(0) - at(1);
}

/** Less than this of the print above the limit is a few dots. */
const HEAVY_SHARE = 0.0002;

function tooMuchInk(plan: PrintPlan, info: ArtworkInfo, pictures: Measures['pictures']): Finding[] {
  const { machine, stack, trips } = plan;
  const limit = machine.inkLimit;
  return splitTrips(stack, modeOf(plan), trips).flatMap(({ layers }, i): Finding[] => {
    const { most, special, shareAbove } = inkTotal(layers, pictures, limit);
    if (most <= limit || shareAbove < HEAVY_SHARE) return [];
    const page = pageOf(plan, info, layers[0].picture);
    const process = layers
      .flatMap(({ parts, hits }) => parts.map((part) => ({ part, hits })))
      .filter(({ part }) => part.inkRole === 'CMYK')
      .reduce((sum, { part, hits }) => sum + (part.density / 100) * hits, 0);
    const cells = cellsFrom(
      page.content.heavy,
      Math.max(1, Math.floor((limit - special) / Math.max(process, 0.01) / SUM_STEP)),
    );
    return [
      finding(
        'TOTAL_INK',
        t('plan.tripLaysUpInk', {
          i: i + 1,
          most: decimal(most, 0),
          special: decimal(special, 0),
          machine: machine.name,
          limit,
          shareAbove: decimal(shareAbove * 100, 1),
        }),
        {
          page: page.number,
          measure: { value: most, unit: '%' },
          ...(cells && { place: { kind: 'cells', cells } }),
        },
      ),
    ];
  });
}
