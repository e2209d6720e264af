/** Whether a key belongs to a field that is being typed in, or to a chord, and so is no shortcut. */
export function typing(event: KeyboardEvent): boolean {
  if (event.ctrlKey || event.metaKey || event.altKey) return true;
  const target = event.target as HTMLElement | null;
  return !!target?.closest(
    'input, textarea, select, [contenteditable], [role="listbox"], [role="slider"]',
  );
}

export const SHORTCUTS: readonly (readonly [key: string, what: string])[] = [
  ['/', 'find a job, machine, material, ink or preset'],
  ['1 – 7', 'go to a stage of the job'],
  ['f', 'look at the other side: front, back'],
  ['l', 'lamp in front, lamp behind'],
  ['b', 'next place for the print: ground, window, light box'],
  ['v', 'the print on the whole screen, for the customer'],
  ['x', 'next classic mistake with white, and back to the plan'],
  ['on a layer', '↑ ↓ choose · Shift ↑ ↓ move · + − density · h, Shift h hits · i mirror · Delete'],
  ['q', 'next question of a stage that asks several'],
  ['on a piece of the layout', 'arrows move it by 1 mm, with Shift by 10 · r turns it'],
  ['Ctrl z, Ctrl y', 'undo, redo'],
  ['p', 'next plate'],
  ['c m y k · w s v', 'show or hide a separation of the file; a shows all'],
  ['arrows, Enter', 'move the probe over the file, pin a point'],
  ['+ − 0', 'closer, further away, the whole page'],
  ['n, Shift n', 'next finding on the file, the one before'],
  ['Esc', 'close'],
  ['?', 'this list'],
];
