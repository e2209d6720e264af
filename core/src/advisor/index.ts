export {
  CANDIDATES,
  rank,
  whyImpossible,
  whyNot,
  requirementsOf,
  type Advice,
  type Candidate,
  type Effect,
  type Tried,
  type StackRequirements,
} from './advisor.ts';
export { questionsOf, type Question, type PracticeOption } from './practices.ts';
