import { View } from 'react-native';
import { DAY_MS, FAMILIES, finishOf, MINUTE_MS, zoneLabel, type Job, type Message } from '@/core';
import type { EveningPlan, LeftWhy } from '@/core/session';
import { coatWords } from '@/core/session/coatWords';
import type { CoatName } from '@/core/session/fromTasks';
import { maskedFor } from '@/core/systems/maskEdges';
import type { EveningNow } from '@/data/evening';
import { Strip, StripHead, type StripCoat, type StripSpan } from '@/ui/evening/Strip';
import { clockTime, dayOnly } from '@/ui/format';
import { Grow } from '@/ui/layout';
import { ListRow } from '@/ui/ListRow';
import { SortableRows } from '@/ui/SortableRows';
import { Text } from '@/ui/Text';

const WHY: Readonly<Record<LeftWhy, string>> = {
  stand: 'no stand bears it',
  lift: 'one person does not lift it, and there is no helper',
  window: 'its last coat is too old for the next one, or shuts before it may be coated over',
  potLife: 'a coat on it takes longer than a cup lives',
  cup: 'a coat on it takes more than a cup holds',
  end: 'it would not be out of the dust by the end, even alone',
  air: 'the air does not last for it',
  time: 'it does not fit beside the others',
};

/** A moment of the plan as a time of day. */
export const timeAt = (zeroMs: number, min: number): string => clockTime(zeroMs + min * MINUTE_MS);

/** What is left by its reason, and on which evening it fits. */
export function Waiting({ evening, job, fromMs }: { evening: EveningNow; job: Job; fromMs: number }) {
  const { found } = evening;
  return found?.plan.left.map((l) => {
    const on = found.on.get(l.partId);
    const fits =
      on === undefined
        ? ' It fits on none of the six evenings after this one either.'
        : ` It fits on ${dayOnly(fromMs + (on + 1) * DAY_MS)}.`;
    return (
      <Text key={l.partId} kind="small" tone="window">
        {`${zoneLabel(job, l.partId)} waits: ${WHY[l.why]}.${fits}`}
      </Text>
    );
  });
}

/** The strip's span: from the first coat that is on to the last that is dry, or the end of the evening where that is sooner drawn. */
function spanOf(plan: EveningPlan, evening: EveningNow, now: number): StripSpan {
  const begun = evening.evening.parts.flatMap((p) => (p.done ? [p.done.endedMin - 10] : []));
  const nowMin = (now - evening.zeroMs) / MINUTE_MS;
  return {
    fromMin: Math.min(0, ...begun),
    toMin: Math.max(30, plan.doneMin),
    ...(nowMin >= Math.min(0, ...begun) && { nowMin }),
  };
}

/** Each part with its coats as a strip of time; rows are dragged into the order in which they are begun, or out of the evening. */
export function PartStrips({
  job,
  evening,
  now,
  onOrder,
  onOut,
  onStand,
  others = [],
}: {
  job: Job;
  evening: EveningNow;
  now: number;
  onOrder(ids: string[]): void;
  onOut(id: string): void;
  /** It goes on that stand, from 1; undefined: on whichever suits. */
  onStand(id: string, no: number | undefined): void;
  /** Other evenings of the job that are ahead, onto which a part may be put. */
  others?: readonly { id: string; label: string; onDrop(id: string): void }[];
}) {
  const { found, zeroMs, names } = evening;
  if (!found) return null;
  const { plan } = found;
  const span = spanOf(plan, evening, now);
  const parts = new Map(evening.evening.parts.map((p) => [p.id, p]));
  const firstAt = (id: string) =>
    parts.get(id)?.done ? -Infinity : (plan.steps.find((s) => s.partId === id)?.startMin ?? Infinity);
  const ids = [...parts.keys()].sort((a, b) => firstAt(a) - firstAt(b));
  const coatsOf = (id: string): StripCoat[] => {
    const p = parts.get(id);
    const called = names.get(id) ?? [];
    const planned = plan.steps.flatMap((s): StripCoat[] => {
      const name = called[s.coat - 1];
      return s.partId === id && name ? [{ ...s, coat: name.coat, product: name.product, done: false }] : [];
    });
    // Coats that are on are drawn up to the last of them, which is the one whose end is known.
    const done = p?.done?.coats ?? 0;
    const last = called[done - 1];
    return p?.done && last
      ? [
          {
            startMin: p.done.endedMin - (p.coats[done - 1]?.minutes ?? 1),
            endMin: p.done.endedMin,
            coat: last.coat,
            product: last.product,
            done: true,
          },
          ...planned,
        ]
      : planned;
  };
  const cups = plan.cups.map((c) => {
    const from = plan.steps.filter((s) => s.cup === c.no);
    const life = evening.evening.products[c.product]?.potLifeMin;
    return {
      no: c.no,
      fromMin: c.mixedMin,
      toMin: Math.max(c.mixedMin, ...from.map((s) => s.endMin)),
      livesMin: life === undefined ? undefined : c.mixedMin + life,
    };
  });
  return (
    <View testID="strips">
      <View style={{ paddingLeft: 48 }}>
        <StripHead span={span} cups={cups} zeroMs={zeroMs} />
      </View>
      <SortableRows
        items={ids.map((id) => ({ id, label: zoneLabel(job, id) }))}
        onOrder={onOrder}
        places={[
          { id: 'out', label: 'Not on this evening', onDrop: onOut },
          ...others,
          ...evening.evening.stands.map((s, i) => ({
            id: s.id,
            label: s.turns ? `${s.id}, turns` : s.id,
            onDrop: (id: string) => onStand(id, i + 1),
          })),
          ...(evening.evening.parts.some((p) => p.standId !== undefined)
            ? [{ id: 'any', label: 'Any stand', onDrop: (id: string) => onStand(id, undefined) }]
            : []),
        ]}
        row={(id) => {
          const coats = coatsOf(id);
          const last = coats.at(-1);
          const p = parts.get(id);
          const left = plan.left.find((l) => l.partId === id);
          const dryMin = last && p && !left ? last.endMin + p.dustFreeMin : undefined;
          return (
            <>
              <View style={{ flexDirection: 'row', justifyContent: 'space-between', gap: 8, flexWrap: 'wrap' }}>
                <Text kind="strong">{zoneLabel(job, id)}</Text>
                <Text kind="small" tone={left ? 'window' : 'muted'}>
                  {left
                    ? 'waits'
                    : last === undefined || dryMin === undefined
                      ? 'nothing'
                      : coats.every((c) => c.done)
                        ? `done, out of the dust ${timeAt(zeroMs, dryMin)}`
                        : `${timeAt(zeroMs, coats.find((c) => !c.done)?.startMin ?? 0)} to ${timeAt(zeroMs, dryMin)}`}
                </Text>
              </View>
              {p?.standId !== undefined && (
                <Text kind="small" tone="muted">{`On ${p.standId.toLowerCase()}, as you put it.`}</Text>
              )}
              <Strip coats={coats} dryMin={dryMin} span={span} colourHex={finishOf(job, id).colour?.hex} />
            </>
          );
        }}
      />
    </View>
  );
}

/** 'coat 1 of 3 (light coat)'. */
function calledCoat(n: CoatName): string {
  const role = maskedFor(FAMILIES[n.product.family].role);
  return `coat ${n.coat} of ${n.of}${role && n.of > 1 ? ` (${coatWords(role, n.coat, n.of).name})` : ''}`;
}

/** A pause of so long is worth a line, min. */
const PAUSE_MIN = 3;

/** Coat after coat by the clock: what, on which part, from which cup, on which stand; and the pauses between. */
export function TimeList({ job, evening, most = Infinity }: { job: Job; evening: EveningNow; most?: number }) {
  const { found, zeroMs, names } = evening;
  const steps = found?.plan.steps ?? [];
  return (
    <View testID="evening">
      {steps.slice(0, most).map((s, i) => {
        const before = steps[i - 1];
        const name = names.get(s.partId)?.[s.coat - 1];
        const pause = before ? s.startMin - before.endMin : 0;
        const isFresh = before?.cup !== s.cup;
        const says: Message = name
          ? `${name.product.name}, ${calledCoat(name)}${name.piece === undefined ? '' : `, part ${name.piece} of it: keep the edge wet`}. Cup ${s.cup}${s.standId === undefined ? '' : `, ${s.standId.toLowerCase()}`}`
          : '';
        return (
          <View key={`${s.partId} ${s.coat}`}>
            {pause >= PAUSE_MIN && (
              <Text kind="tag" tone="muted">
                {`${Math.round(pause)}\u00a0min until it may go on${isFresh ? ': mix meanwhile' : ''}`}
              </Text>
            )}
            <ListRow>
              <View style={{ width: 64 }}>
                <Text kind="section">{timeAt(zeroMs, s.startMin)}</Text>
              </View>
              <Grow between={0.5}>
                <Text kind="strong">{zoneLabel(job, s.partId)}</Text>
                <Text kind="small" tone="muted">
                  {says}
                </Text>
              </Grow>
            </ListRow>
          </View>
        );
      })}
      {steps.length > most && <Text kind="small" tone="muted">{`And ${steps.length - most} more after that.`}</Text>}
    </View>
  );
}
