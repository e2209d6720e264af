/** Steps of a procedure, mixed up. */
import { PROCEDURES, proceduresFor, type ProcedureId } from '../care/index.ts';
import { t } from '../texts/index.ts';
import type { MachineMaker } from './maker.ts';

const LEAST_STEPS = 4;

export const makeProcedure: MachineMaker<'procedure'> = (
  { kind, seed, level, topic },
  machine,
  dice,
) => {
  const able = proceduresFor(machine, PROCEDURES)
    .map((id) => id as ProcedureId)
    .filter((id) => new Set(PROCEDURES[id].steps.map((step) => step.do)).size >= LEAST_STEPS);
  const named = topic?.startsWith('procedure/')
    ? (topic.slice('procedure/'.length) as ProcedureId)
    : undefined;
  const procedure = named === undefined ? dice.pick(able) : able.find((id) => id === named);
  if (!procedure) return undefined;
  const { title, steps } = PROCEDURES[procedure];
  const places = steps.map((_, i) => i);
  const mixed = dice.mixed(places);
  if (mixed.every((place, i) => place === i)) return undefined;
  return {
    exercise: {
      kind,
      seed,
      level,
      job: null,
      brief: [t('practice.orderSteps', { procedure: title, machine: machine.name })],
      procedure,
      title,
      steps: mixed.map((place) => steps[place].do),
    },
    solution: {
      order: places.map((place) => mixed.indexOf(place)),
      topics: [`procedure/${procedure}`],
      reasons: steps.map(({ do: what, why }, i) => ({
        says: `${i + 1}. ${what}${why === undefined ? '' : ` ${why}`}`,
      })),
    },
  };
};
