import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { object } from 'yup';
import {
  MEDIA,
  MEDIA_IDS,
  mediaOf,
  formatQuantity,
  SUBSTRATES,
  unitOf,
  waitText,
  figure,
  phrase,
  type Message,
  type UnitSystem,
} from '@/core';
import { keysOf } from '@/core/keysOf';
import type { BlastPart, BlastPlan, BlastRig } from '@/core/advice';
import {
  useJobAndAdvice,
  useNow,
  useRoom,
  useSettings,
  useSheetDraft,
  useShopActions,
  type Advice,
  type OpenJob,
  type Settings,
} from '@/data';
import { Stack } from '@/ui/layout';
import { TwoColumns } from '@/ui/SplitView';
import { Fields } from '@/ui/Field';
import { FigureTable } from '@/ui/FigureTable';
import { FormField } from '@/ui/form/FormField';
import { typedNumber } from '@/ui/form/schema';
import { useLiveForm } from '@/ui/form/useLiveForm';
import { shortWhen, wholeMoney } from '@/ui/format';
import { useAppTheme } from '@/ui/appTheme';
import { formatForInput, type NumberKind } from '@/ui/numbers';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { EmptyPage } from '@/ui/EmptyState';
import { Notice } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { Section } from '@/ui/Section';
import { TextButton } from '@/ui/TextButton';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';
import { pageHref } from '@/ui/pages';
import { hoursText } from './hoursText';
import { Staging } from './Staging';
import { YardOrder } from './YardOrder';
import { areaOf, yardParts, zonesOn } from './parts';

/** A blasting day: what the compressor can feed, how long it takes, what it costs, what is covered first, and until when to prime. */
export function BlastScreen({ jobId }: { jobId: string | undefined }) {
  const here = useJobAndAdvice(jobId);
  const settings = useSettings();
  if (!here || !settings) return <Page>{null}</Page>;
  const { open, advice } = here;
  if (!open || open.job.panels.length === 0)
    return (
      <EmptyPage
        title="Nothing to blast yet"
        text="A blasting day is planned from the panels of a job. Give it some first."
      />
    );
  return <Blast open={open} advice={advice} rig={settings.rig} />;
}

const RIG = { boreMm: 6.4, barG: 6.9, airM3Min: 2.6, rate: 95, handRate: 55, media: 'Crushed glass' } as const;
type RigName = Exclude<keyof typeof RIG, 'media'>;
/** How each figure of the rig is asked for. */
const KINDS: Record<RigName, NumberKind> = {
  boreMm: { quantity: 'thickness' },
  barG: { quantity: 'pressure' },
  airM3Min: { quantity: 'airFlow' },
  rate: { plain: true },
  handRate: { plain: true },
};
type RigTexts = Record<RigName, string>;
const NO_RIG = { boreMm: NaN, barG: NaN, airM3Min: NaN, rate: NaN, handRate: NaN };
/** Any number: which of them a rig may have, the plan knows. */
const ANY = { min: -1e9, max: 1e9 };
const rigSchema = (units: UnitSystem) => {
  const any = (k: RigName) => typedNumber(KINDS[k], ANY, units).required();
  return object({
    boreMm: any('boreMm'),
    barG: any('barG'),
    airM3Min: any('airM3Min'),
    rate: any('rate'),
    handRate: any('handRate'),
  });
};
/** Usual nozzles, mm, and the same as sold by the inch. */
const BORES = [
  { mm: 4.8, inch: '3/16' },
  { mm: 6.4, inch: '1/4' },
  { mm: 8, inch: '5/16' },
  { mm: 9.5, inch: '3/8' },
];

function Blast({ open, advice, rig: kept }: { open: OpenJob; advice: Advice; rig: Settings['rig'] }) {
  const { COATING_RATES, planBlast, substratesFor, rustsAtMs } = advice;
  const { currency, units } = useAppTheme();
  const router = useRouter();
  const now = useNow();
  const room = useRoom(now);
  const { saveSettings } = useShopActions();
  const start = kept ?? RIG;
  const suggested = useMemo(
    () => Object.fromEntries(keysOf(KINDS).map((k) => [k, formatForInput(start[k], KINDS[k], units)])) as RigTexts,
    [start, units],
  );
  const form = useLiveForm(suggested, rigSchema);
  useSheetDraft('rig', form.touched, form.restore);
  const { texts } = form;
  const [worn, setWorn] = useState(false);
  const [mediaId, setMediaId] = useState(start.media);
  const media = mediaOf(mediaId) ?? { id: RIG.media, ...MEDIA[RIG.media] };
  // What cannot be read is not a number, and the plan says so; so it does of what no compressor gives.
  const rig: BlastRig = { ...(form.figures ?? NO_RIG), worn };
  const staged = (open.job.staging ?? []).flatMap((item) => {
    const panel = open.job.panels.find((p) => p.id === item.panelId);
    return panel ? [{ item, panel }] : [];
  });
  const parts: BlastPart[] = staged.flatMap(({ item, panel }) =>
    item.skipped === undefined
      ? [
          {
            id: item.id,
            name: panel.name,
            substrate: panel.substrate,
            thicknessUm: panel.thicknessUm,
            areaCm2: areaOf(open.job, item),
            coating: item.coating,
          },
        ]
      : [],
  );
  const result = planBlast(parts, media, rig);
  const problems: Record<string, Message> = {
    ...(!result.ok && form.figures && Object.fromEntries(result.error.map((p) => [p.path, p.message]))),
    ...form.problems,
  };
  const plan = result.ok ? result.value : undefined;
  // What should not be blasted so is neither covered nor logged.
  const goes = staged.filter(
    ({ item }) => item.skipped === undefined && !plan?.parts.some((p) => p.part.id === item.id && p.stop),
  );
  const zoneIds = goes.flatMap(({ item }) => zonesOn(open.job, item));
  const toCover = goes.reduce((n, { item }) => n + item.cover.filter((c) => !c.done).length, 0);
  const endMs = plan ? now + plan.hours * 3_600_000 : now;
  const rain = room?.climate.forecast?.points.find((p) => p.rainMm > 0 && p.atMs > now);
  const rustMs = room && rustsAtMs(room.air, endMs);
  const nameOf = (id: string) => parts.find((p) => p.id === id)?.name ?? 'A part';
  const field = (k: RigName, label: string, unit?: string) => (
    <FormField control={form.control} name={k} label={label} {...(unit && { unit })} problem={problems[k]} numeric />
  );
  return (
    <Page
      testID="blast"
      wide
      foot={
        goes.length > 0 && (
          <ActionButton
            label={toCover > 0 ? 'Cover first, then blast' : 'Log the blasting'}
            strong
            grow
            disabled={toCover > 0}
            onPress={() =>
              router.navigate(
                pageHref('/log', {
                  job: open.job.id,
                  kind: 'blasted',
                  zones: zoneIds.join(),
                  media: media.id,
                  bar: plan?.heldBarG.toFixed(1),
                }),
              )
            }
            testID="log-blast"
          />
        )
      }
    >
      <PageHead
        eyebrow={`${open.job.name}, blasting day`}
        title={answerOf(plan, parts.length, toCover)}
        subtitle={
          plan && plan.hours > 0
            ? `${hoursText(plan.hours)}, ${formatQuantity('bulk', plan.mediaKg, units)} of ${media.name.toLowerCase()}, ${wholeMoney(plan.cost, currency)}.`
            : undefined
        }
      />
      <TwoColumns
        left={
          <>
            {plan?.short !== undefined && (
              <Notice tone={plan.heldBarG < 2 ? 'stop' : 'window'} testID="short">
                {plan.short}
              </Notice>
            )}
            {parts.some((p) => p.substrate === 'steel') && (
              <View style={{ marginTop: gap(3) }} testID="finish-by">
                <Text kind="tag" tone="muted">
                  Begun now, primer on by
                </Text>
                <Text kind="figure" tone="window">
                  {rustMs === undefined ? 'more than three days on' : shortWhen(rustMs, now)}
                </Text>
                <Text kind="small" tone="muted">
                  {rustMs === undefined
                    ? 'The air stays dry by readings and forecast. Rain on it starts rust at once.'
                    : `Flash rust shows ${waitText(rustMs - endMs)} after the last part, by readings and forecast. Wet blasting leaves under an hour; salt halves it.`}
                </Text>
                {rain && (
                  <Text kind="small" tone="window">
                    {`Rain from ${shortWhen(rain.atMs, now)}: everything inside by then.`}
                  </Text>
                )}
              </View>
            )}
            {plan && <YardOrder turns={advice.yardOrder(yardParts(open, plan, now))} nameOf={nameOf} />}
            {plan && plan.parts.length > 0 && (
              <Section title="Part by part" aside={`${formatQuantity('pressure', plan.heldBarG, units)} held`}>
                <FigureTable
                  label="Part by part"
                  columns={[
                    { key: 'part', title: 'Part', share: 1.8 },
                    { key: 'area', title: 'Area', figure: true },
                    { key: 'time', title: 'Time', figure: true },
                    { key: 'media', title: 'Media', figure: true },
                  ]}
                  rows={plan.parts.map((p) => {
                    const remark = p.stop ?? p.care;
                    return {
                      key: p.part.id,
                      cells: [
                        p.part.name,
                        formatQuantity('area', p.part.areaCm2, units),
                        p.stop ? 'not so' : hoursText(p.hours),
                        p.stop ? '\u2013' : formatQuantity('bulk', p.mediaKg, units),
                      ],
                      under: COATING_RATES[p.part.coating].name,
                      remark: remark === undefined ? undefined : { text: remark, tone: p.stop ? 'stop' : 'window' },
                    };
                  })}
                />
                <View style={{ paddingTop: gap(2) }} testID="by-hand">
                  <Text>
                    {`By wire wheel the same takes ${plan.wheelHours.toFixed(1)}\u00a0h, ${wholeMoney(plan.wheelCost, currency)}; ${
                      plan.cost < plan.wheelCost
                        ? `blasting is ${wholeMoney(plan.wheelCost - plan.cost, currency)} cheaper, and reaches into pits.`
                        : `that is ${wholeMoney(plan.cost - plan.wheelCost, currency)} cheaper, where no pits are.`
                    }`}
                  </Text>
                </View>
              </Section>
            )}
          </>
        }
        right={
          <>
            <Staging open={open} advice={advice} />
            <Section title="Rig and media">
              <ChoiceGroup
                label="Media"
                options={MEDIA_IDS.map((m) => ({ value: m, label: MEDIA[m].name }))}
                value={media.id}
                onChange={setMediaId}
              />
              <Text kind="small" tone="muted">{`Dust: ${media.dust}. For ${
                media.hardness === 'soft'
                  ? 'everything, slowly'
                  : substratesFor(media)
                      .map((x) => SUBSTRATES[x].name.toLowerCase())
                      .join(' and ')
              }.`}</Text>
              <ChoiceGroup
                label="Nozzle"
                options={BORES.map((b) => ({
                  value: formatForInput(b.mm, KINDS.boreMm, units),
                  label: units === 'us' ? `${b.inch}\u00a0in` : `${b.mm}\u00a0mm`,
                }))}
                value={texts.boreMm}
                onChange={(v) => form.setValue('boreMm', v, { shouldDirty: true })}
              />
              <ChoiceGroup
                label="Its bore is"
                options={[
                  { value: 'new', label: 'As new' },
                  { value: 'worn', label: phrase`Worn by ${figure('thickness', 1.5)}` },
                ]}
                value={worn ? 'worn' : 'new'}
                onChange={(v) => setWorn(v === 'worn')}
              />
              <Fields>
                {field('boreMm', 'Nozzle', unitOf('thickness', units))}
                {field('barG', 'Pressure', unitOf('pressure', units))}
              </Fields>
              <Fields>
                {field('airM3Min', 'Compressor', unitOf('airFlow', units))}
                {field('rate', `Crew, an hour`, currency)}
              </Fields>
              {field('handRate', 'Your own hour, for the wire wheel', currency)}
              {plan && (
                <TextButton
                  label="Keep this rig"
                  onPress={() =>
                    void saveSettings({
                      rig: {
                        boreMm: rig.boreMm,
                        barG: rig.barG,
                        airM3Min: rig.airM3Min,
                        rate: rig.rate,
                        handRate: rig.handRate,
                        media: media.id,
                      },
                    })
                  }
                />
              )}
            </Section>
            <Notice tone="window">
              Air-fed helmet, hearing protection, nobody within reach of the rebound; no media with free silica. Old
              coatings can hold lead or chromate: test before you blast. Follow local advice.
            </Notice>
            <Stack top={3}>
              <Text kind="small" tone="muted">
                Air by choked flow; rates and media are usual yard figures, with a nozzle open three quarters of the
                time. Your own last day knows better.
              </Text>
            </Stack>
          </>
        }
      />
    </Page>
  );
}

function answerOf(plan: BlastPlan | undefined, parts: number, toCover: number): string {
  if (!plan) return 'One figure is not right yet';
  if (parts === 0) return 'Nothing is on the list';
  if (plan.heldBarG < 2) return 'The compressor cannot feed this nozzle';
  if (toCover > 0) return `${toCover} ${toCover === 1 ? 'cover' : 'covers'} to put on first`;
  const stopped = plan.parts.filter((p) => p.stop).length;
  if (stopped > 0) return `Do not blast ${stopped} of these ${parts} at this setting`;
  return `Ready: ${hoursText(plan.hours)}`;
}
