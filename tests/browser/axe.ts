import type { Page } from '@playwright/test';
import axe from 'axe-core';

/**
 * What axe finds serious, or worse.
 * @param within a part of the page; left out: all of it
 */
export async function seriousFindings(page: Page, within = 'html'): Promise<unknown[]> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source);
  // Passed checks are not gathered: that would take five times as long.
  const { violations } = await page.evaluate(
    (part) => (window as unknown as { axe: typeof import('axe-core') }).axe.run(part, { resultTypes: ['violations'] }),
    within,
  );
  const serious = violations.filter((finding) => finding.impact === 'serious' || finding.impact === 'critical');
  return serious.map((finding) => [finding.id, finding.nodes.map((node) => node.html)]);
}
