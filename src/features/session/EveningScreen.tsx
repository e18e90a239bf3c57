import { useRouter } from 'expo-router';
import { useState } from 'react';
import { DEFAULT_METHOD, errorText, formatQuantity, MINUTE_MS, zoneLabel, type BatchUse, type Message } from '@/core';
import type { ReadyItem, SprayEvening, StopWhy } from '@/core/log/evening';
import { pouredMlOf } from '@/core/stock';
import { DEFECT_NAMES } from '@/core/log/defects';
import { turnsOf, type EveningStep } from '@/core/session';
import { MISHAP_DEFECT } from '@/core/session/mishaps';
import { coatsTonight, withStand } from '@/core/session/assemble';
import { draftInputOn, nextProduct } from '@/core/route/draft';
import { openEdges, readyZones } from '@/core/session/facts';
import { isWiped } from '@/core/session/readiness';
import { isOver } from '@/core/session/over';
import {
  nowMs,
  useHeadList,
  useJobAndAdvice,
  useJudge,
  useLibrary,
  useLogCommand,
  useNow,
  useSettings,
  useStatuses,
  NeedsReason,
  type Entry,
  type OpenJob,
} from '@/data';
import { entryOfCup } from '@/data/cupEntry';
import { useEvening, useReadiness, type EveningNow } from '@/data/evening';
import { useRunHere } from '@/data/share/useRunHere';
import { useShelf } from '@/data/shelf';
import { ActionButton } from '@/ui/ActionButton';
import { useAppTheme } from '@/ui/appTheme';
import { Awake } from '@/ui/Awake';
import { BusyElsewhere } from '@/ui/BusyElsewhere';
import { EmptyPage } from '@/ui/EmptyState';
import { clockTime, dayOnly } from '@/ui/format';
import { Grow, Stack } from '@/ui/layout';
import { ListRow } from '@/ui/ListRow';
import { Notice, Problem } from '@/ui/Notice';
import { useNotify } from '@/ui/notifications';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { pageHref } from '@/ui/pages';
import { Section } from '@/ui/Section';
import { TwoColumns } from '@/ui/SplitView';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { VerdictNotice } from '@/ui/VerdictNotice';
import { EnoughLines } from './EnoughLines';
import { PartStrips, TimeList, Waiting } from './EveningOrder';
import { Happened } from './Happened';
import { Ready } from './Ready';
import { DUE_MS, subtitleOf, summaryOf, titleOf } from './runWords';
import { WentOn } from './WentOn';

/** An evening that was put down: made ready, run coat by coat, and what became of it. */
export function EveningScreen({ jobId, eveningId }: { jobId: string | undefined; eveningId: string | undefined }) {
  const here = useJobAndAdvice(jobId);
  if (!here) return <Page>{null}</Page>;
  const record = here.open?.job.evenings?.find((e) => e.id === eveningId);
  if (!here.open || !record)
    return <EmptyPage title="No such evening" text="It was deleted, or belongs to a job that is not here." />;
  return <Run key={record.id} open={here.open} record={record} />;
}

const NEEDS_REASON = 'Say why in a few words; it is kept with the entry';

function Run({ open, record }: { open: OpenJob; record: SprayEvening }) {
  const { units } = useAppTheme();
  const router = useRouter();
  const ticked = useNow();
  // What a tap was judged at is what the page speaks of, also between two ticks.
  const [tappedMs, setTappedMs] = useState(0);
  const now = tappedMs > ticked && tappedMs - ticked < MINUTE_MS ? tappedMs : ticked;
  const { job } = open;
  const list = useHeadList(open, 'evenings');
  const command = useLogCommand(job.id);
  const judge = useJudge(open);
  const notify = useNotify();
  const { all, lookup } = useLibrary();
  const settings = useSettings();
  const statuses = useStatuses(open, now);
  const shelf = useShelf()?.shelf;
  const [order, setOrder] = useState<string[]>();
  const [problem, setProblem] = useState<Message>();
  const [reason, setReason] = useState('');
  const over = isOver(record, now);
  const evening = useEvening(open, record, now, order);
  const ready = useReadiness(open, record, evening, now);
  const change = (patch: (e: SprayEvening) => SprayEvening) =>
    list.change((all) => all.map((e) => (e.id === record.id ? patch(e) : e)));
  const found = evening?.found;
  const step = over ? undefined : found?.plan.steps[0];
  const name = step && evening?.names.get(step.partId)?.[step.coat - 1];
  const task = step && evening?.tasks.find((t) => t.id === step.partId && t.product.id === step.product);
  const zone = step && job.zones.find((z) => z.id === step.partId);
  const cup = step && evening?.cups.filter((c) => c.product === step.product).at(-1);
  /** The cup in hand holds it: what is planned from a fresh one is mixed first. */
  const inHand = step && cup && evening && step.cup <= (evening.evening.openCups?.length ?? 0) ? cup : undefined;
  const part = evening?.evening.parts.find((p) => p.id === step?.partId);
  // All pieces of this coat that no one cup reaches over.
  const coatMl =
    step && evening && part && name
      ? part.coats.reduce((s, c, i) => {
          const n = evening.names.get(step.partId)?.[i];
          return n?.product.id === name.product.id && n.coat === name.coat ? s + c.ml : s;
        }, 0)
      : 0;
  const batchOf = (share: number): BatchUse | undefined => {
    const batch = inHand && shelf?.batches.get(inHand.batchId);
    if (!batch || !shelf || !inHand) return undefined;
    return {
      batchId: batch.id,
      pouredMl: pouredMlOf(batch, shelf, lookup),
      usedMl: Math.round(Math.min(inHand.leftMl, coatMl * share) * 10) / 10,
    };
  };
  const entryFor = (share: number): Entry | undefined => {
    if (!task || !zone) return undefined;
    const entry = entryOfCup(
      job,
      {
        zones: [zone],
        product: task.product,
        filmUm: task.filmUm,
        coats: 1,
        thinnerFraction: task.thinnerFraction,
        application: task.application,
      },
      batchOf(share),
    );
    return share < 1 && entry.kind === 'coated'
      ? { ...entry, leftOutCm2: Math.round(zone.areaCm2 * (1 - share)) }
      : entry;
  };
  const entry = entryFor(1);
  const verdictOf = (e: Entry | undefined, atMs: number) => {
    if (!e || !judge) return undefined;
    const { kind, zoneIds, ...payload } = e;
    return judge({ kind, atMs, zoneIds, payload }).worst?.verdict;
  };
  const verdict = verdictOf(entry, now);
  const fail = (e: Error) => setProblem(e instanceof NeedsReason ? NEEDS_REASON : errorText(e));
  const begin = (e: SprayEvening): SprayEvening => (e.begunMs === undefined ? { ...e, begunMs: nowMs() } : e);
  const log = (share: number, after?: (e: SprayEvening) => SprayEvening) => {
    const made = entryFor(share);
    if (!made) return;
    const tapMs = nowMs();
    setTappedMs(tapMs);
    const isStopped = verdictOf(made, tapMs)?.level === 'stop';
    if (isStopped && !reason.trim()) return setProblem(NEEDS_REASON);
    setProblem(undefined);
    command.mutate(
      { log: isStopped ? { ...made, against: reason.trim() } : made },
      {
        onSuccess: ({ undo }) => {
          setReason('');
          void change((e) => (after ?? ((x) => x))(begin(e)));
          notify({
            text: `Logged: ${name?.product.name.toLowerCase() ?? 'a coat'} on ${zoneLabel(job, made.zoneIds[0] ?? '')}.`,
            undo,
          });
        },
        onError: fail,
      },
    );
  };
  const stop = (why: StopWhy, share: number, ends: boolean) => {
    const end = (e: SprayEvening): SprayEvening => (ends ? { ...begin(e), endedMs: nowMs() + 1, stopped: why } : e);
    if (share > 0) log(share, end);
    else void change(end);
  };
  const lastCoat = record.zoneIds
    .flatMap((id) => coatsTonight(open.state, id, record))
    .reduce<ReturnType<typeof coatsTonight>[number] | undefined>((a, b) => (!a || b.atMs >= a.atMs ? b : a), undefined);
  const lastProduct = lastCoat && lookup(lastCoat.productId);
  const edges = openEdges(job, open.state, record, lookup, evening?.tempC ?? 20, now);
  const dueMs = step && evening ? evening.zeroMs + step.startMin * MINUTE_MS : undefined;
  const isDue = dueMs !== undefined && dueMs - now <= DUE_MS;
  /** What is wiped is an entry of its own: the coat is judged by it, and it ticks itself. */
  const wipe = () => {
    const openZones = readyZones(job, open.state, record.zoneIds).filter((z) => !isWiped(z, now));
    const entries = openZones.flatMap((z): Entry[] => {
      const status = statuses.get(z.id);
      const cleaner =
        status &&
        nextProduct(
          'cleaned',
          draftInputOn(job, open.state, z.id, status, { all, method: settings?.method ?? DEFAULT_METHOD, nowMs: now }),
        );
      return cleaner ? [{ kind: 'cleaned', zoneIds: [z.id], productId: cleaner.id }] : [];
    });
    if (entries.length === 0) return;
    command.mutate(
      { log: entries },
      {
        onSuccess: ({ undo }) =>
          notify({ text: `Logged: ${entries.length} ${entries.length === 1 ? 'part' : 'parts'} wiped.`, undo }),
        onError: fail,
      },
    );
  };
  const say = (item: ReadyItem, isReady: boolean) => {
    if (item === 'wash' && isReady) return wipe();
    void change((e) => ({
      ...e,
      ready: [...e.ready.filter((r) => r.item !== item), ...(isReady ? [{ item, atMs: nowMs() }] : [])],
    }));
  };
  const readyList = ready && !over && <Ready lines={ready} onSay={say} />;
  const isRunning = !over && record.begunMs !== undefined;
  const { elsewhere, isHere, runHere } = useRunHere(job, record, isRunning);
  const isWatched = elsewhere !== undefined && !isHere;
  return (
    <Page
      testID="evening-run"
      wide
      foot={
        isWatched ? (
          <ActionButton label="Run it here too" grow onPress={runHere} testID="run-here" />
        ) : step && entry ? (
          <ActionButton
            label={
              command.isPending
                ? 'Saving'
                : isDue || record.begunMs === undefined
                  ? `Sprayed: coat ${name?.coat ?? 1} is on`
                  : `Sprayed already`
            }
            strong={isDue}
            grow
            disabled={command.isPending}
            onPress={() => {
              runHere();
              log(1);
            }}
            testID="coat-on"
          />
        ) : undefined
      }
    >
      <PageHead
        eyebrow={`${job.name}, ${dayOnly(record.fromMs)} ${clockTime(record.fromMs)} to ${clockTime(record.untilMs)}`}
        title={titleOf(open, record, evening, step, over, dueMs, now)}
        subtitle={step && name ? subtitleOf(evening, step, name) : summaryOf(open, record, evening, over)}
      />
      {elsewhere && <BusyElsewhere doing={[elsewhere]} />}
      {isRunning && !over && <Awake />}
      <Problem says={problem === NEEDS_REASON ? list.problem : (problem ?? list.problem)} />
      {list.takeBack && <TextButton label="Put it back" icon="undo" onPress={list.takeBack} />}
      {step && name && (
        <Stack top={1} between={1}>
          {task?.application === 'aerosol' ? (
            <Text testID="cup-now">{`From a can, shaken for two minutes: this coat takes about ${formatQuantity('volume', coatMl, units)} of what is in it.`}</Text>
          ) : inHand ? (
            <Text testID="cup-now">{`From cup ${inHand.no}: ${formatQuantity('volume', inHand.leftMl, units)} in it${inHand.offMs === undefined ? '' : `, good until ${clockTime(inHand.offMs)}`}. This coat takes about ${formatQuantity('volume', coatMl, units)}.`}</Text>
          ) : (
            <ListRow
              href={pageHref('/mix', {
                job: job.id,
                zones: cupZones(evening, step).join(','),
                product: step.product,
                coats: '1',
                ml: String(Math.round(cupMl(evening, step) ?? coatMl)),
                pour: 'yes',
              })}
            >
              <Grow>
                <Text tone="do">{`Mix cup ${step.cup} first: ${formatQuantity('volume', cupMl(evening, step) ?? coatMl, units)} of ${name.product.name.toLowerCase()}`}</Text>
                {cup && (
                  <Text
                    kind="small"
                    tone="muted"
                  >{`Cup ${cup.no} has ${formatQuantity('volume', cup.leftMl, units)} left: too little, or too old by then.`}</Text>
                )}
              </Grow>
            </ListRow>
          )}
          {verdict && (isDue || problem === NEEDS_REASON) && (
            <VerdictNotice
              judged={{ verdict }}
              now={now}
              reason={reason}
              onReason={setReason}
              problem={problem === NEEDS_REASON ? problem : undefined}
            />
          )}
        </Stack>
      )}
      {edges.map((e) => (
        <Notice key={e.zoneId} tone={e.act === 'wait' || e.act === 'sand' ? 'window' : 'muted'} testID="edge">
          {`${zoneLabel(job, e.zoneId)}: ${e.product.name.toLowerCase()} stopped at ${clockTime(e.atMs)}, ${formatQuantity('area', e.leftOutCm2, units)} are without it. ${e.text}${e.fromMin === undefined ? '' : ` From ${dayOnly(e.atMs + e.fromMin * MINUTE_MS)} ${clockTime(e.atMs + e.fromMin * MINUTE_MS)}.`}${e.untilMin === undefined ? '' : ` Until ${dayOnly(e.atMs + e.untilMin * MINUTE_MS)} ${clockTime(e.atMs + e.untilMin * MINUTE_MS)}.`}`}
        </Notice>
      ))}
      <TwoColumns
        left={
          <>
            {evening && !over && <Waiting evening={evening} job={job} fromMs={record.fromMs} />}
            {!isRunning && readyList}
            {over && <WentOn open={open} record={record} />}
            {evening && !over && (
              <Section title="Parts">
                <PartStrips
                  job={job}
                  evening={evening}
                  now={now}
                  onOrder={(ids) => setOrder(ids)}
                  onOut={(id) => void list.drop((all) => all.map((e) => (e.id === record.id ? without(e, id) : e)))}
                  others={(job.evenings ?? [])
                    .filter((e) => e.id !== record.id && !isOver(e, now))
                    .map((e) => ({
                      id: e.id,
                      label: `On ${dayOnly(e.fromMs)}, ${clockTime(e.fromMs)}`,
                      onDrop: (id) =>
                        void list.change((all) =>
                          all.map((x) => (x.id === record.id ? without(x, id) : x.id === e.id ? withPart(x, id) : x)),
                        ),
                    }))}
                  onStand={(id, no) => void change((e) => ({ ...e, standOf: withStand(e.standOf ?? {}, id, no) }))}
                />
                {order && found && (
                  <TextButton
                    label="Keep this order"
                    onPress={() => {
                      const turns = [...doneTurns(open, record), ...turnsOf(found.plan)];
                      void change((e) => ({ ...e, turns })).then(() => setOrder(undefined));
                    }}
                  />
                )}
              </Section>
            )}
            {!over && (
              <Happened
                last={
                  lastProduct && lastCoat
                    ? { product: lastProduct, part: zoneLabel(job, lastCoat.zoneIds[0] ?? '') }
                    : undefined
                }
                next={step && { part: zoneLabel(job, step.partId) }}
                onMishap={(m) =>
                  command.mutate(
                    {
                      log: {
                        kind: 'defectMarked',
                        zoneIds: lastCoat?.zoneIds.slice(0, 1) ?? [],
                        defect: MISHAP_DEFECT[m],
                        grade: 1,
                      },
                    },
                    {
                      onSuccess: ({ undo }) =>
                        notify({ text: `Marked: ${DEFECT_NAMES[MISHAP_DEFECT[m]].toLowerCase()}.`, undo }),
                      onError: fail,
                    },
                  )
                }
                onStop={stop}
              />
            )}
          </>
        }
        right={
          <>
            {evening && !over && found && found.plan.steps.length > 0 && (
              <Section
                title="By the clock"
                aside={found.plan.left.length > 0 ? `${found.plan.left.length} wait` : undefined}
              >
                <TimeList job={job} evening={evening} most={12} />
              </Section>
            )}
            {evening && !over && <EnoughLines job={job} lines={evening.enough} />}
            {isRunning && readyList}
            <Section title="For this evening">
              {(
                [
                  [pageHref('/masking', { job: job.id }), 'What is masked, with how much tape and paper'],
                  [pageHref('/gun', {}), 'How the gun is set'],
                  [pageHref('/place'), 'How air goes through the place'],
                  [
                    pageHref('/session', { job: job.id, zones: record.zoneIds.join(',') }),
                    'Put another evening together',
                  ],
                ] as const
              ).map(([href, text]) => (
                <ListRow key={text} href={href}>
                  <Text tone="do">{text}</Text>
                </ListRow>
              ))}
              <Stack top={2}>
                {over ? (
                  record.endedMs !== undefined && (
                    <TextButton
                      label="It is not over: go on"
                      onPress={() => void change(({ endedMs: _, stopped: __, ...e }) => e)}
                    />
                  )
                ) : (
                  <TextButton
                    label="The evening is over"
                    onPress={() => void change((e) => ({ ...e, endedMs: nowMs() }))}
                  />
                )}
                <TextButton
                  label="Take this evening out"
                  onPress={() =>
                    void list
                      .drop((all) => all.filter((e) => e.id !== record.id))
                      .then((kept) => {
                        if (kept) router.navigate(pageHref('/job/[jobId]', { jobId: job.id }));
                      })
                  }
                />
              </Stack>
            </Section>
          </>
        }
      />
    </Page>
  );
}

const without = (e: SprayEvening, zoneId: string): SprayEvening => ({
  ...e,
  zoneIds: e.zoneIds.filter((z) => z !== zoneId),
  ...(e.turns && { turns: e.turns.filter((z) => z !== zoneId) }),
});

/** It comes last: whoever opens that evening puts it where it suits. */
const withPart = (e: SprayEvening, zoneId: string): SprayEvening => {
  if (e.zoneIds.includes(zoneId)) return e;
  const { turns: _, ...rest } = e;
  return { ...rest, zoneIds: [...e.zoneIds, zoneId] };
};

/** Turns that were taken: a zone for each coat that is on, in the order in which they were laid. */
function doneTurns(open: OpenJob, record: SprayEvening): string[] {
  return record.zoneIds
    .flatMap((id) =>
      coatsTonight(open.state, id, record).flatMap((e) =>
        Array.from({ length: e.coats }, () => ({ id, atMs: e.atMs })),
      ),
    )
    .sort((a, b) => a.atMs - b.atMs)
    .map((t) => t.id);
}

/** What is mixed for the cup of a step, mL; and for which zones. */
const cupMl = (evening: EveningNow | undefined, step: EveningStep): number | undefined =>
  evening?.found?.plan.cups.find((c) => c.no === step.cup)?.ml;
const cupZones = (evening: EveningNow | undefined, step: EveningStep): string[] => [
  ...new Set((evening?.found?.plan.steps ?? []).flatMap((s) => (s.cup === step.cup ? [s.partId] : []))),
];
