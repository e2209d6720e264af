/** What was done to a machine, as one says it. */
import type { ToldCare } from '@kyanos/contract';

/** `Pattern: 2 nozzles missing` */
export function careWords(what: ToldCare['what']): string {
  switch (what.act) {
    case 'agitated':
      return 'White agitated';
    case 'pattern':
      return what.missing.length === 0
        ? 'Nozzle pattern whole'
        : `Nozzle pattern: ${what.missing.length} missing`;
    case 'cleaned':
      return `Cleaned, ${what.ml} mL drawn`;
    case 'filled':
      return `${what.channel} put in`;
    case 'flushed':
      return `${what.channel} taken out`;
    case 'parked':
      return 'Heads parked';
    case 'heads-fitted':
      return 'Heads fitted';
    case 'slot':
      return `White slot moved: ${SLOT_WORDS[what.to]}`;
    case 'waste-emptied':
      return 'Waste emptied';
    case 'replaced':
      return `Replaced: ${what.part}`;
    case 'note':
      return what.text;
    case 'printed': {
      const white = what.ml.W;
      return `Printed: ${what.name}${white ? `, ${white.toFixed(1)} mL of white` : ''}`;
    }
    case 'run-started':
      return `Begun: ${what.title}`;
    case 'run-ended':
      return `${what.finished ? 'Done' : 'Stopped'}: ${what.minutes.toFixed(0)} min, ${what.ml.toFixed(0)} mL`;
    case 'run-timer':
      return 'Timer started';
    case 'run-step':
      return `Step ${what.step + 1} ticked`;
    case 'undone':
      return 'An entry undone';
  }
}

export const SLOT_WORDS = {
  under: 'white under colour',
  other: 'all other white work',
} as const;

/** `3 h`, `2 days`: how long ago that was. */
export function agoWords(time: string, now: number): string {
  const hours = (now - Date.parse(time)) / 3_600_000;
  if (hours < 1) return `${Math.max(0, Math.round(hours * 60))} min ago`;
  if (hours < 48) return `${Math.floor(hours)} h ago`;
  return `${Math.floor(hours / 24)} days ago`;
}
