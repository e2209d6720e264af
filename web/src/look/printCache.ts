/** Prints at screen resolution: plates that did not change are not built again, and a picture is gone through only once. */
import {
  facingPicture,
  groundDependencies,
  lookAt,
  lookDependencies,
  plateSpecs,
  printPixels,
  readsBackwards,
  sceneOf,
  usesSource,
  type Look,
  type Observations,
  type PlateSpec,
  type PrintPixels,
  type PrintPlan,
  type ReadyPlate,
  type View,
} from '@kyanos/core';
import { LRUCache } from 'lru-cache';
import { artworkOf, pagesFor, type Pages, type Subject } from './pages.ts';

/** Plates that were built, by everything their pixels depend on: a preview's plate is at most 2 MB. */
const built = new LRUCache<string, ReadyPlate>({ max: 40 });
const observed = new LRUCache<string, Observations>({ max: 6 });
/** Pictures that were gone through: about 30 MB each. */
const looks = new LRUCache<string, Look>({
  max: 4,
  dispose: ({ table }, _key, reason) => {
    if (reason === 'evict') table.release();
  },
});
const printCache = new LRUCache<string, PrintPixels>({ max: 6 });

/** What all pixels of a build depend on. */
const groundKey = ({ artworkId, plan }: Subject, pages: Pages) =>
  JSON.stringify([
    artworkId,
    [...pages.values()].map(({ width }) => width),
    [plan.artwork.page, plan.artwork.rearPage],
    groundDependencies(plan),
  ]);

export const observationsOf = (subject: Subject, pages: Pages, page: number) =>
  observed.get(`${groundKey(subject, pages)}/${page}`);

const plateKeyOf =
  (ground: string, plan: PrintPlan) =>
  ({ key, besideColour, rule }: PlateSpec): string =>
    JSON.stringify([
      ground,
      key,
      besideColour,
      usesSource(rule, 'solveForLightness') && lookDependencies(plan),
    ]);

/** Plates and process inks of both pictures. */
export async function printOf(subject: Subject, longest: number): Promise<PrintPixels> {
  const { plan, info } = subject;
  const pages = await pagesFor(subject, longest);
  const ground = groundKey(subject, pages);
  const keyOf = plateKeyOf(ground, plan);
  const specs = plateSpecs(plan.stack);
  // What another job lays may have changed by the next time.
  const fleeting = specs.some(({ rule }) => usesSource(rule, 'plate'));
  const whole = JSON.stringify([ground, specs.map(keyOf)]);
  const known = fleeting ? undefined : printCache.get(whole);
  if (known) return known;
  const ready = new Map<string, ReadyPlate>();
  for (const spec of specs) {
    const plate = built.get(keyOf(spec));
    if (plate) ready.set(spec.key, plate);
  }
  const print = await printPixels(plan, artworkOf(info, pages), {
    ready,
    observations: (page) => {
      const key = `${ground}/${page}`;
      const found = observed.get(key) ?? new Map();
      observed.set(key, found);
      return found;
    },
  });
  for (const spec of specs) {
    const measure = print.measures.plates.find(({ key }) => key === spec.key);
    const plane = print.pictures[spec.picture].plates.get(spec.key);
    if (measure && plane && !usesSource(spec.rule, 'plate'))
      built.set(keyOf(spec), { measure, plane });
  }
  if (!fleeting) printCache.set(whole, print);
  return print;
}

let nameless = 0;
const names = new WeakMap<PrintPixels, number>();

/** One side of a print. Its table is that of any print with the same pixels, whatever its densities and material. */
export async function lookOf(subject: Subject, side: View['side'], longest: number): Promise<Look> {
  const { plan, info } = subject;
  const print = await printOf(subject, longest);
  const scene = sceneOf(plan, info);
  if (!names.has(print)) names.set(print, nameless++);
  const colour = scene.stack.front
    .concat(scene.stack.back)
    .some(({ parts }) => parts.some(({ inkRole }) => inkRole === 'CMYK'));
  const key = JSON.stringify([names.get(print), facingPicture(scene.stack, side), colour]);
  const look = looks.get(key) ?? lookAt(scene, print, side);
  looks.set(key, look);
  return { ...look, scene, reversed: readsBackwards(scene.stack, side) };
}
