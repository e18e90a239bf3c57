import { TwoColumns } from '@/ui/SplitView';
import { useRouter } from 'expo-router';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { View } from 'react-native';
import { object, string } from 'yup';
import {
  nextClockTime,
  formatQuantity,
  waitText,
  zoneLabel,
  type HeatKind,
  type StageClock,
  type ZoneStatus,
  type Message,
  errorText,
  type Assumed,
  type HeatPlan,
  type UnitSystem,
} from '@/core';
import {
  newId,
  useClimate,
  useClimateActions,
  useJobs,
  useNow,
  useSheetDraft,
  useStatuses,
  type OpenJob,
} from '@/data';
import { clockTime, shortWhen } from '@/ui/format';
import { useAppTheme } from '@/ui/appTheme';
import { formatForInput } from '@/ui/numbers';
import { Fields } from '@/ui/Field';
import { FormField } from '@/ui/form/FormField';
import { FormTime } from '@/ui/form/FormPicked';
import { typedQuantity } from '@/ui/form/schema';
import { useLiveForm } from '@/ui/form/useLiveForm';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { ListRow } from '@/ui/ListRow';
import { Notice, Problem } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { Section } from '@/ui/Section';
import { TextButton } from '@/ui/TextButton';
import { Text } from '@/ui/Text';
import { stageWords } from '@/ui/words';
import { pageHref } from '@/ui/pages';
import { HEAT_NAMES } from './heatNames';
import { WarmUp } from './WarmUp';
import { keysOf } from '@/core/keysOf';

interface Props {
  jobId: string | undefined;
  zoneId: string | undefined;
}

/** What heat would do to a clock: a question first, and a plan if the answer is liked. */
export function HeatScreen({ jobId, zoneId }: Props) {
  const { jobs, loading } = useJobs();
  const now = useNow(60_000);
  const [picked, setPicked] = useState(zoneId);
  const [pickedJob, setPickedJob] = useState(jobId);
  if (loading) return <Page>{null}</Page>;
  const open = jobs.find((j) => j.job.id === pickedJob) ?? jobs[0];
  if (!open)
    return (
      <Page>
        <PageHead title="Heat" />
        <WarmUp now={now} />
      </Page>
    );
  return (
    <HeatQuestion
      key={open.job.id}
      jobs={jobs}
      open={open}
      asked={picked}
      now={now}
      onJob={(id) => {
        setPickedJob(id);
        setPicked(undefined);
      }}
      onZone={setPicked}
    />
  );
}

const DEFAULTS: Record<HeatKind, { tempC: number; min: number }> = {
  heater: { tempC: 22, min: 240 },
  lamp: { tempC: 60, min: 30 },
  oven: { tempC: 60, min: 45 },
  sun: { tempC: 35, min: 120 },
};

/** Hotter than that nobody heats, °C. */
const MOST_C: Record<HeatKind, number> = { heater: 45, lamp: 120, oven: 120, sun: 80 };

/** The time of day so many minutes after another one; empty where that one is none. */
const timeAfter = (from: string, minutes: number, now: number): string => {
  const fromMs = nextClockTime(from, now);
  return fromMs === null ? '' : clockTime(fromMs + minutes * 60_000);
};

interface HeatQuestionProps {
  jobs: OpenJob[];
  open: OpenJob;
  asked: string | undefined;
  now: number;
  onJob(id: string): void;
  onZone(id: string): void;
}

function HeatQuestion({ jobs, open, asked, now, onJob, onZone }: HeatQuestionProps) {
  const { units } = useAppTheme();
  const router = useRouter();
  const plain = useStatuses(open, now);
  // A zone that is on the clock is what one asks about.
  const moving = open.job.zones.filter((z) => z.id === asked || waited(plain.get(z.id)));
  const longest = (z: { id: string }) => waited(plain.get(z.id))?.opensMs ?? Infinity;
  const slowest = [...moving].sort((a, b) => longest(b) - longest(a))[0];
  const zone = moving.find((z) => z.id === asked) ?? slowest ?? open.job.zones[0];
  const [kind, setKind] = useState<HeatKind>('heater');
  // As long as the sheet is open it speaks of the time at which it was opened.
  const [openedMs] = useState(now);
  const usual = DEFAULTS[kind];
  const suggested = useMemo(
    () => ({
      temp: formatForInput(usual.tempC, { quantity: 'temp' }, units),
      from: clockTime(openedMs),
      until: timeAfter(clockTime(openedMs), usual.min, openedMs),
    }),
    [usual, openedMs, units],
  );
  const schema = useCallback(
    (u: UnitSystem) =>
      object({
        temp: typedQuantity('temp', { min: 0, max: MOST_C[kind] }, u).required(),
        from: string().required(),
        until: string().required(),
      }),
    [kind],
  );
  const { control, resetField, texts, figures, problems, touched, restore } = useLiveForm(suggested, schema);
  const forget = useSheetDraft('heat', touched && { kind, typed: touched }, (kept) => {
    setKind(kept.kind);
    restore(kept.typed);
  });
  const fromMs = nextClockTime(texts.from, now);
  const toMs = nextClockTime(texts.until, fromMs ?? now);
  // Heat that begins later ends later, until somebody says when.
  const untilTouched = touched?.until !== undefined;
  const untilSuggested = timeAfter(texts.from, usual.min, now);
  useEffect(() => {
    if (!untilTouched && untilSuggested) resetField('until', { defaultValue: untilSuggested });
  }, [untilTouched, untilSuggested, resetField]);
  const ok = figures !== undefined && fromMs !== null && toMs !== null && toMs > fromMs;
  const zoneId = zone?.id;
  const heat: HeatPlan | undefined =
    ok && zoneId
      ? {
          id: 'question',
          kind,
          fromMs,
          toMs,
          tempC: figures.temp,
          ...(kind !== 'heater' && { jobId: open.job.id, zoneIds: [zoneId] }),
        }
      : undefined;
  const assumed: Assumed = heat ? { heats: [heat] } : {};
  const heated = useStatuses(open, now, assumed);
  const before = zoneId ? plain.get(zoneId) : undefined;
  const after = zoneId && heat ? heated.get(zoneId) : undefined;
  const { changeHeats } = useClimateActions();
  const heats = useClimate()?.heats ?? [];
  const [problem, setProblem] = useState<Message>();
  const change = (f: (all: readonly HeatPlan[]) => readonly HeatPlan[]) =>
    void changeHeats(f).then(
      () => setProblem(undefined),
      (e: Error) => setProblem(errorText(e)),
    );
  return (
    <Page
      wide
      testID="heat"
      foot={
        <>
          <ActionButton
            label="Plan it"
            strong
            grow
            disabled={!heat}
            onPress={() => {
              if (!heat) return;
              forget();
              change((all) => [...all, { ...heat, id: newId(now) }]);
            }}
            testID="plan-heat"
          />
          {(kind === 'lamp' || kind === 'oven') && zone && (
            <ActionButton
              label="Log heat now"
              onPress={() => router.navigate(pageHref('/log', { job: open.job.id, zones: zone.id, kind: 'baked' }))}
            />
          )}
        </>
      }
    >
      <PageHead
        eyebrow={zone ? zoneLabel(open.job, zone.id) : open.job.name}
        title={answer(before, after, now)}
        subtitle={before?.top ? `${before.top.label}. Times are estimates from the air and its forecast.` : undefined}
      />
      <TwoColumns
        left={
          <>
            {jobs.length > 1 && (
              <ChoiceGroup
                label="Job"
                options={jobs.map((j) => ({ value: j.job.id, label: j.job.name }))}
                value={open.job.id}
                onChange={onJob}
              />
            )}
            {moving.length > 1 && (
              <ChoiceGroup
                label="On the clock"
                options={moving.map((z) => ({ value: z.id, label: zoneLabel(open.job, z.id) }))}
                value={zone?.id ?? ''}
                onChange={onZone}
              />
            )}
            <ChoiceGroup
              label="With"
              options={keysOf(HEAT_NAMES).map((k) => ({ value: k, label: HEAT_NAMES[k] }))}
              value={kind}
              onChange={(k) => {
                setKind(k);
                resetField('temp');
                resetField('until');
              }}
            />
            <Fields>
              <FormField
                control={control}
                name="temp"
                label={kind === 'heater' ? 'Room' : 'Panel'}
                quantity="temp"
                problem={problems.temp}
              />
              <FormTime
                control={control}
                name="from"
                label="From"
                problem={fromMs === null ? 'A time of day, such as 18:00' : undefined}
              />
              <FormTime
                control={control}
                name="until"
                label="Until"
                problem={
                  toMs === null
                    ? 'A time of day, such as 22:00'
                    : fromMs !== null && toMs <= fromMs
                      ? 'It has to end after it begins'
                      : undefined
                }
              />
            </Fields>
          </>
        }
        right={
          <>
            {before && <Stages before={before} after={after} now={now} />}
            <Notice tone="window">
              {kind === 'heater'
                ? 'No open flame, glowing wire or running burner where there is solvent in the air. Stop heater and fan before you spray. The heater maker and the local code decide.'
                : 'Let it flash off first: heat on wet paint boils solvent. Measure the surface, keep glass, plastic and people away, never leave it alone. The data sheet gives distance and temperature.'}
            </Notice>
            <Problem says={problem} />
            <Plans
              heats={heats}
              jobs={jobs}
              now={now}
              onRemove={(id) => change((all) => all.filter((h) => h.id !== id))}
            />
            <WarmUp now={now} />
          </>
        }
      />
    </Page>
  );
}

/** The stage that hands wait for: the last one before full cure that is still ahead. */
function waited(s: ZoneStatus | undefined): StageClock | undefined {
  const ahead = s?.clocks.filter((c) => !c.reached && c.stage !== 'full' && c.stage !== 'tape') ?? [];
  return ahead[ahead.length - 1];
}

function answer(before: ZoneStatus | undefined, after: ZoneStatus | undefined, now: number): string {
  const stage = waited(before);
  if (!before?.top || !stage) return 'No clock is running here';
  const then = after?.clocks.find((c) => c.stage === stage.stage);
  const name = stageWords(stage.stage, before.top.family);
  if (!then) return `${name}: how much sooner?`;
  if (stage.opensMs === null)
    return then.opensMs === null
      ? `${name}: not even then`
      : `${name}: ${shortWhen(then.opensMs, now)} instead of never`;
  if (then.opensMs === null) return `${name}: not even then`;
  const won = stage.opensMs - then.opensMs;
  return won < 60_000 ? `${name}: no sooner` : `${name}: ${waitText(won)} sooner`;
}

function Stages({ before, after, now }: { before: ZoneStatus; after: ZoneStatus | undefined; now: number }) {
  const top = before.top;
  const ahead = before.clocks.filter((c) => !c.reached);
  if (!top || ahead.length === 0) return null;
  return (
    <Section title="The clock moves" aside="as it is, and with this heat">
      {ahead.map((c) => {
        const then = after?.clocks.find((x) => x.stage === c.stage);
        return (
          <ListRow key={c.stage}>
            <View style={{ flexGrow: 1, flexShrink: 1, flexBasis: 120 }} testID={`moves-${c.stage}`}>
              <Text kind="strong">{stageWords(c.stage, top.family)}</Text>
              <Text kind="tag" tone="muted">
                {c.opensMs === null ? 'never in this air' : shortWhen(c.opensMs, now)}
              </Text>
            </View>
            <View style={{ alignItems: 'flex-end' }}>
              {then && (
                <>
                  <Text kind="section">{then.opensMs === null ? 'not then either' : shortWhen(then.opensMs, now)}</Text>
                  <Text kind="tag" tone="do">
                    {then.opensMs !== null && c.opensMs !== null && c.opensMs - then.opensMs >= 60_000
                      ? `${waitText(c.opensMs - then.opensMs)} sooner`
                      : ''}
                  </Text>
                </>
              )}
            </View>
          </ListRow>
        );
      })}
    </Section>
  );
}

/** Heat that is planned: clocks count with it until it is taken out. */
function Plans({
  heats,
  jobs,
  now,
  onRemove,
}: {
  heats: readonly HeatPlan[];
  jobs: OpenJob[];
  now: number;
  onRemove(id: string): void;
}) {
  const { units } = useAppTheme();
  const ahead = heats.filter((h) => h.toMs > now - 86_400_000);
  if (ahead.length === 0) return null;
  return (
    <Section title="Planned" aside="clocks count with it">
      {ahead.map((h) => {
        const open = jobs.find((j) => j.job.id === h.jobId);
        return (
          <ListRow key={h.id}>
            <View style={{ flex: 1 }}>
              <Text kind="strong">{`${HEAT_NAMES[h.kind]}, ${formatQuantity('temp', h.tempC, units)}`}</Text>
              <Text kind="small" tone="muted">
                {`${shortWhen(h.fromMs, now)} \u2013 ${shortWhen(h.toMs, now)}${open && h.zoneIds?.[0] ? `, ${zoneLabel(open.job, h.zoneIds[0])}` : ', the room'}`}
              </Text>
            </View>
            <TextButton label="Take it out" onPress={() => onRemove(h.id)} />
          </ListRow>
        );
      })}
    </Section>
  );
}
