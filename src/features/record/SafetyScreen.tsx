import { addDays } from 'date-fns/addDays';
import { addMonths } from 'date-fns/addMonths';
import { format } from 'date-fns/format';
import { startOfMonth } from 'date-fns/startOfMonth';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { object } from 'yup';
import { formatQuantity, type UnitSystem } from '@/core';
import { keysOf } from '@/core/keysOf';
import { EXPOSURES, safetyLog, safetyRows, WASTES, type Waste } from '@/core/record/safetyLog';
import { newId, nowMs, useJobs, useLibrary, useSettings, useShopActions } from '@/data';
import { saveTable } from '@/data/saveTable';
import { useShelf } from '@/data/shelf';
import { ActionButton } from '@/ui/ActionButton';
import { useAppTheme } from '@/ui/appTheme';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { FigureTable } from '@/ui/FigureTable';
import { FormField } from '@/ui/form/FormField';
import { typedText } from '@/ui/form/schema';
import { useAppForm } from '@/ui/form/useAppForm';
import { dayOnly } from '@/ui/format';
import { Row, Stack } from '@/ui/layout';
import { Notice, Problem } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { Section } from '@/ui/Section';
import { TwoColumns } from '@/ui/SplitView';
import { Text } from '@/ui/Text';
import { minutesText } from '@/ui/words';
import { TextButton } from '@/ui/TextButton';

/** So many months back can be looked at. */
const MONTHS = 6;
const LAST = 'last';
const LAST_DAYS = 30;

const hours = (min: number): string => (min === 0 ? '\u2013' : minutesText(min));
const amount = (w: Waste, n: number, units: UnitSystem): string =>
  WASTES[w].unit === 'g' ? formatQuantity('bulk', n / 1000, units) : String(Math.round(n));

/** What people of the shop were near in a month, what they wore out, and what has to be got rid of: from the log's own times. */
export function SafetyScreen() {
  const { units } = useAppTheme();
  const { jobs, loading } = useJobs();
  const { lookup } = useLibrary();
  const shelf = useShelf()?.shelf;
  const settings = useSettings();
  const [now] = useState(nowMs);
  const [back, setBack] = useState(LAST);
  const [problem, setProblem] = useState<string>();
  const isLast = back === LAST;
  const fromMs = isLast ? addDays(now, -LAST_DAYS).getTime() : addMonths(startOfMonth(now), -Number(back)).getTime();
  const untilMs = isLast ? now + 1 : addMonths(fromMs, 1).getTime();
  const made = useMemo(() => safetyLog(jobs, shelf, lookup, fromMs, untilMs), [jobs, shelf, lookup, fromMs, untilMs]);
  const cartridge = settings?.cartridge;
  const worn = useMemo(
    () => (cartridge ? safetyLog(jobs, undefined, lookup, cartridge.sinceMs, Infinity).people : []),
    [jobs, lookup, cartridge],
  );
  if (loading || !settings) return <Page>{null}</Page>;
  const span = isLast ? `last ${LAST_DAYS} days` : format(fromMs, 'MMMM yyyy');
  const nearMin = made.people.reduce((s, p) => s + p.nearMin, 0);
  const save = () =>
    void saveTable(`safety-${format(fromMs, isLast ? 'yyyy-MM-dd' : 'yyyy-MM')}`, safetyRows(made)).catch((e: Error) =>
      setProblem(e.message),
    );
  const wastes = keysOf(WASTES).filter((w) => made.waste[w] > 0);
  return (
    <Page testID="safety" wide foot={<ActionButton label="As a table (CSV)" onPress={save} testID="safety-csv" grow />}>
      <PageHead
        eyebrow={`Safety log, ${span}`}
        title={
          nearMin === 0
            ? 'No time near dust, vapour or mist is logged'
            : `${minutesText(nearMin)} with breathing protection called for`
        }
        subtitle={
          made.untimed > 0
            ? `${made.untimed} ${made.untimed === 1 ? 'entry has' : 'entries have'} no time and ${made.untimed === 1 ? 'is' : 'are'} not in it: it was longer than that.`
            : 'Only what was logged with its time counts.'
        }
      />
      <Problem says={problem} />
      <ChoiceGroup
        label="Which days"
        value={back}
        onChange={setBack}
        options={[
          { value: LAST, label: `Last ${LAST_DAYS} days` },
          ...Array.from({ length: MONTHS }, (_, i) => ({
            value: String(i),
            label: format(addMonths(startOfMonth(now), -i), 'MMM yyyy'),
          })),
        ]}
      />
      <TwoColumns
        left={
          <>
            {made.people.map((p) => (
              <Section key={p.who ?? ''} title={p.who ?? 'Nobody named'} aside={hours(p.nearMin)}>
                <FigureTable
                  label={`What ${p.who ?? 'nobody named'} was near`}
                  columns={[
                    { key: 'what', title: 'Near', share: 2 },
                    { key: 'time', title: 'Time', figure: true },
                  ]}
                  rows={keysOf(EXPOSURES).flatMap((x) =>
                    p.minutes[x] > 0 ? [{ key: x, cells: [EXPOSURES[x], hours(p.minutes[x])] }] : [],
                  )}
                />
              </Section>
            ))}
            <Section title="Cartridges">
              <Stack top={2} between={1}>
                {cartridge ? (
                  <>
                    <Text
                      kind="small"
                      tone="muted"
                    >{`Changed ${dayOnly(cartridge.sinceMs)}; your limit is ${cartridge.limitH}\u00a0h.`}</Text>
                    {worn
                      .filter((p) => p.vapourMin > 0)
                      .map((p) => (
                        <Text
                          key={p.who ?? ''}
                          kind="small"
                          tone={p.vapourMin > cartridge.limitH * 60 ? 'stop' : 'ink'}
                        >
                          {`${p.who ?? 'Nobody named'}: ${hours(p.vapourMin)} since then${p.vapourMin > cartridge.limitH * 60 ? ': over your limit, change them' : ''}.`}
                        </Text>
                      ))}
                  </>
                ) : (
                  <Text kind="small" tone="muted">
                    Say on the page Where you spray when they were changed, and after how many hours you change them.
                  </Text>
                )}
              </Stack>
            </Section>
          </>
        }
        right={
          <>
            <Section title="To be got rid of" aside={wastes.length === 0 ? 'nothing logged' : undefined}>
              {wastes.length > 0 && (
                <FigureTable
                  label="Waste by kind"
                  columns={[
                    { key: 'what', title: 'What', share: 2 },
                    { key: 'amount', title: 'How much', figure: true },
                  ]}
                  rows={wastes.map((w) => ({ key: w, cells: [WASTES[w].name, amount(w, made.waste[w], units)] }))}
                />
              )}
              <Stack top={2}>
                <Text kind="small">{`Solvent in what was mixed and used: ${formatQuantity('bulk', made.vocG / 1000, units)}, by the products\u2019 figures.`}</Text>
              </Stack>
            </Section>
            <LocalCode rules={settings.localCode ?? []} />
            <Notice tone="window">
              This is a record of times, not of what was in the air: it does not say that anything was safe. What a
              sheet, your local code and a measurement say comes first. Sanding of what is not cured through is not told
              apart.
            </Notice>
          </>
        }
      />
    </Page>
  );
}

const ruleSchema = () =>
  object({
    text: typedText(200, 'Say what is asked'),
    source: typedText(120, 'Say where it stands'),
  });

/** What the local code asks, in somebody's own words and with its source: the app knows no code. */
function LocalCode({ rules }: { rules: readonly { id: string; text: string; source: string }[] }) {
  const { saveSettings } = useShopActions();
  const form = useAppForm({ text: '', source: '' }, ruleSchema);
  const [adding, setAdding] = useState(false);
  const [problem, setProblem] = useState<string>();
  const put = (list: typeof rules) =>
    saveSettings({ localCode: [...list] }).then(
      () => setProblem(undefined),
      (e: Error) => setProblem(e.message),
    );
  const save = form.handleSubmit(async ({ text, source }) => {
    await put([...rules, { id: newId(nowMs()), text, source }]);
    form.reset();
    setAdding(false);
  });
  return (
    <Section title="What your local code asks" aside={rules.length === 0 ? 'nothing written down' : undefined}>
      <View testID="local-code">
        {rules.map((r) => (
          <Stack key={r.id} top={2}>
            <Text kind="small">{r.text}</Text>
            <Text kind="tag" tone="muted">
              {r.source}
            </Text>
            <TextButton label="Take it out" tone="stop" onPress={() => void put(rules.filter((x) => x.id !== r.id))} />
          </Stack>
        ))}
      </View>
      <Problem says={problem} />
      {adding ? (
        <Stack top={2}>
          <FormField control={form.control} name="text" label="What it asks" />
          <FormField control={form.control} name="source" label="Where it stands" />
          <Row top={2}>
            <ActionButton label="Write it down" strong onPress={() => void save()} testID="save-rule" />
            <ActionButton label="Leave" onPress={() => setAdding(false)} />
          </Row>
        </Stack>
      ) : (
        <Row top={2}>
          <TextButton label="Write down a rule, with its source" icon="plus" onPress={() => setAdding(true)} />
        </Row>
      )}
    </Section>
  );
}
