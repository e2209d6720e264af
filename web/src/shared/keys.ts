/** Whether a key belongs to a field that is being typed in, or to a chord, and so is no shortcut. */
export function typing(event: KeyboardEvent): boolean {
  if (event.ctrlKey || event.metaKey || event.altKey) return true;
  const target = event.target as HTMLElement | null;
  return !!target?.closest(
    'input, textarea, select, [contenteditable], [role="listbox"], [role="slider"]',
  );
}

export const SHORTCUTS: readonly (readonly [key: string, what: string])[] = [
  ['1 – 7', 'go to a stage of the job'],
  ['f', 'turn the print over: front, back'],
  ['l', 'lamp in front, lamp behind'],
  ['b', 'next ground behind the print'],
  ['p', 'next plate'],
  ['Esc', 'close'],
  ['?', 'this list'],
];
