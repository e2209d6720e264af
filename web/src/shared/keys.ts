/** Every key that does something, by where it does: handlers are bound by this table, and the list that `?` shows is drawn from it. */
import { onKeyStroke } from '@vueuse/core';
import { t } from '../texts/texts.ts';

/** Whether a key belongs to a field that is being typed in, or to a chord, and so is no shortcut. */
export function typing(event: KeyboardEvent): boolean {
  if (event.ctrlKey || event.metaKey || event.altKey) return true;
  const target = event.target as HTMLElement | null;
  return !!target?.closest(
    'input, textarea, select, [contenteditable], [role="listbox"], [role="slider"]',
  );
}

interface Key {
  /** As the browser names them. */
  readonly keys: readonly string[];
  /** As they stand in the list, if not as they are. */
  readonly shown?: string;
  readonly what: string;
}
interface Scope {
  readonly title: string;
  readonly keys: Readonly<Record<string, Key>>;
}

export const KEYS = {
  everywhere: {
    title: t('shared.everywhere'),
    keys: {
      find: { keys: ['/'], what: t('shared.findJobMachineMaterialInkLot') },
      list: { keys: ['?'], what: t('shared.list') },
    },
  },
  job: {
    title: t('shared.inAJob'),
    keys: {
      stage: {
        keys: ['1', '2', '3', '4', '5', '6', '7'],
        shown: '1 – 7',
        what: t('shared.goStage'),
      },
      question: { keys: ['q'], what: t('shared.nextQuestionStageAsks') },
    },
  },
  changes: {
    title: t('shared.changes'),
    keys: {
      undo: { keys: ['z'], shown: 'Ctrl z', what: t('shared.undo') },
      redo: { keys: ['y'], shown: 'Ctrl y', what: t('shared.redo') },
    },
  },
  queue: {
    title: t('shared.inQueue'),
    keys: {
      place: { keys: ['ArrowLeft', 'ArrowRight'], shown: '← →', what: t('shared.earlierLater') },
      machine: { keys: ['ArrowUp', 'ArrowDown'], shown: '↑ ↓', what: t('shared.otherMachine') },
      pin: { keys: ['p'], what: t('shared.pinJob') },
    },
  },
  viewer: {
    title: t('shared.print'),
    keys: {
      side: { keys: ['f'], what: t('shared.otherSideFrontBack') },
      lamp: { keys: ['l'], what: t('shared.lampFrontLampBehind') },
      place: { keys: ['b'], what: t('shared.nextPlaceGroundWindow') },
      mistake: { keys: ['x'], what: t('shared.nextClassicMistakeBack') },
    },
  },
  stack: {
    title: t('shared.stack'),
    keys: { whole: { keys: ['v'], what: t('shared.printWholeScreenCustomer') } },
  },
  layer: {
    title: t('shared.layerCoreSample'),
    keys: {
      choose: {
        keys: ['ArrowUp', 'ArrowDown'],
        shown: '↑ ↓',
        what: t('shared.nextLayerShiftMoves'),
      },
      settings: { keys: ['Enter', ' '], shown: 'Enter', what: t('shared.settings') },
      density: { keys: ['+', '-'], shown: '+ −', what: t('shared.density5') },
      hits: { keys: ['h', 'H'], shown: 'h, Shift h', what: t('shared.hitMoreHitLess') },
      mirror: { keys: ['i'], what: t('shared.mirror') },
      remove: { keys: ['Delete'], what: t('shared.takeAway') },
    },
  },
  plates: {
    title: t('shared.plates'),
    keys: { next: { keys: ['p'], what: t('shared.nextPlate') } },
  },
  piece: {
    title: t('shared.pieceLayout'),
    keys: {
      move: {
        keys: ['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown'],
        shown: t('shared.arrows'),
        what: t('shared.move1MmShift'),
      },
      turn: { keys: ['r'], what: t('shared.turn') },
    },
  },
  artwork: {
    title: t('shared.artwork'),
    keys: {
      separation: {
        keys: ['c', 'm', 'y', 'k', 'w', 's', 'v'],
        shown: 'c m y k · w s v',
        what: t('shared.showHideSeparation'),
      },
      all: { keys: ['a'], what: t('shared.showAllSeparations') },
      forward: { keys: ['n'], what: t('shared.nextFindingPage') },
      back: { keys: ['N'], shown: 'Shift n', what: t('shared.findingBefore') },
    },
  },
  probe: {
    title: t('shared.pageFile'),
    keys: {
      move: {
        keys: ['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown'],
        shown: t('shared.arrows'),
        what: t('shared.moveProbe'),
      },
      pin: { keys: ['Enter'], what: t('shared.pinPoint') },
      closer: {
        keys: ['+', '-', '0'],
        shown: '+ − 0',
        what: t('shared.closerFurtherAwayWhole'),
      },
    },
  },
} as const satisfies Readonly<Record<string, Scope>>;

export type KeyScope = keyof typeof KEYS;
type Handlers<S extends KeyScope> = Readonly<
  Record<keyof (typeof KEYS)[S]['keys'], (event: KeyboardEvent) => unknown>
>;

/** Keys of a scope as a type: whoever handles them itself handles all of them. */
export type KeyOf<S extends KeyScope> = {
  [Name in keyof (typeof KEYS)[S]['keys']]: (typeof KEYS)[S]['keys'][Name] extends {
    readonly keys: readonly (infer One extends string)[];
  }
    ? One
    : never;
}[keyof (typeof KEYS)[S]['keys']];

/** Binds every key of a scope while its component is there. A key that is typed into a field does nothing. */
export function useKeys<S extends KeyScope>(scope: S, handlers: Handlers<S>): void {
  for (const [name, { keys }] of Object.entries<Key>(KEYS[scope].keys)) {
    const act = handlers[name as keyof Handlers<S>];
    onKeyStroke([...keys], (event) => {
      if (!typing(event)) act(event);
    });
  }
}

/** Undoes and does again by Ctrl or Cmd and the keys of changes; in a field of text they undo what is typed. */
export function useUndoKeys({ undo, redo }: { undo: () => void; redo: () => void }): void {
  const { undo: back, redo: forth } = KEYS.changes.keys;
  onKeyStroke(true, (event) => {
    if (!(event.ctrlKey || event.metaKey) || event.altKey) return;
    const letter = event.key.toLowerCase();
    const [undoes, redoes] = [letter === back.keys[0], letter === forth.keys[0]];
    if (!(undoes || redoes) || (event.target as Element).closest('input, textarea')) return;
    event.preventDefault();
    if (redoes || event.shiftKey) redo();
    else undo();
  });
}

/** All keys of a scope, as the browser names them. */
export const keysOf = (scope: KeyScope): readonly string[] =>
  Object.values<Key>(KEYS[scope].keys).flatMap(({ keys }) => keys);
