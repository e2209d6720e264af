/** What the shop has changed since a plan took its copies, and the plan with the shop's own of today. */
import type { PrintPlan } from '../plan/plan.ts';
import type { Shop } from './shop.ts';
import { t } from '../texts/index.ts';

export const ORIGIN_PARTS = ['machine', 'material', 'prices'] as const;
export type OriginPart = (typeof ORIGIN_PARTS)[number];

export interface Moved {
  readonly part: OriginPart;
  /** What it is called. */
  readonly name: string;
  /** The plan's revision, and the present one. */
  readonly from: number;
  readonly to: number;
  /** Fields that differ, with what the plan has and what the shop has; deepest names with dots. */
  readonly fields: readonly FieldChange[];
}

export interface FieldChange {
  readonly field: string;
  readonly was: unknown;
  readonly now: unknown;
}

const isObject = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null;

/** Lists of inks, modes and the like are matched by what names their entries. */
function nameIn(entry: unknown, at: number): string {
  if (!isObject(entry)) return String(at);
  const name = entry.channel ?? entry.id ?? entry.name;
  return typeof name === 'string' ? name : String(at);
}

/**
 * Where two values differ.
 * @param path names of the fields above, joined by dots
 */
export function fieldChanges(was: unknown, now: unknown, path = ''): FieldChange[] {
  if (Object.is(was, now) || (!isObject(was) && !isObject(now) && was === now)) return [];
  if (!isObject(was) || !isObject(now)) return [{ field: path, was, now }];
  const entries = (value: object): [string, unknown][] =>
    Array.isArray(value)
      ? value.map((entry: unknown, i) => [nameIn(entry, i), entry])
      : Object.entries(value);
  const [before, after] = [new Map(entries(was)), new Map(entries(now))];
  return [...new Set([...before.keys(), ...after.keys()])].flatMap((key) =>
    fieldChanges(before.get(key), after.get(key), path ? `${path}.${key}` : key),
  );
}

/** The shop's own of what a plan has a copy of; undefined where it is gone, or was never the shop's. */
function shopsOwn(plan: PrintPlan, shop: Shop, part: OriginPart) {
  const from = plan.from?.[part];
  const { revisions } = shop;
  if (from === undefined || !revisions) return undefined;
  const { id } = part === 'material' ? plan.material : plan.machine;
  const own =
    part === 'machine'
      ? shop.machines.find((machine) => machine.id === id)
      : part === 'material'
        ? shop.materials.find((material) => material.id === id)
        : shop.prices;
  const to =
    part === 'machine'
      ? revisions.machines[id]
      : part === 'material'
        ? revisions.materials[id]
        : revisions.prices;
  return own && to !== undefined ? { own, from, to } : undefined;
}

/** What has a newer revision in the shop and differs from the plan's copy. */
export function movedOn(plan: PrintPlan, shop: Shop): readonly Moved[] {
  return ORIGIN_PARTS.flatMap((part): Moved[] => {
    const found = shopsOwn(plan, shop, part);
    if (!found || found.to <= found.from) return [];
    const fields = fieldChanges(plan[part], found.own);
    if (fields.length === 0) return [];
    const name = part === 'prices' ? t('shop.prices') : plan[part].name;
    return [{ part, name, from: found.from, to: found.to, fields }];
  });
}

/** The plan with the shop's own of today in place of its copy; as it is where the shop has none. */
export function takenOver(plan: PrintPlan, shop: Shop, part: OriginPart): PrintPlan {
  const found = shopsOwn(plan, shop, part);
  if (!found) return plan;
  const { [part]: _, ...rest } = plan.from ?? {};
  return { ...plan, [part]: found.own, from: { ...rest, [part]: found.to } };
}
