/** What a form that was read says of its machine: figures in place of assumed ones. */
import { fitPrimaries } from './fitPrimaries.ts';
import { fitWhite } from './fitWhite.ts';
import { oneWhite, testForm, type FormKind } from './forms.ts';
import { measuredOn, refuse, type FormFit, type FormReading } from './reading.ts';
import type { HouseRules } from '../shop/index.ts';
import type { Machine } from '../stack/index.ts';
import { decimal, t } from '../texts/index.ts';

/**
 * What a form says of the machine; of its other whites it says nothing.
 * @throws DomainError `FORM_WRONG` with what is missing
 */
export function fitForm(kind: FormKind, reading: FormReading): FormFit {
  const machine = oneWhite(reading.machine, reading.white);
  const fit = fitOne(kind, { ...reading, machine });
  const inks = reading.machine.inks.map(
    (ink) => fit.machine.inks.find(({ channel }) => channel === ink.channel) ?? ink,
  );
  return { ...fit, machine: { ...fit.machine, inks } };
}

function fitOne(kind: FormKind, reading: FormReading): FormFit {
  if (kind === 'white-ladder') return fitWhite(reading);
  if (kind === 'primaries') return fitPrimaries(reading);
  const { steps } = testForm(kind, reading.machine, reading.material);
  const step = steps.find(({ value }) => value === reading.step);
  if (!step)
    return refuse(
      t('forms.chooseFieldFormAsks', { steps: steps.map(({ label }) => label).join(', ') }),
    );
  return fitStep(kind, reading, step.value);
}

function fitStep(kind: FormKind, reading: FormReading, step: number): FormFit {
  const { machine } = reading;
  const own = (next: Machine, field: string, says: string): FormFit => ({
    machine: measuredOn(next, field, reading, kind),
    rules: {},
    says: [says],
    points: [],
  });
  const house = (rules: HouseRules, says: string): FormFit => ({
    machine,
    rules,
    says: [says],
    points: [],
  });
  switch (kind) {
    case 'choke-ladder':
      return house(
        { chokeMm: { [machine.id]: step } },
        t('forms.whiteUnderColourChoked', { step, machine: machine.name }),
      );
    case 'silver-ladder':
      return own(
        { ...machine, silverUnderLimit: step },
        'silverUnderLimit',
        t('forms.mostSilverUnderColour', { step, silverUnderLimit: machine.silverUnderLimit }),
      );
    case 'total-ink':
      return own(
        { ...machine, inkLimit: step },
        'inkLimit',
        t('forms.mostInkDriesOne', { step, inkLimit: machine.inkLimit }),
      );
    case 'vernier':
      return own(
        { ...machine, maxTwoTripLength: Math.min(step, machine.maxLength) },
        'maxTwoTripLength',
        t('forms.twoTripsMeetUp', { step, maxTwoTripLength: machine.maxTwoTripLength }),
      );
    case 'grain-ladder':
      return house({ grainWhite: step }, t('forms.whiteLetsHintGrain', { step }));
    case 'drying-ladder':
      return house({ waitMinutes: step }, t('forms.whiteWaitsMinBefore', { step }));
    case 'bar-ladder':
      return own(
        { ...machine, barReduction: step },
        'barReduction',
        t('forms.inkMakesBarsMm', { step: decimal(step, 2) }),
      );
    default:
      throw new RangeError(`A ${kind} is not read by a step.`);
  }
}
