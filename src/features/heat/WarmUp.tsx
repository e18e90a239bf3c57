import { useState } from 'react';
import { View } from 'react-native';
import {
  airAt,
  formatQuantity,
  surfaceLagMs,
  unitOf,
  waitText,
  type SubstrateKind,
  figure,
  pair,
  phrase,
  type Message,
} from '@/core';
import type { HeaterKind, RoomKind, WarmUpInput } from '@/core/advice';
import { useRoom, useAdvice } from '@/data';
import { useAppTheme } from '@/ui/appTheme';
import { readNumber, formatForInput, type NumberKind } from '@/ui/numbers';
import { Field, Fields } from '@/ui/Field';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { ListRow } from '@/ui/ListRow';
import { Notice } from '@/ui/Notice';
import { Section } from '@/ui/Section';
import { T } from '@/ui/T';
import { gap } from '@/ui/theme';
import { clockTime } from '@/ui/format';
import { entriesOf, keysOf } from '@/core/keysOf';

type NumberField = 'length' | 'width' | 'height' | 'kw' | 'outside' | 'start' | 'aim';
const KINDS: Record<NumberField, NumberKind> = {
  length: { plain: true },
  width: { plain: true },
  height: { plain: true },
  kw: { plain: true },
  outside: { quantity: 'temp' },
  start: { quantity: 'temp' },
  aim: { quantity: 'temp' },
};
const BOUNDS: Record<NumberField, { min: number; max: number; words: Message }> = {
  length: { min: 1, max: 60, words: 'From 1 to 60 m' },
  width: { min: 1, max: 60, words: 'From 1 to 60 m' },
  height: { min: 1.5, max: 12, words: 'From 1.5 to 12 m' },
  kw: { min: 0.3, max: 200, words: 'From 0.3 to 200 kW' },
  outside: { min: -40, max: 45, words: 'That is no weather' },
  start: { min: -30, max: 45, words: 'That is no room' },
  aim: { min: 1, max: 40, words: phrase`A panel is sprayed at ${pair('temp', 5, 35, ' to ')}` },
};
const PANELS = {
  steel: { label: phrase`Steel, ${figure('thickness', 0.8)}`, substrate: 'steel', um: 800 },
  alu: { label: phrase`Aluminium, ${figure('thickness', 1)}`, substrate: 'aluminium', um: 1000 },
  grp: { label: phrase`Glassfibre, ${figure('thickness', 4)}`, substrate: 'glassfibre', um: 4000 },
  plastic: { label: phrase`Plastic, ${figure('thickness', 3)}`, substrate: 'plastic', um: 3000 },
} satisfies Record<string, { label: Message; substrate: SubstrateKind; um: number }>;

/** How long the room and a panel take to warm, whether the panel stays dry on the way, and what fits then. */
export function WarmUp({ now }: { now: number }) {
  const { units } = useAppTheme();
  const room = useRoom(now);
  const advice = useAdvice();
  const [texts, setTexts] = useState<Partial<Record<NumberField, string>>>({});
  const [kind, setKind] = useState<RoomKind>('lined');
  const [heater, setHeater] = useState<HeaterKind>('dry');
  const [panel, setPanel] = useState<keyof typeof PANELS>('steel');
  const here = room?.here;
  const outside = room?.climate.forecast ? airAt(room.climate.forecast.points, now).tempC : here?.tempC;
  const standard: Record<NumberField, number | undefined> = {
    length: 6,
    width: 3.5,
    height: 2.4,
    kw: 9,
    outside: outside === undefined ? undefined : Math.round(outside) - 2,
    start: here && Math.round(here.tempC),
    aim: 20,
  };
  const text = (f: NumberField) => texts[f] ?? formatForInput(standard[f], KINDS[f], units);
  const values = Object.fromEntries(
    keysOf(KINDS).map((f) => {
      const r = readNumber(text(f), KINDS[f], units);
      const inside = r.ok && r.value >= BOUNDS[f].min && r.value <= BOUNDS[f].max;
      return [f, { value: r.ok ? r.value : NaN, problem: !r.ok ? r.error : inside ? undefined : BOUNDS[f].words }];
    }),
  ) as Record<NumberField, { value: number; problem: string | undefined }>;
  const fine = Object.values(values).every((v) => v.problem === undefined) && here !== undefined;
  const p = PANELS[panel];
  const input: WarmUpInput | undefined = fine
    ? {
        lengthM: values.length.value,
        widthM: values.width.value,
        heightM: values.height.value,
        room: kind,
        heaterKw: values.kw.value,
        heater,
        outsideC: values.outside.value,
        startC: values.start.value,
        rh: here.rh,
        aimC: values.aim.value,
        lagMs: surfaceLagMs(p.substrate, p.um),
      }
    : undefined;
  const result = advice && input ? advice.warmUp(input) : undefined;
  const field = (f: NumberField, label: string, unit: string) => (
    <Field
      label={label}
      unit={unit}
      value={text(f)}
      onChange={(v) => setTexts({ ...texts, [f]: v })}
      problem={values[f].problem}
      numeric
    />
  );
  const speed = advice && !values.aim.problem ? advice.speedFor(values.aim.value) : undefined;
  return (
    <Section title="Warm up the room">
      {result && (
        <View style={{ paddingTop: gap(3), gap: gap(1) }} testID="warm-up" aria-live="polite">
          <T kind="figure" tone={result.minutes === null ? 'stop' : 'ink'}>
            {result.minutes === null
              ? `It stops at ${formatQuantity('temp', result.restC, units)}`
              : result.minutes < 1
                ? 'Warm enough now'
                : `Panel warm in ${waitText(result.minutes * 60_000)}, at ${clockTime(now + result.minutes * 60_000)}`}
          </T>
          <T tone={result.tightK < 3 ? 'stop' : 'muted'}>
            {result.tightK < 3
              ? `The panel comes within ${formatQuantity('tempDifference', Math.max(0, result.tightK), units, 1)} of the dew point${result.tightMin > 1 ? ` after ${waitText(result.tightMin * 60_000)}` : ' at the start'}${result.clearMin === null ? ', and stays there' : result.clearMin > 0 ? `; it is clear of it after ${waitText(result.clearMin * 60_000)}` : ''}. Wipe it dry before you coat.`
              : `The panel stays at least ${formatQuantity('tempDifference', result.tightK, units, 1)} over the dew point on the way.`}
          </T>
          <T tone="muted">{`Holding it takes about ${result.holdKw.toFixed(1)}\u00a0kW.`}</T>
          {speed && <T tone="muted">{`At that temperature: ${speed} thinner and ${speed} hardener.`}</T>}
        </View>
      )}
      <Fields>
        {field('aim', 'Panel wanted', unitOf('temp', units))}
        {field('start', 'Room now', unitOf('temp', units))}
        {field('outside', 'Outside', unitOf('temp', units))}
        {field('kw', 'Heater', 'kW')}
        {field('length', 'Length', 'm')}
        {field('width', 'Width', 'm')}
        {field('height', 'Height', 'm')}
      </Fields>
      <ChoiceGroup<RoomKind>
        label="Room"
        options={advice ? entriesOf(advice.ROOMS).map(([value, r]) => ({ value, label: r.name })) : []}
        value={kind}
        onChange={(v) => setKind(v)}
      />
      <ChoiceGroup
        label="Heater"
        options={
          [
            { value: 'dry', label: 'Electric, or with a flue' },
            { value: 'open', label: 'Gas, fumes in the room' },
          ] as const
        }
        value={heater}
        onChange={(v) => setHeater(v)}
      />
      <ChoiceGroup
        label="Panel"
        options={keysOf(PANELS).map((value) => ({ value, label: PANELS[value].label }))}
        value={panel}
        onChange={(p) => setPanel(p)}
      />
      {heater === 'open' && (
        <Notice tone="stop">
          Fumes of an open burner hold carbon monoxide, and their water settles on cold panels. Ventilate; stop it long
          before there is solvent in the air. The local code decides.
        </Notice>
      )}
      <ListRow>
        <View style={{ flex: 1 }}>
          <T kind="small" tone="muted">
            An estimate from size, insulation and power; doors shut, no extraction running. A thermometer on the panel
            knows better.
          </T>
        </View>
      </ListRow>
    </Section>
  );
}
