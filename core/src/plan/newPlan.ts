/** A first plan for artwork that has just come in: something sensible to change, from the shop's first machine that fits. */
import {
  guessKind,
  isLineRole,
  kindOf,
  SURE,
  type ArtworkInfo,
  type Role,
} from '../artwork/index.ts';
import { DomainError } from '../errors/index.ts';
import { chokeImages } from '../plates/index.ts';
import { catalogueStack, modesFor, obstacles, type Stack } from '../stack/index.ts';
import type { PageJob } from './jobPages.ts';
import { originIn, type HouseRules, type Shop } from '../shop/index.ts';
import { PLAN_FORMAT, type PrintPlan } from './plan.ts';
import { language, t } from '../texts/index.ts';

/** What spots were used for in earlier jobs, by their names. */
type RememberedRoles = Readonly<Record<string, Role>>;

/**
 * @param preset stack to begin with; without one the artwork's own specials decide
 * @param job pages of the file and copies; the first page once if absent
 * @param remembered what the shop said of spots before
 */
export function newPlan(
  shop: Shop,
  info: ArtworkInfo,
  fileName: string,
  preset?: Stack,
  remembered: RememberedRoles = {},
  job: PageJob = { front: info.pages[0].number, rear: null, copies: 1 },
): PrintPlan {
  const spots = info.pages.flatMap(({ separations }) =>
    separations.flatMap(({ name, kind }) => (kind === 'process' ? [] : [name])),
  );
  const page = info.pages.find(({ number }) => number === job.front) ?? info.pages[0];
  const kinds = new Set(page.separations.map(({ name }) => kindOf(name)));
  const entry =
    kinds.has('metallic') && kinds.has('white')
      ? 'silver-white'
      : kinds.has('white')
        ? 'under'
        : 'colour-only';
  const stack = preset ?? catalogueStack(entry)!;
  const rules: HouseRules = shop.rules ?? {};
  for (const material of shop.materials)
    for (const machine of shop.machines) {
      const [mode] = modesFor(machine, material, stack);
      if (!mode || obstacles(stack, machine, material).length > 0) continue;
      const choke = rules.chokeMm?.[machine.id];
      const from = originIn(shop, machine.id, material.id);
      return {
        format: PLAN_FORMAT,
        name: fileName.replace(/\.[a-z]+$/i, '').replace(/[-_]+/g, ' ') || t('plan.newJob'),
        artwork: {
          page: page.number,
          rearPage: job.rear,
          names: knownRoles(spots, remembered),
          overprint: [],
        },
        viewing: { side: 'front', light: 'front', backing: 'white' },
        material,
        lot: '',
        machine,
        modeId: mode.id,
        stack: preset || choke === undefined ? stack : chokeImages(stack, choke),
        ...(job.versions && { versions: job.versions }),
        layout: {
          copies: job.copies,
          gap: rules.gap ?? 5,
          margin: rules.margin ?? 10,
          turned: false,
        },
        trips: {
          split: 'together',
          waitMinutes: rules.waitMinutes ?? 0,
          testPrint: rules.testPrint ?? true,
        },
        prices: shop.prices,
        laminated: false,
        ...(from && { from }),
        // A paper without a language is English.
        ...(language() !== 'en' && { language: language() }),
      };
    }
  throw new DomainError('NO_MACHINE', t('plan.noMachineShopCan'));
}

/** Roles that a new job begins with: what the shop remembers, and lines that say themselves what they are. */
function knownRoles(names: readonly string[], remembered: RememberedRoles): Record<string, Role> {
  return Object.fromEntries(
    names.flatMap((name): [string, Role][] => {
      if (Object.hasOwn(remembered, name)) return [[name, remembered[name]]];
      const { kind, score } = guessKind(name);
      return isLineRole(kind) && score >= SURE ? [[name, kind]] : [];
    }),
  );
}
