/** What each version takes of the ink and of the cost of the job that prints all of them. */
import type { Cost } from '../cost/index.ts';
import type { InkUse } from '../ink/index.ts';
import type { Channel } from '../stack/index.ts';
import { money, type Money } from '../units/index.ts';
import type { Version } from './plan.ts';
import { apportion } from './versions.ts';

/** One version's part of the ink and of the cost; the parts of all versions add up to the whole. */
export interface VersionWork extends Version {
  readonly inkMl: Readonly<Partial<Record<Channel, number>>>;
  /** Ink by what the version lays, all else by its copies. */
  readonly cost: Money;
  readonly perPiece: Money;
}

/**
 * Shares ink and cost among versions. What is lost in starting and the test print is shared by copies.
 * @param laid what each version would use, of which only what it lays counts
 */
export function versionWorks(
  versions: readonly Version[],
  inks: readonly InkUse[],
  laid: readonly (readonly InkUse[])[],
  cost: Cost,
): VersionWork[] {
  const copies = versions.reduce((sum, version) => sum + version.copies, 0);
  const mls = new Map(
    inks.map(({ channel, ml }) => {
      const own = laid.map((uses) => uses.find((use) => use.channel === channel)?.laidMl ?? 0);
      const common = ml - own.reduce((sum, part) => sum + part, 0);
      return [
        channel,
        own.map((part, i) => part + (common * versions[i].copies) / Math.max(1, copies)),
      ] as const;
    }),
  );
  const inkLines = cost.lines.filter(({ group }) => group === 'ink');
  const inkMinor = inkLines.map(({ amount }, k) => {
    const { channel, ml } = inks[k];
    return mls.get(channel)!.map((part) => (ml > 0 ? (amount.minor * part) / ml : 0));
  });
  const rest = cost.total.minor - cost.ink.minor;
  const exact = versions.map(
    (version, i) =>
      inkMinor.reduce((sum, parts) => sum + parts[i], 0) +
      (rest * version.copies) / Math.max(1, copies),
  );
  const minors = apportion(cost.total.minor, exact);
  const { currency } = cost.total;
  return versions.map((version, i) => ({
    ...version,
    inkMl: Object.fromEntries([...mls].map(([channel, parts]) => [channel, parts[i]])),
    cost: money(minors[i], currency),
    perPiece: money(version.copies > 0 ? minors[i] / version.copies : 0, currency),
  }));
}
