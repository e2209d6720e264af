/** Versions: pages of one file that are printed together, each in a quantity of its own. */
import type { ArtworkInfo, ArtworkPage } from '../artwork/index.ts';
import { finding, type Finding } from '../findings/index.ts';
import type { Layout } from '../layout/index.ts';
import type { Measures } from '../plates/index.ts';
import { allLayers } from '../stack/index.ts';
import { pageOf, type PrintPlan, type Version, type VersionLoads } from './plan.ts';
import { decimal, t } from '../texts/index.ts';

/** Which pages a plan prints, so that only those are read. */
export const pagesOf = (plan: PrintPlan): readonly number[] => [
  ...new Set(
    versionsOf(plan).flatMap(({ page }) =>
      allLayers(plan.stack).map(({ picture }) =>
        picture === 'rear' ? (plan.artwork.rearPage ?? page) : page,
      ),
    ),
  ),
];

/** The pages that measures depend on: which of several versions is looked at does not matter. */
export const platePages = (plan: PrintPlan): readonly unknown[] =>
  plan.versions
    ? [plan.versions.map(({ page }) => page), pagesOf(plan)]
    : [plan.artwork.page, plan.artwork.rearPage, pagesOf(plan)];

/** Every version with its quantity; a plan without versions is one by itself. */
export const versionsOf = ({ versions, artwork, layout }: PrintPlan): readonly Version[] =>
  versions ?? [{ page: artwork.page, copies: layout.copies }];

/** The plan with these versions; the page shown stays if it is one of them, and fewer than two are no versions. */
export function withVersions(plan: PrintPlan, versions: readonly Version[]): PrintPlan {
  const { versions: _before, ...rest } = plan;
  const copies = versions.reduce((sum, version) => sum + version.copies, 0);
  const page = versions.some((version) => version.page === plan.artwork.page)
    ? plan.artwork.page
    : (versions[0]?.page ?? plan.artwork.page);
  return {
    ...rest,
    artwork: { ...plan.artwork, page, ...(versions.length > 1 && { rearPage: null }) },
    layout: { ...plan.layout, copies: Math.max(1, copies) },
    ...(versions.length > 1 && { versions }),
  };
}

/** The plan for another number of copies, shared among its versions as before. Pieces placed by hand are for a load, whatever the number. */
export const withCopies = (plan: PrintPlan, copies: number): PrintPlan => {
  const resized = { ...plan, layout: { ...plan.layout, copies } };
  if (!plan.versions) return resized;
  const shares = apportion(
    copies,
    plan.versions.map((version) => version.copies),
  );
  return {
    ...resized,
    versions: plan.versions.map(({ page }, i) => ({ page, copies: shares[i] })),
  };
};

/** The plan as it is for one of its versions: what it prints, without the others. */
export const oneVersion = (plan: PrintPlan, { page, copies }: Version): PrintPlan =>
  withVersions({ ...plan, artwork: { ...plan.artwork, page } }, [{ page, copies }]);

/**
 * A whole number in parts as the weights are, by largest remainder: each part is within one of its exact share, and they add
 * up. Equal shares where all weights are 0.
 */
export function apportion(whole: number, weights: readonly number[]): number[] {
  const sum = weights.reduce((all, weight) => all + weight, 0);
  const exact = weights.map((weight) =>
    sum > 0 ? (whole * weight) / sum : whole / weights.length,
  );
  const parts = exact.map(Math.floor);
  const order = exact
    .map((share, i) => ({ i, rest: share - parts[i] }))
    .sort((a, b) => b.rest - a.rest || a.i - b.i);
  const missing = Math.round(whole - parts.reduce((all, part) => all + part, 0));
  for (let k = 0; k < missing; k++) parts[order[k % order.length].i]++;
  return parts;
}

/** What was measured of one page; what stands for all where it was not measured by itself. */
export const measuresOf = (measured: Measures, page: number): Measures =>
  measured.versions?.find((version) => version.page === page) ?? measured;

/** Which versions lie on which load: one after another, in the order of the list, each load filled from its leading edge. */
export function versionLoads(layout: Layout, versions: readonly Version[]): VersionLoads[] {
  const found: VersionLoads[] = [];
  const left = versions.filter(({ copies }) => copies > 0).map((version) => ({ ...version }));
  let first = 1;
  for (const { times, copies } of layout.loads)
    for (let done = 0; done < times && copies > 0 && left.length > 0;) {
      const alike = Math.min(times - done, Math.max(1, Math.floor(left[0].copies / copies)));
      const pieces: Version[] = [];
      for (let room = copies; room > 0 && left.length > 0;) {
        const [next] = left;
        const taken = Math.min(room, next.copies);
        pieces.push({ page: next.page, copies: taken });
        room -= taken;
        next.copies -= taken * (pieces.length === 1 && taken === copies ? alike : 1);
        if (next.copies <= 0) left.shift();
      }
      const whole = pieces.length === 1 && pieces[0].copies === copies ? alike : 1;
      found.push({ first, times: whole, pieces });
      first += whole;
      done += whole;
    }
  return found;
}

/** Sizes of versions agree to this, mm: they lie on one grid. */
const SAME_MM = 0.5;

type Printed = Pick<ArtworkPage, 'widthMm' | 'heightMm'>;
const sizeDifference = (a: Printed, b: Printed): number =>
  Math.max(Math.abs(a.widthMm - b.widthMm), Math.abs(a.heightMm - b.heightMm));

/** Whether two pages, bleed included, can lie on one grid as versions of a job. */
export const sameSize = (a: Printed, b: Printed): boolean => sizeDifference(a, b) <= SAME_MM;

/** Versions that can't lie on one grid, or whose page there is not. */
export function versionFindings(plan: PrintPlan, info: ArtworkInfo): Finding[] {
  const shown = pageOf(plan, info, 'front');
  return (plan.versions ?? []).flatMap(({ page: number }): Finding[] => {
    const page = pageOf(oneVersion(plan, { page: number, copies: 1 }), info, 'front');
    if (sameSize(page, shown)) return [];
    return [
      finding(
        'VERSION_SIZE',
        t('plan.pageMmPrintedPage', {
          number,
          widthMm: decimal(page.widthMm, 1),
          heightMm: decimal(page.heightMm, 1),
          number2: shown.number,
          widthMm2: decimal(shown.widthMm, 1),
          heightMm2: decimal(shown.heightMm, 1),
        }),
        { page: number, measure: { value: sizeDifference(page, shown), unit: 'mm' } },
      ),
    ];
  });
}

/**
 * What would go wrong with any version: what holds for all of them once, what holds for some with the page that it is about.
 * @param found findings of each version, by its page
 */
export function mergedFindings(
  found: readonly { readonly page: number; readonly findings: readonly Finding[] }[],
  shown: number,
): Finding[] {
  const groups = new Map<string, { readonly finding: Finding; readonly pages: number[] }>();
  // Those of the page shown come first, with their places and repairs.
  for (const { page, findings } of found.toSorted(
    (a, b) => Number(b.page === shown) - Number(a.page === shown),
  )) {
    const seen = new Map<string, number>();
    for (const finding of findings) {
      const key = `${finding.code}\0${finding.message}`;
      const times = seen.get(key) ?? 0;
      seen.set(key, times + 1);
      const group = groups.get(`${key}\0${times}`);
      if (group) group.pages.push(page);
      else groups.set(`${key}\0${times}`, { finding, pages: [page] });
    }
  }
  return [...groups.values()].map(({ finding, pages }) => {
    if (pages.length === found.length) return finding;
    const which =
      pages.length === 1
        ? t('plan.versionPage', { pages: pages[0] })
        : t('plan.versionsPages', { pages: listed(pages) });
    return {
      ...finding,
      page: finding.page ?? pages[0],
      message: `${which}: ${finding.message}`,
    };
  });
}

/** `1 to 4, 7 and 9`. */
export function listed(numbers: readonly number[]): string {
  const runs: [number, number][] = [];
  for (const number of numbers.toSorted((a, b) => a - b)) {
    const last = runs.at(-1);
    if (last?.[1] === number - 1) last[1] = number;
    else runs.push([number, number]);
  }
  const words = runs.flatMap(([from, to]) =>
    to - from > 1 ? [`${from} to ${to}`] : from === to ? [`${from}`] : [`${from}`, `${to}`],
  );
  return words.length > 1
    ? t('plan.and', { words: words.slice(0, -1).join(', '), words2: words[words.length - 1] })
    : (words[0] ?? '');
}
