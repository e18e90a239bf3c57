import { useLocalSearchParams, useRouter } from 'expo-router';
import { useEffect, useMemo, useState } from 'react';
import { View } from 'react-native';
import { object } from 'yup';
import { BOUNDS, SCHOOLS, type HouseMethod, type UnitSystem } from '@/core';
import { answerSchool, useData, useJobs, useLibrary, useSettings, useShopActions, type Settings } from '@/data';
import { useConfirm } from '@/ui/ConfirmDialog';
import { useAppTheme } from '@/ui/appTheme';
import { Row, Stack } from '@/ui/layout';
import { formatForInput } from '@/ui/numbers';
import { Fields } from '@/ui/Field';
import { FormField } from '@/ui/form/FormField';
import { typedNumber, typedQuantity, typedText } from '@/ui/form/schema';
import { readTexts, useLiveForm } from '@/ui/form/useLiveForm';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { ListRow } from '@/ui/ListRow';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { Section } from '@/ui/Section';
import { TextButton } from '@/ui/TextButton';
import { Text } from '@/ui/Text';
import { UnreadJobs } from '@/ui/UnreadJobs';
import { pageHref } from '@/ui/pages';
import { AlarmSettings } from './AlarmSettings';
import { Import } from './Import';
import { EmptyShop } from './EmptyShop';
import { JobLine } from './JobLine';
import { Keeping } from './Keeping';
import { keysOf } from '@/core/keysOf';
import { takeShared } from '@/workers/shared';

/** Jobs in and out, the library, and how the shop likes its screens. */
export function ShopScreen() {
  const settings = useSettings();
  const { jobs, loading, failures } = useJobs();
  const { all } = useLibrary();
  const { mode, switchTo, restartDemo } = useData();
  const [ask, dialog] = useConfirm();
  const router = useRouter();
  const shared = useSharedFile();
  // At first not by halves: what is tapped must not move away under the thumb. A job that comes later is one more line.
  const [isRead, setRead] = useState(!loading);
  if (!loading && !isRead) setRead(true);
  if (!settings || !isRead) return <Page>{null}</Page>;
  const own = all.filter((p) => p.basis === 'sheet').length;
  return (
    <Page testID="shop">
      <PageHead
        eyebrow={mode === 'demo' ? 'Demo shop, apart from your own data' : 'Your shop, kept in this browser'}
        title={settings.shopName}
      />
      <Section
        title="Jobs"
        aside={
          <TextButton
            label="New job"
            icon="plus"
            onPress={() => router.navigate(pageHref('/job/[jobId]', { jobId: 'new' }))}
          />
        }
      >
        {jobs.map((j) => (
          <JobLine key={j.job.id} open={j} />
        ))}
        <UnreadJobs failures={failures} />
        <Import offered={isZip(shared) ? undefined : shared} />
      </Section>
      <Keeping shopName={settings.shopName} offered={isZip(shared) ? shared : undefined} />
      <Section title="Library">
        <ListRow href={pageHref('/library')}>
          <View style={{ flex: 1 }}>
            <Text kind="strong">{`${all.length} products`}</Text>
            <Text kind="small" tone="muted">
              {own > 0
                ? `${own} with your own figures`
                : 'Generic figures. Copy one to put in those of a real data sheet.'}
            </Text>
          </View>
        </ListRow>
      </Section>
      <Preferences key={settings.units} settings={settings} />
      <AlarmSettings settings={settings} />
      <Method settings={settings} />
      {mode === 'own' && (
        <Section title="Devices">
          <Stack top={3}>
            <Text kind="small" tone="muted">
              No device is connected: readings, heights and colours are typed, or come in a file. The devices that ship
              with the app make their figures up, and speak in the demo only.
            </Text>
          </Stack>
        </Section>
      )}
      <Section title="Whose data">
        <Stack top={3} between={2}>
          <Text kind="small" tone="muted">
            {mode === 'demo'
              ? 'The demo lives in a store of its own. What you try here never touches your own jobs.'
              : 'Your jobs live in this browser only, and in the files that you save.'}
          </Text>
          <Row>
            <ActionButton
              label={mode === 'demo' ? 'Go to my own shop' : 'Look round the demo'}
              onPress={() => switchTo(mode === 'demo' ? 'own' : 'demo')}
            />
            {mode === 'demo' && (
              <ActionButton
                label="Start the demo again"
                onPress={() =>
                  ask({
                    title: 'Start the demo again?',
                    text: 'What was logged, drawn or set in the demo is gone. Your own shop is not touched.',
                    act: 'Start it again',
                    onConfirm: () => void restartDemo(),
                  })
                }
              />
            )}
            {dialog}
          </Row>
          {mode === 'own' && <EmptyShop shopName={settings.shopName} />}
        </Stack>
      </Section>
    </Page>
  );
}

const isZip = (f: File | undefined): f is File => f !== undefined && /zip/.test(`${f.type} ${f.name}`);

/** A file that another app shared with this one, if that is why the page was opened. */
function useSharedFile(): File | undefined {
  const { shared } = useLocalSearchParams();
  const [file, setFile] = useState<File>();
  useEffect(() => {
    if (shared !== undefined) void takeShared().then((f) => f && setFile(f));
  }, [shared]);
  return file;
}

/** The shop's schools, each with the reason of the side that was picked. */
function Method({ settings }: { settings: Settings }) {
  const { saveSettings } = useShopActions();
  const set = <K extends keyof HouseMethod>(key: K, value: HouseMethod[K]) =>
    void saveSettings(answerSchool(settings, key, value)).catch(() => undefined);
  return (
    <Section title="House method">
      {keysOf(SCHOOLS).map((key) => {
        const options = SCHOOLS[key].options as Record<string, { name: string; why: string }>;
        const value: string = settings.method[key];
        return (
          <View key={key}>
            <ChoiceGroup
              label={SCHOOLS[key].label}
              options={Object.entries(options).map(([v, o]) => ({
                value: v,
                label: o.name[0]!.toUpperCase() + o.name.slice(1),
              }))}
              value={value}
              onChange={(v) => set(key, v as HouseMethod[typeof key])}
            />
            {Object.entries(options).map(([v, o]) => (
              <Text key={v} kind="small" tone={v === value ? 'ink' : 'muted'}>
                {o.why}
              </Text>
            ))}
          </View>
        );
      })}
    </Section>
  );
}

const SCALES = [
  { value: '1', label: 'Normal' },
  { value: '1.25', label: 'Large' },
  { value: '1.5', label: 'Largest' },
];

const preferencesSchema = (units: UnitSystem) =>
  object({
    shopName: typedText(60, 'Give the shop a name').required(),
    tempC: typedQuantity('temp', BOUNDS.tempC, units).required(),
    rh: typedNumber({ percent: true }, { min: 0, max: 1 }, units).required(),
    who: typedText(40),
    currency: typedText(4, 'A sign or letters for money, such as € or kr').required(),
  });

function Preferences({ settings }: { settings: Settings }) {
  const { units } = useAppTheme();
  const { saveSettings } = useShopActions();
  const save = (patch: Partial<Settings>) => void saveSettings(patch).catch(() => undefined);
  // What is saved at every key must not come back into the field that is being typed into.
  const [opened] = useState(settings);
  const suggested = useMemo(
    () => ({
      shopName: opened.shopName,
      who: opened.who ?? '',
      tempC: formatForInput(opened.tempC, { quantity: 'temp' }, units),
      rh: formatForInput(opened.rh, { percent: true }, units),
      currency: opened.currency,
    }),
    [opened, units],
  );
  const { control, problems, watch, resetField } = useLiveForm(suggested, preferencesSchema);
  // Each field is kept as it is typed, as soon as it is right, whatever stands in the others; also when it is as before again.
  useEffect(() => {
    const schema = preferencesSchema(units);
    const on = watch((typed, { name }) => {
      const { figures } = name ? readTexts(schema.pick([name]), typed) : {};
      if (figures) void saveSettings(figures).catch(() => undefined);
    });
    return () => on.unsubscribe();
  }, [watch, units, saveSettings]);
  return (
    <Section title="How it shows">
      <ChoiceGroup
        label="Units"
        options={
          [
            { value: 'metric', label: 'Metric' },
            { value: 'us', label: 'US' },
          ] as const
        }
        value={settings.units}
        onChange={(v) => {
          save({ units: v });
          // As it is kept, in the other unit.
          resetField('tempC');
        }}
      />
      <ChoiceGroup
        label="Text size"
        options={SCALES}
        value={String(settings.textScale)}
        onChange={(v) => save({ textScale: Number(v) })}
      />
      <ChoiceGroup
        label="Light"
        options={
          [
            { value: 'auto', label: 'As the device' },
            { value: 'light', label: 'Light' },
            { value: 'dark', label: 'Dark' },
          ] as const
        }
        value={settings.scheme}
        onChange={(v) => save({ scheme: v })}
      />
      <Fields>
        <FormField control={control} name="shopName" label="Shop name" problem={problems.shopName} />
        <FormField control={control} name="who" label="Whose hands use this phone" problem={problems.who} />
        <FormField
          control={control}
          name="tempC"
          label="Air, where none was read"
          quantity="temp"
          problem={problems.tempC}
        />
        <FormField control={control} name="rh" label="Humidity, %" problem={problems.rh} numeric />
        <FormField control={control} name="currency" label="Money" problem={problems.currency} short />
      </Fields>
    </Section>
  );
}
