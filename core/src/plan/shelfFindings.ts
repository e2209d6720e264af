/** What the shelf and the machine as it stands say against a plan: old or short lots, parked heads, care that is due. */
import { finding, type Finding } from '../findings/index.ts';
import { amountText, ageMatters, dayWords, type JobNeed } from '../stock/index.ts';
import { usesInkRole, type LotOnShelf, type MachineState } from '../stack/index.ts';
import type { PrintPlan } from './plan.ts';

export function shelfFindings(
  plan: PrintPlan,
  state: MachineState,
  { material: need }: JobNeed,
): readonly Finding[] {
  return [...lotFindings(plan, state, need), ...machineFindings(plan, state)];
}

function lotFindings(
  plan: PrintPlan,
  { shelf }: MachineState,
  need: JobNeed['material'],
): Finding[] {
  if (!shelf) return [];
  const { lots } = shelf;
  const fits = ({ width }: LotOnShelf) => width === 0 || Math.abs(width - need.width) <= 0.5;
  const enough = ({ free }: LotOnShelf) => free + 1e-9 >= need.amount;
  const text = (amount: number) => amountText(amount, need.unit);
  // As they would be taken: the first that is good and long enough.
  const better = lots.find(
    (one) => one.lot !== '' && one.age !== 'over' && fits(one) && enough(one),
  );
  const take =
    better && better.lot !== plan.lot
      ? {
          repair: {
            kind: 'plan' as const,
            label: `Take lot ${better.lot}`,
            change: { lot: better.lot },
          },
        }
      : {};
  const way =
    better && better.lot !== plan.lot
      ? ` Lot ${better.lot}, ${better.place}, is good and long enough.`
      : '';
  if (plan.lot === '') {
    if (better || lots.some((one) => one.age !== 'over' && fits(one) && enough(one))) return [];
    const most = Math.max(
      0,
      ...lots.filter((one) => one.age !== 'over' && fits(one)).map(({ free }) => free),
    );
    return [
      finding(
        'LOT_SHORT',
        `This job takes ${text(need.amount)} of ${plan.material.name}, and ${most > 0 ? `no good lot has more than ${text(most)} free` : 'no good lot is on the shelf'}. Order it, or print it in parts from two lots.`,
      ),
    ];
  }
  const own = lots.find(({ lot }) => lot === plan.lot);
  if (!own)
    return [
      finding(
        'LOT_SHORT',
        `Lot ${plan.lot} of ${plan.material.name} is not on the shelf.${way || ' Choose one that is.'}`,
        take,
      ),
    ];
  const found: Finding[] = [];
  const white = usesInkRole(plan.stack, 'W') || usesInkRole(plan.stack, 'V');
  const matters = ageMatters(own.age, plan.material, white);
  if (own.age === 'over')
    found.push(
      finding(
        'LOT_OVER_AGE',
        `Lot ${own.lot} of ${plan.material.name} was good until ${dayWords(own.until!)}. ${matters === 'much' ? 'Plasticiser migrates in clear film, and white on it crazes' : 'Adhesion and colour may be less'}.${way || ' Make a test print on it first, and order fresh material.'}`,
        { severity: matters === 'much' ? 'warning' : 'note', ...take },
      ),
    );
  else if (own.age === 'soon')
    found.push(
      finding(
        'LOT_SOON_OVER',
        `Lot ${own.lot} of ${plan.material.name} is good until ${dayWords(own.until!)}: use it first.`,
      ),
    );
  if (!enough(own))
    found.push(
      finding(
        'LOT_SHORT',
        `This job takes ${text(need.amount)}, and lot ${own.lot} has ${text(own.free)} free.${way || ' Order more, or print the rest from another lot.'}`,
        take,
      ),
    );
  return found;
}

function machineFindings(plan: PrintPlan, { due = [], headsParked }: MachineState): Finding[] {
  const white = usesInkRole(plan.stack, 'W');
  return [
    ...(white && headsParked
      ? [
          finding(
            'HEADS_PARKED',
            `The white heads of ${plan.machine.name} are parked. Fit them and look at the nozzle pattern before the job; the time for it is counted.`,
          ),
        ]
      : []),
    ...due
      .filter((one) => white || !one.white)
      .map(({ says }) => finding('CARE_DUE', `${plan.machine.name}: ${says}`)),
  ];
}
