import { useWindowDimensions, View } from 'react-native';
import { causeWords, workName, workPlace, type PlanRow } from '@/core/schedule';
import { useNow } from '@/data';
import { usePlan } from '@/data/plan';
import { Awake } from '@/ui/Awake';
import { clockTime, shortWhen } from '@/ui/format';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { Section } from '@/ui/Section';
import { Text, type TextKind } from '@/ui/Text';
import { gap } from '@/ui/theme';
import { dayWords, usePlanView } from './planView';
import type { PlanView } from '@/core/schedule';

/** From so wide on it is read from five metres. */
const FAR_PX = 900;
const NEXT = 4;

/** The plan on the wall: now, next and what is in danger, read from afar; the screen stays on. */
export function WallScreen() {
  const now = useNow();
  const { plan, isNobody } = usePlan(now);
  const view = usePlanView(plan, now, 3);
  const { width } = useWindowDimensions();
  const far = width >= FAR_PX;
  if (!plan || !view)
    return (
      <Page testID="wall">
        <PageHead
          eyebrow={clockTime(now)}
          title={isNobody ? 'Nobody has said when they are here' : 'The days are being put in order'}
          subtitle={isNobody ? 'Say it on the plan of days.' : ''}
        />
      </Page>
    );
  const { now: current } = view;
  const next = view.next.slice(0, NEXT);
  const danger = plan.plan.breaches.length + plan.days.held.length;
  return (
    <Page testID="wall" wide>
      <Awake />
      <PageHead
        eyebrow={`${dayWords(now, now)}, all done ${dayWords(view.doneMs, now)}`}
        title={clockTime(now)}
        {...(danger > 0 && { subtitle: `${danger} in danger: see the plan of days` })}
      />
      <View style={far ? { flexDirection: 'row', gap: gap(8) } : undefined}>
        <View style={far ? { flex: 3 } : undefined}>
          <Section title="Now">
            {current.length === 0 && (
              <Text kind={far ? 'huge' : 'figure'} tone="muted">
                {next[0] ? `Nobody until ${shortWhen(next[0].startMs, now)}` : 'Nothing'}
              </Text>
            )}
            {current.map((r) => (
              <WallRow
                key={r.work.id}
                row={r}
                view={view}
                kind={far ? 'huge' : 'figure'}
                says={`until ${shortWhen(r.endMs, now)}`}
              />
            ))}
          </Section>
        </View>
        <View style={far ? { flex: 2 } : undefined}>
          <Section title="Next">
            {next.map((r) => (
              <WallRow
                key={r.work.id}
                row={r}
                view={view}
                kind={far ? 'answer' : 'section'}
                says={`${shortWhen(r.startMs, now)}. ${causeWords(r.cause, r.work.id, plan.days, plan.plan, view.how)}`}
              />
            ))}
          </Section>
        </View>
      </View>
    </Page>
  );
}

function WallRow({ row, view, kind, says }: { row: PlanRow; view: PlanView; kind: TextKind; says: string }) {
  const job = view.how.jobOf(row.work.jobId);
  return (
    <View style={{ paddingVertical: gap(2) }}>
      <Text kind={kind}>{workName(row.work)}</Text>
      <Text kind={kind === 'huge' ? 'answer' : 'body'}>{workPlace(job, row.work)}</Text>
      <Text kind={kind === 'huge' ? 'figure' : 'small'} tone="muted">
        {`${row.who === undefined ? '' : `${view.how.personName(row.who)}, `}${says}`}
      </Text>
    </View>
  );
}
