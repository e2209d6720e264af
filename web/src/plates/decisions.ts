/** How the cleaner's decisions are shown, in the order of their numbers. What gets ink is dark, what stays bare is light. */
import { DECISIONS, type Decision } from '@kyanos/core';

type Rgb = readonly [number, number, number];
const LOOK: Readonly<Record<Decision, { readonly name: string; readonly rgb: Rgb }>> = {
  background: { name: 'background, bare', rgb: [246, 242, 232] },
  image: { name: 'image', rgb: [148, 166, 198] },
  highlight: { name: 'highlight, gets ink', rgb: [27, 66, 148] },
  paper: { name: 'paper-white, bare', rgb: [226, 202, 148] },
  haze: { name: 'haze or dirt, bare', rgb: [226, 118, 60] },
  'said-white': { name: 'you said: ink', rgb: [10, 20, 56] },
  'said-bare': { name: 'you said: bare', rgb: [166, 124, 30] },
};

export const DECISION_LOOK = DECISIONS.map((decision) => LOOK[decision]);
