import { useMemo } from 'react';
import { zonesOf, type LogEvent, type Panel } from '@/core';
import type { ComparedRecipe, Route } from '@/core/advice';
import type { WayTaken } from '@/core/plan';
import { pooledSpread } from '@/core/labour/hours';
import { layersAsFound } from '@/core/log/asFound';
import { useAdvice } from './jobs';
import { withEvents, withJob, type OpenJob } from './openJob';
import { useOwnPaces } from './pace';
import { useSettings } from './shop';
import { useRecipes, useRoutes } from './ways';

/** What repairing a panel takes, and what a new one would. */
export interface WayCosts {
  repair: WayTaken;
  replace: WayTaken;
  /** Recipes of its largest zone, side by side; empty where there is one way only. */
  recipes: readonly ComparedRecipe[];
  /** One standard deviation of the shop's own pace, as a factor; on how many entries of its own it rests. */
  paceSpread: number;
  paceEntries: number;
  /** Steps in each way, in words. */
  steps: { repair: number; replace: number };
  /** It does not get to its finish from here: only what is known until there is counted. */
  isOpenEnded: boolean;
}

/** A job in which the panel is a new part: its zones as they come from the maker. */
function withNewPart(open: OpenJob, panel: Panel, now: number): { open: OpenJob; zoneIds: string[] } {
  const id = `${panel.id}/new`;
  const zones = zonesOf(open.job, panel.id).map((z) => ({ ...z, id: `${z.id}/new`, panelId: id }));
  const job = {
    ...open.job,
    panels: [...open.job.panels, { ...panel, id }],
    zones: [...open.job.zones, ...zones],
  };
  const { substrate, thicknessUm } = panel;
  const found: LogEvent = {
    id: `${id}/found`,
    kind: 'found',
    atMs: now,
    writtenMs: now,
    zoneIds: zones.map((z) => z.id),
    substrate,
    thicknessUm,
    layers: layersAsFound(substrate === 'plastic' ? 'bare' : 'electrocoat', substrate),
  };
  return { open: withEvents(withJob(open, job), [found]), zoneIds: found.zoneIds };
}

/**
 * What both ways take, worked out from where the panel stands; undefined while something of it is loading.
 * @param wanted nothing is worked out before
 */
export function useWayCosts(
  open: OpenJob | undefined,
  panel: Panel | undefined,
  now: number,
  wanted: boolean,
): WayCosts | undefined {
  const advice = useAdvice(wanted);
  const settings = useSettings();
  const paces = useOwnPaces();
  const made = useMemo(
    () => (wanted && open && panel ? withNewPart(open, panel, now) : undefined),
    [wanted, open, panel, now],
  );
  const ofOld = useRoutes(open, now);
  const ofNew = useRoutes(made?.open, now);
  const zones = useMemo(() => (open && panel ? zonesOf(open.job, panel.id) : []), [open, panel]);
  const largest = zones.reduce((a, b) => (b.areaCm2 > (a?.areaCm2 ?? 0) ? b : a), zones[0]);
  const recipesOf = useRecipes(made?.open ?? open, largest?.id, now);
  return useMemo(() => {
    if (!wanted || !advice || !settings || !ofOld || !ofNew || !made || !recipesOf) return undefined;
    const routes = (of: typeof ofOld, ids: readonly string[]) => ids.flatMap((id) => of(id) ?? []);
    const repair = routes(
      ofOld,
      zones.map((z) => z.id),
    );
    const replace = routes(ofNew, made.zoneIds);
    const taken = (list: readonly Route[]): WayTaken => ({
      workMin: list.reduce((s, r) => s + r.workMin, 0),
      // Zones rest side by side.
      waitMin: list.reduce((m, r) => Math.max(m, r.waitMin), 0),
      material: list.reduce((s, r) => s + advice.routeMoney(r, 0), 0),
    });
    const { spread, entries } = pooledSpread(paces);
    return {
      repair: taken(repair),
      replace: taken(replace),
      recipes: recipesOf(),
      paceSpread: spread,
      paceEntries: entries,
      steps: {
        repair: repair.reduce((n, r) => n + r.steps.length, 0),
        replace: replace.reduce((n, r) => n + r.steps.length, 0),
      },
      isOpenEnded: repair.some((r) => r.doneMs === null),
    };
  }, [wanted, advice, settings, ofOld, ofNew, made, recipesOf, zones, paces]);
}
