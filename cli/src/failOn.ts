/** --fail-on: exit code 1 where something is found that is as grave as asked. */
import { SEVERITIES, type Finding } from '@kyanos/core';
import { UsageError } from './usage.ts';

/** The gravest last. */
const RISING = SEVERITIES.toReversed();

/** A severity as a number that can be compared; undefined if none was asked for. @throws UsageError */
export function failOn(text: string | undefined): number | undefined {
  if (text === undefined) return undefined;
  const at = (RISING as readonly string[]).indexOf(text);
  if (at < 0) throw new UsageError(`--fail-on must be one of ${RISING.join(', ')}; got "${text}".`);
  return at;
}

/** The gravest of the findings, as {@link failOn} counts; −1 if there is none. */
export const gravest = (findings: readonly Pick<Finding, 'severity'>[]): number =>
  Math.max(-1, ...findings.map(({ severity }) => RISING.indexOf(severity)));
