import { useState } from 'react';
import {
  DEFAULT_METHOD,
  errorText,
  FAMILIES,
  formatQuantity,
  messageIn,
  panelsOff,
  zonesOf,
  type Job,
  type Message,
  type Panel,
  type UnitSystem,
} from '@/core';
import { MASK_EDGE_NAMES } from '@/core/log/evening';
import { draftInputOn, nextProduct } from '@/core/route/draft';
import { COMES_OFF, planMasking, type MaskPlan } from '@/core/session/masking';
import { edgeTimes } from '@/core/session/facts';
import { MASK_EDGE_FOR, maskedFor, type MaskedFor } from '@/core/systems/maskEdges';
import {
  nowMs,
  useConditions,
  useJobAndAdvice,
  useLibrary,
  useLogCommand,
  useSettings,
  useShopActions,
  useStatuses,
  type OpenJob,
} from '@/data';
import { ActionButton } from '@/ui/ActionButton';
import { useAppTheme } from '@/ui/appTheme';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { EmptyPage } from '@/ui/EmptyState';
import { Grow, Stack } from '@/ui/layout';
import { ListRow } from '@/ui/ListRow';
import { Notice, Problem } from '@/ui/Notice';
import { useNotify } from '@/ui/notifications';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { PickFrom } from '@/ui/PickFrom';
import { pageHref } from '@/ui/pages';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { Rolls, useRolls } from './Rolls';

/** What is masked of a panel before it is sprayed, by its drawing: which edge, how much tape and paper, and when it comes off. */
export function MaskingScreen({ jobId, panelId }: { jobId: string | undefined; panelId: string | undefined }) {
  const here = useJobAndAdvice(jobId);
  if (!here) return <Page>{null}</Page>;
  const panels = here.open?.job.panels.filter((p) => !p.card) ?? [];
  if (!here.open || panels.length === 0)
    return (
      <EmptyPage
        title="No panel to mask"
        text="Masking goes by the drawing of a panel. Start a job and lay out its panels."
      />
    );
  return <Masking open={here.open} panels={panels} first={panelId} />;
}

const ROLES: { readonly [R in MaskedFor]: string } = {
  converter: 'Rust treatment',
  primer: 'Primer',
  base: 'Colour under clear',
  topcoat: 'Clear, or colour that ends the stack',
  sealant: 'Sealer and underseal',
};
const ROLE_CHOICES = (['primer', 'base', 'topcoat', 'sealant', 'converter'] as const).map((value) => ({
  value,
  label: ROLES[value],
}));

function Masking({ open, panels, first }: { open: OpenJob; panels: Panel[]; first: string | undefined }) {
  const { units } = useAppTheme();
  const { job, state } = open;
  const [now] = useState(nowMs);
  const { all } = useLibrary();
  const settings = useSettings();
  const statuses = useStatuses(open, now);
  const command = useLogCommand(job.id);
  const notify = useNotify();
  const { changeJob } = useShopActions();
  const tempC = useConditions(open, now)?.().tempC ?? 20;
  const drawn = panels.filter((p) => p.map);
  const [panelId, setPanel] = useState(first ?? drawn[0]?.id ?? panels[0]?.id ?? '');
  const [said, setSaid] = useState<MaskedFor>();
  const [problem, setProblem] = useState<Message>();
  const panel = panels.find((p) => p.id === panelId) ?? panels[0];
  const zones = panel ? zonesOf(job, panel.id) : [];
  const zone = zones[0];
  const status = zone && statuses.get(zone.id);
  const product =
    zone && status
      ? nextProduct(
          'coated',
          draftInputOn(job, state, zone.id, status, { all, method: settings?.method ?? DEFAULT_METHOD, nowMs: now }),
        )
      : undefined;
  const role = said ?? (product && maskedFor(FAMILIES[product.family].role)) ?? 'primer';
  const fixed = panel !== undefined && !panelsOff(job, state).has(panel.id);
  const faces = panel?.map?.faces ?? ['outer' as const];
  const plans = panel ? faces.map((face) => ({ face, plan: planMasking(panel, face, role, fixed) })) : [];
  const tape = plans.reduce((s, p) => s + p.plan.tapeM[1], 0);
  const paper = plans.reduce((s, p) => s + p.plan.paperM2[1], 0);
  const items = plans.flatMap((p) => p.plan.items);
  const edges = [...new Set(items.map((i) => i.edge))];
  const inside = MASK_EDGE_FOR[role].inside;
  const onRoll = useRolls();
  const log = () => {
    if (!panel) return;
    command.mutate(
      {
        shelf: onRoll.used(tape, paper, job.id, zones),
        log: {
          kind: 'masked',
          zoneIds: zones.map((z) => z.id),
          what:
            items.length > 0
              ? items
                  .map((i) => i.name)
                  .join(', ')
                  .slice(0, 190)
              : 'Edges',
          edge: inside.edge,
          tapeM: Math.round(tape * 10) / 10,
          paperM2: Math.round(paper * 10) / 10,
        },
      },
      {
        onSuccess: ({ undo }) => {
          setProblem(undefined);
          notify({ text: `Masked: ${panel.name}.`, undo });
        },
        onError: (e) => setProblem(errorText(e)),
      },
    );
  };
  const times = product && edgeTimes(product, tempC);
  return (
    <Page
      testID="masking"
      foot={
        <ActionButton
          label={command.isPending ? 'Saving' : 'It is masked so'}
          strong
          grow
          disabled={command.isPending || zones.length === 0}
          onPress={log}
          testID="save"
        />
      }
    >
      <PageHead
        eyebrow={`${job.name}, masking`}
        title={
          !panel?.map
            ? 'Not drawn yet'
            : tape === 0
              ? 'Nothing to mask on it'
              : `${metres(tape, units)} of tape, ${squares(paper, units)} of paper`
        }
        subtitle={
          panel?.map
            ? `${panel.name}, ${fixed ? 'in its place' : 'off the vehicle'}. By its drawing, 15 in 100 either way.`
            : 'Tape and paper are counted from the panel’s drawing.'
        }
      />
      <Problem says={problem} />
      <PickFrom
        label="Panel"
        options={panels.map((p) => ({ value: p.id, label: p.name }))}
        likely={drawn.map((p) => p.id)}
        value={panelId}
        onChange={setPanel}
      />
      <ChoiceGroup<MaskedFor> label="For" options={ROLE_CHOICES} value={role} onChange={setSaid} />
      {panel && !panel.map && (
        <ListRow href={pageHref('/map', { job: job.id, panel: panel.id })}>
          <Text tone="do">Draw it, with what must not be painted</Text>
        </ListRow>
      )}
      {plans.map(({ face, plan }) => (
        <Face
          key={face}
          name={faces.length > 1 ? (face === 'inner' ? 'Inside' : 'Outside') : 'What is masked'}
          plan={plan}
          units={units}
          onOpening={(id, opening) =>
            void changeJob(job.id, (j) => withOpening(j, panelId, id, opening)).catch((e: Error) =>
              setProblem(errorText(e)),
            )
          }
        />
      ))}
      <Section title="Where it ends on the panel itself">
        <Stack top={2} between={1}>
          <Text kind="strong">{MASK_EDGE_NAMES[inside.edge]}</Text>
          <Text kind="small" tone="muted">
            {inside.why}
          </Text>
        </Stack>
      </Section>
      {edges.length > 0 && (
        <Section title="When it comes off">
          {edges.map((e) => {
            const off = COMES_OFF[e];
            const min = times && (off.after === 'flash' ? times.flashMin : times.dustFreeMin);
            return (
              <ListRow key={e}>
                <Grow between={0.5}>
                  <Text kind="strong">{`${MASK_EDGE_NAMES[e]}: ${min === undefined ? 'when it is out of the dust' : `about ${Math.round(min)} min after the last coat`}`}</Text>
                  <Text kind="small" tone="muted">
                    {messageIn(off.why, units)}
                  </Text>
                </Grow>
              </ListRow>
            );
          })}
        </Section>
      )}
      {items.length > 0 && <Rolls rolls={onRoll} tape={tape} paper={paper} />}
      <Notice tone="muted">
        Trim, labels and number plates are taken off rather than masked where they can be. Paper, not newsprint: ink and
        solvent go through it. Nothing that is taped stays in the sun.
      </Notice>
    </Page>
  );
}

/** The job with a keep-out that is a hole, or is none. */
const withOpening = (job: Job, panelId: string, keepOutId: string, opening: boolean): Job => ({
  ...job,
  panels: job.panels.map((p) =>
    p.id === panelId && p.map
      ? { ...p, map: { ...p.map, keepOuts: p.map.keepOuts.map((k) => (k.id === keepOutId ? { ...k, opening } : k)) } }
      : p,
  ),
});

function Face({
  name,
  plan,
  units,
  onOpening,
}: {
  name: string;
  plan: MaskPlan;
  units: UnitSystem;
  onOpening(keepOutId: string, opening: boolean): void;
}) {
  if (plan.items.length === 0) return null;
  return (
    <Section title={name} aside={`${metres(plan.tapeM[0], units)} to ${metres(plan.tapeM[2], units)}`}>
      {plan.items.map((i) => (
        <ListRow key={i.id} testID="mask-item">
          <Grow between={0.5}>
            <Text kind="strong">{i.name}</Text>
            <Text kind="small">{`${MASK_EDGE_NAMES[i.edge]}: ${metres(i.tapeM, units)} of tape, ${squares(i.paperM2, units)} of paper`}</Text>
            <Text kind="small" tone="muted">
              {i.why}
            </Text>
            {i.place !== 'border' && (
              <TextButton
                label={i.place === 'opening' ? 'It is no hole' : 'It is a hole'}
                of={`: ${i.name}`}
                onPress={() => onOpening(i.id, i.place !== 'opening')}
              />
            )}
          </Grow>
        </ListRow>
      ))}
    </Section>
  );
}

const metres = (m: number, units: UnitSystem): string => formatQuantity('run', m, units);
/** Less than that is a scrap, m². */
const SCRAP_M2 = 0.05;
const squares = (m2: number, units: UnitSystem): string =>
  m2 < SCRAP_M2 ? 'a scrap' : formatQuantity('area', m2 * 1e4, units, 1);
