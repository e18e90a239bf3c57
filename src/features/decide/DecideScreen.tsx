import { Stack } from '@/ui/layout';
import { TwoColumns } from '@/ui/SplitView';
import { useQuery } from '@tanstack/react-query';
import { useRouter } from 'expo-router';
import { View } from 'react-native';
import { object, type ObjectSchema, type Schema } from 'yup';
import type { UnitSystem } from '@/core';
import type { Decision, DecisionInput, ThreePoint, TippingPoint, Way, WayKey } from '@/core/plan';
import { useJob, useSheetDraft } from '@/data';
import { wholeMoney } from '@/ui/format';
import { useAppTheme } from '@/ui/appTheme';
import { FieldGroup, Fields } from '@/ui/Field';
import { FormField } from '@/ui/form/FormField';
import { typedNumber } from '@/ui/form/schema';
import { useLiveForm } from '@/ui/form/useLiveForm';
import { ActionButton } from '@/ui/ActionButton';
import { ListRow } from '@/ui/ListRow';
import { Notice } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { pageHref } from '@/ui/pages';
import { decideAway } from '@/workers/decide';
import { Keep } from './Keep';
import { Spreads } from './Spreads';

const DRAWS = 10_000;
const SEED = 20_300_506;

const WAYS = ['repair', 'replace'] as const;
/** What is asked for as three figures: at best, likely, at worst. */
const THREE_POINT = ['hours', 'materials', 'waitDays', 'surpriseHours'] as const;
const POINTS = ['low', 'likely', 'high'] as const satisfies readonly (keyof ThreePoint)[];
const POINT_LABELS: Record<keyof ThreePoint, string> = { low: 'At best', likely: 'Likely', high: 'At worst' };
type ThreeName = (typeof THREE_POINT)[number];
type WayField = `${ThreeName}_${keyof ThreePoint}` | 'bought' | 'surprise';
type FieldName = `${WayKey}_${WayField}` | 'rate' | 'hoursADay';
type Texts = Record<FieldName, string>;

const threePoint = <N extends string>(name: N, low: number, likely: number, high: number) =>
  ({ [`${name}_low`]: String(low), [`${name}_likely`]: String(likely), [`${name}_high`]: String(high) }) as Record<
    `${N}_${keyof ThreePoint}`,
    string
  >;
/** Where an estimate begins, until somebody makes one. */
const START: Texts = {
  ...threePoint('repair_hours', 4, 6, 10),
  ...threePoint('repair_materials', 40, 60, 110),
  repair_bought: '0',
  ...threePoint('repair_waitDays', 0, 0, 1),
  repair_surprise: '30',
  ...threePoint('repair_surpriseHours', 1, 3, 8),
  ...threePoint('replace_hours', 3, 4, 6),
  ...threePoint('replace_materials', 60, 80, 120),
  replace_bought: '220',
  ...threePoint('replace_waitDays', 2, 5, 15),
  replace_surprise: '10',
  ...threePoint('replace_surpriseHours', 1, 2, 4),
  rate: '55',
  hoursADay: '6',
};
/** What each figure may be. */
const MOST: Record<ThreeName, number> = { hours: 2000, materials: 100_000, waitDays: 1000, surpriseHours: 2000 };

type Shape = Record<FieldName, Schema<number>>;
const schemaIn = (units: UnitSystem): ObjectSchema<Record<FieldName, number>> => {
  const figure = (min: number, max: number) => typedNumber({ plain: true }, { min, max }, units).required();
  // Each of the three is at least the one before it, and says so itself.
  const rising = (stem: string, max: number) =>
    Object.fromEntries(
      POINTS.map((p, i) => [
        `${stem}_${p}`,
        i === 0
          ? figure(0, max)
          : figure(0, max).test(
              'rising',
              `No less than ${POINT_LABELS[POINTS[i - 1]!].toLowerCase()}`,
              (v, { parent }) => {
                const before: unknown = (parent as Record<string, unknown>)[`${stem}_${POINTS[i - 1]!}`];
                return typeof before !== 'number' || Number.isNaN(before) || v >= before;
              },
            ),
      ]),
    );
  return object(
    Object.assign(
      { rate: figure(0, 1000), hoursADay: figure(0.5, 24) },
      ...WAYS.map((w) => ({
        ...Object.assign({}, ...THREE_POINT.map((n) => rising(`${w}_${n}`, MOST[n]))),
        [`${w}_bought`]: figure(0, 100_000),
        [`${w}_surprise`]: figure(0, 100),
      })),
    ) as Shape,
  );
};

/** The figures of the form as the core takes them. */
function inputOf(f: Record<FieldName, number>): DecisionInput {
  const way = (w: WayKey): Way => {
    const three = (n: ThreeName): ThreePoint => ({
      low: f[`${w}_${n}_low`],
      likely: f[`${w}_${n}_likely`],
      high: f[`${w}_${n}_high`],
    });
    return {
      hours: three('hours'),
      materials: three('materials'),
      bought: f[`${w}_bought`],
      waitDays: three('waitDays'),
      surprise: f[`${w}_surprise`] / 100,
      surpriseHours: three('surpriseHours'),
    };
  };
  return { repair: way('repair'), replace: way('replace'), rate: f.rate, hoursADay: f.hoursADay };
}

const NAMES: Record<WayKey, string> = { repair: 'Repair it', replace: 'Replace it' };

/** Repair or replace, with numbers: how often which is cheaper, and what tips it. */
export function DecideScreen({ jobId, panelId }: { jobId: string | undefined; panelId: string | undefined }) {
  const { currency } = useAppTheme();
  const router = useRouter();
  const open = useJob(jobId).data;
  const panel = open?.job.panels.find((p) => p.id === panelId);
  const zone = open?.job.zones.find((z) => z.panelId === panelId);
  const { control, figures, problems, touched, restore } = useLiveForm(START, schemaIn);
  useSheetDraft(`decide/${jobId}/${panelId}`, touched, restore);
  const input = figures && inputOf(figures);
  const key = JSON.stringify(input);
  const result = useQuery({
    queryKey: ['decide', key],
    queryFn: () => decideAway(JSON.parse(key) as DecisionInput, DRAWS, SEED),
    enabled: input !== undefined,
    placeholderData: (before) => before,
    gcTime: 60_000,
  });
  const d = input ? result.data : undefined;
  const field = (name: FieldName, label: string) => (
    <FormField key={name} control={control} name={name} label={label} problem={problems[name]} numeric />
  );
  const three = (w: WayKey, name: ThreeName, label: string) => (
    <FieldGroup label={label} of={NAMES[w]}>
      {POINTS.map((p) => field(`${w}_${name}_${p}`, POINT_LABELS[p]))}
    </FieldGroup>
  );
  return (
    <Page
      wide
      testID="decide"
      foot={
        zone && (
          <ActionButton
            label="Log a temporary repair"
            grow
            onPress={() => router.navigate(pageHref('/log', { job: jobId, zones: zone.id, kind: 'repaired' }))}
          />
        )
      }
    >
      <PageHead
        eyebrow={panel ? `${panel.name}: repair or replace?` : 'Repair or replace?'}
        title={d ? answerOf(d) : input ? 'Working it out' : 'One figure is not right yet'}
        subtitle={d ? underOf(d, currency) : undefined}
      />
      {result.error && <Notice tone="stop">{`It cannot be worked out here: ${result.error.message}`}</Notice>}
      <TwoColumns
        left={
          <>
            {d && <Spreads decision={d} />}
            {open && panel && <Keep open={open} panelId={panel.id} decision={d} />}
            {d && (
              <Section title="What tips it" aside="on the difference">
                {d.tips
                  .filter((t) => Math.abs(t.atWorst - t.atBest) > 0.5)
                  .slice(0, 4)
                  .map((t) => (
                    <ListRow key={`${t.way}${t.field}`}>
                      <View style={{ flex: 1 }}>
                        <Text>{tipWords(t)}</Text>
                      </View>
                      <Text kind="strong">{wholeMoney(Math.abs(t.atWorst - t.atBest), currency)}</Text>
                    </ListRow>
                  ))}
              </Section>
            )}
          </>
        }
        right={
          <>
            <Section title="Figures">
              {WAYS.map((w) => (
                <Stack key={w} top={3}>
                  <Text kind="section" level={3}>
                    {NAMES[w]}
                  </Text>
                  {three(w, 'hours', 'Hours of work')}
                  {three(w, 'materials', `Materials and paint, ${currency}`)}
                  {three(w, 'waitDays', 'Days of waiting before it can begin')}
                  <Fields>
                    {field(
                      `${w}_bought`,
                      w === 'repair' ? `Bought or hired, ${currency}` : `Price of the part, ${currency}`,
                    )}
                    {field(`${w}_surprise`, 'A surprise, %')}
                  </Fields>
                  {three(w, 'surpriseHours', 'Hours that a surprise adds')}
                </Stack>
              ))}
              <Fields>
                {field('rate', `An hour costs, ${currency}`)}
                {field('hoursADay', 'Hours on it in a day')}
              </Fields>
            </Section>
            <Stack top={3}>
              <Text kind="small" tone="muted">
                {`${DRAWS.toLocaleString('en')} draws from your estimates, each independent of the others. A part that is fitted needs its own paint, and a copy part may need fettling: put that into its hours and materials. What bears load or protects people is for a licensed shop to judge.`}
              </Text>
            </Stack>
          </>
        }
      />
    </Page>
  );
}

const percentOf = (share: number) => Math.round(share * 100);

function answerOf(d: Decision): string {
  const p = percentOf(d.repairCheaper);
  if (p >= 40 && p <= 60) return `Even: repair is cheaper in ${p} of 100`;
  return p > 60 ? `Repair: cheaper in ${p} of 100` : `Replace: cheaper in ${100 - p} of 100`;
}

function underOf(d: Decision, currency: string): string {
  const even =
    d.breakEvenRate === null
      ? 'No hourly rate makes them even.'
      : `Even at ${wholeMoney(d.breakEvenRate, currency)} an hour.`;
  return `Repair is done sooner in ${percentOf(d.repairSooner)} of 100. ${even}`;
}

const FIELD_WORDS: Record<TippingPoint['field'], string> = {
  hours: 'hours',
  materials: 'materials',
  surprise: 'a surprise',
};
const tipWords = (t: TippingPoint) =>
  `${t.way === 'repair' ? 'Repair' : 'Replacement'}: ${FIELD_WORDS[t.field]}, best to worst`;
