/** Where practice differs: two schools, named as such. The operator chooses. All common practice. */
import type { PlanChange } from '../findings/index.ts';
import type { PrintPlan } from '../plan/index.ts';
import { allLayers, formatStack, turnedOver, usesInkRole } from '../stack/index.ts';

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
      asks: 'How long does white dry before it is touched?',
      options: [
        option('Short wait', 3, 'the heaters do the rest while the head moves on.'),
        option('Long wait', 15, 'white is thick, and glass-like surfaces dry slowly.'),
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
      asks: 'White and colour as the head goes, or one after the other?',
      options: [
        {
          name: 'One trip',
          says: 'registration can’t drift, whatever the length; one hit each.',
          change: split === 'together' ? undefined : { split: 'together' },
        },
        {
          name: 'Two trips',
          says: 'white dries in between and may have more hits; often quicker in all, up to about a metre.',
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
        viewing.light === 'front'
          ? 'Print on the face, or behind it?'
          : 'Which side of the sheet for a print lit from behind?',
      options: [
        {
          name: 'On the face',
          says: 'no glare between eye and ink; for prints lit from the front.',
          change: onFront ? undefined : { stack: other },
        },
        {
          name: 'Behind the face',
          says: 'mirrored, white behind; the sheet protects the ink, and light comes through the white.',
          change: onFront ? { stack: other } : undefined,
        },
      ],
    },
  ];
}
