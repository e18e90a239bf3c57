import { useMemo } from 'react';
import { StyleSheet, View } from 'react-native';
import { DAY_MS, HOUR_MS, waitText, WISH_KEYS, WISHES } from '@/core';
import { bestRecipe, RECIPES, type ComparedRecipe } from '@/core/route/recipes';
import { useSettings, useShopActions } from '@/data';
import { useAppTheme } from '@/ui/appTheme';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { wholeMoney } from '@/ui/format';
import { Grow, Stack } from '@/ui/layout';
import { ListRow } from '@/ui/ListRow';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';

/** The recipe that the shop's wish picks among those that lead home. */
export function useBestRecipe(all: readonly ComparedRecipe[]): ComparedRecipe | undefined {
  const wish = useSettings()?.wish ?? 'usual';
  return useMemo(() => bestRecipe(all, wish), [all, wish]);
}

/** Recipes that lead to the finish, side by side: what each takes more or less than the one that is shown, and what can go wrong with it. */
export function Recipes({
  all,
  shown,
  onShow,
}: {
  all: readonly ComparedRecipe[];
  shown: ComparedRecipe;
  onShow(r: ComparedRecipe): void;
}) {
  const { currency } = useAppTheme();
  const wish = useSettings()?.wish ?? 'usual';
  const { saveSettings } = useShopActions();
  // What comes to the same steps is one recipe with several names.
  const names = all
    .filter((r) => r.route === shown.route || (r.isUsual && shown.isUsual))
    .map((r) => RECIPES[r.id].name);
  const others = all.filter((r) => r !== shown && !(r.isUsual && shown.isUsual));
  return (
    <View testID="recipes" style={styles.all}>
      <Text kind="strong">{names.map((n, i) => (i === 0 ? n : n.toLowerCase())).join(', ')}</Text>
      <Text kind="small" tone="muted">
        {RECIPES[shown.id].risk}
      </Text>
      {others.map((r) => (
        <ListRow key={r.id} label={`Show this way: ${RECIPES[r.id].name}`} onPress={() => onShow(r)}>
          <Grow>
            <View style={styles.head}>
              <Text kind="strong">{RECIPES[r.id].name}</Text>
              {(r.isUsual || r.endsOtherwise) && (
                <Text kind="tag" tone={r.endsOtherwise ? 'window' : 'muted'}>
                  {r.endsOtherwise ? 'not as agreed' : 'usual'}
                </Text>
              )}
            </View>
            <Text kind="small">{differenceWords(r, shown, currency)}</Text>
            <Text kind="small" tone="muted">
              {RECIPES[r.id].risk}
            </Text>
          </Grow>
        </ListRow>
      ))}
      <Stack top={2}>
        <ChoiceGroup
          label="The shop puts first"
          options={WISH_KEYS.map((w) => ({ value: w, label: WISHES[w] }))}
          value={wish}
          onChange={(v) => void saveSettings({ wish: v }).catch(() => undefined)}
        />
      </Stack>
    </View>
  );
}

/** '2 h less work, 1 day sooner, €40 less'. */
function differenceWords(r: ComparedRecipe, than: ComparedRecipe, currency: string): string {
  const work = r.route.workMin - than.route.workMin;
  const wait = (r.route.doneMs ?? 0) - (than.route.doneMs ?? 0);
  const money = r.money - than.money;
  const parts = [
    Math.abs(work) >= 5 && `${minutesText(Math.abs(work))} ${work < 0 ? 'less' : 'more'} work`,
    Math.abs(wait) >= HOUR_MS && `done ${aboutText(Math.abs(wait))} ${wait < 0 ? 'sooner' : 'later'}`,
    Math.abs(money) >= 1 && `${wholeMoney(Math.abs(money), currency)} ${money < 0 ? 'less' : 'more'}`,
  ].filter((p) => p !== false);
  return parts.length > 0 ? `About ${parts.join(', ')}` : 'About the same in work, time and money';
}

/** Whole hours up to two days, whole days beyond: it is an estimate. */
const aboutText = (ms: number): string =>
  ms < 2 * DAY_MS ? `${Math.round(ms / HOUR_MS)}\u00a0h` : `${Math.round(ms / DAY_MS)}\u00a0days`;

const minutesText = (min: number): string =>
  min < 120 ? `${Math.round(min / 5) * 5}\u00a0min` : waitText(Math.round(min / 60) * HOUR_MS);

const styles = StyleSheet.create({
  all: { marginTop: gap(4) },
  head: { flexDirection: 'row', gap: gap(2), alignItems: 'baseline', flexWrap: 'wrap' },
});
