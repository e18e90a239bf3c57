import { useMemo, useState } from 'react';
import { figure, phrase, type Message } from '@/core';
import { DAMPNESS } from '@/core/air/forecast';
import type { Sweats } from '@/core/advice';
import { useAdvice, useBench, type Room } from '@/data';
import { shortWhen } from '@/ui/format';
import { Notice } from '@/ui/Notice';
import { Section } from '@/ui/Section';
import { TextButton } from '@/ui/TextButton';
import { Text } from '@/ui/Text';
import { ForecastForm } from './ForecastForm';

/** What is said ahead reaches so far: a night and the morning after, ms. */
const NIGHT_MS = 15 * 3_600_000;

/** The forecast that somebody typed: what it says of tonight, how sure that is, and a way to type one. Where a device tells one, nothing is typed. */
export function ForecastSection({ room, now }: { room: Room; now: number }) {
  const advice = useAdvice();
  const bench = useBench();
  const [typing, setTyping] = useState(false);
  const { forecast } = room.climate;
  const typed = forecast?.typed;
  const isOver = !forecast || (forecast.points.at(-1)?.atMs ?? 0) < now;
  const sweats = useMemo(
    () =>
      advice && forecast?.typed && !isOver
        ? advice.sweatsBy(
            forecast.points.filter((p) => p.atMs >= now - 3_600_000),
            now + NIGHT_MS,
          )
        : undefined,
    [advice, forecast, isOver, now],
  );
  if (bench.status !== 'none' && !typed) return null;
  return (
    <Section title="Forecast" aside={typed && forecast ? `typed ${shortWhen(forecast.issuedMs, now)}` : undefined}>
      {typed && (
        <Text kind="small">
          {phrase`Low ${figure('temp', typed.lowC, 0)}, high ${figure('temp', typed.highC, 0)}, ${DAMPNESS[typed.dampness].name.toLowerCase()}${typed.place === 'yard' ? ' outside; the room follows slowly, about three hours behind' : ', of this room'}.`}
        </Text>
      )}
      {isOver && typed && (
        <Notice tone="window">This forecast is over. Type tonight’s: until then the last reading is held.</Notice>
      )}
      {sweats && <Sweat sweats={sweats} now={now} />}
      {typed && !isOver && (
        <Text kind="tag" tone="muted">
          {phrase`A guess: by day a sine, by night a falling curve to the low at sunrise, off by about ${figure('tempDifference', 1.5, 1)} at twelve hours. A reading moves it.`}
        </Text>
      )}
      {typing ? (
        <ForecastForm room={room} onDone={() => setTyping(false)} />
      ) : (
        <TextButton
          label={typed ? 'Type another forecast' : 'Type tonight’s forecast'}
          icon="plus"
          onPress={() => setTyping(true)}
        />
      )}
    </Section>
  );
}

const Sweat = ({ sweats, now }: { sweats: Sweats; now: number }) => (
  <Text kind="strong" tone={sweats.kind === 'never' ? 'good' : 'window'} testID="sweats">
    {sweatWords(sweats, now)}
  </Text>
);

function sweatWords(s: Sweats, now: number): Message {
  switch (s.kind) {
    case 'never':
      return 'A thin panel stays dry until the morning.';
    case 'between':
      return s.latestMs - s.earliestMs < 600_000
        ? `A thin panel sweats from about ${shortWhen(s.earliestMs, now)}.`
        : `A thin panel begins to sweat some time between ${shortWhen(s.earliestMs, now)} and ${shortWhen(s.latestMs, now)}.`;
    case 'perhaps':
      return `Too wide to say: a thin panel may sweat from ${shortWhen(s.earliestMs, now)} on, or not at all. Read the air before then.`;
  }
}
