import { lazy, Suspense, useEffect, useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { TouchableRipple } from 'react-native-paper';
import { countText, lowerFirst, panelOf, waitText, zoneLabel } from '@/core';
import { useBenchConnection, useDueAlarms, useNow, useSettings, type DueAlarm } from '@/data';
import { useNewVersion } from '@/data/appVersion';
import type { Restored } from '@/data/repository';
import { useKeepSettled } from '@/data/useKeepSettled';
import { useRestored } from '@/data/restored';
import { useAppTheme } from '@/ui/appTheme';
import { clockTime } from '@/ui/format';
import { Grow } from '@/ui/layout';
import { LinkArea } from '@/ui/LinkArea';
import { Notice } from '@/ui/Notice';
import { TextButton } from '@/ui/TextButton';
import { playAlarm, showNotification } from '@/ui/alarmSound';
import { Text } from '@/ui/Text';
import { gap, GLOVE } from '@/ui/theme';
import { stageWords } from '@/ui/words';
import { pageHref } from '@/ui/pages';

const AtRest = lazy(() => import('./AtRest'));

/** What goes on behind every page: devices that are listened to, and alarms. Loaded after the first page. */
export default function BackgroundTasks() {
  useBenchConnection();
  useKeepSettled();
  const now = useNow(5000);
  const { due, putAway } = useDueAlarms(now);
  const settings = useSettings();
  const rung = useRef(new Set<string>());
  useEffect(() => {
    const fresh = due.filter((a) => !rung.current.has(a.key));
    if (fresh.length === 0) return;
    for (const a of fresh) rung.current.add(a.key);
    if (settings?.sound) playAlarm();
    const first = fresh[0]!;
    showNotification(titleOf(first), wordsOf(first), first.key);
  }, [due, settings?.sound]);
  return (
    <>
      <NewVersion />
      <Suspense fallback={null}>
        <AtRest />
      </Suspense>
      <CameBack />
      {due.length > 0 && <Alarms due={grouped(due)} now={now} onSeen={() => putAway(due)} />}
    </>
  );
}

/** A new version is complete: it waits until somebody says so, since what is half typed would be read again from its draft. */
function NewVersion() {
  const load = useNewVersion();
  const [later, setLater] = useState(false);
  if (!load || later) return null;
  return (
    <Notice tone="muted" testID="new-version">
      <View style={styles.line}>
        <Grow>
          <Text kind="strong">A new version is here</Text>
        </Grow>
        <TextButton label="Load it" onPress={load} />
        <TextButton label="Later" tone="muted" onPress={() => setLater(true)} />
      </View>
    </Notice>
  );
}

/** More than so many lines of what is missing are a number. */
const MOST_NAMED = 6;

function cameBackText({ records, changes, missing, isAllLost }: Restored): string {
  if (isAllLost)
    return `${countText(changes, 'change')} had been saved here, and there is no second copy of them in this browser. Take in the last file that you saved.`;
  const all = `${countText(records, 'record')}, from ${countText(changes, 'change')},`;
  return missing.length === 0
    ? `All of it came back from the second copy that Stratocoat keeps: ${all} every one checked. Save the shop as a file all the same.`
    : `The second copy was damaged too. ${all} came back; what is missing stands below. The last file of the shop or of the job puts it back.`;
}

/** The browser had thrown the shop's database away, and it was filled from its second copy: somebody should know, and keep a file. */
function CameBack() {
  const { restored, seen } = useRestored();
  if (!restored) return null;
  const { missing, isAllLost } = restored;
  const isWhole = missing.length === 0 && !isAllLost;
  return (
    <Notice tone={isWhole ? 'window' : 'stop'} testID="came-back">
      <View style={styles.line}>
        <Grow>
          <Text kind="strong">The browser had lost this shop</Text>
          <Text kind="small">
            {`It found its database damaged and threw it away, as it can after it was killed. ${cameBackText(restored)}`}
          </Text>
          {missing.slice(0, MOST_NAMED).map((m) => (
            <Text key={m} kind="small">{`Missing: ${m}.`}</Text>
          ))}
          {missing.length > MOST_NAMED && <Text kind="small">{`And ${missing.length - MOST_NAMED} more.`}</Text>}
          {!isWhole && (
            <LinkArea href={pageHref('/shop')} style={styles.target}>
              <Text kind="strong" tone="do">
                Take in the last file
              </Text>
            </LinkArea>
          )}
        </Grow>
        <TextButton label="Seen" of="the browser had lost this shop" icon="check" onPress={seen} />
      </View>
    </Notice>
  );
}

/** Zones of one panel that ring together are told as one. */
function grouped(due: readonly DueAlarm[]): DueAlarm[] {
  return due.filter(
    (a, i) =>
      due.findIndex(
        (b) =>
          b.kind === a.kind &&
          b.open.job.id === a.open.job.id &&
          Math.abs(b.atMs - a.atMs) < 60_000 &&
          panelOf(b.open.job, b.zoneId)?.id === panelOf(a.open.job, a.zoneId)?.id,
      ) === i,
  );
}

const titleOf = (a: DueAlarm) => zoneLabel(a.open.job, a.zoneId);

function wordsOf(a: DueAlarm): string {
  const words =
    a.kind === 'closing'
      ? `Window closes at ${clockTime(a.closesMs ?? a.atMs)}: coat before then, or it needs sanding first`
      : stageWords(a.stage, a.family);
  return a.spots ? `Spots: ${String(lowerFirst(words))}` : words;
}

/** One line, however many ring: for which panels, and all of them behind a tap. */
function Alarms({ due, now, onSeen }: { due: DueAlarm[]; now: number; onSeen(): void }) {
  const [open, setOpen] = useState(false);
  const { palette } = useAppTheme();
  const [first] = due;
  if (!first) return null;
  const alone = due.length === 1;
  return (
    <Notice tone="window" urgent testID="alarms">
      <View style={styles.line}>
        <Grow>
          {alone ? (
            <OneAlarm alarm={first} now={now} />
          ) : (
            <TouchableRipple role="button" aria-expanded={open} onPress={() => setOpen(!open)} style={styles.target}>
              <Text kind="strong">{summaryOf(due)}</Text>
            </TouchableRipple>
          )}
        </Grow>
        <TextButton label="Seen" of={alone ? titleOf(first) : 'all of them'} icon="check" onPress={onSeen} />
      </View>
      {open && !alone && (
        <View style={[styles.list, { borderTopColor: palette.line }]}>
          {due.map((a) => (
            <OneAlarm key={a.key} alarm={a} now={now} />
          ))}
        </View>
      )}
    </Notice>
  );
}

function OneAlarm({ alarm: a, now }: { alarm: DueAlarm; now: number }) {
  const panel = panelOf(a.open.job, a.zoneId);
  return (
    <LinkArea
      href={
        panel
          ? pageHref('/panel/[jobId]/[panelId]', { jobId: a.open.job.id, panelId: panel.id, zone: a.zoneId })
          : pageHref('/')
      }
      style={styles.target}
    >
      <View>
        <Text kind="strong">{titleOf(a)}</Text>
        <Text kind="small" tone={a.kind === 'closing' ? 'window' : 'ink'}>
          {`${wordsOf(a)}${now - a.atMs > 60_000 ? `, ${waitText(now - a.atMs)} ago` : ''}`}
        </Text>
      </View>
    </LinkArea>
  );
}

/** 'Tailboard and 2 more': which panels, each once. */
function summaryOf(due: readonly DueAlarm[]): string {
  const names = [...new Set(due.map((a) => panelOf(a.open.job, a.zoneId)?.name ?? titleOf(a)))];
  const [first = '', second = ''] = names;
  if (names.length === 1) return `${first}: ${due.length} clocks`;
  return names.length === 2 ? `${first} and ${second.toLowerCase()}` : `${first} and ${names.length - 1} more`;
}

const styles = StyleSheet.create({
  line: { flexDirection: 'row', alignItems: 'center', gap: gap(2) },
  target: { minHeight: GLOVE, justifyContent: 'center' },
  list: { borderTopWidth: 1 },
});
