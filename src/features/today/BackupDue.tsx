import { View } from 'react-native';
import { countText } from '@/core';
import { isRoomLow, useBackup, useRoomLeft } from '@/data';
import { dayOnly } from '@/ui/format';
import { ListRow } from '@/ui/ListRow';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { pageHref } from '@/ui/pages';

/** The last file of the shop is old, or much was changed since, or the room runs out: a line that leads to where something can be done. */
export default function BackupDue({ now }: { now: number }) {
  const backup = useBackup(now);
  const room = useRoomLeft();
  const isLow = isRoomLow(room);
  if (!backup?.due && !isLow) return null;
  return (
    <Section title="Keeping it">
      {isLow && (
        <ListRow href={pageHref('/shop')}>
          <View style={{ flex: 1, minWidth: 0 }} testID="room-low">
            <Text kind="strong" tone="window">
              Little room is left in this browser
            </Text>
            <Text kind="small" tone="muted">
              {`About ${Math.round((room?.free ?? 0) / 1e6)}\u00a0MB. Save the shop as a file, then make room: delete jobs that are done, or other sites\u2019 data.`}
            </Text>
          </View>
        </ListRow>
      )}
      {backup?.due && (
        <ListRow href={pageHref('/shop')}>
          <View style={{ flex: 1, minWidth: 0 }} testID="backup-due">
            <Text kind="strong">Save the shop as a file</Text>
            <Text kind="small" tone="muted">
              {backup.atMs === null
                ? `${countText(backup.since, 'change stands', 'changes stand')} in this browser only.`
                : `Last saved ${dayOnly(backup.atMs)}; ${countText(backup.since, 'change')} since.`}
            </Text>
          </View>
        </ListRow>
      )}
    </Section>
  );
}
