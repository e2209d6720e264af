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
import { allLayers, obstacles, type MachineState } from '../stack/index.ts';
import { splitTrips } from '../trips/index.ts';
import { formatRule } from '../rule/index.ts';
import { hasReflectance } from '../spectrum/index.ts';
import { layoutFindings } from './layoutFindings.ts';
import { sceneOf } from './model.ts';
import { plateFindings } from './plateFindings.ts';
import { stackFindings } from './stackFindings.ts';
import { modeOf, pageOf, type PrintPlan } from './plan.ts';

/** What the artwork is used for, as the checks of the artwork want it. */
export const useOf = ({ machine, material, stack, artwork }: PrintPlan) => ({
  machine,
  material,
  stack,
  said: artwork,
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
        `No material has the colour Lab ${material.optics.lab.join(', ')}: nothing reflects so strong a colour so light. The nearest that can be is shown; measure ${material.name} again.`,
      ),
    );

  const mode = modeOf(plan);
  if (!mode.materials.includes(material.class))
    found.push(
      finding(
        'MODE_MATERIAL',
        `The mode ${mode.name} is not for ${material.class} material. Choose one that is.`,
      ),
    );
  else if (!mode.specials && plateSpecs(stack).length > 0)
    found.push(
      finding(
        'MODE_SPECIALS',
        `The mode ${mode.name} lays colour only, and this stack has special ink. Choose another mode.`,
      ),
    );

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
    found.push(
      finding(
        'NO_SECOND_TRIP',
        `${machine.name} can't go back to the origin for a second trip. Choose one trip, or another machine.`,
      ),
    );
  const longest = layout?.longest ?? 0;
  if (again && longest > machine.maxTwoTripLength)
    found.push(
      finding(
        'TWO_TRIP_LENGTH',
        `The print is ${(longest / 1000).toFixed(2)} m long, and ${machine.name} keeps two trips in register up to ${(machine.maxTwoTripLength / 1000).toFixed(2)} m. Print it in one trip, or in shorter loads.`,
        {
          ...(pageOf(plan, info, 'front').heightMm <= machine.maxTwoTripLength && {
            repair: {
              kind: 'plan',
              label: `Loads of at most ${(machine.maxTwoTripLength / 1000).toFixed(2)} m`,
              change: { loadLength: machine.maxTwoTripLength },
            },
          }),
        },
      ),
    );
  if (again && machine.cure !== 'uv' && plan.trips.waitMinutes < 3)
    found.push(
      finding(
        'WHITE_WET',
        `The first layer dries ${plan.trips.waitMinutes} min before the second trip. Wet white smears; common practice is 3 to 15 min.`,
      ),
    );
  if (layout && material.width < machine.minWidth)
    found.push(
      finding(
        'TOO_NARROW',
        `${material.name} is ${material.width} mm wide, and the rollers of ${machine.name} hold ${machine.minWidth} mm or more.`,
      ),
    );
  return found;
}

/** Symbol contrast from which a barcode is told of: below grade B a till reads it at times only (common practice). */
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
        `The ${barcode.type} ${barcode.content} has a symbol contrast of ${(contrast * 100).toFixed(0)} % at best on ${material.name}${white ? `, with white under ${(cover * 100).toFixed(0)} % of it` : ', with no white under it'}: grade ${grade}${grade === 'F' ? ', it won’t scan' : ', not every scanner reads it'}. ${enough ? 'Lay white under it and its quiet zones.' : white ? 'White under all of it is not enough: lay more hits, or print it elsewhere.' : 'Choose a stack with white under colour, or print it on a white label.'}`,
        {
          severity: grade === 'F' ? 'error' : 'warning',
          page: page.number,
          place: { kind: 'boxes', boxes: [barcodeGround(barcode)] },
          measure: { value: contrast * 100, unit: '%' },
          ...(white &&
            enough && {
              repair: {
                kind: 'rule' as const,
                label: 'White under barcodes',
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
        `Trip ${i + 1} lays up to ${most.toFixed(0)} % of ink at one place, ${special.toFixed(0)} % of it special, and ${machine.name} takes ${limit} %: it stays wet or cracks on ${(shareAbove * 100).toFixed(1)} % of the print. Lower a density, lay fewer hits, or print it in two trips.`,
        {
          page: page.number,
          measure: { value: most, unit: '%' },
          ...(cells && { place: { kind: 'cells', cells } }),
        },
      ),
    ];
  });
}
