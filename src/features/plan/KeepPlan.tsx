import { useState } from 'react';
import { View } from 'react-native';
import { MINUTE_MS } from '@/core';
import { causeWords, keptFrom, workName, workPlace } from '@/core/schedule';
import { newId, saveCalendar, useJobs, useShopActions } from '@/data';
import type { PlanNow } from '@/data/plan';
import { ActionButton } from '@/ui/ActionButton';
import { useAppTheme } from '@/ui/appTheme';
import { Problem } from '@/ui/Notice';
import type { PlanView } from '@/core/schedule';

/** The plan becomes the one that people go by: what is in it stays, unless moving it pays. And it goes into a calendar. */
export function KeepPlan({ plan, view, now }: { plan: PlanNow; view: PlanView; now: number }) {
  const { changeJob } = useShopActions();
  const { jobs } = useJobs();
  const { scale } = useAppTheme();
  const [problem, setProblem] = useState<string>();
  const [kept, setKept] = useState(false);
  const keep = () =>
    void Promise.all(
      jobs.map((open) =>
        changeJob(open.job.id, (j) => ({
          ...j,
          kept: keptFrom(open, plan.days, plan.plan, plan.zeroMs, now, () => newId(now)),
        })),
      ),
    ).then(
      () => {
        setKept(true);
        setProblem(undefined);
      },
      (e: Error) => setProblem(e.message),
    );
  const calendar = () =>
    void saveCalendar(
      'Plan of days',
      view.rows.map((r) => ({
        uid: `${r.work.id.replace(/[^a-zA-Z0-9]/g, '-')}@plan.stratocoat`,
        atMs: r.startMs,
        lengthMs: Math.max(MINUTE_MS, r.endMs - r.startMs),
        title: `${workName(r.work)}: ${workPlace(view.how.jobOf(r.work.jobId), r.work)}`,
        about: causeWords(r.cause, r.work.id, plan.days, plan.plan, view.how),
      })),
      now,
    ).catch((e: Error) => setProblem(e.message));
  return (
    <View style={{ flex: 1 }}>
      <Problem says={problem} />
      <View style={{ flexDirection: scale > 1.3 ? 'column' : 'row', gap: 8 }}>
        <ActionButton label={kept ? 'Kept' : 'Go by this plan'} strong grow onPress={keep} testID="keep-plan" />
        <ActionButton label="Calendar" onPress={calendar} testID="plan-calendar" />
      </View>
    </View>
  );
}
