import { useRouter } from 'expo-router';
import { format } from 'date-fns/format';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { APPLICATIONS, DAY_MS, formatQuantity, MINUTE_MS, zoneLabel, type Message } from '@/core';
import { planSession, type CoatPiece, type ProductSession } from '@/core/mix';
import type { SprayEvening } from '@/core/log/evening';
import { turnsOf } from '@/core/session';
import { withStand, type EveningPick } from '@/core/session/assemble';
import { isOver } from '@/core/session/over';
import { newId, nowMs, useHeadList, useJobs, useStatuses, type OpenJob } from '@/data';
import { useEvening, type EveningNow } from '@/data/evening';
import { useAppTheme } from '@/ui/appTheme';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { momentOf, showDay } from '@/ui/days';
import { EmptyPage } from '@/ui/EmptyState';
import { clockTime, dayOnly } from '@/ui/format';
import { Grow, Stack } from '@/ui/layout';
import { LinkArea } from '@/ui/LinkArea';
import { ListRow } from '@/ui/ListRow';
import { Notice, Problem } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { DayField, TimeField } from '@/ui/PickedField';
import { Section } from '@/ui/Section';
import { TwoColumns } from '@/ui/SplitView';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { pageHref } from '@/ui/pages';
import { ZoneChoices } from '@/ui/ZoneChoices';
import { EnoughLines } from './EnoughLines';
import { PartStrips, timeAt, TimeList, Waiting } from './EveningOrder';
import { Laminates } from './Laminates';

/** Kept in hand of every cup. */
const RESERVE = 0.1;
/** Without another word the evening lasts so long, ms. */
const USUAL_MS = 4 * 3_600_000;
const counts = (...n: number[]) => n.map((x) => ({ value: String(x), label: x === 0 ? 'Room for all' : String(x) }));

/** Which parts are sprayed in one evening, and until when: whether it fits, in which order, from which cups, and whether the paint lasts. */
export function SessionScreen({ jobId, zoneIds }: { jobId?: string | undefined; zoneIds?: string[] | undefined }) {
  const { jobs, loading } = useJobs();
  const withZones = jobs.filter((j) => j.job.zones.length > 0);
  const [picked, setPicked] = useState(jobId);
  const open = withZones.find((j) => j.job.id === picked) ?? withZones[0];
  if (loading) return <Page>{null}</Page>;
  if (!open) return <EmptyPage title="No zones to spray" text="Start a job and give it a panel with its area." />;
  return <Session key={open.job.id} jobs={withZones} open={open} start={zoneIds ?? []} onJob={setPicked} />;
}

/** The evening that somebody put down and that is not over. */
const aheadOf = (open: OpenJob, now: number): SprayEvening | undefined =>
  open.job.evenings?.find((e) => !isOver(e, now));

function Session({
  jobs,
  open,
  start,
  onJob,
}: {
  jobs: OpenJob[];
  open: OpenJob;
  start: string[];
  onJob(id: string): void;
}) {
  const { units } = useAppTheme();
  const router = useRouter();
  const list = useHeadList(open, 'evenings');
  const [now] = useState(nowMs);
  const statuses = useStatuses(open, now);
  const [zones, setZones] = useState(start);
  const [picking, setPicking] = useState(start.length === 0);
  /** Coats by product, where somebody said how many. */
  const [coats, setCoats] = useState<Readonly<Record<string, number>>>({});
  const [day, setDay] = useState(() => showDay(now));
  const [from, setFrom] = useState(() => format(now, 'HH:mm'));
  const [until, setUntil] = useState(() => format(now + USUAL_MS, 'HH:mm'));
  const [stands, setStands] = useState('0');
  const [turning, setTurning] = useState('0');
  const [standOf, setStandOf] = useState<Readonly<Record<string, number>>>({});
  const [drying, setDrying] = useState('all');
  const [helper, setHelper] = useState<'alone' | 'helper'>('alone');
  const [order, setOrder] = useState<string[]>();
  const begin = momentOf(day, from);
  const end = momentOf(day, until);
  const pick = useMemo((): EveningPick | undefined => {
    if (begin === undefined || end === undefined || zones.length === 0) return undefined;
    return {
      fromMs: begin,
      // What ends before it begins ends after midnight.
      untilMs: end > begin ? end : end + DAY_MS,
      zoneIds: zones,
      coats,
      stands: Number(stands),
      turning: Math.min(Number(turning), Number(stands)),
      ...(Object.keys(standOf).length > 0 && { standOf }),
      ...(drying !== 'all' && { drying: Number(drying) }),
      helper: helper === 'helper',
    };
  }, [begin, end, zones, coats, stands, turning, standOf, drying, helper]);
  const evening = useEvening(open, picking ? undefined : pick, now, order);
  const sessions = useMemo(() => (evening ? planSession(evening.tasks, evening.tempC, RESERVE) : []), [evening]);
  const ahead = aheadOf(open, now);
  const found = evening?.found;
  const putDown = async () => {
    if (!pick || !found) return;
    const id = `evening-${newId(nowMs()).slice(0, 13)}`;
    const turns = turnsOf(found.plan);
    const sprayed = new Set(turns);
    const made: SprayEvening = {
      ...pick,
      coats: { ...coats },
      id,
      zoneIds: zones.filter((z) => sprayed.has(z)),
      turns,
      ready: [],
    };
    if (await list.change((all) => [...all, made]))
      router.navigate(pageHref('/evening/[jobId]/[eveningId]', { jobId: open.job.id, eveningId: id }));
  };
  return (
    <Page
      testID="session"
      wide
      foot={
        picking ? (
          <ActionButton
            label={zones.length === 0 ? 'Pick zones first' : 'Does it fit?'}
            strong
            grow
            disabled={zones.length === 0}
            onPress={() => setPicking(false)}
            testID="session-done"
          />
        ) : (
          <ActionButton
            label="Put this evening down"
            strong
            grow
            disabled={!found || found.plan.steps.length === 0}
            onPress={() => void putDown()}
            testID="put-down"
          />
        )
      }
    >
      <PageHead
        eyebrow={`${open.job.name}, an evening of spraying`}
        title={picking ? 'What will be sprayed?' : answerOf(evening, pick)}
        subtitle={
          picking || !evening
            ? 'Each zone with what comes next on it.'
            : `Counted at ${formatQuantity('temp', evening.tempC, units)}. ${found ? `${found.plan.steps.length} coats from ${found.plan.cups.length} ${found.plan.cups.length === 1 ? 'cup' : 'cups'}.` : ''}`
        }
      />
      <Problem says={list.problem} />
      {ahead && (
        <ListRow href={pageHref('/evening/[jobId]/[eveningId]', { jobId: open.job.id, eveningId: ahead.id })}>
          <Grow>
            <Text tone="do">{`An evening is put down for ${dayOnly(ahead.fromMs)}, ${clockTime(ahead.fromMs)}`}</Text>
          </Grow>
        </ListRow>
      )}
      {picking ? (
        <ZoneChoices
          jobs={jobs.map((j) => j.job)}
          job={open.job}
          state={open.state}
          statuses={statuses}
          now={now}
          zoneIds={zones}
          onJob={onJob}
          onZones={(ids) => {
            setZones(ids);
            setOrder(undefined);
          }}
          label={(z) => `${z.name} ${formatQuantity('area', z.areaCm2, units)}`}
        />
      ) : (
        <TwoColumns
          left={
            <>
              <Stack top={1} between={1}>
                {evening && (
                  <Text kind="small" tone="muted" testID="evening-fits">
                    {fitsText(evening, pick)}
                  </Text>
                )}
                {evening && pick && <Waiting evening={evening} job={open.job} fromMs={pick.fromMs} />}
                {evening?.error && (
                  <Notice tone="stop">{`It cannot be put in order here: ${evening.error.message}`}</Notice>
                )}
                {evening && evening.idle.length > 0 && (
                  <Text kind="small" tone="muted">
                    {`No coat comes next on ${evening.idle.map((id) => zoneLabel(open.job, id)).join(', ')}.`}
                  </Text>
                )}
                <TextButton label="Change parts" onPress={() => setPicking(true)} />
              </Stack>
              {evening && (
                <PartStrips
                  job={open.job}
                  evening={evening}
                  now={now}
                  onOrder={setOrder}
                  onOut={(id) => {
                    setZones(zones.filter((z) => z !== id));
                    setOrder(order?.filter((z) => z !== id));
                  }}
                  onStand={(id, no) => setStandOf(withStand(standOf, id, no))}
                />
              )}
              <Section title="When, and with what">
                <Stack top={2} between={2}>
                  <DayField
                    label="Day"
                    value={day}
                    onChange={setDay}
                    problem={begin === undefined ? 'A day and a time' : undefined}
                  />
                  <TimeField
                    label="From"
                    value={from}
                    onChange={setFrom}
                    problem={begin === undefined ? 'A time such as 18:00' : undefined}
                  />
                  <TimeField
                    label="All of it out of the dust by"
                    value={until}
                    onChange={setUntil}
                    problem={end === undefined ? 'A time such as 22:00' : undefined}
                  />
                  <ChoiceGroup
                    label="Stands and hooks, for what is off"
                    options={counts(0, 2, 4, 6, 8)}
                    value={stands}
                    onChange={setStands}
                  />
                  {stands !== '0' && (
                    <>
                      <ChoiceGroup
                        label="Of these turn, for both faces in one go"
                        options={[0, 1, 2, 4].map((n) => ({ value: String(n), label: n === 0 ? 'None' : String(n) }))}
                        value={turning}
                        onChange={setTurning}
                      />
                      <ChoiceGroup
                        label="Places for what is out of the dust"
                        options={[
                          { value: 'all', label: 'Room for all' },
                          ...[0, 2, 4, 8].map((n) => ({ value: String(n), label: n === 0 ? 'None' : String(n) })),
                        ]}
                        value={drying}
                        onChange={setDrying}
                      />
                    </>
                  )}
                  <ChoiceGroup<'alone' | 'helper'>
                    label="Hands"
                    options={[
                      { value: 'alone', label: 'Alone' },
                      { value: 'helper', label: 'A helper lifts and mixes' },
                    ]}
                    value={helper}
                    onChange={setHelper}
                  />
                </Stack>
              </Section>
            </>
          }
          right={
            <>
              {evening && <EnoughLines job={open.job} lines={evening.enough} />}
              {sessions.map((s) => (
                <Cups
                  key={s.product.id}
                  open={open}
                  session={s}
                  now={evening?.zeroMs ?? now}
                  onCoats={(n) => setCoats({ ...coats, [s.product.id]: n })}
                />
              ))}
              {evening && found && found.plan.steps.length > 0 && (
                <Section title="By the clock" aside={`${found.plan.steps.length} coats`}>
                  <TimeList job={open.job} evening={evening} />
                </Section>
              )}
              <Text kind="small" tone="muted">
                An estimate from the sheets’ figures at this temperature: five minutes to a cup, a gun that is cleaned
                between products. What is sprayed before its time is not helped by a plan. Breathing protection,
                extraction and the booth come first.
              </Text>
              <Laminates tempC={evening?.tempC ?? 20} />
            </>
          }
        />
      )}
    </Page>
  );
}

/** Whether it fits, in a line. */
function answerOf(evening: EveningNow | undefined, pick: EveningPick | undefined): Message {
  if (!pick) return 'When does it begin?';
  const plan = evening?.found?.plan;
  if (!evening || !plan) return 'Putting it in order';
  if (evening.evening.parts.length === 0) return 'Nothing here is ready for a coat';
  if (plan.steps.length === 0) return 'Nothing of it fits into this evening';
  const done = timeAt(evening.zeroMs, plan.doneMin);
  return plan.left.length === 0
    ? `It fits: out of the dust at ${done}`
    : `${plan.left.length} of ${evening.evening.parts.length} wait; the rest is done at ${done}`;
}

/** How sure it is, for a hand that is quicker or slower than usual. */
function sureText({ spread: s, zeroMs }: EveningNow): string {
  if (!s || !Number.isFinite(s.lateMin))
    return s ? ` A slow hand misses a window: ${sureOf(s.holds)} it goes as planned.` : '';
  return ` By your hand between ${timeAt(zeroMs, s.earlyMin)} and ${timeAt(zeroMs, s.lateMin)}; ${sureOf(s.holds)} it ends in time.`;
}
const sureOf = (share: number): string => `in ${Math.round(share * 100)} of 100 evenings`;

/** How much room there is to the end, and what no order beats. */
function fitsText(evening: EveningNow, pick: EveningPick | undefined): Message {
  const plan = evening.found?.plan;
  if (!plan || !pick || plan.steps.length === 0) return '';
  const room = Math.round((pick.untilMs - evening.zeroMs) / MINUTE_MS - plan.doneMin);
  return `${room} min are left to the end. No order of these is done before ${timeAt(evening.zeroMs, plan.boundMin)}.${sureText(evening)}`;
}

function Cups({
  open,
  session: { product, tasks, need, cups },
  now,
  onCoats,
}: {
  open: OpenJob;
  session: ProductSession;
  now: number;
  onCoats(n: number): void;
}) {
  const { units } = useAppTheme();
  const ml = (x: number) => formatQuantity('volume', x, units, units === 'metric' ? 0 : 1);
  const first = cups.ok ? (cups.value.cups[0]?.mixMin ?? 0) : 0;
  const clock = (min: number) => clockTime(now + (min - first) * MINUTE_MS);
  const name = (id: string) => zoneLabel(open.job, id);
  return (
    <Section title={product.name} aside={`${ml(need.lowMl)} to ${ml(need.highMl)}`}>
      <Stack top={2}>
        <Text kind="small">{tasks.map((t) => name(t.id)).join('; ')}</Text>
        <Text kind="tag" tone="muted">
          {`${APPLICATIONS[tasks[0]?.application ?? 'brush'].name}; ${ml(need.ml)} are laid, two times in three between the figures above.`}
        </Text>
      </Stack>
      <ChoiceGroup
        label={`Coats of ${product.name.toLowerCase()}`}
        options={['1', '2', '3', '4', '6'].map((v) => ({ value: v, label: v }))}
        value={String(tasks[0]?.coats ?? 1)}
        onChange={(v) => onCoats(Number(v))}
      />
      {!cups.ok ? (
        <Notice tone="stop">{cups.error}</Notice>
      ) : (
        <View>
          {cups.value.cups.map((c, i) => (
            <ListRow key={i} testID="session-cup">
              <Grow>
                <Text kind="strong">{`${cups.value.cups.length > 1 ? `Cup ${i + 1}: ` : ''}${ml(c.mixMl)}`}</Text>
                <Text kind="tag" tone="muted">
                  {`mix ${clock(c.mixMin)}, laid by ${clock(c.doneMin)}${c.endsMin === undefined ? '' : `, good till ${clock(c.endsMin)}`}`}
                </Text>
                <Text kind="tag" tone="muted">
                  {piecesText(c.pieces, tasks.length, name)}
                </Text>
              </Grow>
              <LinkArea
                href={pageHref('/mix', {
                  job: open.job.id,
                  zones: [...new Set(c.pieces.map((p) => p.taskId))].join(','),
                  product: product.id,
                  coats: String(new Set(c.pieces.map((p) => p.coat)).size),
                  ml: String(Math.round(c.mixMl)),
                })}
                label={`Pour cup ${i + 1} of ${product.name.toLowerCase()}`}
                style={{ minHeight: 48, minWidth: 64, justifyContent: 'center', alignItems: 'flex-end' }}
              >
                <Text kind="button" tone="do">
                  Pour
                </Text>
              </LinkArea>
            </ListRow>
          ))}
          {cups.value.cut.map((c) => (
            <Text key={`${c.taskId}${c.coat}`} kind="small" tone="window">
              {`Coat ${c.coat} on ${name(c.taskId)} takes ${c.cups} cups: the cup is changed on the panel. Mix them alike, and keep a wet edge.`}
            </Text>
          ))}
          <Text kind="tag" tone="muted">{`${ml(cups.value.wasteMl)} of it stay in cups and gun, or in hand.`}</Text>
        </View>
      )}
    </Section>
  );
}

/** 'coat 1 on all 3 zones; coat 2 on Left door' in few words. */
function piecesText(pieces: readonly CoatPiece[], all: number, name: (id: string) => string): string {
  const coats = new Map<number, string[]>();
  for (const p of pieces) coats.set(p.coat, [...(coats.get(p.coat) ?? []), p.taskId]);
  return [...coats]
    .map(([coat, ids]) => {
      const zones = [...new Set(ids)];
      return `coat ${coat} on ${zones.length > 1 && zones.length === all ? `all ${all} zones` : zones.length > 3 ? `${zones.length} zones` : zones.map(name).join(', ')}`;
    })
    .join('; ');
}
