/** What would go wrong with this plan, each in a sentence with its way out. */
import { nearMiss, roleOf, type ArtworkInfo, type Finding } from '../artwork/index.ts';
import type { PlateMeasure } from '../plates/index.ts';
import { plateSpecs } from '../plates/index.ts';
import { allLayers, LAY_NAMES, obstacles, usesLay } from '../stack/index.ts';
import { splitTrips } from '../trips/index.ts';
import type { Layout } from '../layout/index.ts';
import { modeOf, pageOf, type PrintPlan } from './plan.ts';

/** Below this a plate prints nothing that can be seen; 0.01 % of an A4 sheet is a 2.5 mm square. */
const NOTHING = 0.0001;

/** Holes smaller than this in all are left to the dots around them. */
const PINHOLE_MM2 = 1;

export function planFindings(
  plan: PrintPlan,
  info: ArtworkInfo,
  measures: ReadonlyMap<string, PlateMeasure>,
  layout: Layout | undefined,
): Finding[] {
  const { machine, material, stack } = plan;
  const found: Finding[] = [];
  const report = (code: string, severity: Finding['severity'], message: string) =>
    found.push({ code, severity, message });

  for (const { code, message } of obstacles(stack, machine, material))
    report(code, 'error', message);

  for (const { name, kind } of pageOf(plan, info, 'front').separations) {
    if (kind === 'process' || roleOf(name, plan.artwork.names, machine)) continue;
    const role = nearMiss(name, machine);
    if (role) {
      const wanted = machine.inks.find(({ channel }) => channel === role)!.spotName;
      found.push({
        code: 'NAME_MISS',
        severity: 'warning',
        message: `"${name}" prints nothing: ${machine.name} wants "${wanted}", letter by letter.`,
        repair: {
          label: `Use "${name}" as ${LAY_NAMES[role].toLowerCase()}`,
          kind: 'map-name',
          separation: name,
          role,
        },
      });
    } else
      report(
        'SPOT_UNUSED',
        'warning',
        `The spot "${name}" prints nothing on ${machine.name}. Say what it stands for, or ignore it.`,
      );
  }

  const mode = modeOf(plan);
  if (!mode.materials.includes(material.class))
    report(
      'MODE_MATERIAL',
      'error',
      `The mode ${mode.name} is not for ${material.class} material. Choose one that is.`,
    );
  else if (!mode.specials && plateSpecs(stack).length > 0)
    report(
      'MODE_SPECIALS',
      'error',
      `The mode ${mode.name} lays colour only, and this stack has special ink. Choose another mode.`,
    );

  for (const spec of plateSpecs(stack)) {
    const measure = measures.get(spec.key);
    if (!measure) continue;
    const name = LAY_NAMES[spec.lay].toLowerCase();
    if (measure.coverage < NOTHING)
      report(
        'PLATE_EMPTY',
        'error',
        spec.rule.extent === 'art'
          ? `The ${name} plate is empty: no separation of the artwork is used for it. Map a spot to ${name}, or lay it under the image.`
          : `The ${name} plate is empty: nothing is left after haze ${spec.rule.hazePercent} % and choke ${spec.rule.chokeMm} mm. Lower them.`,
      );
    if (spec.lay === 'W' && material.class !== 'white' && measure.holes.areaMm2 > PINHOLE_MM2)
      report(
        'PAPER_WHITE',
        'warning',
        `${measure.holes.count} place${measure.holes.count > 1 ? 's' : ''} inside the image, ${(measure.holes.areaMm2 / 100).toFixed(2)} cm² in all, ${measure.holes.count > 1 ? 'have' : 'has'} no ink and so no white: ${material.name} shows there. Look whether eyes, highlights or letters are among them; a tint just above the haze puts white under them.`,
      );
    if (measure.overlapMm2 > 1)
      report(
        'OVERLAP_IN_LAYER',
        'warning',
        `${LAY_NAMES[spec.lay]} and colour overlap on ${(measure.overlapMm2 / 100).toFixed(1)} cm² in one layer and would mix on the sheet. Lay them in two layers, or keep them apart in the artwork.`,
      );
  }

  if (usesLay(stack, 'S')) {
    const side = stack.front.length ? stack.front : stack.back;
    const silver = side.findIndex(({ parts }) => parts.some(({ lay }) => lay === 'S'));
    const colourOnTop = side
      .slice(silver + 1)
      .some(({ parts }) => parts.some(({ lay }) => lay === 'CMYK'));
    const density = side[silver]?.parts.find(({ lay }) => lay === 'S')?.density ?? 0;
    if (colourOnTop && density > machine.silverUnderLimit)
      report(
        'SILVER_WET',
        'error',
        `Silver at ${density} % under colour stays wet and muddies it. ${machine.name} dries up to ${machine.silverUnderLimit} %.`,
      );
  }
  if (plan.laminated && usesLay(stack, 'V'))
    report(
      'CLEAR_UNDER_LAMINATE',
      'warning',
      'Clear under a laminate is not seen. Leave it out, or leave the print unlaminated.',
    );
  if (allLayers(stack).some(({ picture }) => picture === 'rear') && plan.artwork.rearPage === null)
    report(
      'ONE_PICTURE',
      'warning',
      'This stack has two pictures and the artwork gives one, so both sides show the same. Choose a page for the rear, or a stack with one picture.',
    );

  const trips = splitTrips(stack, mode, plan.trips);
  const again = trips.some((trip, i) => i > 0 && trips[i - 1].side === trip.side);
  if (again && !machine.returnsToOrigin)
    report(
      'NO_SECOND_TRIP',
      'error',
      `${machine.name} can't go back to the origin for a second trip. Choose one trip, or another machine.`,
    );
  const longest = Math.max(0, ...(layout?.loads.map(({ length }) => length) ?? []));
  if (again && longest > machine.maxTwoTripLength)
    report(
      'TWO_TRIP_LENGTH',
      'warning',
      `The print is ${(longest / 1000).toFixed(2)} m long, and ${machine.name} keeps two trips in register up to ${(machine.maxTwoTripLength / 1000).toFixed(2)} m. Print it in one trip, or in shorter loads.`,
    );
  if (again && machine.cure !== 'uv' && plan.trips.waitMinutes < 3)
    report(
      'WHITE_WET',
      'warning',
      `The first layer dries ${plan.trips.waitMinutes} min before the second trip. Wet white smears; common practice is 3 to 15 min.`,
    );
  if (layout && material.width < machine.minWidth)
    report(
      'TOO_NARROW',
      'error',
      `${material.name} is ${material.width} mm wide, and the rollers of ${machine.name} hold ${machine.minWidth} mm or more.`,
    );
  return found;
}
