/** --fail-on: exit code 1 where something is found that is as grave as asked. */
import type { Finding } from '@kyanos/core';
import { UsageError } from './usage.ts';

const SEVERITIES = ['note', 'warning', 'error'] as const;

/** A severity as a number that can be compared; undefined if none was asked for. @throws UsageError */
export function failOn(text: string | undefined): number | undefined {
  if (text === undefined) return undefined;
  const at = (SEVERITIES as readonly string[]).indexOf(text);
  if (at < 0)
    throw new UsageError(`--fail-on must be one of ${SEVERITIES.join(', ')}; got "${text}".`);
  return at;
}

/** The gravest of the findings, as {@link failOn} counts; −1 if there is none. */
export const gravest = (findings: readonly Pick<Finding, 'severity'>[]): number =>
  Math.max(-1, ...findings.map(({ severity }) => SEVERITIES.indexOf(severity)));
