/** A first plan for artwork that has just come in: something sensible to change, from the shop's first machine that fits. */
import {
  catalogueStack,
  DomainError,
  kindOf,
  modesFor,
  obstacles,
  PLAN_FORMAT,
  type ArtworkInfo,
  type PrintPlan,
  type Shop,
  type Stack,
} from '@kyanos/core';
import type { SpotNames } from '@kyanos/contract';
import type { PageJob } from './pages.ts';
import { knownRoles } from '../shared/spotMemory.ts';

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
  remembered: SpotNames = {},
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
  for (const material of shop.materials)
    for (const machine of shop.machines) {
      const [mode] = modesFor(machine, material, stack);
      if (!mode || obstacles(stack, machine, material).length > 0) continue;
      return {
        format: PLAN_FORMAT,
        name: fileName.replace(/\.[a-z]+$/i, '').replace(/[-_]+/g, ' ') || 'New job',
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
        stack,
        ...(job.versions && { versions: job.versions }),
        layout: { copies: job.copies, gap: 5, margin: 10, turned: false },
        trips: { split: 'together', waitMinutes: 0, testPrint: true },
        prices: shop.prices,
        laminated: false,
      };
    }
  throw new DomainError(
    'NO_MACHINE',
    'No machine of the shop can print this stack on any of its materials. Begin with another preset.',
  );
}
