import { useState } from 'react';
import { View } from 'react-native';
import { object } from 'yup';
import { formatQuantity, waitText, type Message, type UnitSystem, errorText, phrase } from '@/core';
import {
  loadDevices,
  nowMs,
  readDevice,
  saveText,
  SILENT_MS,
  useBench,
  useClimateActions,
  useFormDraft,
  type BenchState,
  type Room,
} from '@/data';
import { percent, shortWhen } from '@/ui/format';
import { useAppTheme } from '@/ui/appTheme';
import { formatForInput } from '@/ui/numbers';
import { Fields } from '@/ui/Field';
import { FigureTable } from '@/ui/FigureTable';
import { FormField } from '@/ui/form/FormField';
import { typedNumber, typedQuantity } from '@/ui/form/schema';
import { setProblems, useAppForm } from '@/ui/form/useAppForm';
import { ActionButton } from '@/ui/ActionButton';
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
      {newest.length > 0 && (
        <FigureTable
          label="Latest readings"
          columns={[
            { key: 'when', title: 'When', share: 1.4 },
            { key: 'air', title: 'Air', figure: true },
            { key: 'rh', title: 'Humidity', figure: true },
            { key: 'panel', title: 'Panel', figure: true },
          ]}
          rows={newest
            .slice(-3)
            .reverse()
            .map((r) => ({
              key: String(r.atMs),
              cells: [
                shortWhen(r.atMs, now),
                formatQuantity('temp', r.tempC, units, 1),
                percent(r.rh),
                r.surfaceC === undefined ? '\u2013' : formatQuantity('temp', r.surfaceC, units, 1),
              ],
              under: { hand: 'By hand', logger: 'Logger', file: 'From a file' }[r.source],
            }))}
        />
      )}
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

/** What is typed here is checked by the same door as what a device says. */
const ANY = { min: -1e6, max: 1e6 };
const readingSchema = (units: UnitSystem) =>
  object({
    temp: typedQuantity('temp', ANY, units).required(),
    rh: typedNumber({ percent: true }, ANY, units).required(),
    surface: typedQuantity('temp', { ...ANY, optional: true }, units),
  });

function ByHand({ room, bench, onDone }: { room: Room; bench: BenchState; onDone(): void }) {
  const { units } = useAppTheme();
  const { addReadings } = useClimateActions();
  const form = useAppForm(
    {
      temp: formatForInput(Math.round(room.here.tempC * 2) / 2, { quantity: 'temp' }, units),
      rh: formatForInput(Math.round(room.here.rh * 100) / 100, { percent: true }, units),
      surface: '',
    },
    readingSchema,
  );
  const forget = useFormDraft('reading', form);
  const [problem, setProblem] = useState<Message>();
  const save = form.handleSubmit(async ({ temp, rh, surface }) => {
    const { acceptReading } = await loadDevices();
    const atMs = nowMs();
    const r = acceptReading(
      { atMs, tempC: temp, rh, ...(surface !== undefined && { surfaceC: surface }) },
      'hand',
      atMs,
    );
    if (!r.ok) {
      const says = String(r.error);
      setProblems(form, [
        { path: /humid/.test(says) ? 'rh' : /surface/.test(says) ? 'surface' : 'temp', message: r.error },
      ]);
      return;
    }
    await addReadings([r.value]).then(
      () => {
        forget();
        onDone();
      },
      (e: Error) => setProblem(errorText(e)),
    );
  });
  return (
    <View testID="by-hand">
      <Fields>
        <FormField control={form.control} name="temp" label="Air" quantity="temp" />
        <FormField control={form.control} name="rh" label="Humidity, %" numeric />
        <FormField control={form.control} name="surface" label="Panel, if measured" quantity="temp" />
      </Fields>
      {bench.status !== 'none' && (
        <TextButton
          label="Read the panel thermometer"
          onPress={() =>
            void readDevice('surface').then(
              (c) => {
                form.setValue('surface', formatForInput(c, { quantity: 'temp' }, units), { shouldDirty: true });
                form.clearErrors('surface');
              },
              (e: Error) => setProblems(form, [{ path: 'surface', message: errorText(e) }]),
            )
          }
        />
      )}
      {problem !== undefined && <Notice tone="stop">{problem}</Notice>}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: gap(2), paddingTop: gap(2) }}>
        <ActionButton label="Log the air" strong onPress={() => void save()} testID="save-reading" />
        <ActionButton
          label="Leave"
          onPress={() => {
            forget();
            onDone();
          }}
        />
      </View>
    </View>
  );
}
