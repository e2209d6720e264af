/** What the shelf and the machine as it stands say against a plan: old or short lots, parked heads, care that is due. */
import { finding, type Finding } from '../findings/index.ts';
import { amountText, ageMatters, dayWords, type JobNeed } from '../stock/index.ts';
import { usesInkRole, type LotOnShelf, type MachineState } from '../stack/index.ts';
import type { PrintPlan } from './plan.ts';
import { t } from '../texts/index.ts';

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
            label: t('plan.takeLot', { lot: better.lot }),
            change: { lot: better.lot },
          },
        }
      : {};
  const way =
    better && better.lot !== plan.lot
      ? t('plan.lotGoodLongEnough', { lot: better.lot, place: better.place })
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
        t('plan.jobTakesOrderPrint', {
          amount: text(need.amount),
          material: plan.material.name,
          rest: most > 0 ? t('plan.noGoodLotHas', { most: text(most) }) : t('plan.noGoodLotShelf'),
        }),
      ),
    ];
  }
  const own = lots.find(({ lot }) => lot === plan.lot);
  if (!own)
    return [
      finding(
        'LOT_SHORT',
        t('plan.lotNotShelf', {
          lot: plan.lot,
          material: plan.material.name,
          way: way || t('plan.chooseOne'),
        }),
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
        t('plan.lotGoodUntil', {
          lot: own.lot,
          material: plan.material.name,
          until: dayWords(own.until!),
          rest:
            matters === 'much'
              ? t('plan.plasticiserMigratesClearFilm')
              : t('plan.adhesionColourMayLess'),
          way: way || t('plan.makeTestPrintFirst'),
        }),
        { severity: matters === 'much' ? 'warning' : 'note', ...take },
      ),
    );
  else if (own.age === 'soon')
    found.push(
      finding(
        'LOT_SOON_OVER',
        t('plan.lotGoodUntilUse', {
          lot: own.lot,
          material: plan.material.name,
          until: dayWords(own.until!),
        }),
      ),
    );
  if (!enough(own))
    found.push(
      finding(
        'LOT_SHORT',
        t('plan.jobTakesLotHas', {
          amount: text(need.amount),
          lot: own.lot,
          free: text(own.free),
          way: way || t('plan.orderMorePrintRest'),
        }),
        take,
      ),
    );
  return found;
}

function machineFindings(plan: PrintPlan, { due = [], headsParked }: MachineState): Finding[] {
  const white = usesInkRole(plan.stack, 'W');
  return [
    ...(white && headsParked
      ? [finding('HEADS_PARKED', t('plan.whiteHeadsParkedFit', { machine: plan.machine.name }))]
      : []),
    ...due
      .filter((one) => white || !one.white)
      .map(({ says }) => finding('CARE_DUE', `${plan.machine.name}: ${says}`)),
  ];
}
