import { useState, type ReactNode } from 'react';
import { View } from 'react-native';
import { errorText, FAMILIES, finishOf, formatQuantity, zoneLabel, zonesOf, type Message, type Panel } from '@/core';
import {
  planFlatten,
  TEXTURES,
  TEXTURE_KEYS,
  workOf,
  type FlattenPlan,
  type FlattenStep,
  type Texture,
} from '@/core/defects/flatten';
import { filmBudget } from '@/core/grit/budget';
import { withoutCards } from '@/core/log/job';
import { useJobAndAdvice, useLogCommand, useNow, useStatuses, type Entry, type OpenJob } from '@/data';
import { ActionButton } from '@/ui/ActionButton';
import { useAppTheme } from '@/ui/appTheme';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { EmptyPage } from '@/ui/EmptyState';
import { FigureTable } from '@/ui/FigureTable';
import { whenAndWait } from '@/ui/format';
import { Stack } from '@/ui/layout';
import { Notice, Problem } from '@/ui/Notice';
import { useNotify } from '@/ui/notifications';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { PickFrom } from '@/ui/PickFrom';
import { Section } from '@/ui/Section';
import { TwoColumns } from '@/ui/SplitView';
import { Text } from '@/ui/Text';
import { TickLine } from '@/ui/TickLine';
import { gap } from '@/ui/theme';
import { TextureDrawing } from '@/ui/TextureDrawing';

/** How far a finish is flattened: as flat as the car beside it, with the clear that each paper takes. */
export function FlattenScreen({ jobId, panelId }: { jobId: string | undefined; panelId: string | undefined }) {
  const here = useJobAndAdvice(jobId);
  const [picked, setPicked] = useState(panelId);
  if (!here) return <Page>{null}</Page>;
  const { open } = here;
  const zones = (open ? withoutCards(open.job).zones : []).filter((z) => {
    const top = open?.state.zones.get(z.id)?.strata?.layers.at(-1);
    return top !== undefined && ['topcoat', 'found'].includes(FAMILIES[top.family].role);
  });
  const zone = zones.find((z) => z.id === picked || z.panelId === picked) ?? zones[0];
  const panel = open?.job.panels.find((p) => p.id === zone?.panelId);
  if (!open || !zone || !panel)
    return (
      <EmptyPage
        title="Nothing to flatten yet"
        text="Only a finish is flattened and polished: clear, single-stage, or old paint."
      />
    );
  return (
    <Flatten
      key={`${open.job.id}/${zone.id}`}
      open={open}
      zoneId={zone.id}
      panel={panel}
      choice={
        <PickFrom
          label="What"
          options={zones.map((z) => ({ value: z.id, label: zoneLabel(open.job, z.id) }))}
          likely={[zone.id, ...zonesOf(open.job, zone.panelId).map((z) => z.id)]}
          value={zone.id}
          onChange={setPicked}
        />
      }
    />
  );
}

/** What is taped before the machine; the log ticks it where masking was logged since the last coat. */
const TAPED = [
  'Body lines and edges are taped: the pad goes through there first',
  'Trim, gaps and textured plastic are taped',
] as const;

function Flatten({ open, zoneId, panel, choice }: { open: OpenJob; zoneId: string; panel: Panel; choice: ReactNode }) {
  const { units } = useAppTheme();
  const now = useNow();
  const status = useStatuses(open, now).get(zoneId);
  const command = useLogCommand(open.job.id);
  const notify = useNotify();
  const [is, setIs] = useState<Texture>('coarse');
  const [beside, setBeside] = useState<Texture>('usual');
  const [taped, setTaped] = useState<readonly string[]>([]);
  const [problem, setProblem] = useState<Message>();
  const zone = open.state.zones.get(zoneId);
  const strata = zone?.strata;
  const budget = strata && filmBudget(strata);
  if (!strata || !budget) return <Page>{null}</Page>;
  const { sheen } = finishOf(open.job, zoneId);
  const plan = planFlatten({
    family: budget.layer.family,
    sheen,
    peelUm: TEXTURES[is].peelUm,
    besideUm: TEXTURES[beside].peelUm,
    filmUm: budget.leftUm,
  });
  const um = (x: number) => formatQuantity('film', Math.max(0, x), units, 1);
  const whole = (x: number) => formatQuantity('film', Math.max(0, x), units, 0);
  const soft = status?.clocks.find((c) => c.stage === 'polish' && !c.reached);
  const since = zone?.events.findLast((e) => e.kind === 'coated' && budget.layer.eventIds.includes(e.id))?.atMs ?? 0;
  const isMasked = zone?.events.some((e) => e.kind === 'masked' && e.atMs > since) ?? false;
  const isTaped = (t: string) => isMasked || taped.includes(t);
  const log = () => {
    const common = { zoneIds: [zoneId] };
    const entries: Entry[] = workOf(plan).map((w) => ({ ...w, ...common }));
    if (taped.length > 0 && !isMasked)
      entries.unshift({ kind: 'masked', ...common, what: 'Trim, gaps and body lines' });
    command.mutate(
      { log: entries },
      {
        onSuccess: ({ undo }) => {
          setProblem(undefined);
          notify({
            text: `Logged: flattened and polished, ${whole(plan.leavesUm)} of finish are left. Look again tomorrow in the sun.`,
            undo,
          });
        },
        onError: (e) => setProblem(errorText(e)),
      },
    );
  };
  return (
    <Page
      testID="flatten"
      wide
      foot={
        plan.steps.length > 0 && (
          <ActionButton
            label={command.isPending ? 'Saving' : 'It is done so'}
            strong={!soft}
            grow
            disabled={command.isPending || soft !== undefined || TAPED.some((t) => !isTaped(t))}
            onPress={log}
            testID="flattened"
          />
        )
      }
    >
      <PageHead
        eyebrow={`${open.job.name}, ${zoneLabel(open.job, zoneId).toLowerCase()}`}
        title={titleOf(plan, beside)}
        subtitle={`${whole(budget.leftUm)} of ${budget.layer.label.toLowerCase()}, ${budget.basis}; ${whole(plan.reserveUm)} must stay.`}
      />
      <Problem says={problem} />
      {choice}
      {soft && plan.answer !== 'never' && (
        <Notice tone="window" testID="soft">
          {soft.opensMs === null
            ? 'It stands still in this cold: warm it before it is cut.'
            : `It is too soft to be cut until ${whenAndWait(soft.opensMs, now)}.`}
        </Notice>
      )}
      <TwoColumns
        left={
          <>
            <TextureChoice label={`${panel.name}, as it is`} value={is} onChange={setIs} />
            <TextureChoice label="The panel beside it" value={beside} onChange={setBeside} />
            <Text kind="small" tone="muted">
              Hold a tube or a straight lamp over both, and take the word that fits its edge. By eye it is good to about
              half.
            </Text>
          </>
        }
        right={
          <>
            {plan.steps.length > 0 && (
              <Section title="In order">
                <FigureTable
                  label="What each step takes"
                  columns={[
                    { key: 'with', title: 'With', share: 2 },
                    { key: 'takes', title: 'Takes', figure: true },
                    { key: 'leaves', title: 'Leaves', figure: true },
                  ]}
                  rows={plan.steps.map((s, i) => ({
                    key: String(i),
                    cells: [stepName(s), um(s.takesUm), um(s.leavesUm)],
                    under: s.why,
                  }))}
                />
                <View style={{ height: gap(2) }} />
                {TAPED.map((t) => (
                  <TickLine
                    key={t}
                    label={t}
                    checked={isTaped(t)}
                    disabled={isMasked}
                    onPress={() => setTaped(taped.includes(t) ? taped.filter((x) => x !== t) : [...taped, t])}
                  />
                ))}
              </Section>
            )}
            <Stack top={2} between={1}>
              <Text kind="small" tone="muted">
                {ABOUT[plan.answer]}
              </Text>
              <Text kind="small" tone="muted">
                More than hand warm is too hot. Wet sanding and a machine with a cord do not go together. Mask against
                dust.
              </Text>
            </Stack>
          </>
        }
      />
    </Page>
  );
}

const stepName = (s: FlattenStep): string =>
  s.with === 'paper' ? `P${s.grit ?? ''} wet` : s.with === 'cut' ? 'Compound, firm pad' : 'Fine polish, soft pad';

function titleOf(plan: FlattenPlan, beside: Texture): Message {
  const [first] = plan.steps;
  switch (plan.answer) {
    case 'asItIs':
      return 'It is as flat as the car beside it: only polish';
    case 'never':
      return 'This finish is never polished';
    case 'coat':
      return 'Too little clear to flatten: another coat first';
    case 'short':
      return `Only as far as ${TEXTURES[plan.reaches].name.toLowerCase()}: the clear bears no more`;
    case 'go':
      return `Flatten until it is ${TEXTURES[beside].name.toLowerCase()}, beginning with P${first?.grit ?? 2000}`;
  }
}

const ABOUT: { readonly [A in FlattenPlan['answer']]: string } = {
  go: 'As flat as the car beside it, never flatter: a panel that is flatter gives the repair away.',
  short: 'What is left after it is what must stay. For more, key it and clear it once more.',
  asItIs: 'Take out single nibs only, with P2000 on a small block, and polish there.',
  never:
    'Matt and satin shine in spots for good where they are rubbed; enamel stays soft for weeks. What is wrong in it gets another coat.',
  coat: 'Key it with P1000, wipe, and clear it again; then there is something to flatten.',
};

function TextureChoice({ label, value, onChange }: { label: string; value: Texture; onChange(t: Texture): void }) {
  return (
    <Stack between={1} bottom={1}>
      <ChoiceGroup<Texture>
        label={label}
        options={TEXTURE_KEYS.map((t) => ({ value: t, label: TEXTURES[t].name }))}
        value={value}
        onChange={onChange}
      />
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: gap(3), flexWrap: 'wrap' }}>
        <TextureDrawing texture={value} />
        <View style={{ flex: 1, minWidth: 140 }}>
          <Text kind="small">{TEXTURES[value].looks}</Text>
        </View>
      </View>
    </Stack>
  );
}
