import { lazy, Suspense, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  errorText,
  isForgotten,
  isSetBack,
  minutesOn,
  WORK_ACT_NAMES,
  type LogEvent,
  type Message,
  type ProductLookup,
  type WorkClock,
} from '@/core';
import { ActionButton } from './ActionButton';
import { useAppTheme } from './appTheme';
import { shortWhen } from './format';
import { Notice } from './Notice';
import { useNotify } from './notifications';
import { Text } from './Text';
import { TextButton } from './TextButton';
import { gap } from './theme';
import { eventLine, minutesText } from './words';

const MinutesForm = lazy(() => import('./form/MinutesForm'));

/** A clock that runs: since when, and a tap that stops it. One that was likely forgotten asks how long it really was. */
export function WorkClockLine({
  clock,
  where,
  now,
  products,
  stopping,
  onStop,
  onConfirm,
  onDrop,
}: {
  clock: WorkClock;
  /** Which panel, where that is not plain. */
  where?: string;
  now: number;
  products: ProductLookup;
  stopping: boolean;
  /** @param minutes how long it was, where the clock does not know */
  onStop(minutes?: number): Promise<{ event: LogEvent; undo(): Promise<unknown> }>;
  onConfirm(): Promise<unknown>;
  onDrop(): Promise<{ undo(): Promise<unknown> }>;
}) {
  const { units } = useAppTheme();
  const notify = useNotify();
  const [problem, setProblem] = useState<Message>();
  const failed = (e: Error) => setProblem(errorText(e));
  const stop = (minutes?: number) =>
    void onStop(minutes).then(
      ({ event, undo }) => notify({ text: `Logged. ${eventLine(event, products, units)}`, undo }),
      failed,
    );
  const drop = () =>
    void onDrop().then(({ undo }) => notify({ text: `Thrown away: the clock on ${what.toLowerCase()}`, undo }), failed);
  const what = `${WORK_ACT_NAMES[clock.act]}${where === undefined ? '' : `, ${where.toLowerCase()}`}`;
  const minutes = minutesOn(clock, now);
  const trouble = problem !== undefined && <Notice tone="stop">{problem}</Notice>;
  if (isForgotten(clock, now))
    return (
      <Notice tone="window" testID="forgotten-clock">
        <Text kind="strong">{`Still at it? ${what}`}</Text>
        <Text kind="small" tone="muted">
          {isSetBack(clock, now)
            ? 'The clock of this device was set back since it was started.'
            : `The clock has run since ${shortWhen(clock.startedMs, now)}: ${minutesText(minutes)}.`}
        </Text>
        <Suspense fallback={null}>
          <MinutesForm onSave={stop} />
        </Suspense>
        <View style={styles.row}>
          {!isSetBack(clock, now) && (
            <TextButton label="Still at it" of={what} onPress={() => void onConfirm().catch(failed)} />
          )}
          <TextButton label="Throw it away" of={what} tone="stop" onPress={drop} />
        </View>
        {trouble}
      </Notice>
    );
  return (
    <View style={[styles.row, styles.running]} testID="work-clock">
      <View style={styles.words}>
        <Text kind="strong">{what}</Text>
        <Text kind="small" tone="muted">{`${minutesText(minutes)}, since ${shortWhen(clock.startedMs, now)}`}</Text>
      </View>
      <ActionButton label="Stop" of={what} disabled={stopping} onPress={() => stop()} />
      {trouble}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', columnGap: gap(3) },
  running: { paddingVertical: gap(2) },
  words: { flex: 1, minWidth: 140 },
});
