import { parseArgs } from 'node:util';
import { lookReport, PREVIEW_PX, type LookReport } from '@kyanos/contract';
import {
  barcodeLooks,
  croppedRaster,
  lookAt,
  lookNumbers,
  parseView,
  printPixels,
  PLACES,
  rearStrength,
  sceneOf,
  screened,
  shrunkArtwork,
  viewsOf,
  type PrintPlan,
} from '@kyanos/core';
import { decodedContents } from '@kyanos/intake';
import { writePicture } from '@kyanos/output';
import { PLANNED_OPTIONS, withPlanned } from './planned.ts';

import { checkWritable, printJson, wholeNumber, writing } from './usage.ts';

const USAGE =
  'kyanos look FILE --plan PLAN.json [--view VIEW] [--out LOOK.png] [--json] [--px N] [--dpi N] [--fail-on SEVERITY]';

/** The print as it will look, as a picture and in numbers. */
export async function lookCommand(args: string[]): Promise<void> {
  const { values, positionals } = parseArgs({
    args,
    allowPositionals: true,
    options: {
      ...PLANNED_OPTIONS,
      view: { type: 'string' },
      out: { type: 'string' },
      px: { type: 'string' },
    },
  });
  const longest = wholeNumber(values.px, 'px', 50, 8000) ?? PREVIEW_PX;
  await withPlanned(positionals, values, USAGE, async (plan) => {
    const { day } = viewsOf(plan.viewing);
    const view = values.view === undefined ? day : parseView(values.view, day);
    const { out } = values;
    if (out !== undefined) await checkWritable(out);
    return async (artwork) => {
      const small = await shrunkArtwork(plan, artwork, longest);
      const print = await printPixels(plan, small);
      const look = lookAt(sceneOf(plan, artwork.info), print, view.side);
      const picture = screened(look, view);
      const { width, height, outOfGamut } = picture;
      if (out !== undefined) await writing(out, () => writePicture(out, picture));
      const report = lookReport(
        view,
        out === undefined ? null : { path: out, width, height },
        outOfGamut,
        lookNumbers(look, view, plan.viewing),
        rearStrength(plan, artwork.info, look),
        await barcodeLooks(
          plan,
          artwork.info,
          (page, box) => croppedRaster(artwork.raster(page), box),
          { ...day, side: view.side },
          decodedContents,
        ),
      );
      if (values.json) printJson('look', report);
      else printReport(plan, report);
      return undefined;
    };
  });
}

const percent = (value: number) => `${(value * 100).toFixed(0)} %`;

function printReport({ name }: PrintPlan, report: LookReport): void {
  const { view, deltaE, readability, dayNight, grain, rearStrength: rear } = report;
  console.log(`${name}, from the ${view.side}, ${PLACES[view.place as keyof typeof PLACES].name}`);
  const { material, printed } = report.opacity;
  console.log(
    `  opacity        ${printed ? `${percent(printed.median)} in the middle of what is printed, ${percent(printed.least)} at least; ` : ''}the bare material ${percent(material)}`,
  );
  for (const { layer, density, hits, contrastRatio } of report.layers)
    console.log(
      `  ${layer} ${density} % × ${hits} alone: contrast ratio ${percent(contrastRatio)}`,
    );
  if (deltaE)
    console.log(
      `  against paper  ΔE2000 median ${deltaE.median.toFixed(1)}, 95 % within ${deltaE.p95.toFixed(1)}`,
    );
  if (readability)
    console.log(
      `  readability    luminance contrast ${readability.print.toFixed(2)}, on white paper ${readability.paper.toFixed(2)}`,
    );
  for (const side of ['front', 'back'] as const) {
    const { deltaE: middle, most, of } = report.showThrough[side];
    console.log(
      `  show-through   from the ${side} ΔE2000 ${middle.toFixed(1)}, ${most.toFixed(1)} at most (${of})`,
    );
  }
  if (dayNight) console.log(`  day and night  ΔE2000 median ${dayNight.median.toFixed(1)}`);
  if (rear)
    console.log(
      `  hidden colour  ${rear.density} % makes night most like day, ${rear.asGood.from} to ${rear.asGood.to} % as good: ΔE2000 ${rear.deltaE.toFixed(1)}, 95 % within ${rear.p95.toFixed(1)}, at 100 % ${rear.atFull.toFixed(1)}`,
    );
  if (grain)
    console.log(
      `  grain          ΔE2000 ${grain.printed.toFixed(1)} through the print, ${grain.bare.toFixed(1)} bare`,
    );
  if (report.flop)
    console.log(
      `  metal          L* ${report.flop.into.toFixed(0)} into the lamp, ${report.flop.away.toFixed(0)} away from it`,
    );
  for (const code of report.barcodes) {
    const scanned = (scan: LookReport['barcodes'][number]['withWhite']) =>
      scan
        ? `grade ${scan.value.toFixed(1)} (${scan.grade})${scan.grade === 'A' ? '' : `, limited by ${scan.limitedBy}`}${scan.decodes ? '' : ', not read'}`
        : 'not possible';
    console.log(
      `  barcode        ${code.type} ${code.content}: predicted ${scanned(code)}; with white ${scanned(code.withWhite)}; without ${scanned(code.withoutWhite)}`,
    );
  }
  if (report.picture) console.log(`  picture        ${report.picture.path}`);
  console.log('A simulation, not a contract proof: make a test print.');
}
