import { useState } from 'react';
import { View } from 'react-native';
import { ALARM_KINDS, type AlarmKind } from '@/core';
import { useShopActions, type Settings } from '@/data';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Stack } from '@/ui/layout';
import { Section } from '@/ui/Section';
import { TextButton } from '@/ui/TextButton';
import {
  requestNotifications,
  notificationAccess,
  playAlarm,
  showNotification,
  type NotificationAccess,
} from '@/ui/alarmSound';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';

const NAMES: Record<AlarmKind, string> = {
  flash: 'Flash is over',
  ready: 'May be coated, sanded or polished',
  closing: 'Window closes in half an hour',
};

const LEAVE: Record<NotificationAccess, string> = {
  granted: 'This browser shows them outside of the page too, as long as the page is open somewhere.',
  denied: 'This browser was told not to show notices. They stand on the page.',
  default: 'They stand on the page. Outside of it this browser has to be allowed to show them.',
  none: 'This browser shows no notices. They stand on the page.',
};

/** What calls one back to a panel, and how. */
export function AlarmSettings({ settings }: { settings: Settings }) {
  const { saveSettings } = useShopActions();
  const [leave, setLeave] = useState(notificationAccess);
  const save = (patch: Partial<Settings>) => void saveSettings(patch).catch(() => undefined);
  return (
    <Section title="Alarms">
      <ChoiceGroup
        label="Call me when"
        many
        options={ALARM_KINDS.map((k) => ({ value: k, label: NAMES[k] }))}
        value={settings.alarms}
        onChange={(k) =>
          save({
            alarms: settings.alarms.includes(k) ? settings.alarms.filter((x) => x !== k) : [...settings.alarms, k],
          })
        }
      />
      <ChoiceGroup
        label="Sound and vibration"
        options={
          [
            { value: 'on', label: 'On' },
            { value: 'off', label: 'Off' },
          ] as const
        }
        value={settings.sound ? 'on' : 'off'}
        onChange={(v) => save({ sound: v === 'on' })}
      />
      <Stack top={2}>
        <Text kind="small" tone="muted">
          {LEAVE[leave]}
        </Text>
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: gap(4) }}>
          {leave === 'default' && (
            <TextButton label="Allow notices" icon="bell" onPress={() => void requestNotifications().then(setLeave)} />
          )}
          <TextButton
            label="Try it"
            onPress={() => {
              playAlarm();
              showNotification('Stratocoat', 'This is how an alarm looks.', 'try');
            }}
          />
        </View>
      </Stack>
    </Section>
  );
}
