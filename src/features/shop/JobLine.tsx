import { useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { formatQuantity, zoneLabel, type Message, type Statuses } from '@/core';
import { exportCalendar, exportJob, nowMs, useLibrary, useLiveJob, useShopActions, type OpenJob } from '@/data';
import { useAppTheme } from '@/ui/appTheme';
import { useConfirm } from '@/ui/ConfirmDialog';
import { useNotify } from '@/ui/notifications';
import { ListRow } from '@/ui/ListRow';
import { TextButton } from '@/ui/TextButton';
import { T } from '@/ui/T';
import { gap } from '@/ui/theme';
import { momentWords } from '@/ui/words';
import { pageHref } from '@/ui/pages';

/** One job of the shop: out as a file, its clocks into a calendar, changed, or deleted. */
export function JobLine({ open }: { open: OpenJob }) {
  const { all } = useLibrary();
  const router = useRouter();
  const { units } = useAppTheme();
  const { removeJob } = useShopActions();
  const { statuses } = useLiveJob(open.job.id, 60_000);
  const [ask, dialog] = useConfirm();
  const notify = useNotify();
  const [problem, setProblem] = useState<Message>();
  const calendar = () =>
    void exportCalendar(open, momentsOf(open, statuses, formatQuantity('temp', 23, units)), nowMs()).then(
      () => setProblem(undefined),
      (e: Error) => setProblem(`${e.message}.`),
    );
  return (
    <ListRow>
      <View style={{ flex: 1, minWidth: 0 }}>
        <T kind="strong">{open.job.name}</T>
        <T
          kind="small"
          tone="muted"
        >{`${open.job.panels.length} panels, ${open.state.events.length} entries. ${open.job.about}`}</T>
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: gap(4) }}>
          <TextButton label="Export" onPress={() => void exportJob(open, all, nowMs())} />
          <TextButton label="Clocks to a calendar" onPress={calendar} />
          <TextButton
            label="Change"
            onPress={() => router.navigate(pageHref('/job/[jobId]', { jobId: open.job.id }))}
          />
          <TextButton
            label="Delete"
            tone="muted"
            onPress={() =>
              ask({
                title: `Delete ${open.job.name}?`,
                text: `Its ${open.state.events.length} entries, its drawings and its bags are gone from this browser for good. Export it first if you may want it again.`,
                act: `Delete ${open.state.events.length} entries for good`,
                onConfirm: () =>
                  void removeJob(open.job.id).then(
                    () => notify({ text: `${open.job.name} is deleted.` }),
                    (e: Error) => setProblem(`${e.message}.`),
                  ),
              })
            }
          />
        </View>
        {dialog}
        {problem !== undefined && (
          <T kind="small" tone="window">
            {problem}
          </T>
        )}
      </View>
    </ListRow>
  );
}

/** Everything that the job's clocks bring, by zone. */
function momentsOf(open: OpenJob, statuses: Statuses, reference: string) {
  return open.job.zones.flatMap((z) => {
    const status = statuses.get(z.id);
    const top = status?.top;
    if (!status || !top) return [];
    return status.moments.map((m) => ({
      uid: `${open.job.id}/${z.id}/${m.layerId}/${m.stage}/${m.kind}`,
      atMs: m.atMs,
      title: `${zoneLabel(open.job, z.id)}: ${momentWords(m, top.family)}`,
      about: `${top.label}. An estimate from the air that was read and its forecast; data sheet times hold at ${reference}. The data sheet decides.`,
    }));
  });
}
