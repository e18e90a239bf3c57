import { useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { formatQuantity, type Message } from '@/core';
import { exportCalendar, nowMs, useShopActions, useStatusesNow, type OpenJob } from '@/data';
import { useDropPictures } from '@/data/photos';
import { useExchange } from '@/data/useExchange';
import { useAppTheme } from '@/ui/appTheme';
import { useConfirm } from '@/ui/ConfirmDialog';
import { Grow } from '@/ui/layout';
import { useNotify } from '@/ui/notifications';
import { ListRow } from '@/ui/ListRow';
import { TextButton } from '@/ui/TextButton';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';
import { pageHref } from '@/ui/pages';
import { momentsOf } from './moments';

/** One job of the shop: out as a file, its clocks into a calendar, changed, or deleted. */
export function JobLine({ open }: { open: OpenJob }) {
  const { saveJob } = useExchange();
  const router = useRouter();
  const { units } = useAppTheme();
  const { removeJob } = useShopActions();
  const dropPictures = useDropPictures();
  const statusesNow = useStatusesNow(open);
  const [ask, dialog] = useConfirm();
  const notify = useNotify();
  const [problem, setProblem] = useState<Message>();
  const calendar = () =>
    void exportCalendar(open, momentsOf(open, statusesNow(), formatQuantity('temp', 23, units)), nowMs()).then(
      () => setProblem(undefined),
      (e: Error) => setProblem(`${e.message}.`),
    );
  return (
    <ListRow>
      <Grow>
        <Text kind="strong">{open.job.name}</Text>
        <Text
          kind="small"
          tone="muted"
        >{`${open.job.panels.length} panels, ${open.state.events.length} entries. ${open.job.about}`}</Text>
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: gap(4) }}>
          <TextButton
            label="Export"
            onPress={() =>
              void saveJob(open.job.id, open.job.name).then(
                () => setProblem(undefined),
                (e: Error) => setProblem(e.message),
              )
            }
          />
          <TextButton label="Clocks to a calendar" onPress={calendar} />
          <TextButton
            label="Change"
            onPress={() => router.navigate(pageHref('/job/[jobId]/change', { jobId: open.job.id }))}
          />
          <TextButton
            label="Delete"
            tone="muted"
            onPress={() =>
              ask({
                title: `Delete ${open.job.name}?`,
                text: `This deletes the job permanently: ${open.state.events.length} entries, its drawings and its bags. Export it first if you may want it again.`,
                act: `Delete ${open.state.events.length} entries`,
                onConfirm: () =>
                  void removeJob(open.job.id).then(
                    () => {
                      dropPictures(open.job);
                      notify({ text: `${open.job.name} is deleted.` });
                    },
                    (e: Error) => setProblem(`${e.message}.`),
                  ),
              })
            }
          />
        </View>
        {dialog}
        {problem !== undefined && (
          <Text kind="small" tone="window">
            {problem}
          </Text>
        )}
      </Grow>
    </ListRow>
  );
}
