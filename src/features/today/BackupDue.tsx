import { View } from 'react-native';
import { countText } from '@/core';
import { useBackup } from '@/data';
import { dayOnly } from '@/ui/format';
import { ListRow } from '@/ui/ListRow';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { pageHref } from '@/ui/pages';

/** The last file of the shop is old, or much was logged since: a line that leads to where it is saved. */
export function BackupDue({ now }: { now: number }) {
  const backup = useBackup(now);
  if (!backup?.due) return null;
  return (
    <Section title="Keeping it">
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
    </Section>
  );
}
