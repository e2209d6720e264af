/**
 * What the core sample says of each layer, by the stage that is open: cover on Plates, money on Cost; and the trips beside it,
 * with minutes or ticks.
 */
import {
  allLayers,
  inkMoneyByPart,
  plateKey,
  type Measures,
  type PlanResult,
  type PrintPlan,
} from '@kyanos/core';
import type { SampleFigure } from '../look/laidAs.ts';
import { currency, duration, percent } from '../shared/format.ts';
import { t } from '../texts/texts.ts';

const nothing: SampleFigure = () => undefined;
const blank: SampleFigure = () => '';

export function sampleFigures(
  stage: unknown,
  plan: PrintPlan,
  work: PlanResult['work'],
  measures: Measures | undefined,
): SampleFigure {
  if (stage === 'plates')
    return ({ picture }, part) => {
      if (!part.rule) return undefined;
      const key = plateKey(part, picture, part.rule);
      const plate = measures?.plates.find((one) => one.key === key);
      return plate && t('job.onShare', { share: percent(plate.coverage, 0) });
    };
  if (stage === 'trips' || stage === 'run-sheet') return blank;
  if (stage === 'cost' && work) {
    const money = inkMoneyByPart(plan, work, measures);
    const layers = allLayers(plan.stack);
    return (layer, part) => currency(money[layers.indexOf(layer)][layer.parts.indexOf(part)]);
  }
  return nothing;
}

/** Checks of a trip on the run sheet: how many are ticked. */
export type TripTicks = (
  number: number,
) => { readonly done: number; readonly all: number } | undefined;

/** Trips as brackets beside the layers that they lay: with their minutes on Trips, with what is ticked off on Run sheet. */
export function tripBrackets(stage: unknown, work: PlanResult['work'], ticks: TripTicks) {
  if (!work || (stage !== 'trips' && stage !== 'run-sheet')) return undefined;
  const ticked = (number: number) => {
    const { done, all } = ticks(number) ?? { done: 0, all: 0 };
    return done === all && all > 0 ? t('job.done') : t('job.of', { done, all });
  };
  return work.trips.map(({ number, layers, minutes }) => ({
    layers,
    text: [t('job.trip', { number }), stage === 'trips' ? duration(minutes) : ticked(number)],
  }));
}
