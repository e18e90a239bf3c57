import { useQuery } from '@tanstack/react-query';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { object, string } from 'yup';
import { countText, isOpenFault, type Decided, type Panel, type UnitSystem } from '@/core';
import { SURENESS, type Sureness } from '@/core/library/sureness';
import { entriesOf } from '@/core/keysOf';
import { decisionFrom, type Decision, type DecisionInput } from '@/core/plan';
import { RECIPES } from '@/core/route/recipes';
import { nowMs, useAfterFirstPaint, useJobOrLast, useSettings, useSheetDraft, type OpenJob } from '@/data';
import { useWayCosts, type WayCosts } from '@/data/wayCosts';
import { ActionButton } from '@/ui/ActionButton';
import { useAppTheme } from '@/ui/appTheme';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { EmptyPage } from '@/ui/EmptyState';
import { Fields } from '@/ui/Field';
import { FormChoice, FormField } from '@/ui/form/FormField';
import { typedNumber } from '@/ui/form/schema';
import { useLiveForm } from '@/ui/form/useLiveForm';
import { wholeMoney } from '@/ui/format';
import { ListRow } from '@/ui/ListRow';
import { Grow, Stack } from '@/ui/layout';
import { Notice } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { pageHref } from '@/ui/pages';
import { Section } from '@/ui/Section';
import { TwoColumns } from '@/ui/SplitView';
import { Text } from '@/ui/Text';
import { decideAway } from '@/workers/decide';
import { withoutCards } from '@/core/log/job';
import { Keep } from './Keep';
import { Spreads } from './Spreads';

const DRAWS = 10_000;
const SEED = 20_300_506;
/** Hours that are worked on one panel in a day, besides other work, h. */
const HOURS_A_DAY = 6;

type Texts = Record<'part' | 'out' | 'sure', string>;
const START: Texts = { part: '', out: '', sure: '' };
const price = (units: UnitSystem) =>
  typedNumber(
    { plain: true },
    { min: 1, max: 1_000_000, optional: true, message: 'A price above nothing; empty where there is none' },
    units,
  );
const schemaIn = (units: UnitSystem) =>
  object({ part: price(units), out: price(units), sure: string<Sureness | ''>().defined() });

/** Repair, replace, or give it out: what is known of the panel is worked out, what nobody can know is asked. */
export function DecideScreen({ jobId, panelId }: { jobId: string | undefined; panelId: string | undefined }) {
  const { open, loading } = useJobOrLast(jobId);
  const [picked, setPicked] = useState(panelId);
  if (loading) return <Page>{null}</Page>;
  const panels = open ? withoutCards(open.job).panels : [];
  const panel = panels.find((p) => p.id === picked) ?? panels[0];
  if (!open || !panel)
    return <EmptyPage title="No panel yet" text="Start a job and give it a panel. Then it can be weighed." />;
  return (
    <Deciding
      key={panel.id}
      open={open}
      panel={panel}
      choice={
        panelId === undefined && (
          <ChoiceGroup
            label="Panel"
            options={panels.map((p) => ({ value: p.id, label: p.name }))}
            value={panel.id}
            onChange={setPicked}
          />
        )
      }
    />
  );
}

function Deciding({ open, panel, choice }: { open: OpenJob; panel: Panel; choice: React.ReactNode }) {
  const { currency } = useAppTheme();
  const router = useRouter();
  const settings = useSettings();
  // The moment from which the ways are worked out: they do not begin anew with every minute.
  const [now] = useState(nowMs);
  const costs = useWayCosts(open, panel, now, useAfterFirstPaint());
  const { control, figures, problems, touched, restore } = useLiveForm(START, schemaIn);
  useSheetDraft(`decide/${open.job.id}/${panel.id}`, touched, restore);
  const sure = figures && figures.sure !== '' ? figures.sure : undefined;
  const isSaid = sure !== undefined && (figures?.part !== undefined || figures?.out !== undefined);
  const input =
    costs && settings && figures && sure !== undefined && isSaid
      ? decisionFrom(
          { ...costs, rate: settings.rates.labourH, hoursADay: HOURS_A_DAY },
          {
            sure,
            ...(figures.part !== undefined && { part: figures.part }),
            ...(figures.out !== undefined && { out: figures.out }),
          },
        )
      : undefined;
  const key = JSON.stringify(input);
  const result = useQuery({
    queryKey: ['decide', key],
    queryFn: () => decideAway(JSON.parse(key) as DecisionInput, DRAWS, SEED),
    enabled: input !== undefined,
    placeholderData: (before) => before,
    gcTime: 60_000,
  });
  const d = input ? result.data : undefined;
  const rested: Decided['rested'] =
    input && sure !== undefined && costs
      ? {
          sure,
          ...(figures?.part !== undefined && { part: figures.part }),
          ...(figures?.out !== undefined && { out: figures.out }),
          repairH: costs.repair.workMin / 60,
          replaceH: costs.replace.workMin / 60,
        }
      : undefined;
  const zone = open.job.zones.find((z) => z.panelId === panel.id);
  return (
    <Page
      wide
      testID="decide"
      foot={
        zone && (
          <ActionButton
            label="Log a temporary repair"
            grow
            onPress={() => router.navigate(pageHref('/log', { job: open.job.id, zones: zone.id, kind: 'repaired' }))}
          />
        )
      }
    >
      <PageHead
        eyebrow={`${panel.name}: repair, replace, or give it out?`}
        title={
          d && input
            ? answerOf(d, input)
            : Object.keys(problems).length > 0
              ? 'One figure is not right yet'
              : input
                ? 'Working it out'
                : 'What does the part cost, or a painter?'
        }
        subtitle={d && input ? tipOf(d, input, currency) : undefined}
      />
      {choice}
      {result.error && <Notice tone="stop">{`It cannot be worked out here: ${result.error.message}`}</Notice>}
      <TwoColumns
        left={
          <>
            <Section title="What nobody can know but you">
              <Stack top={2}>
                <Fields>
                  <FormField
                    control={control}
                    name="part"
                    label={`Price of the part, ${currency}`}
                    problem={problems.part}
                    numeric
                  />
                  <FormField
                    control={control}
                    name="out"
                    label={`A painter, for all of it, ${currency}`}
                    problem={problems.out}
                    numeric
                  />
                </Fields>
                <FormChoice
                  control={control}
                  name="sure"
                  label="How sure are you of what is under it?"
                  options={entriesOf(SURENESS).map(([value, { name }]) => ({ value, label: name }))}
                />
              </Stack>
            </Section>
            {d && input && !input.noPart && <Spreads decision={d} />}
            <Keep open={open} panelId={panel.id} decision={d} rested={rested} />
          </>
        }
        right={<Known open={open} panel={panel} costs={costs} rate={settings?.rates.labourH ?? 0} />}
      />
    </Page>
  );
}

/** What both ways take, and from what that was worked out. */
function Known({
  open,
  panel,
  costs,
  rate,
}: {
  open: OpenJob;
  panel: Panel;
  costs: WayCosts | undefined;
  rate: number;
}) {
  const { currency } = useAppTheme();
  const zoneIds = new Set(open.job.zones.flatMap((z) => (z.panelId === panel.id ? [z.id] : [])));
  const faults = [...open.state.zones].flatMap(([id, z]) =>
    zoneIds.has(id) ? (z.strata?.faults ?? []).filter(isOpenFault) : [],
  ).length;
  if (!costs)
    return (
      <Section title="What it takes">
        <Text kind="small" tone="muted">
          The ways are being worked out.
        </Text>
      </Section>
    );
  return (
    <Section title="What it takes" aside="worked out">
      <WayLine
        name="Repair it"
        taken={costs.repair}
        from={`${countText(costs.steps.repair, 'step')} from where it stands${faults > 0 ? `, ${countText(faults, 'mark')} open` : ''}${costs.isOpenEnded ? '. It does not get to its finish from here: counted up to there' : ''}`}
      />
      <WayLine
        name="Replace it"
        taken={costs.replace}
        from={`${countText(costs.steps.replace, 'step')} on a part as it comes from the maker, painted and fitted; its price is yours to say`}
      />
      {costs.recipes.map((r) => (
        <ListRow key={r.id}>
          <Grow between={0.5}>
            <Text>{`${RECIPES[r.id].name}${r.isUsual ? ', as is usual' : ''}`}</Text>
            <Text kind="tag" tone="muted">
              {`${hoursOf(r.route.workMin)}, ${wholeMoney(r.money, currency)} with its hands, on its largest zone`}
            </Text>
          </Grow>
        </ListRow>
      ))}
      <Text kind="small" tone="muted">
        {`${costs.paceEntries > 0 ? `At the shop’s own pace, from ${countText(costs.paceEntries, 'entry', 'entries')} with their time` : 'At a usual pace: nobody has logged any time yet, so the hours are wide'}. An hour costs ${wholeMoney(rate, currency)} (Cost). Materials are by the library’s prices. A painter’s days and the part’s delivery are not counted.`}
      </Text>
      <Text kind="small" tone="muted">
        What bears load or protects people is for a licensed shop to judge.
      </Text>
    </Section>
  );
}

const hoursOf = (min: number): string => `${(min / 60).toFixed(1)}\u00a0h`;

function WayLine({ name, taken, from }: { name: string; taken: WayCosts['repair']; from: string }) {
  const { currency } = useAppTheme();
  return (
    <ListRow>
      <View style={{ flex: 1 }}>
        <Text kind="strong">{`${name}: about ${hoursOf(taken.workMin)}, ${wholeMoney(taken.material, currency)} of material`}</Text>
        <Text kind="small" tone="muted">
          {`${from}.`}
        </Text>
      </View>
    </ListRow>
  );
}

const percentOf = (share: number) => Math.round(share * 100);
const WAY_WORDS = { repair: 'Repair it', replace: 'Replace it', out: 'Give it out' } as const;
/** Under this it is no answer, share of the draws. */
const CLEAR = 0.6;

function answerOf({ cheapest }: Decision, input: DecisionInput): string {
  const ways = (['repair', 'replace', 'out'] as const).filter(
    (w) => !(w === 'replace' && input.noPart) && !(w === 'out' && input.outPrice === undefined),
  );
  const best = ways.reduce((a, b) => (cheapest[b] > cheapest[a] ? b : a));
  const share = percentOf(cheapest[best]);
  return cheapest[best] < CLEAR
    ? `Even: ${WAY_WORDS[best].toLowerCase()} is the cheapest in ${share} of 100`
    : `${WAY_WORDS[best]}: the cheapest in ${share} of 100`;
}

/** Which figure tips it: the price at which the answer turns. */
function tipOf(d: Decision, input: DecisionInput, currency: string): string {
  const own = input.noPart ? d.cost.repair.mean : Math.min(d.cost.repair.mean, d.cost.replace.mean);
  return [
    !input.noPart &&
      (d.evenPart > 0
        ? `A part at ${wholeMoney(d.evenPart, currency)} costs what repair does.`
        : 'No price of the part makes replacing the cheaper one.'),
    input.outPrice !== undefined && `A painter at ${wholeMoney(own, currency)} costs what your own hands do.`,
    d.breakEvenRate !== null &&
      !input.noPart &&
      `Repair and part are even at ${wholeMoney(d.breakEvenRate, currency)} an hour.`,
  ]
    .filter(Boolean)
    .join(' ');
}
