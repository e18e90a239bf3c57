import { TwoColumns } from '@/ui/SplitView';
import { useQuery } from '@tanstack/react-query';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { parseDecimal } from '@/core';
import type { Decision, DecisionInput, ThreePoint, TippingPoint, Way, WayKey } from '@/core/plan';
import { useJob } from '@/data';
import { wholeMoney } from '@/ui/format';
import { useAppTheme } from '@/ui/appTheme';
import { Field, Fields } from '@/ui/Field';
import { ActionButton } from '@/ui/ActionButton';
import { ListRow } from '@/ui/ListRow';
import { Notice } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { Section } from '@/ui/Section';
import { T } from '@/ui/T';
import { gap } from '@/ui/theme';
import { pageHref } from '@/ui/pages';
import { decideAway } from '@/workers/decide';
import { Keep } from './Keep';
import { Spreads } from './Spreads';

const DRAWS = 10_000;
const SEED = 20_300_506;

/** What is asked for: three points as 'low likely high', single figures as they are. */
const START = {
  'repair.hours': '4 6 10',
  'repair.materials': '40 60 110',
  'repair.bought': '0',
  'repair.waitDays': '0 0 1',
  'repair.surprise': '30',
  'repair.surpriseHours': '1 3 8',
  'replace.hours': '3 4 6',
  'replace.materials': '60 80 120',
  'replace.bought': '220',
  'replace.waitDays': '2 5 15',
  'replace.surprise': '10',
  'replace.surpriseHours': '1 2 4',
  rate: '55',
  hoursADay: '6',
};
type FieldName = keyof typeof START;
type Texts = Record<FieldName, string>;

/** Asked for as one number. */
const SINGLE = new Set<FieldName>([
  'repair.bought',
  'repair.surprise',
  'replace.bought',
  'replace.surprise',
  'rate',
  'hoursADay',
]);

const NAMES: Record<WayKey, string> = { repair: 'Repair it', replace: 'Replace it' };
const WAYS = ['repair', 'replace'] as const;

/** Repair or replace, with numbers: how often which is cheaper, and what tips it. */
export function DecideScreen({ jobId, panelId }: { jobId: string | undefined; panelId: string | undefined }) {
  const { currency } = useAppTheme();
  const router = useRouter();
  const open = useJob(jobId).data;
  const panel = open?.job.panels.find((p) => p.id === panelId);
  const zone = open?.job.zones.find((z) => z.panelId === panelId);
  const [texts, setTexts] = useState<Texts>(START);
  const { input, problems } = readInput(texts);
  const key = JSON.stringify(input);
  const result = useQuery({
    queryKey: ['decide', key],
    queryFn: () => decideAway(JSON.parse(key) as DecisionInput, DRAWS, SEED),
    enabled: input !== undefined,
    placeholderData: (before) => before,
    gcTime: 60_000,
  });
  const d = input ? result.data : undefined;
  const field = (name: FieldName, label: string, hint?: string) => (
    <Field
      label={label}
      numeric={SINGLE.has(name)}
      value={texts[name]}
      onChange={(v) => setTexts({ ...texts, [name]: v })}
      problem={problems[name]}
      hint={hint}
    />
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
        over={panel ? `${panel.name}: repair or replace?` : 'Repair or replace?'}
        answer={d ? answerOf(d) : input ? 'Working it out' : 'One figure is not right yet'}
        under={d ? underOf(d, currency) : undefined}
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
                        <T>{tipWords(t)}</T>
                      </View>
                      <T kind="strong">{wholeMoney(Math.abs(t.atWorst - t.atBest), currency)}</T>
                    </ListRow>
                  ))}
              </Section>
            )}
          </>
        }
        right={
          <>
            <Section title="Figures" aside="at best, likely, at worst">
              {WAYS.map((w) => (
                <View key={w} style={{ paddingTop: gap(3) }}>
                  <T kind="section" level={3}>
                    {NAMES[w]}
                  </T>
                  {field(
                    `${w}.hours`,
                    'Hours of work',
                    w === 'repair' ? 'Three numbers: at best, likely, at worst' : undefined,
                  )}
                  {field(`${w}.materials`, `Materials and paint, ${currency}`)}
                  {field(
                    `${w}.bought`,
                    w === 'repair' ? `Bought or hired, ${currency}` : `Price of the part, ${currency}`,
                  )}
                  {field(`${w}.waitDays`, 'Days of waiting before it can begin')}
                  <Fields>
                    {field(`${w}.surprise`, 'Chance of a surprise, %')}
                    {field(`${w}.surpriseHours`, 'Which adds hours')}
                  </Fields>
                </View>
              ))}
              <Fields>
                {field('rate', `An hour costs, ${currency}`)}
                {field('hoursADay', 'Hours on it in a day')}
              </Fields>
            </Section>
            <View style={{ marginTop: gap(3) }}>
              <T kind="small" tone="muted">
                {`${DRAWS.toLocaleString('en')} draws from your estimates, each independent of the others. A part that is fitted needs its own paint, and a copy part may need fettling: put that into its hours and materials. What bears load or protects people is for a licensed shop to judge.`}
              </T>
            </View>
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

/** Reads all figures, or says at each place what is wrong. */
function readInput(texts: Texts): { input?: DecisionInput; problems: Partial<Record<FieldName, string>> } {
  const problems: Partial<Record<FieldName, string>> = {};
  const one = (name: FieldName, min: number, max: number): number => {
    const r = parseDecimal(texts[name]);
    if (r.ok && r.value >= min && r.value <= max) return r.value;
    problems[name] = `One number from ${min} to ${max}`;
    return NaN;
  };
  const three = (name: FieldName, max: number): ThreePoint => {
    const parts = texts[name].trim().split(/[\s;/]+/);
    const values = parts.map((p) => parseDecimal(p)).map((r) => (r.ok ? r.value : NaN));
    const [low = NaN, likely = low, high = low] = values;
    const three = [low, likely, high];
    if (![1, 3].includes(values.length) || three.some((v) => Number.isNaN(v) || v < 0 || v > max))
      problems[name] = `Three numbers up to ${max}, such as 4 6 10`;
    else if (low > likely || likely > high) problems[name] = 'In order: at best, likely, at worst';
    return { low, likely, high };
  };
  const way = (w: WayKey): Way => ({
    hours: three(`${w}.hours`, 2000),
    materials: three(`${w}.materials`, 100_000),
    bought: one(`${w}.bought`, 0, 100_000),
    waitDays: three(`${w}.waitDays`, 1000),
    surprise: one(`${w}.surprise`, 0, 100) / 100,
    surpriseHours: three(`${w}.surpriseHours`, 2000),
  });
  const input: DecisionInput = {
    repair: way('repair'),
    replace: way('replace'),
    rate: one('rate', 0, 1000),
    hoursADay: one('hoursADay', 0.5, 24),
  };
  return Object.keys(problems).length > 0 ? { problems } : { input, problems };
}
