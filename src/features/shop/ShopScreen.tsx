import { useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { BOUNDS, SCHOOLS, formatQuantity, type HouseMethod } from '@/core';
import { answerSchool, useData, useJobs, useLibrary, useSettings, useShopActions, type Settings } from '@/data';
import { useConfirm } from '@/ui/ConfirmDialog';
import { useAppTheme } from '@/ui/appTheme';
import { readNumber, formatForInput } from '@/ui/numbers';
import { Field, Fields, Measure } from '@/ui/Field';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { ListRow } from '@/ui/ListRow';
import { Notice } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { Section } from '@/ui/Section';
import { TextButton } from '@/ui/TextButton';
import { T } from '@/ui/T';
import { gap } from '@/ui/theme';
import { UnreadJobs } from '@/ui/UnreadJobs';
import { pageHref } from '@/ui/pages';
import { AlarmSettings } from './AlarmSettings';
import { Import } from './Import';
import { JobLine } from './JobLine';
import { keysOf } from '@/core/keysOf';

/** Jobs in and out, the library, and how the shop likes its screens. */
export function ShopScreen() {
  const settings = useSettings();
  const { jobs, failures } = useJobs();
  const { all } = useLibrary();
  const { mode, switchTo, restartDemo } = useData();
  const [ask, dialog] = useConfirm();
  const router = useRouter();
  if (!settings) return <Page>{null}</Page>;
  const own = all.filter((p) => p.basis === 'sheet').length;
  return (
    <Page testID="shop">
      <PageHead
        over={mode === 'demo' ? 'Demo shop, apart from your own data' : 'Your shop, kept in this browser'}
        answer={settings.shopName}
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
        <Import />
      </Section>
      <Section title="Library">
        <ListRow href={pageHref('/library')}>
          <View style={{ flex: 1 }}>
            <T kind="strong">{`${all.length} products`}</T>
            <T kind="small" tone="muted">
              {own > 0
                ? `${own} with your own figures`
                : 'Generic figures. Copy one to put in those of a real data sheet.'}
            </T>
          </View>
        </ListRow>
      </Section>
      <Preferences settings={settings} />
      <AlarmSettings settings={settings} />
      <Method settings={settings} />
      <Section title="Whose data">
        <View style={{ paddingTop: gap(3), gap: gap(2) }}>
          <T kind="small" tone="muted">
            {mode === 'demo'
              ? 'The demo lives in a store of its own. What you try here never touches your own jobs.'
              : 'Your jobs live in this browser only. Export them to keep them safe.'}
          </T>
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: gap(2) }}>
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
          </View>
        </View>
      </Section>
    </Page>
  );
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
              onChange={(v) => set(key, v as never)}
            />
            {Object.entries(options).map(([v, o]) => (
              <T key={v} kind="small" tone={v === value ? 'ink' : 'muted'}>
                {o.why}
              </T>
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

function Preferences({ settings }: { settings: Settings }) {
  const { units } = useAppTheme();
  const { saveSettings } = useShopActions();
  const [name, setName] = useState(settings.shopName);
  const [currency, setCurrency] = useState(settings.currency);
  const [temp, setTemp] = useState<string>();
  const [rh, setRh] = useState(() => formatForInput(settings.rh, { percent: true }, units));
  const tempText = temp ?? formatForInput(settings.tempC, { quantity: 'temp' }, units);
  const save = (patch: Partial<Settings>) => void saveSettings(patch).catch(() => undefined);
  const t = readNumber(tempText, { quantity: 'temp' }, units);
  const h = readNumber(rh, { percent: true }, units);
  const inside = (v: number | undefined, min: number, max: number) => v !== undefined && v >= min && v <= max;
  const tProblem = !t.ok
    ? t.error
    : inside(t.value, BOUNDS.tempC.min, BOUNDS.tempC.max)
      ? undefined
      : `Between ${formatQuantity('temp', BOUNDS.tempC.min, units)} and ${formatQuantity('temp', BOUNDS.tempC.max, units)}`;
  const hProblem = !h.ok ? h.error : inside(h.value, 0, 1) ? undefined : 'Between 0 and 100';
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
          setTemp(undefined);
          save({ units: v });
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
        <Field
          label="Shop name"
          value={name}
          onChange={(v) => {
            setName(v);
            if (v.trim()) save({ shopName: v.trim().slice(0, 60) });
          }}
          problem={name.trim() ? undefined : 'Give the shop a name'}
        />
        <Measure
          label="Air, where none was read"
          quantity="temp"
          value={tempText}
          problem={tProblem}
          onChange={(v) => {
            setTemp(v);
            const r = readNumber(v, { quantity: 'temp' }, units);
            if (r.ok && inside(r.value, BOUNDS.tempC.min, BOUNDS.tempC.max)) save({ tempC: r.value });
          }}
        />
        <Field
          label="Humidity, %"
          value={rh}
          numeric
          problem={hProblem}
          onChange={(v) => {
            setRh(v);
            const r = readNumber(v, { percent: true }, units);
            if (r.ok && inside(r.value, 0, 1)) save({ rh: r.value });
          }}
        />
        <Field
          label="Money"
          value={currency}
          onChange={(v) => {
            setCurrency(v);
            if (v.trim()) save({ currency: v.trim().slice(0, 4) });
          }}
        />
      </Fields>
      {currency.trim() === '' && <Notice tone="window">A sign or letters for money, such as € or kr</Notice>}
    </Section>
  );
}
