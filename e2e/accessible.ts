/** What keeps somebody from using a screen: WCAG 2.1 A and AA, as axe finds it. */
import { createRequire } from 'node:module';
import type axe from 'axe-core';
import type { Page } from '@playwright/test';

const AXE = createRequire(import.meta.url).resolve('axe-core/axe.min.js');
/** To be called before a page is opened: it brings axe with it. */
export const bringAxe = (page: Page): Promise<unknown> => page.addInitScript({ path: AXE });

/** Looks a screen through whole by day, and its colours again by night; tells what is wrong there. */
export async function wrong(page: Page, name: string): Promise<string[]> {
  const found = await page.evaluate(async () => {
    const until = async (ready: () => boolean) => {
      while (!ready()) await new Promise(requestAnimationFrame);
    };
    /** As another window of the same browser changes it, whatever lies over the button. */
    async function dress(newValue: 'day' | 'night') {
      const key = 'kyanos-theme';
      localStorage.setItem(key, newValue);
      const told = { key, newValue, storageArea: localStorage };
      window.dispatchEvent(new StorageEvent('storage', told));
      await until(() => document.querySelector(`.v-application.v-theme--${newValue}`) !== null);
    }
    async function violations(theme: string, runOnly: string[]) {
      // Colours that are still changing are measured half way.
      await until(() =>
        document
          .getAnimations()
          .every(
            ({ playState, effect }) =>
              playState !== 'running' || effect?.getTiming().iterations === Infinity,
          ),
      );
      const { run } = (window as unknown as { axe: typeof axe }).axe;
      const report = await run({ runOnly, resultTypes: ['violations'] });
      return report.violations.flatMap(({ id, nodes }) =>
        nodes.map(
          ({ target, failureSummary }) =>
            `by ${theme}: ${id} ${target.join(' ')} ${failureSummary}`,
        ),
      );
    }
    const byDay = await violations('day', ['wcag2a', 'wcag2aa', 'wcag21aa']);
    await dress('night');
    const byNight = await violations('night', ['color-contrast']);
    await dress('day');
    return [...byDay, ...byNight];
  });
  return found.map((one) => `${name} ${one}`);
}
