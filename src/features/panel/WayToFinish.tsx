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
import { useAdvice, useRoute, useSettings, type OpenJob, type OtherWay } from '@/data';
import { useZoneFill } from '@/data/surface';
import { useAppTheme } from '@/ui/appTheme';
import { percent, shortWhen } from '@/ui/format';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { TextButton } from '@/ui/TextButton';
import { T } from '@/ui/T';
import { gap } from '@/ui/theme';

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
  const routeOf = useRoute(open, zone.id, now, other, fill);
  const route = useMemo(() => routeOf?.(), [routeOf]);
  const strata = open.state.zones.get(zone.id)?.strata;
  // The schools that this way turns on; asked of what is there now, the sanding dust aside.
  const school = useMemo(
    () =>
      advice && strata
        ? route?.steps.map((s) => advice.schoolOf(s.step, strata)).find((s) => s === 'filler' || s === 'plastic')
        : undefined,
    [advice, strata, route],
  );
  if (!route) return null;
  const putOff = other.putOff ?? [];
  return (
    <View style={styles.list}>
      <T kind="strong">
        {route.doneMs === null
          ? 'From here the way does not reach the finish in this air: look at what stops the step above.'
          : `Fitted ${shortWhen(route.doneMs, now)} at the earliest: about ${hours(route.workMin)} of work and ${hours(route.waitMin)} of waiting.`}
      </T>
      {isPlanning && (
        <T kind="small" tone="muted">
          How much filler it takes is being worked out from its readings.
        </T>
      )}
      {changing && school && settings && (
        <SchoolChoice
          school={school}
          value={other.method?.[school] ?? settings.method[school]}
          onChange={(v) => setOther({ ...other, method: { ...other.method, [school]: v } })}
        />
      )}
      {route.steps.map((s, i) => (
        <View key={i} style={styles.step}>
          <T kind="small" tone="muted" style={styles.when}>
            {shortWhen(s.fromMs, now)}
          </T>
          <View style={styles.label}>
            <T kind="small">{s.label}</T>
            {s.skim && (
              <T kind="tag" tone="muted">
                {`By its readings: ${formatQuantity('mass', s.skim.massG, units, 0)}${
                  s.skim.hardenerFraction === undefined ? '' : `, ${percent(s.skim.hardenerFraction, 1)} hardener`
                }, on ${drawnAreaText(s.skim.areaCm2, units)}`}
              </T>
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
      <TextButton
        label={changing ? 'The way as it is' : 'Another way'}
        {...(!changing && { of: ': put steps off, or take the other school' })}
        onPress={() => {
          setChanging(!changing);
          setOther({});
        }}
      />
      {putOff.length > 0 && (
        <TextButton
          label={`Take up again: ${putOff.map(keyWords).join(', ')}`}
          onPress={() => setOther({ ...other, putOff: [] })}
        />
      )}
      <T kind="tag" tone="muted">
        {fill?.left.length === 0 && fill.areaCm2 === 0
          ? 'By its readings nothing has to be filled. An estimate: hands day and night, one coat at a time, by the forecast and the sheets’ figures.'
          : 'An estimate: hands day and night, one coat at a time, by the forecast and the sheets’ figures. What is found on the way changes it.'}
      </T>
    </View>
  );
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
  list: { gap: gap(1), paddingBottom: gap(3) },
  step: { flexDirection: 'row', gap: gap(3), alignItems: 'baseline' },
  when: { width: 96 },
  label: { flex: 1 },
});
