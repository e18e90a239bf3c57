import { useMemo } from 'react';
import { View } from 'react-native';
import { errorText, formatQuantity, waitText, zonesOf, type Job, type UnitSystem } from '@/core';
import { putBack, type OpenEnd, type PartToFit, type PutBack } from '@/core/assembly/putBack';
import { FINAL_CHECKS, THREAD_CARE, type FinalCheckKind } from '@/core/log/assembly';
import type { BagItem } from '@/core/log/job';
import {
  nowMs,
  useAdvice,
  useHeadList,
  useJobAndAdvice,
  useLogCommand,
  useNow,
  useStatuses,
  useVerdictInput,
  type OpenJob,
} from '@/data';
import { useAppTheme } from '@/ui/appTheme';
import { EmptyPage } from '@/ui/EmptyState';
import { dayOnly, shortWhen, whenAndWait } from '@/ui/format';
import { Grow, Row, Stack } from '@/ui/layout';
import { LinkArea } from '@/ui/LinkArea';
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
import { TickLine } from '@/ui/TickLine';
import { gap, TARGET } from '@/ui/theme';

/** Putting a vehicle together: which part may go on, with what, and what is open before it leaves. */
export function PutBackScreen({ jobId }: { jobId: string | undefined }) {
  const here = useJobAndAdvice(jobId);
  if (!here) return <Page>{null}</Page>;
  if (!here.open || here.open.job.panels.length === 0)
    return (
      <EmptyPage
        title="Nothing to put together yet"
        text="Lay out a job’s panels, and log what is taken off: it is asked for here."
      />
    );
  return <Together open={here.open} />;
}

function Together({ open }: { open: OpenJob }) {
  const { units } = useAppTheme();
  const now = useNow();
  const { job, state } = open;
  const advice = useAdvice();
  const inputFor = useVerdictInput(open, now);
  const statuses = useStatuses(open, now);
  const bags = useHeadList(open, 'bags');
  const checks = useHeadList(open, 'finalChecks');
  const command = useLogCommand(job.id);
  const notify = useNotify();
  const sum = useMemo(
    () =>
      advice &&
      putBack(
        job,
        state,
        (zoneId) => {
          const input = inputFor(zoneId);
          return input && advice.verdictOn({ kind: 'fit' }, input);
        },
        statuses,
        now,
      ),
    [advice, job, state, inputFor, statuses, now],
  );
  if (!sum) return <Page>{null}</Page>;
  const fit = (part: PartToFit) =>
    command.mutate(
      { log: { kind: 'fitted', zoneIds: zonesOf(job, part.panelId).map((z) => z.id), where: 'on the vehicle' } },
      {
        onSuccess: ({ undo }) => notify({ text: `${part.name} is on.`, undo }),
        onError: (e) => notify({ text: String(errorText(e)) }),
      },
    );
  const back = (bagId: string, item: BagItem) =>
    void bags.change((all) =>
      all.map((b) =>
        b.id === bagId ? { ...b, items: b.items.map((i) => (i.id === item.id ? { ...i, back: i.count } : i)) } : b,
      ),
    );
  const check = (id: FinalCheckKind, none?: true) =>
    void checks.change((all) => [...all.filter((c) => c.id !== id), { id, atMs: nowMs(), ...(none && { none }) }]);
  const uncheck = (id: FinalCheckKind) => void checks.change((all) => all.filter((c) => c.id !== id));
  const look = (zoneIds: string[]) =>
    command.mutate(
      { log: { kind: 'lookedAgain', zoneIds } },
      { onSuccess: ({ undo }) => notify({ text: 'Looked at again.', undo }) },
    );
  const looks = job.zones.filter((z) => state.zones.get(z.id)?.strata?.lookFromMs !== undefined);
  return (
    <Page testID="put-back" wide>
      <PageHead eyebrow={`${job.name}, put back`} title={titleOf(sum)} subtitle={subtitleOf(sum, now)} />
      <Problem says={bags.problem ?? checks.problem} />
      <TwoColumns
        left={
          <>
            {sum.parts.length > 0 && (
              <Section title="Goes on" aside={`${sum.parts.length} off`}>
                {sum.parts.map((p) => (
                  <Part key={p.panelId} of={p} job={job} now={now} units={units} onFit={() => fit(p)} onBack={back} />
                ))}
              </Section>
            )}
            {sum.gaps.length > 0 && (
              <Section title="Gaps to set">
                {sum.gaps.map((g) => (
                  <ListRow key={`${g.panelId} ${g.name}`} href={pageHref('/fair', { job: job.id, panel: g.panelId })}>
                    <Grow between={0.5}>
                      <Text kind="strong">{g.name}</Text>
                      <Text kind="small">{g.plan.why}</Text>
                    </Grow>
                  </ListRow>
                ))}
              </Section>
            )}
            {looks.length > 0 && (
              <Section title="Look again in daylight">
                {looks.map((z) => {
                  const from = state.zones.get(z.id)?.strata?.lookFromMs ?? 0;
                  const panel = job.panels.find((p) => p.id === z.panelId);
                  return (
                    <ListRow key={z.id}>
                      <Grow between={0.5}>
                        <Text kind="strong">{panel?.name ?? z.name}</Text>
                        <Text kind="small" tone="muted">
                          {from > now
                            ? `From ${whenAndWait(from, now)}: haze, sinking and holograms come by then.`
                            : 'Now, in the sun: haze, sinking, holograms.'}
                        </Text>
                        <Row>
                          <TextButton
                            label="Nothing new"
                            of={`on ${panel?.name ?? z.name}`}
                            onPress={() => look([z.id])}
                          />
                          <MarkLink job={job.id} panel={z.panelId} />
                        </Row>
                      </Grow>
                    </ListRow>
                  );
                })}
              </Section>
            )}
          </>
        }
        right={
          <>
            <Section title="Before it leaves" aside={sum.open.length === 0 ? 'all of it' : `${sum.open.length} open`}>
              {sum.open
                .filter((o) => o.kind !== 'check' && o.kind !== 'part')
                .map((o) => (
                  <ListRow key={`${o.kind} ${o.says}`} href={hrefOf(o, job)}>
                    <Grow>
                      <Text>{o.says}</Text>
                      {o.fromMs !== undefined && (
                        <Text kind="small" tone="muted">
                          {o.kind === 'order'
                            ? `due ${dayOnly(o.fromMs)}`
                            : o.fromMs > now
                              ? `from ${shortWhen(o.fromMs, now)}`
                              : 'now'}
                        </Text>
                      )}
                    </Grow>
                  </ListRow>
                ))}
              {sum.checks.map((c) => (
                <View key={c.kind} style={{ flexDirection: 'row', alignItems: 'center', gap: gap(2) }}>
                  <View style={{ flex: 1, minWidth: 0 }}>
                    <TickLine
                      label={c.none ? `${FINAL_CHECKS[c.kind]}: none here` : FINAL_CHECKS[c.kind]}
                      checked={c.atMs !== undefined}
                      onPress={() => (c.atMs === undefined ? check(c.kind) : uncheck(c.kind))}
                    />
                  </View>
                  {c.atMs === undefined && c.kind !== 'loose' && (
                    <TextButton
                      label="None here"
                      of={`: ${FINAL_CHECKS[c.kind]}`}
                      tone="muted"
                      onPress={() => check(c.kind, true)}
                    />
                  )}
                </View>
              ))}
            </Section>
            {sum.left.length > 0 && (
              <Section title="Stays, as agreed">
                {sum.left.map((l) => (
                  <Text key={l}>{l}</Text>
                ))}
              </Section>
            )}
            {sum.fresh.length > 0 && (
              <Section title="Fresh paint">
                {sum.fresh.map((f) => (
                  <Stack key={f.panelId} top={1}>
                    <Text kind="strong">{f.name}</Text>
                    <Text
                      kind="small"
                      tone="muted"
                    >{`Wash by hand ${fromText(f.washMs, now)}, wax ${fromText(f.waxMs, now)}.`}</Text>
                  </Stack>
                ))}
              </Section>
            )}
            <Notice tone="muted">
              What is lifted, hinged or holds people goes by the vehicle’s own book: torque, order and new fixings.
              Belts, airbags, brakes and steering are for who is licensed for them.
            </Notice>
          </>
        }
      />
    </Page>
  );
}

const fromText = (ms: number | null, now: number): string =>
  ms === null ? 'when it is warm enough to harden' : ms <= now ? 'now' : `from ${dayOnly(ms)}`;

function MarkLink({ job, panel }: { job: string; panel: string }) {
  return (
    <LinkArea href={pageHref('/defects', { job, panel })} style={{ minHeight: TARGET, justifyContent: 'center' }}>
      <Text kind="button" tone="do">
        Mark what I see
      </Text>
    </LinkArea>
  );
}

function titleOf({ parts, open }: PutBack): string {
  if (open.length === 0) return 'Finished: nothing open, nothing missing';
  const ready = parts.filter((p) => p.state === 'ready');
  if (ready[0]) return `${ready[0].name} may go on now`;
  const held = parts.filter((p) => p.fromMs !== undefined).sort((a, b) => (a.fromMs ?? 0) - (b.fromMs ?? 0))[0];
  if (held) return `Next: ${held.name}`;
  if (parts.length > 0) return `${parts.length === 1 ? 'One part is' : `${parts.length} parts are`} held`;
  const missing = open.filter((o) => o.kind === 'missing');
  if (missing[0]) return `Missing: ${missing[0].says}`;
  return `${open.length} ${open.length === 1 ? 'thing is' : 'things are'} open`;
}

function subtitleOf({ parts, open }: PutBack, now: number): string {
  const held = parts.filter((p) => p.state === 'held' && p.fromMs !== undefined);
  const next = held.reduce<number | undefined>((a, p) => Math.min(a ?? Infinity, p.fromMs ?? Infinity), undefined);
  const missing = open.filter((o) => o.kind === 'missing').length;
  return [
    next === undefined ? '' : `The next one comes free in ${waitText(next - now)}.`,
    missing > 0 ? `${missing} ${missing === 1 ? 'thing is' : 'things are'} missing from its bags.` : '',
  ]
    .filter((t) => t !== '')
    .join(' ');
}

function hrefOf(o: OpenEnd, job: Job) {
  const panel = o.panelId;
  switch (o.kind) {
    case 'fault':
      return pageHref('/map', { job: job.id, panel });
    case 'defect':
    case 'look':
      return pageHref('/defects', { job: job.id, panel });
    case 'missing':
    case 'order':
      return pageHref('/bags', { job: job.id });
    case 'gap':
      return pageHref('/fair', { job: job.id, panel });
    case 'part':
    case 'check':
      return pageHref('/putback', { job: job.id });
  }
}

function Part({
  of: part,
  job,
  now,
  units,
  onFit,
  onBack,
}: {
  of: PartToFit;
  job: Job;
  now: number;
  units: UnitSystem;
  onFit(): void;
  onBack(bagId: string, item: BagItem): void;
}) {
  return (
    <ListRow testID="part-to-fit">
      <Grow between={0.5}>
        <Text kind="strong">{part.name}</Text>
        <Text kind="small" tone={part.state === 'ready' ? 'do' : 'window'}>
          {part.state === 'ready'
            ? 'May go on now'
            : part.fromMs === undefined
              ? 'Not yet'
              : `From ${whenAndWait(part.fromMs, now)}`}
        </Text>
        {part.why.map((w) => (
          <Text key={String(w)} kind="small" tone="muted">
            {w}
          </Text>
        ))}
        {part.items.map(({ bag, item, missing }) => (
          <Row key={item.id}>
            <Text kind="small">{`${missing} × ${item.name.toLowerCase()}, ${bag.where || bag.name}${item.oneTime ? ', new ones' : ''}${tightText(item, units)}`}</Text>
            <TextButton label="Back" of={`: ${item.name}`} onPress={() => onBack(bag.id, item)} />
          </Row>
        ))}
        <Row>
          {part.state === 'ready' && <TextButton label="It is on" of={`: ${part.name}`} onPress={onFit} />}
          {part.state === 'held' && (
            <LinkArea
              href={pageHref('/panel/[jobId]/[panelId]', { jobId: job.id, panelId: part.panelId })}
              label={`What ${part.name} waits for`}
              style={{ minHeight: TARGET, justifyContent: 'center' }}
            >
              <Text kind="button" tone="do">
                What it waits for
              </Text>
            </LinkArea>
          )}
        </Row>
      </Grow>
    </ListRow>
  );
}

/** '; 24 Nm by the book, thread lock'. */
function tightText(i: BagItem, units: UnitSystem): string {
  const torque =
    i.torqueNm === undefined
      ? ''
      : `; ${formatQuantity('torque', i.torqueNm, units)}${i.torqueFrom ? ` by ${i.torqueFrom}` : ''}`;
  return `${torque}${i.thread ? `, ${THREAD_CARE[i.thread].toLowerCase()}` : ''}`;
}
