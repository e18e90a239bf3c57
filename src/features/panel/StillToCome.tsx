import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { HOUR_MS, waitText } from '@/core';
import { useRoute, type OpenJob } from '@/data';
import { shortWhen } from '@/ui/format';
import { Quiet } from '@/ui/parts';
import { T } from '@/ui/T';
import { gap } from '@/ui/theme';

/** The way from here to the fitted panel, when somebody asks: each step with the moment at which it can begin. */
export function StillToCome({ open, zoneId, now }: { open: OpenJob; zoneId: string; now: number }) {
  const [shown, setShown] = useState(false);
  const routeOf = useRoute(open, zoneId, now);
  const route = useMemo(() => (shown ? routeOf?.() : undefined), [shown, routeOf]);
  if (!routeOf) return null;
  return (
    <View testID="still-to-come">
      <Quiet
        label={shown ? 'Hide what is still to come' : 'Still to come'}
        icon={shown ? 'chevron-up' : 'chevron-down'}
        onPress={() => setShown(!shown)}
      />
      {route && (
        <View style={styles.list}>
          <T kind="strong">
            {route.doneMs === null
              ? 'From here the way does not reach the finish in this air: look at what stops the step above.'
              : `Fitted ${shortWhen(route.doneMs, now)} at the earliest: about ${hours(route.workMin)} of work and ${hours(route.waitMin)} of waiting.`}
          </T>
          {route.steps.map((s, i) => (
            <View key={i} style={styles.step}>
              <T kind="small" tone="muted" style={styles.when}>
                {shortWhen(s.fromMs, now)}
              </T>
              <T kind="small" style={styles.label}>
                {s.label}
              </T>
            </View>
          ))}
          <T kind="tag" tone="muted">
            An estimate: hands day and night, one coat at a time, by the forecast and the sheets’ figures. What is found
            on the way changes it.
          </T>
        </View>
      )}
    </View>
  );
}

/** Whole hours, or minutes under two hours: it is an estimate. */
const hours = (minutes: number): string =>
  minutes < 120 ? `${Math.round(minutes / 5) * 5}\u00a0min` : waitText(Math.round(minutes / 60) * HOUR_MS);

const styles = StyleSheet.create({
  list: { gap: gap(1), paddingBottom: gap(3) },
  step: { flexDirection: 'row', gap: gap(3) },
  when: { width: 96 },
  label: { flex: 1 },
});
