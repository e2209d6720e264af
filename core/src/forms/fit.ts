/** What a form that was read says of its machine: figures in place of assumed ones. */
import { fitPrimaries } from './fitPrimaries.ts';
import { fitWhite } from './fitWhite.ts';
import { oneWhite, testForm, type FormKind } from './forms.ts';
import { measuredOn, refuse, type FormFit, type FormReading } from './reading.ts';
import type { HouseRules } from '../shop/index.ts';
import type { Machine } from '../stack/index.ts';

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
      `Choose the field that the form asks for: ${steps.map(({ label }) => label).join(', ')}.`,
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
        `White under colour is choked by ${step} mm on ${machine.name}, in every new job.`,
      );
    case 'silver-ladder':
      return own(
        { ...machine, silverUnderLimit: step },
        'silverUnderLimit',
        `At most ${step} % of silver under colour; it was ${machine.silverUnderLimit} %.`,
      );
    case 'total-ink':
      return own(
        { ...machine, inkLimit: step },
        'inkLimit',
        `At most ${step} % of ink dries at one place; it was ${machine.inkLimit} %.`,
      );
    case 'vernier':
      return own(
        { ...machine, maxTwoTripLength: Math.min(step, machine.maxLength) },
        'maxTwoTripLength',
        `Two trips meet up to ${step} mm; it was ${machine.maxTwoTripLength} mm.`,
      );
    case 'grain-ladder':
      return house({ grainWhite: step }, `White of ${step} % lets a hint of the grain through.`);
    case 'drying-ladder':
      return house(
        { waitMinutes: step },
        `White waits ${step} min before another trip, in every new job.`,
      );
    case 'bar-ladder':
      return own(
        { ...machine, barReduction: step },
        'barReduction',
        `Ink makes bars ${step.toFixed(2)} mm wider: they are plated so much narrower.`,
      );
    default:
      throw new RangeError(`A ${kind} is not read by a step.`);
  }
}
