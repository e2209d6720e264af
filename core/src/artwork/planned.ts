/** Artwork as the operator wants it printed: spots turned into process ink, knockouts mended. */
import { copyOf, type Band, type Raster } from '../raster/index.ts';
import { PROCESS_NAMES, type Role } from './names.ts';
import { overprintedChannel, type Alternate, type ArtworkPage } from './page.ts';

/** What the operator said of the separations of a file. */
export interface SeparationSettings {
  /** What spots are used for where their names don't say it exactly. */
  readonly names: Readonly<Record<string, Role>>;
  /** Specials that print as if they and the colour over and under them overprinted. */
  readonly overprint: readonly string[];
}

/** Process ink of a spot at each tint 0 to 255: four values after one another. */
export function alternateTable({ ramp }: Alternate): Uint8Array {
  const table = new Uint8Array(256 * 4);
  for (let tint = 0; tint < 256; tint++) {
    const at = (tint / 255) * (ramp.length - 1);
    const lower = Math.min(ramp.length - 2, Math.floor(at));
    for (let ink = 0; ink < 4; ink++)
      table[tint * 4 + ink] = Math.round(
        255 * (ramp[lower][ink] + (at - lower) * (ramp[lower + 1][ink] - ramp[lower][ink])),
      );
  }
  return table;
}

/**
 * The page's own separations, with what the operator said carried out. The raster itself where nothing was said.
 *
 * A spot that becomes process ink adds its stand-in to what is there, up to full. A special that overprints gets back what
 * colour took from it, and colour what the special took.
 */
export function plannedRaster(
  raster: Raster,
  page: Pick<ArtworkPage, 'separations' | 'overprinted'>,
  { names, overprint }: SeparationSettings,
): Raster {
  const index = new Map(raster.channels.map((name, i) => [name, i]));
  const convert = page.separations.flatMap(({ name, alternate }) =>
    names[name] === 'process' && alternate
      ? [{ plane: index.get(name)!, table: alternateTable(alternate) }]
      : [],
  );
  const second = (name: string) => index.get(overprintedChannel(name));
  const mended = overprint.filter((name) => index.has(name) && page.overprinted.length > 0);
  if (convert.length === 0 && mended.length === 0) return raster;
  const process = PROCESS_NAMES.map((name) => index.get(name)!);
  const own = page.separations.length;

  const change = (band: Band): Band => {
    const size = band.rows * raster.width;
    const planes = band.planes.slice(0, own).map((plane) => plane.subarray(0, size));
    const copy = (i: number) => (planes[i] = copyOf(planes[i], size));
    process.forEach(copy);
    for (const name of mended) {
      const special = planes[index.get(name)!];
      PROCESS_NAMES.forEach((ink, p) => {
        const from = second(ink);
        if (from === undefined) return;
        const [was, meant] = [planes[process[p]], band.planes[from]];
        for (let i = 0; i < size; i++) if (special[i] !== 0 && meant[i] > was[i]) was[i] = meant[i];
      });
    }
    for (const name of mended) {
      const from = second(name);
      if (from !== undefined) planes[index.get(name)!] = band.planes[from].subarray(0, size);
    }
    for (const { plane, table } of convert) {
      const tint = planes[plane];
      for (let p = 0; p < 4; p++) {
        const ink = planes[process[p]];
        for (let i = 0; i < size; i++)
          if (tint[i] !== 0) {
            const sum = ink[i] + table[tint[i] * 4 + p];
            ink[i] = sum > 255 ? 255 : sum;
          }
      }
    }
    return { ...band, planes };
  };

  return {
    ...raster,
    channels: raster.channels.slice(0, own),
    async *bands() {
      for await (const band of raster.bands()) yield change(band);
    },
  };
}
