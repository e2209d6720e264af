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
    ? [
        finding(
          'NO_OVERSIZE',
          `The art is as large as the finished label. Without bleed it is drawn ${OVERSIZE_MM} mm (0.03 in) larger both ways, common practice, so that a cut beside the line shows no material.`,
        ),
      ]
    : [];
}

function cutting({ cutting: paths, machine }: PrintPlan): Finding[] {
  if (!paths || paths.cutMm + paths.creaseMm === 0 || machine.cutter) return [];
  return [
    finding(
      'NO_CUTTER',
      `${machine.name} has no blade, and this job is to be cut or creased on it. Take the paths out, or choose another machine.`,
    ),
  ];
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
        `The open container of ${name.toLowerCase()} holds ${leftMl.toFixed(0)} mL, and this job takes more: have ${opened} of ${ml.toFixed(0)} mL at hand. ${leftAfterMl.toFixed(0)} mL will be left.`,
      ),
    );
}
