import { constantAir } from '../src/core/air/history';
import { clockShop } from '../src/core/cure/stages';
import { zoneStatus } from '../src/core/cure/status';
import { FINISH_SYSTEMS, FINISHES, type FinishSystem } from '../src/core/library/finish';
import { DEFAULT_METHOD, type HouseMethod } from '../src/core/library/method';
import { SHIPPED_PRODUCTS } from '../src/core/library/shipped';
import { SUBSTRATE_KINDS, SUBSTRATES, type SubstrateKind } from '../src/core/library/substrates';
import { AS_FOUND, asFoundName, layersAsFound, type AsFound } from '../src/core/log/asFound';
import type { PlainEvent } from '../src/core/log/event';
import { TREATMENT_NAMES, TREATMENTS, type Treatment } from '../src/core/log/marks';
import { applyEvent } from '../src/core/strata/apply';
import { foldLog } from '../src/core/strata/fold';
import { ev, products, T0 } from '../src/core/testing';
import { REPAIRING } from '../src/core/systems/bears';
import { purposesOf } from '../src/core/route/purpose';
import { RECIPES } from '../src/core/route/recipes';
import { routeFrom, type Route } from '../src/core/route/route';
import { topLayer } from '../src/core/strata/types';
import { HOUR_MS } from '../src/core/units/time';

const CLOCKS = clockShop(constantAir(20, 0.45));
const EMPTY = foldLog([], products);
const FOLD = { products, first: (id: string) => id };

interface Start {
  substrate: SubstrateKind;
  found: AsFound;
  treatment?: Treatment;
  system?: FinishSystem;
  method?: Partial<HouseMethod>;
}

/** The way of a zone of 0.5 m² as it comes in, by the shipped library, at 20 °C and 45 %. */
function wayOf({ substrate, found, treatment, system = 'baseClear', method }: Start): {
  route: Route;
  purposes: string[];
} {
  const look = ev({ kind: 'found', atMin: 0, substrate, thicknessUm: 800, layers: layersAsFound(found, substrate) });
  const repair = ev({ kind: 'repaired', atMin: 30, treatment });
  const strata = [look, ...(treatment ? [repair] : [])].reduce<ReturnType<typeof applyEvent>>(
    (s, e) => applyEvent(s, e as PlainEvent, FOLD),
    undefined,
  );
  if (!strata) throw new Error('A zone that was found has strata');
  const nowMs = T0 + HOUR_MS;
  const route = routeFrom({
    input: {
      strata,
      status: zoneStatus({ events: [], strata }, CLOCKS, nowMs, products),
      air: { tempC: 20, rh: 0.45 },
      method: { ...DEFAULT_METHOD, ...method },
      products,
      nowMs,
    },
    state: EMPTY,
    all: SHIPPED_PRODUCTS,
    clocks: CLOCKS,
    level: 'driver',
    finish: { system, sheen: 'gloss' },
    areaCm2: 5000,
  });
  return { route, purposes: purposesOf(route.steps, topLayer(strata)?.family) };
}

/** Labels of a way, what comes again and again counted. */
function words({ route }: { route: Route }): string {
  const out: { label: string; times: number }[] = [];
  for (const { label } of route.steps) {
    const short = label.replace(/^Clean: .*/, 'Clean').replace(/: clean: .*/, ': clean');
    const again = short.replace(/another coat of /i, '');
    const last = out[out.length - 1];
    if (last && again.toLowerCase() !== short.toLowerCase()) last.times++;
    else out.push({ label: short, times: 1 });
  }
  const steps = out.map((o) => (o.times > 1 ? `${o.label} ×${o.times}` : o.label));
  return route.doneMs === null ? `${steps.join('; ')} … it does not get there` : steps.join('; ');
}

/** The recipes as the app walks them: for every substrate as it is found, for every finish, and after every treatment. */
export function recipesTable(): string {
  const lines = [
    '# Recipes',
    '',
    'Written by `npx tsx scripts/rules.ts` from the tables in `src/core/route/recipe.ts`, `src/core/strata/spots.ts` and `src/core/library/finish.ts`:',
    'each is the way that the app finds by itself, with every step allowed at its time, for half a square metre at 20 °C and 45 %, driver level,',
    'house method as shipped. What was logged, the air and the shelf change it.',
    '',
    '## By substrate, and by what was found',
    '',
  ];
  for (const substrate of SUBSTRATE_KINDS) {
    lines.push(`### ${SUBSTRATES[substrate].name}`, '');
    const said = new Map<string, string[]>();
    for (const found of AS_FOUND) {
      const way = words(wayOf({ substrate, found }));
      said.set(way, [...(said.get(way) ?? []), asFoundName(found)]);
    }
    for (const [way, names] of said) lines.push(`- **${names.join(', ')}**: ${way}.`);
    lines.push('');
  }
  lines.push('## By what it shall end with', '', 'Steel with its factory finish, with a chip in it.', '');
  for (const system of FINISH_SYSTEMS)
    lines.push(
      `- **${FINISHES[system].name}** (${FINISHES[system].about.replace(/\.$/, '')}): ${words(wayOf({ substrate: 'steel', found: 'factory', treatment: 'feather', system }))}.`,
    );
  lines.push('', '## What each treatment brings', '', 'Steel with old paint on it, unless it does not bear that.', '');
  for (const treatment of TREATMENTS) {
    const substrate = SUBSTRATE_KINDS.find((s) => REPAIRING[s][treatment].level !== 'no') ?? 'steel';
    lines.push(
      `- **${TREATMENT_NAMES[treatment]}** (${SUBSTRATES[substrate].name.toLowerCase()}): ${words(wayOf({ substrate, found: 'factory', treatment }))}.`,
    );
  }
  lines.push('', '## Where more than one leads home', '');
  for (const r of Object.values(RECIPES)) lines.push(`- **${r.name}.** ${r.risk}`);
  lines.push('', '## What a step is for', '');
  const { route, purposes } = wayOf({ substrate: 'steel', found: 'old', treatment: 'pullAndFill' });
  route.steps.forEach((s, i) => {
    if (purposes[i]) lines.push(`- ${s.label}: ${purposes[i]}.`);
  });
  return `${lines.join('\n')}\n`;
}
