import { useState } from 'react';
import { View } from 'react-native';
import { errorText, formatQuantity, readingsBetween, type ClimateReading, type Message } from '@/core';
import { useClimateActions, type Room } from '@/data';
import { useAppTheme } from '@/ui/appTheme';
import { momentOf, showDay } from '@/ui/days';
import { Disclosure } from '@/ui/Disclosure';
import { Fields } from '@/ui/Field';
import { clockTime, percent } from '@/ui/format';
import { Grow, Stack } from '@/ui/layout';
import { ListRow } from '@/ui/ListRow';
import { Problem } from '@/ui/Notice';
import { useNotify } from '@/ui/notifications';
import { DayField, TimeField } from '@/ui/PickedField';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { ReadingForm } from './ReadingForm';

/** So many readings of a stretch are listed; a logger writes a hundred a day. */
const LISTED = 24;

/** Readings of a stretch of a day: each can be put right or taken out, or all of them at once. */
export function CorrectReadings({ room, now }: { room: Room; now: number }) {
  const { units } = useAppTheme();
  const { addReadings, removeReadings } = useClimateActions();
  const notify = useNotify();
  const [open, setOpen] = useState(false);
  const [day, setDay] = useState(() => showDay(now));
  const [from, setFrom] = useState('00:00');
  const [to, setTo] = useState('23:59');
  const [changing, setChanging] = useState<number>();
  const [problem, setProblem] = useState<Message>();
  const fromMs = momentOf(day, from);
  const toMs = momentOf(day, to);
  const listed =
    open && fromMs !== undefined && toMs !== undefined
      ? readingsBetween(room.climate.days, fromMs, toMs + 59_999).reverse()
      : [];
  const take = (gone: ClimateReading[]) =>
    removeReadings(gone.map((r) => r.atMs)).then(
      () => {
        setProblem(undefined);
        notify({
          text: gone.length === 1 ? 'The reading is out.' : `${gone.length} readings are out.`,
          undo: () => addReadings(gone),
        });
      },
      (e: Error) => setProblem(errorText(e)),
    );
  return (
    <Disclosure head={<Text>Correct or take out readings</Text>} open={open} onToggle={() => setOpen(!open)}>
      <View testID="correct-readings">
        <Fields>
          <DayField
            label="Day of the readings"
            value={day}
            onChange={setDay}
            problem={momentOf(day, '12:00') === undefined ? 'Enter a real date' : undefined}
          />
          <TimeField
            label="From"
            value={from}
            onChange={setFrom}
            problem={fromMs === undefined ? 'A time such as 08:00' : undefined}
          />
          <TimeField
            label="To"
            value={to}
            onChange={setTo}
            problem={
              toMs === undefined
                ? 'A time such as 18:00'
                : fromMs !== undefined && toMs < fromMs
                  ? 'It has to end after it begins'
                  : undefined
            }
          />
        </Fields>
        {listed.length === 0 && <Text tone="muted">Nothing was read then.</Text>}
        {listed.slice(0, LISTED).map((r) =>
          changing === r.atMs ? (
            <ReadingForm key={r.atMs} room={room} reading={r} onDone={() => setChanging(undefined)} />
          ) : (
            <ListRow key={r.atMs}>
              <Grow>
                <Text kind="strong">{clockTime(r.atMs)}</Text>
                <Text kind="small">{`${formatQuantity('temp', r.tempC, units, 1)}, ${percent(r.rh)}`}</Text>
              </Grow>
              <TextButton
                label="Change"
                of={`the reading of ${clockTime(r.atMs)}`}
                onPress={() => setChanging(r.atMs)}
              />
              <TextButton
                label="Take out"
                of={`the reading of ${clockTime(r.atMs)}`}
                tone="stop"
                onPress={() => void take([r])}
              />
            </ListRow>
          ),
        )}
        {listed.length > LISTED && (
          <Text kind="small" tone="muted">{`And ${listed.length - LISTED} more. A shorter stretch shows them.`}</Text>
        )}
        <Problem says={problem} />
        {listed.length > 1 && (
          <Stack top={2}>
            <TextButton
              label={`Take out all ${listed.length} of this stretch`}
              tone="stop"
              onPress={() => void take(listed)}
            />
          </Stack>
        )}
      </View>
    </Disclosure>
  );
}
