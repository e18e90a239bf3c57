import { useState } from 'react';
import type { Job } from '@/core';
import { causeWords, putOnDay, workName, workPlace, type PlanDay } from '@/core/schedule';
import { newId, useShopActions } from '@/data';
import type { PlanNow } from '@/data/plan';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Problem } from '@/ui/Notice';
import { Section } from '@/ui/Section';
import { SortableRows } from '@/ui/SortableRows';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { RowWords } from './RowWords';
import { dayWords } from './planView';
import type { PlanView } from '@/core/schedule';

const ANY = 'any';
const OFFERED = 10;
/** Midnights of the coming days, ms. */
const nextDays = (now: number): number[] => {
  const t = new Date(now);
  return Array.from({ length: OFFERED }, (_, d) => new Date(t.getFullYear(), t.getMonth(), t.getDate() + d).getTime());
};

/** The coming days, row by row; a row is dragged to another day. */
export function Days({ plan, view, now, onMore }: { plan: PlanNow; view: PlanView; now: number; onMore(): void }) {
  const { changeJob } = useShopActions();
  const [problem, setProblem] = useState<string>();
  /** The row that is being put on another day without dragging. */
  const [moving, setMoving] = useState<string>();
  const rows = view.rows;
  const put = (id: string, dayMs: number | undefined, fromMs?: number) => {
    const row = rows.find((r) => r.work.id === id);
    const block = row?.work.block;
    if (!row || !block) return setProblem('What is agreed for a moment is moved where it was agreed.');
    const on = dayMs === undefined ? undefined : { dayMs, ...(fromMs !== undefined && { fromMs }) };
    return void changeJob(row.work.jobId, (j: Job) => ({
      ...j,
      agreed: putOnDay(j.agreed ?? [], block, on, newId(now)),
    })).then(
      () => setProblem(undefined),
      (e: Error) => setProblem(e.message),
    );
  };
  const dayOf = (id: string | undefined): PlanDay | undefined =>
    view.days.find((d) => d.rows.some((r) => r.work.id === id));
  const onOrder = (ids: string[]) => {
    const was = rows.map((r) => r.work.id);
    // The one that was taken up: without it both orders are the same.
    const moved = was.find(
      (id) =>
        was.filter((x) => x !== id).join() === ids.filter((x) => x !== id).join() &&
        was.indexOf(id) !== ids.indexOf(id),
    );
    if (moved === undefined) return;
    const at = ids.indexOf(moved);
    const after = ids[at - 1];
    const before = ids[at + 1];
    const day = at > was.indexOf(moved) ? dayOf(after) : dayOf(before ?? after);
    const next = rows.find((r) => r.work.id === before);
    if (day)
      put(
        moved,
        day.dayMs,
        day === dayOf(moved) && before !== undefined && dayOf(before) === day ? next?.startMs : undefined,
      );
  };
  const said = new Set([...plan.days.from].flatMap(([id, why]) => (why === 'on' ? [id] : [])));
  return (
    <Section title="Days" aside={`${plan.plan.starts.size} pieces of work in all`}>
      <Problem says={problem} />
      <SortableRows
        items={rows.map((r) => ({
          id: r.work.id,
          label: `${workName(r.work)}, ${workPlace(view.how.jobOf(r.work.jobId), r.work)}`,
        }))}
        onOrder={onOrder}
        places={[
          ...view.days.map((d) => ({
            id: String(d.dayMs),
            label: dayWords(d.dayMs, now),
            onDrop: (id: string) => put(id, d.dayMs),
          })),
          { id: 'any', label: 'Any day', onDrop: (id: string) => put(id, undefined) },
        ]}
        row={(id) => {
          const row = rows.find((r) => r.work.id === id);
          if (!row) return null;
          const day = dayOf(id);
          return (
            <>
              {day?.rows[0]?.work.id === id && (
                <Text kind="section" level={3}>
                  {dayWords(day.dayMs, now)}
                </Text>
              )}
              <RowWords
                inDay
                row={row}
                view={view}
                now={now}
                why={`${said.has(id) ? 'Put on that day. ' : ''}${causeWords(row.cause, id, plan.days, plan.plan, view.how)}`}
              />
              {row.work.block && (
                <TextButton
                  label="Another day"
                  of={`${workName(row.work)}, ${workPlace(view.how.jobOf(row.work.jobId), row.work)}`}
                  onPress={() => setMoving(moving === id ? undefined : id)}
                />
              )}
              {moving === id && (
                <ChoiceGroup
                  label="On which day"
                  value={undefined}
                  onChange={(v) => {
                    setMoving(undefined);
                    put(id, v === ANY ? undefined : Number(v));
                  }}
                  options={[
                    ...nextDays(now).map((ms) => ({ value: String(ms), label: dayWords(ms, now) })),
                    { value: ANY, label: 'Any day' },
                  ]}
                />
              )}
            </>
          );
        }}
      />
      <TextButton label="More days" onPress={onMore} />
    </Section>
  );
}
