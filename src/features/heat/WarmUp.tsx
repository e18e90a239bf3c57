import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { object } from 'yup';
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
  type UnitSystem,
} from '@/core';
import type { HeaterKind, RoomKind, WarmUpInput } from '@/core/advice';
import { useRoom, useAdvice, useSheetDraft } from '@/data';
import { useAppTheme } from '@/ui/appTheme';
import { formatForInput, type NumberKind } from '@/ui/numbers';
import { Fields } from '@/ui/Field';
import { FormField } from '@/ui/form/FormField';
import { typedNumber, type Bounds } from '@/ui/form/schema';
import { useLiveForm } from '@/ui/form/useLiveForm';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { ListRow } from '@/ui/ListRow';
import { Notice } from '@/ui/Notice';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';
import { clockTime } from '@/ui/format';
import { entriesOf, keysOf } from '@/core/keysOf';

/** What is asked for: how it is typed, and what it may be. */
const ASKED = {
  length: { plain: true, min: 1, max: 60, message: 'From 1 to 60 m' },
  width: { plain: true, min: 1, max: 60, message: 'From 1 to 60 m' },
  height: { plain: true, min: 1.5, max: 12, message: 'From 1.5 to 12 m' },
  kw: { plain: true, min: 0.3, max: 200, message: 'From 0.3 to 200 kW' },
  outside: { quantity: 'temp', min: -40, max: 45, message: 'That is no weather' },
  start: { quantity: 'temp', min: -30, max: 45, message: 'That is no room' },
  aim: { quantity: 'temp', min: 1, max: 40, message: phrase`A panel is sprayed at ${pair('temp', 5, 35, ' to ')}` },
} satisfies Record<string, NumberKind & Bounds>;
type Asked = keyof typeof ASKED;

const schemaIn = (units: UnitSystem) => {
  const figureOf = (f: Asked) => typedNumber(ASKED[f], ASKED[f], units).required();
  return object({
    length: figureOf('length'),
    width: figureOf('width'),
    height: figureOf('height'),
    kw: figureOf('kw'),
    outside: figureOf('outside'),
    start: figureOf('start'),
    aim: figureOf('aim'),
  });
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
  const [kind, setKind] = useState<RoomKind>('lined');
  const [heater, setHeater] = useState<HeaterKind>('dry');
  const [panel, setPanel] = useState<keyof typeof PANELS>('steel');
  const here = room?.here;
  const outside = room?.climate.forecast ? airAt(room.climate.forecast.points, now).tempC : here?.tempC;
  const outsideC = outside === undefined ? undefined : Math.round(outside) - 2;
  const startC = here && Math.round(here.tempC);
  const suggested = useMemo(() => {
    const usual = { length: 6, width: 3.5, height: 2.4, kw: 9, outside: outsideC, start: startC, aim: 20 };
    return Object.fromEntries(keysOf(ASKED).map((f) => [f, formatForInput(usual[f], ASKED[f], units)])) as Record<
      Asked,
      string
    >;
  }, [outsideC, startC, units]);
  const { control, figures, problems, touched, restore } = useLiveForm(suggested, schemaIn);
  useSheetDraft('warm-up', touched, restore);
  const p = PANELS[panel];
  const input: WarmUpInput | undefined =
    figures && here
      ? {
          lengthM: figures.length,
          widthM: figures.width,
          heightM: figures.height,
          room: kind,
          heaterKw: figures.kw,
          heater,
          outsideC: figures.outside,
          startC: figures.start,
          rh: here.rh,
          aimC: figures.aim,
          lagMs: surfaceLagMs(p.substrate, p.um),
        }
      : undefined;
  const result = advice && input ? advice.warmUp(input) : undefined;
  const field = (f: Asked, label: string, unit: string) => (
    <FormField control={control} name={f} label={label} unit={unit} problem={problems[f]} numeric />
  );
  const speed = advice && figures ? advice.speedFor(figures.aim) : undefined;
  return (
    <Section title="Warm up the room">
      {result && (
        <View style={{ paddingTop: gap(3), gap: gap(1) }} testID="warm-up" aria-live="polite">
          <Text kind="figure" tone={result.minutes === null ? 'stop' : 'ink'}>
            {result.minutes === null
              ? `It stops at ${formatQuantity('temp', result.restC, units)}`
              : result.minutes < 1
                ? 'Warm enough now'
                : `Panel warm in ${waitText(result.minutes * 60_000)}, at ${clockTime(now + result.minutes * 60_000)}`}
          </Text>
          <Text tone={result.tightK < 3 ? 'stop' : 'muted'}>
            {result.tightK < 3
              ? `The panel comes within ${formatQuantity('tempDifference', Math.max(0, result.tightK), units, 1)} of the dew point${result.tightMin > 1 ? ` after ${waitText(result.tightMin * 60_000)}` : ' at the start'}${result.clearMin === null ? ', and stays there' : result.clearMin > 0 ? `; it is clear of it after ${waitText(result.clearMin * 60_000)}` : ''}. Wipe it dry before you coat.`
              : `The panel stays at least ${formatQuantity('tempDifference', result.tightK, units, 1)} over the dew point on the way.`}
          </Text>
          <Text tone="muted">{`Holding it takes about ${result.holdKw.toFixed(1)}\u00a0kW.`}</Text>
          {speed && <Text tone="muted">{`At that temperature: ${speed} thinner and ${speed} hardener.`}</Text>}
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
          <Text kind="small" tone="muted">
            An estimate from size, insulation and power; doors shut, no extraction running. A thermometer on the panel
            knows better.
          </Text>
        </View>
      </ListRow>
    </Section>
  );
}
