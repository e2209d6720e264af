/** What rules can refer to: separations and size of the artwork, the machine's inks, and other jobs. */
import type { JobSummary } from '@kyanos/contract';
import type { Machine } from '@kyanos/core';
import { inject, provide, type InjectionKey, type Ref } from 'vue';
import { t } from '../texts/texts.ts';

export interface RuleContext {
  readonly separations: Readonly<Ref<readonly string[]>>;
  readonly page: Readonly<Ref<{ readonly widthMm: number; readonly heightMm: number }>>;
  readonly machine: Readonly<Ref<Machine>>;
  readonly jobs: Readonly<Ref<readonly JobSummary[]>>;
}

const KEY: InjectionKey<RuleContext> = Symbol(t('plates.whatRulesCanRefer'));

export const provideRuleContext = (ground: RuleContext): void => provide(KEY, ground);

export function useRuleContext(): RuleContext {
  const ground = inject(KEY);
  if (!ground) throw new Error('A rule is edited inside a stage that provides its ground.');
  return ground;
}
