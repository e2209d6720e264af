/** Where practice differs: two schools, named as such. The operator chooses. All common practice. */
import type { PlanChange } from '../findings/index.ts';
import type { PrintPlan } from '../plan/index.ts';
import { allLayers, formatStack, turnedOver, usesInkRole } from '../stack/index.ts';
import { t } from '../texts/index.ts';

export interface PracticeOption {
  readonly name: string;
  readonly says: string;
  /** What following it changes in the plan; nothing where the plan follows it. */
  readonly change: PlanChange | undefined;
}

export interface Question {
  readonly about: 'drying' | 'trips' | 'surface';
  readonly asks: string;
  readonly options: readonly [PracticeOption, PracticeOption];
}

/** The questions that this plan raises. */
export function questionsOf(plan: PrintPlan): readonly Question[] {
  return [...drying(plan), ...trips(plan), ...surface(plan)];
}

function drying({ machine, stack, trips: { waitMinutes } }: PrintPlan): Question[] {
  if (machine.cure === 'uv' || !usesInkRole(stack, 'W')) return [];
  const option = (name: string, minutes: number, why: string): PracticeOption => ({
    name,
    says: `${minutes} min: ${why}`,
    change: waitMinutes === minutes ? undefined : { waitMinutes: minutes },
  });
  return [
    {
      about: 'drying',
      asks: t('advisor.howLongDoesWhite'),
      options: [
        option(t('advisor.shortWait'), 3, t('advisor.heatersDoRestWhile')),
        option(t('advisor.longWait'), 15, t('advisor.whiteThickGlassLike')),
      ],
    },
  ];
}

function trips({ stack, machine, trips: { split } }: PrintPlan): Question[] {
  const side = stack.front.length > stack.back.length ? stack.front : stack.back;
  if (side.length < 2 || !machine.returnsToOrigin) return [];
  return [
    {
      about: 'trips',
      asks: t('advisor.whiteColourHeadGoes'),
      options: [
        {
          name: t('advisor.oneTrip'),
          says: t('advisor.registrationCantDriftWhatever'),
          change: split === 'together' ? undefined : { split: 'together' },
        },
        {
          name: t('advisor.twoTrips'),
          says: t('advisor.whiteDriesBetweenMay'),
          change: split === 'apart' ? undefined : { split: 'apart' },
        },
      ],
    },
  ];
}

function surface({ stack, material, viewing }: PrintPlan): Question[] {
  const one = allLayers(stack).every(({ picture }) => picture === 'front');
  const oneSide = stack.front.length === 0 || stack.back.length === 0;
  if (material.class !== 'clear' || !material.printableBack || !one || !oneSide) return [];
  const onFront = stack.back.length === 0;
  const other = formatStack(turnedOver(stack));
  return [
    {
      about: 'surface',
      asks:
        viewing.light === 'front' ? t('advisor.printFaceBehind') : t('advisor.whichSideSheetPrint'),
      options: [
        {
          name: t('advisor.face'),
          says: t('advisor.noGlareBetweenEye'),
          change: onFront ? undefined : { stack: other },
        },
        {
          name: t('advisor.behindFace'),
          says: t('advisor.mirroredWhiteBehindSheet'),
          change: onFront ? { stack: other } : undefined,
        },
      ],
    },
  ];
}
