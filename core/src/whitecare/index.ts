export {
  WHITE_USE,
  whiteChoices,
  type Container,
  type WhiteChoice,
  type WhiteChoiceId,
  type WhiteUse,
} from './choices.ts';
