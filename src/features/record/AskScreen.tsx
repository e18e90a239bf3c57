import { useDeferredValue, useMemo, useState } from 'react';
import { View } from 'react-native';
import { zoneLabel } from '@/core';
import { askableLog, asksNothing, askLog, parseQuestion } from '@/core/record/ask';
import { nowMs, useJobs, useLibrary } from '@/data';
import { saveTable } from '@/data/saveTable';
import { ActionButton } from '@/ui/ActionButton';
import { useAppTheme } from '@/ui/appTheme';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { dayMonth } from '@/ui/format';
import { Grow, Stack } from '@/ui/layout';
import { ListRow } from '@/ui/ListRow';
import { Problem } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { pageHref } from '@/ui/pages';
import { SearchField } from '@/ui/SearchField';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { eventLine } from '@/ui/words';
import { useBatchLookup } from './useBatchLookup';

const COLD = { metric: 'sprayed below 15 °C', us: 'sprayed below 60 °F' } as const;
const EXAMPLES = ['P80 under primer', 'batch 12', 'sprayed above 70 %', 'epoxy last month', 'filled'] as const;
const FIRST = 40;

/** Questions to the whole log: by words, air, paper, product and time. */
export function AskScreen() {
  const { units } = useAppTheme();
  const { jobs, loading } = useJobs();
  const { lookup } = useLibrary();
  const batchOf = useBatchLookup();
  const [text, setText] = useState('');
  const [most, setMost] = useState(FIRST);
  const [problem, setProblem] = useState<string>();
  const [now] = useState(nowMs);
  const asked = useDeferredValue(text);
  const log = useMemo(() => askableLog(jobs, lookup, batchOf), [jobs, lookup, batchOf]);
  const answer = useMemo(() => {
    const q = parseQuestion(asked, now, units);
    return { isEmpty: asksNothing(q), hits: askLog(q, log) };
  }, [asked, now, log, units]);
  if (loading) return <Page>{null}</Page>;
  const panels = new Set(answer.hits.map((h) => `${h.jobId}/${h.panelId}`)).size;
  const jobOf = (id: string) => jobs.find((j) => j.job.id === id)?.job;
  const rowOf = (h: (typeof answer.hits)[number]) => {
    const job = jobOf(h.jobId);
    return { job, where: job ? zoneLabel(job, h.zoneId) : '', what: eventLine(h.event, lookup, units) };
  };
  const save = () =>
    void saveTable('asked', [
      ['When', 'Job', 'Where', 'What', 'Air, °C', 'Humidity, %', 'Who', 'Note'],
      ...answer.hits.map((h) => {
        const r = rowOf(h);
        const { air, who = '', note = '' } = h.event;
        return [
          new Date(h.event.atMs).toISOString(),
          r.job?.name ?? '',
          r.where,
          r.what,
          air ? String(air.tempC) : '',
          air ? String(Math.round(air.rh * 100)) : '',
          who,
          note,
        ];
      }),
    ]).catch((e: Error) => setProblem(e.message));
  return (
    <Page
      testID="ask"
      foot={answer.hits.length > 0 && <ActionButton label="As a table (CSV)" onPress={save} testID="ask-csv" grow />}
    >
      <PageHead
        eyebrow="Ask the log"
        title={
          answer.isEmpty
            ? 'What do you want to know?'
            : answer.hits.length === 0
              ? 'Nothing in the log says so'
              : `${answer.hits.length} ${answer.hits.length === 1 ? 'entry' : 'entries'} on ${panels} ${panels === 1 ? 'panel' : 'panels'}`
        }
      />
      <SearchField
        label="Your question"
        hint={COLD[units]}
        testID="question"
        value={text}
        onChange={setText}
        onEnter={() => undefined}
      />
      {answer.isEmpty && (
        <Stack top={2}>
          <ChoiceGroup
            label="Such as"
            value={undefined}
            onChange={setText}
            options={[COLD[units], ...EXAMPLES].map((x) => ({ value: x, label: x }))}
          />
        </Stack>
      )}
      <Problem says={problem} />
      {answer.hits.length > 0 && (
        <Section title="What the log says" aside="newest first">
          <View testID="answers">
            {answer.hits.slice(0, most).map((h) => {
              const r = rowOf(h);
              return (
                <ListRow
                  key={`${h.jobId}/${h.event.id}/${h.zoneId}`}
                  href={pageHref('/panel/[jobId]/[panelId]', { jobId: h.jobId, panelId: h.panelId, zone: h.zoneId })}
                >
                  <Grow between={0.5}>
                    <Text kind="strong">{r.what}</Text>
                    <Text kind="small" tone="muted">{`${r.where}, ${r.job?.name ?? ''}`}</Text>
                    <Text kind="tag" tone="muted">
                      {dayMonth(h.event.atMs)}
                    </Text>
                  </Grow>
                </ListRow>
              );
            })}
          </View>
          {answer.hits.length > most && (
            <TextButton label={`Show more of ${answer.hits.length}`} onPress={() => setMost(most + 100)} />
          )}
        </Section>
      )}
    </Page>
  );
}
