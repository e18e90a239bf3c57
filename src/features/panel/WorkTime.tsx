import { useMemo, useState } from 'react';
import { View } from 'react-native';
import {
  effectiveEvents,
  errorText,
  KINDS,
  totalMin,
  WORK_ACT_NAMES,
  WORK_ACTS,
  workTimeOf,
  zonesOf,
  type Message,
  type Panel,
  type WorkClock,
  type ZoneStatus,
} from '@/core';
import { draftInputOn, nextKind } from '@/core/route/draft';
import { useLibrary, useRunningClock, useSettings, useWorkClocks, type OpenJob } from '@/data';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Problem } from '@/ui/Notice';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { gap } from '@/ui/theme';
import { WorkClockLine } from '@/ui/WorkClockLine';
import { minutesText } from '@/ui/words';

/** What hands spent on a panel, and the clock for what they do now. */
export function WorkTime({
  open,
  panel,
  zoneId,
  zoneIds,
  status,
  now,
}: {
  open: OpenJob;
  panel: Panel;
  /** What the next work is likely about. */
  zoneIds: string[];
  zoneId: string;
  status: ZoneStatus | undefined;
  now: number;
}) {
  const { clocks, start } = useWorkClocks();
  const [picking, setPicking] = useState(false);
  const [problem, setProblem] = useState<Message>();
  const spent = useMemo(
    () => workTimeOf(open.job, effectiveEvents(open.state)).panels.get(panel.id) ?? {},
    [open.job, open.state, panel.id],
  );
  const clock = clocks.find((c) => c.jobId === open.job.id && c.panelId === panel.id);
  const { all } = useLibrary();
  const settings = useSettings();
  const strata = open.state.zones.get(zoneId)?.strata;
  const likely = useMemo(() => {
    if (!status || !settings) return 'other';
    const { method } = settings;
    const next = nextKind(
      draftInputOn(open.job, open.state, zoneId, status, { all, method, nowMs: strata?.surface.sinceMs ?? 0 }),
    );
    return KINDS[next].act ?? 'other';
  }, [all, open.job, open.state, settings, status, strata, zoneId]);
  const begin = (act: WorkClock['act']) => {
    setPicking(false);
    const ids = zoneIds.length > 0 ? zoneIds : zonesOf(open.job, panel.id).map((z) => z.id);
    start({ jobId: open.job.id, panelId: panel.id, zoneIds: ids, act }).catch((e: Error) => setProblem(errorText(e)));
  };
  return (
    <Section title="Work time" aside={totalMin(spent) > 0 ? minutesText(totalMin(spent)) : 'none yet'}>
      {totalMin(spent) > 0 && (
        <Text kind="small" tone="muted">
          {WORK_ACTS.filter((act) => spent[act] !== undefined)
            .map((act) => `${WORK_ACT_NAMES[act]} ${minutesText(spent[act] ?? 0)}`)
            .join('. ')}
        </Text>
      )}
      {clock ? (
        <Running clock={clock} products={open.products} now={now} />
      ) : (
        <>
          <View style={{ height: gap(2) }} />
          <ActionButton
            label={`Start the clock: ${WORK_ACT_NAMES[likely].toLowerCase()}`}
            onPress={() => begin(likely)}
            testID="start-clock"
          />
          <TextButton label={picking ? 'Only the usual one' : 'Another work'} onPress={() => setPicking(!picking)} />
          {picking && (
            <ChoiceGroup
              label="Which work"
              hideLabel
              options={WORK_ACTS.map((a) => ({ value: a, label: WORK_ACT_NAMES[a] }))}
              value={undefined}
              onChange={begin}
            />
          )}
        </>
      )}
      <Problem says={problem} />
    </Section>
  );
}

const Running = (props: { clock: WorkClock; products: OpenJob['products']; now: number }) => (
  <WorkClockLine {...props} {...useRunningClock(props.clock)} />
);
