/** Every key that does something, by where it does: handlers are bound by this table, and the list that `?` shows is drawn from it. */
import { onKeyStroke } from '@vueuse/core';

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
    title: 'Everywhere',
    keys: {
      find: { keys: ['/'], what: 'find a job, machine, material, ink, lot or preset' },
      list: { keys: ['?'], what: 'this list' },
    },
  },
  job: {
    title: 'In a job',
    keys: {
      stage: { keys: ['1', '2', '3', '4', '5', '6', '7'], shown: '1 – 7', what: 'go to a stage' },
      question: { keys: ['q'], what: 'next question of a stage that asks several' },
    },
  },
  changes: {
    title: 'Changes',
    keys: {
      undo: { keys: ['z'], shown: 'Ctrl z', what: 'undo' },
      redo: { keys: ['y'], shown: 'Ctrl y', what: 'redo' },
    },
  },
  viewer: {
    title: 'On the print',
    keys: {
      side: { keys: ['f'], what: 'the other side: front, back' },
      lamp: { keys: ['l'], what: 'lamp in front, lamp behind' },
      place: { keys: ['b'], what: 'next place: ground, window, light box' },
      mistake: { keys: ['x'], what: 'next classic mistake, and back to the plan' },
    },
  },
  stack: {
    title: 'On Stack',
    keys: { whole: { keys: ['v'], what: 'the print on the whole screen, for the customer' } },
  },
  layer: {
    title: 'On a layer of the core sample',
    keys: {
      choose: {
        keys: ['ArrowUp', 'ArrowDown'],
        shown: '↑ ↓',
        what: 'the next layer; with Shift moves it',
      },
      settings: { keys: ['Enter', ' '], shown: 'Enter', what: 'its settings' },
      density: { keys: ['+', '-'], shown: '+ −', what: 'density by 5 %' },
      hits: { keys: ['h', 'H'], shown: 'h, Shift h', what: 'a hit more, a hit less' },
      mirror: { keys: ['i'], what: 'mirror it' },
      remove: { keys: ['Delete'], what: 'take it away' },
    },
  },
  plates: { title: 'On Plates', keys: { next: { keys: ['p'], what: 'next plate' } } },
  piece: {
    title: 'On a piece of the layout',
    keys: {
      move: {
        keys: ['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown'],
        shown: 'arrows',
        what: 'move it by 1 mm, with Shift by 10',
      },
      turn: { keys: ['r'], what: 'turn it' },
    },
  },
  artwork: {
    title: 'On Artwork',
    keys: {
      separation: {
        keys: ['c', 'm', 'y', 'k', 'w', 's', 'v'],
        shown: 'c m y k · w s v',
        what: 'show or hide a separation',
      },
      all: { keys: ['a'], what: 'show all separations' },
      forward: { keys: ['n'], what: 'next finding on the page' },
      back: { keys: ['N'], shown: 'Shift n', what: 'the finding before' },
    },
  },
  probe: {
    title: 'On the page of the file',
    keys: {
      move: {
        keys: ['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown'],
        shown: 'arrows',
        what: 'move the probe',
      },
      pin: { keys: ['Enter'], what: 'pin a point' },
      closer: {
        keys: ['+', '-', '0'],
        shown: '+ − 0',
        what: 'closer, further away, the whole page',
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

/** All keys of a scope, as the browser names them. */
export const keysOf = (scope: KeyScope): readonly string[] =>
  Object.values<Key>(KEYS[scope].keys).flatMap(({ keys }) => keys);
