import { useState } from 'react';
import { View } from 'react-native';
import { formatQuantity, waitText, type Message, errorText, phrase } from '@/core';
import {
  loadDevices,
  nowMs,
  readDevice,
  saveText,
  SILENT_MS,
  useBench,
  useClimateActions,
  type BenchState,
  type Room,
} from '@/data';
import { percent, shortWhen } from '@/ui/format';
import { useAppTheme } from '@/ui/appTheme';
import { readNumber, formatForInput } from '@/ui/numbers';
import { Field, Fields, Measure } from '@/ui/Field';
import { ActionButton } from '@/ui/ActionButton';
import { ListRow } from '@/ui/ListRow';
import { Notice } from '@/ui/Notice';
import { Section } from '@/ui/Section';
import { TextButton } from '@/ui/TextButton';
import { T } from '@/ui/T';
import { gap } from '@/ui/theme';
import { ImportReadings } from './ImportReadings';

/** The room's log: what the logger says, a reading by hand, files in and out. */
export function Readings({ room, now }: { room: Room; now: number }) {
  const { units } = useAppTheme();
  const bench = useBench();
  const [byHand, setByHand] = useState(false);
  const { days, unreadable } = room.climate;
  const count = days.reduce((n, d) => n + d.readings.length, 0);
  const newest = days.slice(-3).flatMap((d) => d.readings);
  return (
    <Section title="Readings" aside={count > 0 ? String(count) : undefined}>
      <BenchLine bench={bench} now={now} />
      {newest
        .slice(-3)
        .reverse()
        .map((r) => (
          <ListRow key={r.atMs}>
            <View style={{ flex: 1 }}>
              <T>{`${formatQuantity('temp', r.tempC, units, 1)}, ${percent(r.rh)}${r.surfaceC === undefined ? '' : `, panel ${formatQuantity('temp', r.surfaceC, units, 1)}`}`}</T>
              <T kind="tag" tone="muted">
                {{ hand: 'By hand', logger: 'Logger', file: 'From a file' }[r.source]}
              </T>
            </View>
            <T kind="small" tone="muted">
              {shortWhen(r.atMs, now)}
            </T>
          </ListRow>
        ))}
      {unreadable.length > 0 && (
        <Notice tone="stop">{`${unreadable.length} days of readings cannot be read. They are left as they are.`}</Notice>
      )}
      {byHand ? (
        <ByHand room={room} bench={bench} onDone={() => setByHand(false)} />
      ) : (
        <TextButton label="Log a reading" icon="plus" onPress={() => setByHand(true)} />
      )}
      <ImportReadings />
      {count > 0 && (
        <TextButton
          label="Export the readings as CSV"
          onPress={() =>
            void import('@/core/formats/climateCsv').then(({ writeClimateCsv }) =>
              saveText('readings.csv', writeClimateCsv(days.flatMap((d) => d.readings)), 'text/csv'),
            )
          }
        />
      )}
    </Section>
  );
}

/** How the devices stand. Without a bench there is nothing to say but that air is logged by hand. */
function BenchLine({ bench, now }: { bench: BenchState; now: number }) {
  const heard = bench.heardMs === undefined ? '' : `, last heard ${waitText(now - bench.heardMs)} ago`;
  const silent = bench.status === 'live' && now - (bench.heardMs ?? bench.sinceMs ?? now) > SILENT_MS;
  const words = {
    none: 'No logger is connected. Readings are logged by hand or come from a file.',
    connecting: 'Looking for the logger',
    live: silent ? `Logger connected, and silent${heard}. The air is assumed.` : `Logger connected${heard}`,
    lost: `Logger lost since ${shortWhen(bench.sinceMs ?? now, now)}${heard}. What it stores is read out when it comes back.`,
  }[bench.status];
  return (
    <View style={{ paddingVertical: gap(2), gap: gap(1) }} testID="bench" aria-live="polite">
      <T kind="small" tone={bench.status === 'lost' || silent ? 'window' : 'muted'}>
        {words}
      </T>
      {bench.refused > 0 && (
        <T kind="small" tone="window">
          {phrase`${bench.refused === 1 ? 'One reading was' : `${bench.refused} readings were`} refused: ${bench.why ?? 'nobody knows why'}.`}
        </T>
      )}
      {bench.forecastWhy !== undefined && (
        <T kind="small" tone="window">{phrase`No new forecast: ${bench.forecastWhy}. The last one stands.`}</T>
      )}
    </View>
  );
}

function ByHand({ room, bench, onDone }: { room: Room; bench: BenchState; onDone(): void }) {
  const { units } = useAppTheme();
  const { addReadings } = useClimateActions();
  const [temp, setTemp] = useState(() =>
    formatForInput(Math.round(room.here.tempC * 2) / 2, { quantity: 'temp' }, units),
  );
  const [rh, setRh] = useState(() => formatForInput(Math.round(room.here.rh * 100) / 100, { percent: true }, units));
  const [surface, setSurface] = useState('');
  const [problems, setProblems] = useState<Record<string, Message>>({});
  const save = async () => {
    const t = readNumber(temp, { quantity: 'temp' }, units);
    const h = readNumber(rh, { percent: true }, units);
    const s = readNumber(surface, { quantity: 'temp' }, units, true);
    const bad: Record<string, Message> = {};
    if (!t.ok) bad.temp = t.error;
    if (!h.ok) bad.rh = h.error;
    if (!s.ok) bad.surface = s.error;
    if (!t.ok || !h.ok || !s.ok) return setProblems(bad);
    const { acceptReading } = await loadDevices();
    const r = acceptReading(
      { atMs: nowMs(), tempC: t.value, rh: h.value, ...(s.value !== undefined && { surfaceC: s.value }) },
      'hand',
      nowMs(),
    );
    if (!r.ok)
      return setProblems({
        [/humid/.test(String(r.error)) ? 'rh' : /surface/.test(String(r.error)) ? 'surface' : 'temp']: r.error,
      });
    await addReadings([r.value]).then(onDone, (e: Error) => setProblems({ '': errorText(e) }));
  };
  return (
    <View testID="by-hand">
      <Fields>
        <Measure label="Air" quantity="temp" value={temp} onChange={setTemp} problem={problems.temp} />
        <Field label="Humidity, %" value={rh} onChange={setRh} problem={problems.rh} numeric />
        <Measure
          label="Panel, if measured"
          quantity="temp"
          value={surface}
          onChange={setSurface}
          problem={problems.surface}
        />
      </Fields>
      {bench.status !== 'none' && (
        <TextButton
          label="Read the panel thermometer"
          onPress={() =>
            void readDevice('surface').then(
              (c) => {
                setSurface(formatForInput(c, { quantity: 'temp' }, units));
                setProblems({});
              },
              (e: Error) => setProblems({ surface: errorText(e) }),
            )
          }
        />
      )}
      {problems[''] && <Notice tone="stop">{problems['']}</Notice>}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: gap(2), paddingTop: gap(2) }}>
        <ActionButton label="Log the air" strong onPress={() => void save()} testID="save-reading" />
        <ActionButton label="Leave" onPress={onDone} />
      </View>
    </View>
  );
}
