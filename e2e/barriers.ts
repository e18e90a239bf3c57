import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';

/**
 * What axe finds on a page, of any weight. Frames that run nothing are left out: it would wait for an answer from inside for ever. What they
 * show is a page of its own, and is looked at as such.
 */
export const barriersOn = async (page: Page): Promise<string[]> =>
  (await new AxeBuilder({ page }).exclude('iframe[sandbox]').analyze()).violations.map(
    (v) => `${v.id}: ${v.nodes[0]?.html.slice(0, 160)} ${v.nodes[0]?.failureSummary?.slice(0, 200)}`,
  );
