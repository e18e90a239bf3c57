import { useMemo, useState } from 'react';
import { object } from 'yup';
import {
  figure,
  FINISH_SYSTEMS,
  FINISHES,
  finishOf,
  SHEEN_NAMES,
  SHEENS,
  phrase,
  QUALITY_LEVELS,
  formatQuantity,
  type QualityLevel,
  type Message,
  type UnitSystem,
} from '@/core';
import type { LevelSum } from '@/core/advice';
import { useJobAndAdvice, useLibrary, useNow, useSheetDraft, useShopActions, type OpenJob, type Advice } from '@/data';
import { FormField } from '@/ui/form/FormField';
import { typedNumber } from '@/ui/form/schema';
import { useLiveForm } from '@/ui/form/useLiveForm';
import { Stack } from '@/ui/layout';
import { readNumber } from '@/ui/numbers';
import { wholeMoney } from '@/ui/format';
import { ComparisonTable } from '@/ui/ComparisonTable';
import { useNotify } from '@/ui/notifications';
import { useAppTheme } from '@/ui/appTheme';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { EmptyPage } from '@/ui/EmptyState';
import { Problem } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { MonthsChoice } from '@/ui/MonthsChoice';
import { PageHead } from '@/ui/PageHead';
import { Text } from '@/ui/Text';

/** How far each step goes: three levels side by side, with what they cost. */
export function LevelScreen({ jobId }: { jobId: string | undefined }) {
  const here = useJobAndAdvice(jobId);
  if (!here) return <Page>{null}</Page>;
  const { open, advice } = here;
  if (!open || open.job.zones.length === 0)
    return (
      <EmptyPage
        title="Nothing to level yet"
        text="A level is worked out from the areas of a job's zones. Add some first."
      />
    );
  return <Level open={open} advice={advice} />;
}

/** What is compared, row by row. */
const ROWS: { label: Message; of(s: LevelSum, units: UnitSystem): string }[] = [
  {
    label: phrase`Wave left over ${figure('thickness', 20)}`,
    of: (s, units) => formatQuantity('film', s.spec.wavinessMm * 1000, units),
  },
  { label: 'Skims of filler', of: (s) => String(s.spec.skims) },
  { label: 'Coats of build', of: (s) => String(s.spec.buildCoats) },
  { label: 'Blocked to', of: (s) => `P${s.spec.primerGrit}` },
  { label: 'Base and clear', of: (s) => `${s.spec.baseCoats} + ${s.spec.clearCoats}` },
  { label: 'Clear cut to', of: (s) => (s.spec.clearGrit ? `P${s.spec.clearGrit}` : 'left as sprayed') },
  { label: 'Faces', of: (s) => s.spec.faces },
  { label: 'Rest before blocking', of: (s) => `${s.spec.restDays}\u00a0${s.spec.restDays === 1 ? 'day' : 'days'}` },
  { label: 'Hours', of: (s) => s.hours.toFixed(0) },
  { label: 'Days at least', of: (s) => String(s.days) },
];

const levelSchema = (units: UnitSystem) =>
  object({
    hours: typedNumber(
      { plain: true },
      { min: 0.5, max: 10_000, optional: true, message: 'A number from 0.5 to 10000, or nothing' },
      units,
    ),
    rate: typedNumber({ plain: true }, { min: 0, max: 1000, message: 'A number from 0 to 1000' }, units).required(),
  });

function Level({ open, advice }: { open: OpenJob; advice: Advice }) {
  const { currency, units } = useAppTheme();
  const { all } = useLibrary();
  const { changeJob } = useShopActions();
  const notify = useNotify();
  const [picked, setPicked] = useState<QualityLevel>(open.job.level ?? 'driver');
  const usual = finishOf({ ...open.job, zones: [] }, undefined);
  const [system, setSystem] = useState(usual.system);
  const [sheen, setSheen] = useState(usual.sheen);
  const [untilMs, setUntilMs] = useState(usual.untilMs);
  const now = useNow();
  const suggested = useMemo(
    () => ({ hours: open.job.budgetH === undefined ? '' : String(open.job.budgetH), rate: '55' }),
    [open.job.budgetH],
  );
  const form = useLiveForm(suggested, levelSchema);
  useSheetDraft(`level/${open.job.id}`, form.touched, form.restore);
  const [problem, setProblem] = useState<string>();
  // One figure that is not right does not take the other one away.
  const hour = form.problems.rate === undefined ? readNumber(form.texts.rate, { plain: true }, units) : undefined;
  const perHour = hour?.ok ? hour.value : undefined;
  const hours = form.figures?.hours;
  const sumOf = (l: QualityLevel) => advice.levelSum(open.job, l, perHour ?? 0, all);
  const sums = QUALITY_LEVELS.map(sumOf);
  const mine = sumOf(picked);
  const save = () =>
    void changeJob(open.job.id, ({ budgetH: _, ...j }) => ({
      ...j,
      level: picked,
      finish: { system, sheen, ...(FINISHES[system].temporary && untilMs !== undefined && { untilMs }) },
      ...(hours !== undefined && { budgetH: hours }),
    })).then(
      () => {
        setProblem(undefined);
        const { level, finish, budgetH } = open.job;
        notify({
          text: `${mine.spec.name} is agreed.`,
          undo: () =>
            changeJob(open.job.id, ({ level: _l, finish: _f, budgetH: _b, ...j }) => ({
              ...j,
              ...(level && { level }),
              ...(finish && { finish }),
              ...(budgetH !== undefined && { budgetH }),
            })),
        });
      },
      (e: Error) => setProblem(e.message),
    );
  const agreed =
    open.job.level === picked &&
    usual.system === system &&
    usual.sheen === sheen &&
    usual.untilMs === untilMs &&
    open.job.budgetH === hours;
  const counted = advice.budgetOf(open.job, open.state);
  return (
    <Page
      testID="level"
      foot={
        <ActionButton
          label={agreed ? `${mine.spec.name} is agreed` : `Agree on ${mine.spec.name.toLowerCase()}`}
          strong
          grow
          disabled={agreed || form.problems.hours !== undefined}
          onPress={save}
          testID="agree"
        />
      }
    >
      <PageHead
        eyebrow={`${open.job.name}, quality level`}
        title={
          perHour === undefined
            ? `${mine.spec.name}: ${mine.hours.toFixed(0)} hours`
            : `${mine.spec.name}: ${mine.hours.toFixed(0)} hours, ${wholeMoney(mine.money, currency)}`
        }
        subtitle={mine.spec.about}
      />
      <ChoiceGroup
        label="Level"
        hideLabel
        options={sums.map((s) => ({ value: s.level, label: s.spec.name }))}
        value={picked}
        onChange={(v) => setPicked(v)}
      />
      <Problem says={problem} />
      <ComparisonTable
        label="Levels side by side"
        picked={picked}
        columns={sums.map((l) => ({
          key: l.level,
          title: l.spec.name,
          more: perHour === undefined ? undefined : wholeMoney(l.money, currency),
        }))}
        rows={ROWS.map((row) => ({ label: row.label, cells: sums.map((l) => row.of(l, units)) }))}
      />
      <ChoiceGroup
        label="It ends with"
        options={FINISH_SYSTEMS.map((s) => ({ value: s, label: FINISHES[s].name }))}
        value={system}
        onChange={(v) => setSystem(v)}
      />
      {FINISHES[system].sheen && (
        <ChoiceGroup
          label="Sheen"
          options={SHEENS.map((s) => ({ value: s, label: SHEEN_NAMES[s] }))}
          value={sheen}
          onChange={(v) => setSheen(v)}
        />
      )}
      {FINISHES[system].temporary && (
        <MonthsChoice label="It has to last" untilMs={untilMs} now={now} onChange={setUntilMs} />
      )}
      <Stack top={3}>
        <FormField
          control={form.control}
          name="hours"
          label="Hours agreed"
          problem={form.problems.hours}
          hint={
            counted
              ? `About ${counted.spentH.toFixed(0)} of ${counted.agreedH} h are logged: ${counted.leftH >= 0 ? `${counted.leftH.toFixed(0)} h left` : `${(-counted.leftH).toFixed(0)} h over`}`
              : 'Counted down by what is logged'
          }
          numeric
        />
        <FormField
          control={form.control}
          name="rate"
          label={`An hour costs, ${currency}`}
          problem={form.problems.rate}
          numeric
        />
      </Stack>
      <Stack top={3}>
        <Text kind="small" tone="muted">
          {`Estimated for ${formatQuantity('area', mine.areaM2 * 10_000, units, 1)} by area, passes and usual hours for a pass, with the library\u2019s products at their nominal film. Metalwork and what is found on the way come on top. It compares levels; it is no offer.`}
        </Text>
      </Stack>
    </Page>
  );
}
