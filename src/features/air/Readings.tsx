import { useState } from 'react';
import { View } from 'react-native';
import { formatQuantity, waitText, phrase } from '@/core';
import { saveText, SILENT_MS, useBench, type BenchState, type Climate, type Room } from '@/data';
import { percent, shortWhen } from '@/ui/format';
import { useAppTheme } from '@/ui/appTheme';
import { FigureTable } from '@/ui/FigureTable';
import { Notice } from '@/ui/Notice';
import { Section } from '@/ui/Section';
import { TextButton } from '@/ui/TextButton';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';
import { CorrectReadings } from './CorrectReadings';
import { ImportReadings } from './ImportReadings';
import { ReadingForm } from './ReadingForm';

/** The room's log: what the logger says, a reading by hand, files in and out. */
async function saveReadings(days: Climate['days']): Promise<void> {
  const { writeClimateCsv } = await import('@/core/formats/climateCsv');
  saveText('readings.csv', writeClimateCsv(days.flatMap((d) => d.readings)), 'text/csv');
}

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
        <ReadingForm room={room} onDone={() => setByHand(false)} />
      ) : (
        <TextButton label="Log a reading" icon="plus" onPress={() => setByHand(true)} />
      )}
      {count > 0 && <CorrectReadings room={room} now={now} />}
      <ImportReadings />
      {count > 0 && <TextButton label="Export the readings as CSV" onPress={() => void saveReadings(days)} />}
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
      <Text kind="small" tone={bench.status === 'lost' || silent ? 'window' : 'muted'}>
        {words}
      </Text>
      {bench.refused > 0 && (
        <Text kind="small" tone="window">
          {phrase`${bench.refused === 1 ? 'One reading was' : `${bench.refused} readings were`} refused: ${bench.why ?? 'nobody knows why'}.`}
        </Text>
      )}
      {bench.forecastWhy !== undefined && (
        <Text kind="small" tone="window">{phrase`No new forecast: ${bench.forecastWhy}. The last one stands.`}</Text>
      )}
    </View>
  );
}
