import { View } from 'react-native';
import { countText, type Job, type Panel } from '@/core';
import { useShopActions } from '@/data';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { gap } from '@/ui/theme';

/** Like pieces that are worked on as one: how many are done at the step at hand. What is logged holds for all of them. */
export function Pieces({ jobId, panel }: { jobId: string; panel: Panel }) {
  const { changeJob } = useShopActions();
  const { pieces } = panel;
  if (!pieces) return null;
  const { count, done } = pieces;
  const put = (to: number) =>
    void changeJob(jobId, (j: Job) => ({
      ...j,
      panels: j.panels.map((p) => (p.id === panel.id ? { ...p, pieces: { count, done: to } } : p)),
    })).catch(() => undefined);
  const isAll = done >= count;
  return (
    <View style={{ paddingTop: gap(2) }} testID="pieces">
      <Text kind="strong">{`${countText(count, 'piece')}, ${done} done`}</Text>
      <Text kind="small" tone="muted">
        {isAll ? 'All of them are done: log it for all, then count the next step.' : 'Count them as each is done.'}
      </Text>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: gap(4) }}>
        {!isAll && <TextButton label="One more done" onPress={() => put(done + 1)} />}
        {done > 0 && <TextButton label="One less" tone="muted" onPress={() => put(done - 1)} />}
        {done > 0 && <TextButton label="Begin to count anew" tone="muted" onPress={() => put(0)} />}
      </View>
    </View>
  );
}
