import { useState, type ReactNode } from 'react';
import { errorText, finishOf, formatQuantity, zoneLabel, zonesOf, type Message, type Panel, type Point } from '@/core';
import { remedyOf, type DefectRemedy } from '@/core/defects/remedy';
import { DEFECT_NAMES } from '@/core/log/defects';
import { useFaultAgreement, useJobAndAdvice, useLogCommand, useNow, useStatuses, type OpenJob } from '@/data';
import { defectsOn, type DefectHere } from '@/core/defects/inShop';
import { useAppTheme } from '@/ui/appTheme';
import { ActionButton } from '@/ui/ActionButton';
import { Disclosure } from '@/ui/Disclosure';
import { EmptyPage } from '@/ui/EmptyState';
import { fullWhen, whenAndWait } from '@/ui/format';
import { Row, Stack } from '@/ui/layout';
import { ListRow } from '@/ui/ListRow';
import { DefectMap } from '@/ui/map/DefectMap';
import { Notice, Problem } from '@/ui/Notice';
import { useNotify } from '@/ui/notifications';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { PickFrom } from '@/ui/PickFrom';
import { pageHref } from '@/ui/pages';
import { Section } from '@/ui/Section';
import { TwoColumns } from '@/ui/SplitView';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { MarkDefect } from './MarkDefect';
import { WhyDefect } from './WhyDefect';

/** What is wrong with the paint of a panel: marked where it is, put right by its remedy and from its moment, and why it is there. */
export function DefectsScreen({
  jobId,
  panelId,
  defectId,
}: {
  jobId: string | undefined;
  panelId: string | undefined;
  defectId: string | undefined;
}) {
  const here = useJobAndAdvice(jobId);
  const [picked, setPicked] = useState(panelId);
  if (!here) return <Page>{null}</Page>;
  const { open } = here;
  const panels = (open?.job.panels ?? []).filter(
    (p) => open && zonesOf(open.job, p.id).some((z) => (open.state.zones.get(z.id)?.strata?.layers.length ?? 0) > 0),
  );
  const hurt = open ? panels.filter((p) => defectsOn(open, p.id).length > 0) : [];
  const panel = panels.find((p) => p.id === picked) ?? hurt[0] ?? panels[0];
  if (!open || !panel)
    return (
      <EmptyPage
        title="No paint to look at yet"
        text="Runs, dust and haze are marked in paint. Log what is on a panel first."
      />
    );
  return (
    <Defects
      key={`${open.job.id}/${panel.id}`}
      open={open}
      panel={panel}
      first={defectId}
      choice={
        <PickFrom
          label="Panel"
          options={panels.map((p) => ({ value: p.id, label: p.name }))}
          likely={[...new Set([panel.id, ...hurt.map((p) => p.id), ...panels.map((p) => p.id)])]}
          value={panel.id}
          onChange={setPicked}
        />
      }
    />
  );
}

function Defects({
  open,
  panel,
  first,
  choice,
}: {
  open: OpenJob;
  panel: Panel;
  first: string | undefined;
  choice: ReactNode;
}) {
  const now = useNow();
  const statuses = useStatuses(open, now);
  const all = defectsOn(open, panel.id);
  const [shown, setShown] = useState<string | undefined>(first ?? all[0]?.defect.id);
  const [marking, setMarking] = useState(all.length === 0);
  const [at, setAt] = useState<Point>();
  const remedies = new Map(
    all.flatMap((d) => {
      const status = statuses.get(d.zoneId);
      const r = status && remedyOf(d.defect, d.strata, status, finishOf(open.job, d.zoneId).sheen);
      return r ? [[d.defect.id, r] as const] : [];
    }),
  );
  const outer = panel.map;
  const drawing = outer && (
    <DefectMap
      outline={outer.outline}
      keepOuts={outer.keepOuts.filter((k) => k.face === 'outer').map((k) => k.outline)}
      signs={all.flatMap((d, i) => (d.defect.at ? [{ no: i + 1, at: d.defect.at }] : []))}
      at={marking ? at : undefined}
      label={marking ? `${panel.name}: tap where it is` : `${panel.name}, with what is marked on it`}
      {...(marking && { onTap: setAt })}
    />
  );
  return (
    <Page
      testID="defects"
      wide
      foot={
        !marking && (
          <ActionButton
            label="Mark another one"
            grow
            strong={all.length === 0}
            onPress={() => setMarking(true)}
            testID="mark-defect"
          />
        )
      }
    >
      <PageHead
        eyebrow={`${open.job.name}, ${panel.name.toLowerCase()}`}
        title={titleOf(all, remedies, now)}
        subtitle={
          all.length === 0
            ? 'Look along it in a low light, then put a finger on what you see.'
            : `${all.length} marked here.`
        }
      />
      {choice}
      <TwoColumns
        left={
          <>
            {drawing}
            {marking && (
              <MarkDefect
                open={open}
                panel={panel}
                at={at}
                onDone={(id) => {
                  setMarking(false);
                  setAt(undefined);
                  if (id !== undefined) setShown(id);
                }}
              />
            )}
            {all.map((d, i) => (
              <OneDefect
                key={d.defect.id}
                no={i + 1}
                open={open}
                here={d}
                remedy={remedies.get(d.defect.id)}
                now={now}
                isOpen={shown === d.defect.id}
                onToggle={() => setShown(shown === d.defect.id ? undefined : d.defect.id)}
              />
            ))}
          </>
        }
        right={
          <>
            {all
              .filter((d) => d.defect.id === shown)
              .map((d) => (
                <WhyDefect key={d.defect.id} open={open} here={d} now={now} />
              ))}
            <Section title="For this panel">
              {(
                [
                  [pageHref('/flatten', { job: open.job.id, panel: panel.id }), 'How far to flatten and polish it'],
                  [
                    pageHref('/panel/[jobId]/[panelId]', { jobId: open.job.id, panelId: panel.id }),
                    'Its way, step by step',
                  ],
                  [pageHref('/spray', {}), 'Try it with a gun: runs, dry edges, stripes'],
                ] as const
              ).map(([href, text]) => (
                <ListRow key={text} href={href}>
                  <Text tone="do">{text}</Text>
                </ListRow>
              ))}
            </Section>
            <Notice tone="muted">
              Sanding dust and mist of two-pack paint harm lungs, also weeks later: mask and extraction. The paint’s own
              sheet decides where it says otherwise.
            </Notice>
          </>
        }
      />
    </Page>
  );
}

/** 'Run: cut it flat, from Thu 14:00'. */
function titleOf(all: readonly DefectHere[], remedies: ReadonlyMap<string, DefectRemedy>, now: number): Message {
  const [first] = all.filter((d) => d.defect.deferred === undefined);
  if (!first) return all.length === 0 ? 'Nothing is marked on it' : 'What is marked stays, as agreed';
  const r = remedies.get(first.defect.id);
  const name = DEFECT_NAMES[first.defect.kind];
  if (!r) return `${name}: nothing to do any more`;
  return `${name}: ${r.name.toLowerCase()}, ${momentText(r.fromMs, now)}`;
}

const momentText = (fromMs: number | null, now: number): string =>
  fromMs === null ? 'when it is warm enough to harden' : fromMs <= now ? 'now' : `from ${whenAndWait(fromMs, now)}`;

function OneDefect({
  no,
  open,
  here: { zoneId, defect, strata },
  remedy,
  now,
  isOpen,
  onToggle,
}: {
  no: number;
  open: OpenJob;
  here: DefectHere;
  remedy: DefectRemedy | undefined;
  now: number;
  isOpen: boolean;
  onToggle(): void;
}) {
  const { units } = useAppTheme();
  const command = useLogCommand(open.job.id);
  const { leave, takeUp } = useFaultAgreement(open.job.id);
  const notify = useNotify();
  const [problem, setProblem] = useState<Message>();
  const layer = strata.layers.find((l) => l.id === defect.layerId);
  const left = defect.deferred;
  const log = (entry: Parameters<typeof command.mutate>[0], text: string) =>
    command.mutate(entry, {
      onSuccess: ({ undo }) => {
        setProblem(undefined);
        notify({ text, undo });
      },
      onError: (e) => setProblem(errorText(e)),
    });
  const um = (x: number) => formatQuantity('film', Math.max(0, x), units, 0);
  return (
    <Disclosure
      testID="defect"
      open={isOpen}
      onToggle={onToggle}
      head={
        <>
          <Text kind="strong">{`${no}. ${DEFECT_NAMES[defect.kind]}${defect.count === undefined ? '' : `, ${defect.count}`}`}</Text>
          <Text
            kind="small"
            tone={left || !remedy ? 'muted' : remedy.fromMs !== null && remedy.fromMs <= now ? 'do' : 'window'}
          >
            {left
              ? 'Stays, as agreed'
              : remedy
                ? `${remedy.name}, ${momentText(remedy.fromMs, now)}`
                : 'Nothing to do any more'}
          </Text>
        </>
      }
    >
      <Stack between={1} bottom={3}>
        <Text
          kind="small"
          tone="muted"
        >{`In ${layer?.label.toLowerCase() ?? 'a layer that is gone'}, ${zoneLabel(open.job, zoneId).toLowerCase()}; marked ${fullWhen(defect.atMs)}.`}</Text>
        {remedy?.how.map((line) => (
          <Text key={line}>{line}</Text>
        ))}
        {remedy?.film && (
          <Text kind="small" tone={remedy.film.isShort ? 'stop' : 'muted'} testID="film-left">
            {remedy.film.isShort
              ? `Only ${um(remedy.film.leftUm)} of finish (${remedy.film.basis}): cutting and polishing would leave less than ${um(remedy.film.reserveUm)}. So it is keyed and sprayed again.`
              : `${um(remedy.film.leftUm)} of finish (${remedy.film.basis}), it takes about ${um(remedy.film.takesUm)}, ${um(remedy.film.leftUm - remedy.film.takesUm)} stay; ${um(remedy.film.reserveUm)} must.`}
          </Text>
        )}
        {remedy && (
          <Text kind="small" tone="window">
            {remedy.not}
          </Text>
        )}
        <Problem says={problem} />
        <Row>
          <TextButton
            label="It is gone"
            of={`: ${DEFECT_NAMES[defect.kind]}`}
            onPress={() =>
              log(
                { log: { kind: 'defectGone', zoneIds: [zoneId], defectIds: [defect.id] } },
                `${DEFECT_NAMES[defect.kind]} is gone.`,
              )
            }
          />
          {left ? (
            <TextButton
              label="It does not stay"
              onPress={() => void takeUp(left.eventId).catch((e: Error) => setProblem(errorText(e)))}
            />
          ) : (
            <TextButton
              label="It stays, as agreed"
              onPress={() => void leave(zoneId, defect.id, undefined).catch((e: Error) => setProblem(errorText(e)))}
            />
          )}
          <TextButton
            label="It was never there"
            tone="muted"
            onPress={() => log({ strike: defect.id }, 'Struck out.')}
          />
        </Row>
      </Stack>
    </Disclosure>
  );
}
