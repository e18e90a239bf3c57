import { useRouter } from 'expo-router';
import { View } from 'react-native';
import { useSettings, useShopActions, type Settings } from '@/data';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { EmptyState } from '@/ui/EmptyState';
import { Page } from '@/ui/Page';
import { pageHref } from '@/ui/pages';
import { POUR_BY } from '@/ui/pourBy';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';
import { UnreadJobs } from '@/ui/UnreadJobs';

/** A shop without a job: how to begin, and what it is asked once. */
export default function NoJobYet({ failures }: { failures: readonly Error[] }) {
  const router = useRouter();
  return (
    <Page
      foot={
        <ActionButton
          label="Start a job"
          strong
          grow
          onPress={() => router.navigate(pageHref('/job/[jobId]', { jobId: 'new' }))}
        />
      }
    >
      <EmptyState
        title="No job yet"
        text="Start one: name the vehicle, then its panels. Or import a job file from the Shop page."
      />
      <FirstUse />
      <UnreadJobs failures={failures} />
    </Page>
  );
}

/** What a new shop is asked once. All of it has an answer already, and can be changed later. */
function FirstUse() {
  const settings = useSettings();
  const { saveSettings } = useShopActions();
  if (!settings) return null;
  const save = (patch: Partial<Settings>) => void saveSettings(patch).catch(() => undefined);
  return (
    <Section title="How you work">
      <ChoiceGroup label="Units" options={UNITS} value={settings.units} onChange={(units) => save({ units })} />
      <ChoiceGroup
        label="Cups are poured by"
        options={POUR_BY}
        value={settings.pourBy}
        onChange={(pourBy) => save({ pourBy })}
      />
      <View style={{ height: gap(2) }} />
      <Text kind="small" tone="muted">
        Where painters differ, such as filler on metal or on epoxy, you are asked when it first matters. All of this
        stands under Shop.
      </Text>
    </Section>
  );
}

const UNITS = [
  { value: 'metric', label: 'Metric' },
  { value: 'us', label: 'US' },
] as const;
