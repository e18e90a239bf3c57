import { View } from 'react-native';
import { useSettings, useShopActions, type Settings } from '@/data';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { POUR_BY } from '@/ui/pourBy';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';

/** What a new shop is asked once. All of it has an answer already, and can be changed later. */
export default function FirstUse() {
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
