import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { APPLICATIONS, FAMILIES, formatQuantity } from '@/core';
import { COST_KINDS, jobCost, nextTime, panelCost, type CostKind, type PanelCost } from '@/core/plan';
import { learnTransfer, learnWaste, transferSeen, wasteSeen, type ShelfBooks } from '@/core/stock';
import { useJobs, useLibrary, useSettings, useShopActions, type OpenJob } from '@/data';
import { useCupUses, useShelf, type OpenShelf } from '@/data/shelf';
import { useAppTheme } from '@/ui/appTheme';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Disclosure } from '@/ui/Disclosure';
import { EmptyPage } from '@/ui/EmptyState';
import { Fields, Field } from '@/ui/Field';
import { FigureTable } from '@/ui/FigureTable';
import { percent, wholeMoney } from '@/ui/format';
import { Grow, Stack } from '@/ui/layout';
import { formatForInput, readNumber } from '@/ui/numbers';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { Section } from '@/ui/Section';
import { TwoColumns } from '@/ui/SplitView';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';
import { CostChart } from './CostChart';

const KIND_NAMES: Record<CostKind, string> = {
  material: 'Material',
  waste: 'Thrown away',
  labour: 'Hours',
  machine: 'Oven and blasting',
};

/** What a job has cost, panel by panel, beside what it was worked out to; and what to change next time. */
export function CostScreen({ jobId }: { jobId?: string | undefined }) {
  const { jobs, loading } = useJobs();
  const open = useShelf();
  const [picked, setPicked] = useState(jobId);
  const withWork = jobs.filter((j) => j.job.panels.length > 0);
  const at = withWork.find((j) => j.job.id === picked) ?? withWork[0];
  if (loading || !open) return <Page>{null}</Page>;
  if (!at)
    return <EmptyPage title="No job yet" text="What was logged on panels is added up here: material, waste, hours." />;
  return <Costs key={at.job.id} jobs={withWork} at={at} shelf={open} onJob={setPicked} />;
}

function Costs({
  jobs,
  at,
  shelf: { shelf },
  onJob,
}: {
  jobs: OpenJob[];
  at: OpenJob;
  shelf: OpenShelf;
  onJob(id: string): void;
}) {
  const { currency, units } = useAppTheme();
  const { lookup } = useLibrary();
  const settings = useSettings();
  const uses = useCupUses();
  const [shown, setShown] = useState<string | null>(null);
  const rates = settings?.rates;
  const books = useMemo((): ShelfBooks => ({ shelf, products: lookup, currency }), [shelf, lookup, currency]);
  const panels = useMemo(
    () =>
      rates
        ? at.job.panels
            .map((p) => panelCost(at.job, at.state, p.id, lookup, rates, books))
            .filter((c) => c.total.actual > 0)
            .sort((a, b) => b.total.actual - a.total.actual)
        : [],
    [at, lookup, rates, books],
  );
  const learned = useMemo(() => {
    const seen = jobs.flatMap((j) => transferSeen(j.job, j.state, shelf, lookup));
    return { seen, of: learnTransfer(seen) };
  }, [jobs, shelf, lookup]);
  const sum = jobCost(panels);
  const said = nextTime(panels, (id) => {
    const p = lookup(id);
    return p && learned.of(FAMILIES[p.family].application, id);
  });
  const off = sum.total.estimated > 0 ? sum.total.actual / sum.total.estimated - 1 : 0;
  const nameOf = (c: PanelCost) => at.job.panels.find((p) => p.id === c.panelId)?.name ?? c.panelId;
  return (
    <Page testID="cost" wide>
      <PageHead
        eyebrow={`${at.job.name}, what it cost so far`}
        title={wholeMoney(sum.total.actual, currency)}
        subtitle={
          panels.length === 0
            ? 'Nothing that costs was logged on it yet.'
            : `${wholeMoney(sum.total.estimated, currency)} as worked out for the same work: ${percent(Math.abs(off))} ${off >= 0 ? 'over' : 'under'}. ${formatQuantity('bulk', sum.vocG / 1000, units, 1)} of solvent went into the air.`
        }
      />
      {jobs.length > 1 && (
        <ChoiceGroup
          label="Job"
          hideLabel
          options={jobs.map((j) => ({ value: j.job.id, label: j.job.name }))}
          value={at.job.id}
          onChange={onJob}
        />
      )}
      <TwoColumns
        left={
          <>
            {panels.length > 0 && (
              <Section title="Where it went">
                <CostChart
                  rows={COST_KINDS.map((k) => ({ name: KIND_NAMES[k], ...sum.money[k] }))}
                  currency={currency}
                />
                <FigureTable
                  label="Cost by kind"
                  columns={[
                    { key: 'kind', title: 'What for', share: 1.4 },
                    { key: 'estimated', title: 'worked out', figure: true },
                    { key: 'actual', title: 'so far', figure: true },
                  ]}
                  rows={COST_KINDS.map((k) => ({
                    key: k,
                    cells: [
                      KIND_NAMES[k],
                      wholeMoney(sum.money[k].estimated, currency),
                      wholeMoney(sum.money[k].actual, currency),
                    ],
                  }))}
                />
                <Text kind="tag" tone="muted">
                  {`${Math.round(sum.minutes.actual / 60)} h of hands, of which ${Math.round(sum.minutes.clocked / 60)} h were clocked; the rest is the estimate again.`}
                </Text>
              </Section>
            )}
            {said.length > 0 && (
              <Section title="Next time">
                {said.slice(0, 5).map((s, i) => (
                  <Stack key={i} top={2} bottom={2}>
                    <Text>{s}</Text>
                  </Stack>
                ))}
              </Section>
            )}
          </>
        }
        right={
          <>
            {panels.length > 0 && (
              <Section title="Panel by panel" aside={String(panels.length)}>
                {panels.map((c) => (
                  <Disclosure
                    key={c.panelId}
                    testID="panel-cost"
                    open={shown === c.panelId}
                    onToggle={() => setShown(shown === c.panelId ? null : c.panelId)}
                    head={
                      <View style={{ flexDirection: 'row', gap: gap(3), alignItems: 'baseline' }}>
                        <Grow>
                          <Text kind="strong">{nameOf(c)}</Text>
                          <Text kind="tag" tone="muted">
                            {`material ${wholeMoney(c.money.material.actual + c.money.waste.actual, currency)}, ${(c.minutes.actual / 60).toFixed(1)} h`}
                          </Text>
                        </Grow>
                        <Text kind="figure">{wholeMoney(c.total.actual, currency)}</Text>
                      </View>
                    }
                  >
                    <Stack bottom={3}>
                      {c.material.lines.map((l) => (
                        <View key={l.productId} style={{ flexDirection: 'row', gap: gap(3), paddingVertical: gap(1) }}>
                          <Grow>
                            <Text kind="small">{l.label}</Text>
                            <Text kind="tag" tone="muted">
                              {l.basis === 'poured'
                                ? `from the cup; ${formatQuantity('volume', l.estimatedMl, units)} worked out${l.wasteMl > 1 ? `; ${formatQuantity('volume', l.wasteMl, units)} thrown away` : ''}`
                                : 'estimated from area and film'}
                            </Text>
                          </Grow>
                          <Text kind="small">{formatQuantity('volume', l.volumeMl, units)}</Text>
                          <Text kind="strong">{wholeMoney(l.cost + l.wasteCost, currency)}</Text>
                        </View>
                      ))}
                      <Text kind="tag" tone="muted">{`${formatQuantity('mass', c.vocG, units, 0)} of solvent`}</Text>
                    </Stack>
                  </Disclosure>
                ))}
              </Section>
            )}
            <Learned learned={learned} books={books} uses={uses} />
            {rates && <RatesForm rates={rates} />}
          </>
        }
      />
      <Text kind="tag" tone="muted">
        Estimates by area, film and usual figures. What tins cost is what was paid for them, where the shelf knows it.
      </Text>
    </Page>
  );
}

/** What the shop's own cups and film readings say, with how sure that is. */
function Learned({
  learned: { seen, of },
  books: { shelf, products },
  uses,
}: {
  learned: { seen: ReturnType<typeof transferSeen>; of: ReturnType<typeof learnTransfer> };
  books: ShelfBooks;
  uses: ReturnType<typeof useCupUses>;
}) {
  const pairs = [...new Map(seen.map((s) => [`${s.application}/${s.productId}`, s])).values()];
  const wasted = [...new Set([...shelf.batches.values()].map((b) => b.productId))].flatMap((id) => {
    const shares = wasteSeen(id, shelf, uses, products);
    return shares.length > 0 ? [{ id, ...learnWaste(shares) }] : [];
  });
  if (pairs.length + wasted.length === 0) return null;
  return (
    <Section title="What this shop has learned" deferRender>
      {pairs.length > 0 && (
        <FigureTable
          label="How much lands on the work"
          columns={[
            { key: 'what', title: 'Landing on the work', share: 1.6 },
            { key: 'share', title: 'count with', figure: true },
            { key: 'spread', title: 'give or take', figure: true },
          ]}
          rows={pairs.map((s) => {
            const l = of(s.application, s.productId);
            return {
              key: `${s.application}/${s.productId}`,
              cells: [products(s.productId)?.name ?? s.productId, percent(l.share), percent(l.share * l.spread)],
              under: `${APPLICATIONS[s.application].name}, ${l.of} ${l.of === 1 ? 'film reading' : 'film readings'}`,
            };
          })}
        />
      )}
      {wasted.length > 0 && (
        <FigureTable
          label="What is left of a cup"
          columns={[
            { key: 'what', title: 'Left of a cup', share: 1.6 },
            { key: 'share', title: 'count with', figure: true },
            { key: 'spread', title: 'give or take', figure: true },
          ]}
          rows={wasted.map((w) => ({
            key: w.id,
            cells: [products(w.id)?.name ?? w.id, percent(w.share), percent(w.spread)],
            under: `${w.of} ${w.of === 1 ? 'cup' : 'cups'}`,
          }))}
        />
      )}
      <Text kind="tag" tone="muted">
        Shrunk towards the usual figures while there are few; film readings before and after a cup teach the first.
      </Text>
    </Section>
  );
}

const RATE_FIELDS = [
  { key: 'labourH', label: 'An hour of hands' },
  { key: 'ovenH', label: 'An hour of oven' },
  { key: 'blastH', label: 'An hour of blasting' },
] as const;

function RatesForm({ rates }: { rates: NonNullable<NonNullable<ReturnType<typeof useSettings>>['rates']> }) {
  const { units, currency } = useAppTheme();
  const { saveSettings } = useShopActions();
  const [typed, setTyped] = useState<Partial<Record<keyof typeof rates, string>>>({});
  return (
    <Section title="What an hour costs" deferRender>
      <Fields>
        {RATE_FIELDS.map(({ key, label }) => {
          const text = typed[key] ?? formatForInput(rates[key], { plain: true }, units);
          const read = readNumber(text, { plain: true }, units);
          const problem = !read.ok
            ? read.error
            : read.value < 0 || read.value > 10_000
              ? 'Between 0 and 10000'
              : undefined;
          return (
            <Field
              key={key}
              label={label}
              unit={currency}
              value={text}
              numeric
              problem={problem}
              onChange={(t) => {
                setTyped({ ...typed, [key]: t });
                const r = readNumber(t, { plain: true }, units);
                if (r.ok && r.value >= 0 && r.value <= 10_000)
                  void saveSettings({ rates: { ...rates, [key]: r.value } }).catch(() => undefined);
              }}
            />
          );
        })}
      </Fields>
    </Section>
  );
}
