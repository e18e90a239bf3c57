import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  drawnAreaText,
  FAMILIES,
  formatQuantity,
  HOUR_MS,
  SCHOOLS,
  stepKey,
  upperFirst,
  waitText,
  type Panel,
  type ProductFamily,
  type School,
  type Zone,
} from '@/core';
import { entriesOf } from '@/core/keysOf';
import type { ComparedRecipe, RecipeId, Route } from '@/core/advice';
import type { ZoneFill } from '@/core/fair';
import { purposesOf } from '@/core/route/purpose';
import { differsFrom } from '@/core/route/withShelf';
import { productsHere } from '@/core/stock';
import { useAdvice, useLibrary, useSettings, type OpenJob } from '@/data';
import { useRecipes, useRoute, useRoutes, type OtherWay } from '@/data/ways';
import { useShelf } from '@/data/shelf';
import { useZoneFill } from '@/data/surface';
import { useAppTheme } from '@/ui/appTheme';
import { percent, shortWhen } from '@/ui/format';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Stack } from '@/ui/layout';
import { TextButton } from '@/ui/TextButton';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';
import { Recipes, useBestRecipe } from './Recipes';

const NONE: readonly ComparedRecipe[] = [];

/** Steps without which the others lose their ground are not put off one by one. */
const KEPT = /^(clean|wait|fit|strip|tape|repair)$/;

/** The way from here to the fitted panel: each step with the moment at which it can begin, and what a plan has mixed for it. */
export default function WayToFinish({
  open,
  zone,
  panel,
  now,
}: {
  open: OpenJob;
  zone: Zone;
  panel: Panel;
  now: number;
}) {
  const { units } = useAppTheme();
  const [changing, setChanging] = useState(false);
  const [other, setOther] = useState<OtherWay>({});
  const advice = useAdvice();
  const settings = useSettings();
  const { fill, isPlanning } = useZoneFill(open, zone, panel, now);
  const recipesOf = useRecipes(open, zone.id, now, fill);
  const recipes = useMemo(() => recipesOf?.() ?? NONE, [recipesOf]);
  const best = useBestRecipe(recipes);
  const [picked, setPicked] = useState<RecipeId>();
  const recipe = recipes.find((r) => r.id === picked) ?? best;
  const asked = useMemo(() => (recipe ? { ...other, recipe: recipe.change } : other), [other, recipe]);
  const routeOf = useRoute(open, zone.id, now, asked, fill);
  const route = useMemo(() => routeOf?.(), [routeOf]);
  const tonight = useWithShelf(open, zone.id, now, asked, route, fill);
  const strata = open.state.zones.get(zone.id)?.strata;
  // The schools that this way turns on; asked of what is there now, the sanding dust aside.
  const school = useMemo(
    () =>
      advice && strata
        ? route?.steps.map((s) => advice.schoolOf(s.step, strata)).find((s) => s === 'filler' || s === 'plastic')
        : undefined,
    [advice, strata, route],
  );
  const purposes = useMemo(
    () => (route ? purposesOf(route.steps, strata?.layers.at(-1)?.family) : []),
    [route, strata],
  );
  if (!route) return null;
  const putOff = other.putOff ?? [];
  const shown = tonight.on && tonight.route ? tonight.route : route;
  return (
    <Stack between={1} bottom={3}>
      <Text kind="strong">
        {shown.doneMs === null
          ? tonight.on
            ? 'With what is on the shelf it does not get to its finish.'
            : 'From here the way does not reach the finish in this air.'
          : `Fitted ${shortWhen(shown.doneMs, now)} at the earliest: about ${hours(shown.workMin)} of work and ${hours(shown.waitMin)} of waiting.`}
      </Text>
      {shown.doneMs === null && shown.stuck !== undefined && (
        <Text kind="small" tone="stop">
          {shown.stuck}
        </Text>
      )}
      {isPlanning && (
        <Text kind="small" tone="muted">
          How much filler it takes is being worked out from its readings.
        </Text>
      )}
      {changing && school && settings && (
        <SchoolChoice
          school={school}
          value={other.method?.[school] ?? settings.method[school]}
          onChange={(v) => setOther({ ...other, method: { ...other.method, [school]: v } })}
        />
      )}
      {tonight.on && (
        <View testID="with-shelf">
          {tonight.differs.length === 0 ? (
            <Text kind="small" tone="good">
              All that this way takes is on the shelf.
            </Text>
          ) : (
            tonight.differs.map((m, i) => (
              <Text key={i} kind="small" tone="window">
                {m}
              </Text>
            ))
          )}
        </View>
      )}
      {shown.steps.map((s, i) => (
        <View key={i} style={styles.step}>
          <Text kind="small" tone="muted" style={styles.when}>
            {shortWhen(s.fromMs, now)}
          </Text>
          <View style={styles.label}>
            <Text kind="small">{s.label}</Text>
            {!tonight.on && purposes[i] ? (
              <Text kind="tag" tone="muted">
                {purposes[i]}
              </Text>
            ) : null}
            {s.skim && (
              <Text kind="tag" tone="muted">
                {`By its readings: ${formatQuantity('mass', s.skim.massG, units, 0)}${
                  s.skim.hardenerFraction === undefined ? '' : `, ${percent(s.skim.hardenerFraction, 1)} hardener`
                }, on ${drawnAreaText(s.skim.areaCm2, units)}`}
              </Text>
            )}
          </View>
          {changing && !KEPT.test(s.step.kind) && (
            <TextButton
              label="Put off"
              of={`: ${s.label}`}
              tone="muted"
              onPress={() => setOther({ ...other, putOff: [...putOff, stepKey(s.step)] })}
            />
          )}
        </View>
      ))}
      {recipe && !changing && !tonight.on && <Recipes all={recipes} shown={recipe} onShow={(r) => setPicked(r.id)} />}
      <TextButton
        label={changing ? 'The way as it is' : 'Another way'}
        {...(!changing && { of: ': put steps off, or use the other method' })}
        onPress={() => {
          setChanging(!changing);
          setOther({});
        }}
      />
      <TextButton
        label={tonight.on ? 'With anything that can be bought' : 'With what is on the shelf'}
        onPress={tonight.toggle}
      />
      {putOff.length > 0 && (
        <TextButton
          label={`Take up again: ${putOff.map(keyWords).join(', ')}`}
          onPress={() => setOther({ ...other, putOff: [] })}
        />
      )}
      <Text kind="tag" tone="muted">
        {fill?.left.length === 0 && fill.areaCm2 === 0
          ? 'By its readings nothing has to be filled. An estimate: hands day and night, one coat at a time, by the forecast and the sheets’ figures.'
          : 'An estimate: hands day and night, one coat at a time, by the forecast and the sheets’ figures. What is found on the way changes it.'}
      </Text>
    </Stack>
  );
}

/** The same way with what is on the shelf tonight, and how it differs; worked out when somebody asks. */
function useWithShelf(
  open: OpenJob,
  zoneId: string,
  now: number,
  other: OtherWay,
  full: Route | undefined,
  fill: ZoneFill | undefined,
) {
  const [on, setOn] = useState(false);
  const shelf = useShelf()?.shelf;
  const { all, lookup } = useLibrary();
  const routes = useRoutes(open, now);
  const way = useMemo(() => {
    if (!on || !shelf || !routes || !full) return undefined;
    // Cleaners and guide coat stand about in every shop: what makes a layer is what is looked for.
    const here = productsHere(all, shelf, lookup, now);
    const ids = new Set(here.map((p) => p.id));
    const usable = all.filter((p) => ids.has(p.id) || FAMILIES[p.family].role === 'aid');
    const route = routes(zoneId, { ...other, all: usable }, fill);
    return route && { route, differs: differsFrom(full, route, new Set(usable.map((p) => p.id))) };
  }, [on, shelf, routes, full, all, lookup, now, zoneId, other, fill]);
  return { on, toggle: () => setOn(!on), route: way?.route, differs: way?.differs ?? [] };
}

function SchoolChoice({ school, value, onChange }: { school: School; value: string; onChange(v: string): void }) {
  const options = entriesOf<string, { name: string }>(SCHOOLS[school].options);
  return (
    <ChoiceGroup
      label={`${SCHOOLS[school].label}, on this way`}
      options={options.map(([v, o]) => ({ value: v, label: upperFirst(o.name) }))}
      value={value}
      onChange={onChange}
    />
  );
}

/** 'coat highBuild' is 'high-build primer' to a reader; an act without a product is its own name. */
const keyWords = (key: string): string => {
  const [act = '', family] = key.split(' ');
  return family && family in FAMILIES ? FAMILIES[family as ProductFamily].name.toLowerCase() : act;
};

/** Whole hours, or minutes under two hours: it is an estimate. */
const hours = (minutes: number): string =>
  minutes < 120 ? `${Math.round(minutes / 5) * 5}\u00a0min` : waitText(Math.round(minutes / 60) * HOUR_MS);

const styles = StyleSheet.create({
  step: { flexDirection: 'row', gap: gap(3), alignItems: 'baseline' },
  when: { width: 96 },
  label: { flex: 1 },
});
