/**
 * What the plates of a plan depend on, and nothing else: prices and times may change without a new build. One answer for the
 * browser, the server and every cache.
 */
import { plateSpecs } from '../plates/index.ts';
import { usesSource } from '../rule/index.ts';
import { formatStack, isSpecialInk, isSpecialKey, type Ink } from '../stack/index.ts';
import { hasTone } from './measurePlates.ts';
import type { PrintPlan } from './plan.ts';
import { platePages } from './versions.ts';

/**
 * What decides which separations an ink takes: a special its name. The role of a special is in its key, that of any other ink
 * counts only where its key could be a special's.
 */
const nameDependencies = (ink: Ink): unknown =>
  isSpecialInk(ink)
    ? [ink.channel, ink.spotName]
    : [ink.channel, null, ...(isSpecialKey(ink.channel) ? [ink.role] : [])];

/** What the pixels depend on that plates are built from, whatever their rules and whatever page is read. */
export const groundDependencies = ({ artwork, machine }: PrintPlan): unknown => [
  artwork.names,
  artwork.overprint,
  machine.inks.map(nameDependencies),
  machine.barReduction ?? 0,
];

/** What a rule depends on that asks how much ink a look needs: on all that the look is made of. */
export const lookDependencies = ({ stack, material, machine, viewing }: PrintPlan): unknown => [
  formatStack(stack),
  material.class,
  material.adhesive,
  material.optics,
  machine.inks,
  machine.primaries?.find(({ materialId }) => materialId === material.id)?.anchor,
  viewing,
];

/**
 * Plans with equal answers have equal plates and measures on the same artwork, as long as the jobs whose plates they take in
 * stay as they are. To be compared as JSON.
 */
export function plateDependencies(plan: PrintPlan): unknown {
  const specs = plateSpecs(plan.stack);
  return {
    ground: groundDependencies(plan),
    specs,
    pages: platePages(plan),
    levels: hasTone(plan),
    ...(specs.some(({ rule }) => usesSource(rule, 'solveForLightness')) && {
      look: lookDependencies(plan),
    }),
  };
}
