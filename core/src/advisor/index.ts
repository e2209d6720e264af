export {
  CANDIDATES,
  rank,
  whyImpossible,
  whyNot,
  wishOf,
  type Advice,
  type Candidate,
  type Effect,
  type Tried,
  type StackWish,
} from './advisor.ts';
export { questionsOf, type Question, type School } from './schools.ts';
