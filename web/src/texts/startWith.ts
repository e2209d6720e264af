/**
 * Keeps what is asked of a worker until its module and the texts are there. A module that waits for the texts of its language hears
 * nothing before that, and what a page sends meanwhile would be lost.
 */
export async function startWith(load: () => Promise<unknown>): Promise<void> {
  const early: MessageEvent[] = [];
  const keep = (event: MessageEvent) => early.push(event);
  self.addEventListener('message', keep);
  const { roomTexts } = await import('./texts.ts');
  await roomTexts();
  await load();
  self.removeEventListener('message', keep);
  for (const { data, ports } of early)
    self.dispatchEvent(new MessageEvent('message', { data: data as unknown, ports: [...ports] }));
}
