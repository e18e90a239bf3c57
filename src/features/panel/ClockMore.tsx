import { useRouter } from 'expo-router';
import { memo } from 'react';
import { View } from 'react-native';
import { HOUR_MS, formatQuantity, temperatureFor, waitText, type StageClock, type ZoneStatus, phrase } from '@/core';
import { useClockDetail, useConditions, type OpenJob } from '@/data';
import { shortWhen } from '@/ui/format';
import { useAppTheme } from '@/ui/appTheme';
import { Awake } from '@/ui/Awake';
import { TextButton } from '@/ui/TextButton';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';
import { stageWords } from '@/ui/words';
import { pageHref } from '@/ui/pages';
import { rangeWords } from './rangeWords';

interface Props {
  open: OpenJob;
  zoneId: string;
  status: ZoneStatus;
  now: number;
}

/** What the clock rests on: earliest and latest under the forecast, air that nobody read, heat that would help. */
export const ClockMore = memo(function ClockMore({ open, zoneId, status, now }: Props) {
  const router = useRouter();
  const detail = useClockDetail(open, zoneId, status, now);
  const here = useConditions(open, now)?.(zoneId);
  const top = status.top;
  const ahead = status.clocks.filter((c) => !c.reached);
  if (!top || ahead.length === 0) return null;
  const gapMs = detail?.gaps.reduce((a, g) => a + g.toMs - g.fromMs, 0) ?? 0;
  const next = ahead[0];
  const range = detail?.ranges.find((r) => r.stage === next?.stage);
  const never = ahead.find((c) => c.opensMs === null && c.stage !== 'full');
  const flash = status.moments.find((m) => m.kind === 'opens' && m.stage === 'flash');
  return (
    <View style={{ marginTop: gap(2), gap: gap(1) }} testID="clock-more">
      {next && range && (
        <Text kind="small">{phrase`${stageWords(next.stage, top.family)}: ${rangeWords(next, range, now)}`}</Text>
      )}
      {never && here && <Never clock={never} family={top.family} rh={here.rh} now={now} />}
      {gapMs > HOUR_MS && (
        <Text kind="small" tone="window">
          {`Nobody read the air for ${waitText(gapMs)} of that time: it is assumed.`}
        </Text>
      )}
      <TextButton
        label="What if I heat it?"
        onPress={() => router.navigate(pageHref('/heat', { job: open.job.id, zone: zoneId }))}
      />
      {flash && flash.atMs - now < HOUR_MS && <Awake />}
    </View>
  );
});

/** Tomorrow at eight: when one wants to know that it is done. */
function tomorrowAtEight(now: number): number {
  const d = new Date(now);
  d.setDate(d.getDate() + 1);
  d.setHours(8, 0, 0, 0);
  return d.getTime();
}

/** A stage that this air does not bring: which temperature would, and by when. */
function Never({
  clock,
  family,
  rh,
  now,
}: {
  clock: StageClock;
  family: Parameters<typeof stageWords>[1];
  rh: number;
  now: number;
}) {
  const { units } = useAppTheme();
  const by = tomorrowAtEight(now);
  const c = temperatureFor(clock.needMin - clock.doneMin, (by - now) / 60_000, rh, clock.kinetics);
  return (
    <Text kind="small" tone="stop">
      {c === null || c > 60
        ? `${stageWords(clock.stage, family)} is not reached in this air.`
        : `${stageWords(clock.stage, family)} is not reached in this air. At a steady ${formatQuantity('temp', Math.ceil(c), units)} on the panel it would be, by ${shortWhen(by, now)}.`}
    </Text>
  );
}
