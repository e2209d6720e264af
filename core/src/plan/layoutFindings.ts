/** What layout, containers and finishing say against a plan. */
import { finding, type Finding } from '../findings/index.ts';
import {
  fitProblems,
  layoutProblems,
  OVERSIZE_MM,
  oversizeOf,
  type Layout,
} from '../layout/index.ts';
import type { MachineState } from '../stack/index.ts';
import type { Work } from './calculate.ts';
import type { PrintPlan } from './plan.ts';
import { shelfFindings } from './shelfFindings.ts';
import { decimal, inSentence, t } from '../texts/index.ts';

interface Page {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly trimMm: { readonly width: number; readonly height: number };
  readonly bleedDeclared: boolean;
}

/** One copy as it is printed, bleed included. */
export const pieceOf = ({ widthMm, heightMm }: Page) => ({ width: widthMm, height: heightMm });

export function layoutFindings(
  plan: PrintPlan,
  page: Page,
  layout: Layout | undefined,
): readonly Finding[] {
  const { machine, material } = plan;
  return [
    ...fitProblems(machine, material),
    ...(layout ? layoutProblems(layout, plan.layout, pieceOf(page), material) : []),
    ...oversize(plan, page),
    ...cutting(plan),
  ];
}

/** A piece that is cut out of a print without bleed shows its material at the first slip of the blade. */
function oversize({ material, machine }: PrintPlan, page: Page): Finding[] {
  const { width, height } = oversizeOf(pieceOf(page), page.trimMm);
  if (material.label || machine.kind !== 'label' || page.bleedDeclared) return [];
  return width < OVERSIZE_MM && height < OVERSIZE_MM
    ? [finding('NO_OVERSIZE', t('plan.artLargeFinishedLabel', { excess: OVERSIZE_MM }))]
    : [];
}

function cutting({ cutting: paths, machine }: PrintPlan): Finding[] {
  if (!paths || paths.cutMm + paths.creaseMm === 0 || machine.cutter) return [];
  return [finding('NO_CUTTER', t('plan.hasNoBladeJob', { machine: machine.name }))];
}

/** What the finished work says: ink that runs out on the way. */
export function workFindings(
  plan: PrintPlan,
  state: MachineState,
  { containers, need }: Work,
): readonly Finding[] {
  return [...shelfFindings(plan, state, need), ...containerFindings(containers)];
}

function containerFindings(containers: Work['containers']): readonly Finding[] {
  return containers
    .filter(({ opened }) => opened > 0)
    .map(({ name, ml, leftMl, opened, leftAfterMl }) =>
      finding(
        'CONTAINER_SHORT',
        t('plan.openContainerHoldsMl', {
          name: inSentence(name),
          leftMl: decimal(leftMl, 0),
          opened,
          ml: decimal(ml, 0),
          leftAfterMl: decimal(leftAfterMl, 0),
        }),
      ),
    );
}
