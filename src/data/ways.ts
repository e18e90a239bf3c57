import { useMemo } from 'react';
import { effectiveEvents, finishOf, type HouseMethod, type Product } from '@/core';
import type { ComparedRecipe, RecipeChange, Route, RouteInput } from '@/core/advice';
import type { ZoneFill } from '@/core/fair';
import type { OwnPaces } from '@/core/labour/hours';
import { useAdvice, useJobs, useLibrary, type Advice } from './jobs';
import type { OpenJob } from './openJob';
import type { Settings } from './records';
import { book } from './settled';
import { useSettings } from './shop';
import { judgingContext, useAirSource, type AirSource } from './status';

/** Another way to the finish than the house's: steps left out, another school. */
export interface OtherWay {
  putOff?: readonly string[];
  method?: Partial<HouseMethod>;
  /** Only these products: what is on the shelf. */
  all?: Product[];
  /** A recipe that is not the usual one. */
  recipe?: RecipeChange;
}
const AS_IT_IS: OtherWay = {};

/** What ways are found from, besides a job and a moment. */
export interface WayShop {
  advice: Advice;
  settings: Settings;
  air: AirSource;
  all: Product[];
  paces: OwnPaces;
}

/** What ways of zones are found from; undefined while something of it is loading. */
export function useWayShop(wanted = true): WayShop | undefined {
  const advice = useAdvice(wanted);
  const settings = useSettings();
  const air = useAirSource();
  const { all } = useLibrary();
  const { jobs } = useJobs();
  return useMemo(
    () =>
      settings && air && advice
        ? {
            advice,
            settings,
            air,
            all,
            paces: advice.ownPaces(jobs.map((j) => ({ job: j.job, events: effectiveEvents(j.state) }))),
          }
        : undefined,
    [settings, air, advice, all, jobs],
  );
}

/** What the way of one zone is found from; undefined where nothing is known of the zone yet. */
export function routeInputOf(
  { advice, settings, air, all, paces }: WayShop,
  open: OpenJob,
  zoneId: string,
  now: number,
  other: OtherWay = AS_IT_IS,
  fill?: ZoneFill,
): RouteInput | undefined {
  const bench = { ...judgingContext(open, air, settings), method: { ...settings.method, ...other.method } };
  const input = advice.verdictInputAt(bench, zoneId, now);
  const zone = open.job.zones.find((z) => z.id === zoneId);
  if (!input || !zone) return undefined;
  const finish = finishOf(open.job, zoneId);
  const found: RouteInput = {
    input,
    state: open.state,
    all: other.all ?? all,
    clocks: book.clocks(open, air.shop, air.room(open), zoneId),
    level: finish.level,
    finish,
    areaCm2: zone.areaCm2,
    putOff: other.putOff,
    fill,
    shape: open.job.panels.find((p) => p.id === zone.panelId)?.shape,
    paces,
  };
  return other.recipe ? advice.withRecipe(found, other.recipe) : found;
}

/** What ways of a job's zones are found from; undefined while something of it is loading. */
function useRouteInputs(
  open: OpenJob | undefined,
  now: number,
): ((zoneId: string, other?: OtherWay, fill?: ZoneFill) => RouteInput | undefined) | undefined {
  const shop = useWayShop();
  return useMemo(
    () => shop && open && ((zoneId, other, fill) => routeInputOf(shop, open, zoneId, now, other, fill)),
    [open, now, shop],
  );
}

/** What is still to come on zones of a job until they are fitted, worked out when asked; undefined while something of it is loading. */
export function useRoutes(
  open: OpenJob | undefined,
  now: number,
): ((zoneId: string, other?: OtherWay, fill?: ZoneFill) => Route | undefined) | undefined {
  const advice = useAdvice();
  const inputs = useRouteInputs(open, now);
  return useMemo(
    () =>
      advice && inputs
        ? (zoneId, other, fill) => {
            const input = inputs(zoneId, other, fill);
            return input && advice.routeFrom(input);
          }
        : undefined,
    [advice, inputs],
  );
}

/** The recipes that lead home from where a zone stands, each with what it takes; worked out when asked. */
export function useRecipes(
  open: OpenJob | undefined,
  zoneId: string | undefined,
  now: number,
  fill?: ZoneFill,
): (() => readonly ComparedRecipe[]) | undefined {
  const advice = useAdvice();
  const inputs = useRouteInputs(open, now);
  const hourCost = useSettings()?.rates.labourH;
  return useMemo(
    () =>
      advice && inputs && hourCost !== undefined
        ? () => {
            const input = zoneId === undefined ? undefined : inputs(zoneId, AS_IT_IS, fill);
            return input ? advice.compareRecipes(input, hourCost) : [];
          }
        : undefined,
    [advice, inputs, zoneId, fill, hourCost],
  );
}

/** The way of one zone, see {@link useRoutes}. */
export function useRoute(
  open: OpenJob,
  zoneId: string,
  now: number,
  other: OtherWay = AS_IT_IS,
  fill?: ZoneFill,
): (() => Route | undefined) | undefined {
  const routes = useRoutes(open, now);
  return useMemo(() => routes && (() => routes(zoneId, other, fill)), [routes, zoneId, other, fill]);
}
