import { useQuery } from '@tanstack/react-query';
import { format } from 'date-fns/format';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import {
  FAMILIES,
  finishOf,
  levelCoats,
  MINUTE_MS,
  panelOf,
  waitText,
  zoneLabel,
  type Job,
  type Message,
} from '@/core';
import { weightOf } from '@/core/bodies';
import type { CoatTask } from '@/core/mix';
import { coatDefaults } from '@/core/route/draft';
import { eveningPart, eveningProduct, type CoatName } from '@/core/session/fromTasks';
import type { Evening, EveningPlan, EveningStep, LeftWhy } from '@/core/session';
import { useAdvice, useLibrary, useRoom, type OpenJob } from '@/data';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { momentOf, showDay } from '@/ui/days';
import { clockTime } from '@/ui/format';
import { Grow, Stack } from '@/ui/layout';
import { ListRow } from '@/ui/ListRow';
import { Notice } from '@/ui/Notice';
import { TimeField } from '@/ui/PickedField';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { planEveningAway } from '@/workers/evening';

/** Without another word the evening lasts so long, ms; and an end that has passed is tomorrow's. */
const USUAL_MS = 4 * 3_600_000;
const DAY_MS = 24 * 3_600_000;
/** What a stand bears of which nobody says more: a turning stand, g. */
const STAND_G = 60_000;
const STANDS = ['0', '2', '4', '6', '8'].map((value) => ({ value, label: value === '0' ? 'Room for all' : value }));

const WHY: Readonly<Record<LeftWhy, string>> = {
  stand: 'no stand bears it',
  window: 'its coats close before they may be coated over',
  potLife: 'a coat on it takes longer than a cup lives',
  cup: 'a coat on it takes more than a cup holds',
  end: 'it would not be out of the dust by the end, even alone',
  air: 'the air does not last for it',
  time: 'it does not fit beside the others',
};

/** What goes on a zone tonight: what comes next on it, and clear where base is to be cleared. */
function coatsOf(job: Job, task: CoatTask, clear: CoatTask['product'] | undefined): CoatTask[] {
  const finish = finishOf(job, task.id);
  if (!clear || FAMILIES[task.product.family].role !== 'base' || finish.system !== 'baseClear') return [task];
  const d = coatDefaults(clear);
  return [
    task,
    {
      ...task,
      product: clear,
      coats: levelCoats(finish.level, 'clear') ?? Math.min(2, clear.coats),
      filmUm: d.filmUm,
      thinnerFraction: d.thinnerFraction ?? 0,
      application: d.application,
    },
  ];
}

/** Zones of the same panel that come first: the inner face before the outer one. */
function innerFirst(job: Job, zoneId: string, tasks: readonly CoatTask[]): string[] {
  const zone = job.zones.find((z) => z.id === zoneId);
  if (!zone || (zone.face ?? 'outer') === 'inner') return [];
  return tasks.flatMap((t) => {
    const other = job.zones.find((z) => z.id === t.id);
    return other && other.panelId === zone.panelId && other.face === 'inner' ? [t.id] : [];
  });
}

/** Whether all of it fits into the evening, and in which order: coat by coat, with the flashes between, the cups, and what waits. */
export function EveningOrder({
  open,
  tasks,
  now,
  tempC,
}: {
  open: OpenJob;
  tasks: readonly CoatTask[];
  now: number;
  tempC: number;
}) {
  const { job } = open;
  const { all } = useLibrary();
  const advice = useAdvice();
  const room = useRoom(now);
  const [until, setUntil] = useState(() => format(now + USUAL_MS, 'HH:mm'));
  const [stands, setStands] = useState('0');
  const clear = useMemo(() => all.find((p) => p.family === 'clear'), [all]);
  const endMs = useMemo(() => {
    const today = momentOf(showDay(now), until);
    return today === undefined ? undefined : today > now ? today : momentOf(showDay(now + DAY_MS), until);
  }, [now, until]);
  const given = useMemo((): { evening: Evening; names: ReadonlyMap<string, CoatName[]> } | undefined => {
    if (endMs === undefined || tasks.length === 0 || !advice || !room) return undefined;
    const names = new Map<string, CoatName[]>();
    const products: Record<string, Evening['products'][string]> = {};
    const sprayed = tasks.flatMap((t) => coatsOf(job, t, clear));
    for (const t of sprayed) products[t.product.id] = eveningProduct(t.product, tempC, t.application);
    const parts = tasks.map((t) => {
      const panel = panelOf(job, t.id);
      const count = panel ? job.zones.filter((z) => z.panelId === panel.id).length : 1;
      const made = eveningPart(
        {
          id: t.id,
          weightG: panel ? weightOf(job, panel) / Math.max(1, panel.pieces?.count ?? 1) / Math.max(1, count) : 0,
          after: innerFirst(job, t.id, tasks),
          tasks: coatsOf(job, t, clear),
        },
        tempC,
      );
      names.set(t.id, made.names);
      return made.part;
    });
    const limits = sprayed[0]?.product.limits;
    const [first] = limits ? advice.fitSpans(room.air, room.surface, limits, now, 24) : [];
    // What nobody read says nothing of the evening's air.
    const fitUntilMin = room.here.basis === 'set' || !first || first.unfit ? undefined : (first.toMs - now) / MINUTE_MS;
    return {
      evening: {
        parts,
        stands: Array.from({ length: Number(stands) }, (_, i) => ({ id: `Stand ${i + 1}`, bearsG: STAND_G })),
        products,
        endMin: (endMs - now) / MINUTE_MS,
        ...(fitUntilMin !== undefined && { fitUntilMin }),
      },
      names,
    };
  }, [endMs, tasks, advice, room, job, clear, tempC, stands, now]);
  const key = JSON.stringify(given?.evening);
  const plan = useQuery({
    queryKey: ['evening', key],
    queryFn: () => planEveningAway(JSON.parse(key) as Evening),
    enabled: given !== undefined,
    placeholderData: (before) => before,
    gcTime: 60_000,
  });
  if (tasks.length === 0) return null;
  const found = plan.data;
  return (
    <Section title="In order" aside={found ? `${found.steps.length} coats, ${found.cups.length} cups` : undefined}>
      <Stack top={2} between={2}>
        <TimeField
          label="All of it out of the dust by"
          value={until}
          onChange={setUntil}
          problem={endMs === undefined ? 'A time such as 22:00' : undefined}
        />
        <ChoiceGroup label="Stands" options={STANDS} value={stands} onChange={setStands} />
        {plan.error && <Notice tone="stop">{`It cannot be put in order here: ${plan.error.message}`}</Notice>}
        {found && given && <Answer plan={found} evening={given.evening} job={job} now={now} />}
      </Stack>
      {found && given && (
        <View testID="evening">
          {found.steps.map((s, i) => (
            <Step
              key={`${s.partId}${s.coat}`}
              step={s}
              before={found.steps[i - 1]}
              name={given.names.get(s.partId)?.[s.coat - 1]}
              part={zoneLabel(job, s.partId)}
              now={now}
            />
          ))}
        </View>
      )}
      <Text kind="small" tone="muted">
        One pair of hands, one gun that is cleaned between products, five minutes to a cup: an estimate from the sheets’
        figures at this temperature. What is sprayed before its time is not helped by a plan. Breathing protection,
        extraction and the booth come first.
      </Text>
    </Section>
  );
}

function Answer({ plan, evening, job, now }: { plan: EveningPlan; evening: Evening; job: Job; now: number }) {
  const says: Message =
    plan.steps.length === 0
      ? 'Nothing of it fits into this evening.'
      : plan.left.length === 0
        ? `It fits: the last is out of the dust at ${clockTime(now + plan.doneMin * MINUTE_MS)}, ${waitText((evening.endMin - plan.doneMin) * MINUTE_MS)} before the end.`
        : `${plan.left.length} of ${evening.parts.length} wait for another evening; the rest is out of the dust at ${clockTime(now + plan.doneMin * MINUTE_MS)}.`;
  return (
    <>
      <Text
        kind="strong"
        tone={plan.left.length === 0 && plan.steps.length > 0 ? 'good' : 'window'}
        testID="evening-fits"
      >
        {says}
      </Text>
      {plan.left.map((l) => (
        <Text key={l.partId} kind="small" tone="window">
          {`${zoneLabel(job, l.partId)} waits: ${WHY[l.why]}.`}
        </Text>
      ))}
      {plan.steps.length > 0 && (
        <Text kind="tag" tone="muted">
          {`No order of these is done before ${clockTime(now + plan.boundMin * MINUTE_MS)}.`}
        </Text>
      )}
    </>
  );
}

/** A pause of so long is worth a line, min. */
const PAUSE_MIN = 3;

function Step({
  step,
  before,
  name,
  part,
  now,
}: {
  step: EveningStep;
  before: EveningStep | undefined;
  name: CoatName | undefined;
  part: string;
  now: number;
}) {
  const pause = before ? step.startMin - before.endMin : 0;
  const isFresh = before?.cup !== step.cup;
  return (
    <>
      {pause >= PAUSE_MIN && (
        <Text kind="tag" tone="muted">
          {`${Math.round(pause)}\u00a0min until it may go on${isFresh ? ': mix meanwhile' : ''}`}
        </Text>
      )}
      <ListRow>
        <View style={{ width: 64 }}>
          <Text kind="section">{clockTime(now + step.startMin * MINUTE_MS)}</Text>
        </View>
        <Grow between={0.5}>
          <Text kind="strong">{part}</Text>
          <Text kind="small" tone="muted">
            {name
              ? `${name.product.name}, coat ${name.coat} of ${name.of}${name.piece === undefined ? '' : `, part ${name.piece} of it: keep the edge wet`}. Cup ${step.cup}${step.standId === undefined ? '' : `, ${step.standId.toLowerCase()}`}`
              : ''}
          </Text>
        </Grow>
      </ListRow>
    </>
  );
}
