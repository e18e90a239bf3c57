import { formatQuantity, GAP_BEFORE_NAMES, type Panel, type QualityLevel } from '@/core';
import { EDGE_MM, GAP_ACTS, gapsOf, PAINT_CLOSES_MM, planGap, type GapEntry } from '@/core/fair';
import type { OpenJob } from '@/data';
import { useAppTheme } from '@/ui/appTheme';
import { shortWhen } from '@/ui/format';
import { Grow } from '@/ui/layout';
import { LineOver } from '@/ui/LineOver';
import { ListRow } from '@/ui/ListRow';
import { Notice } from '@/ui/Notice';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';

/** The gaps around a panel, and what to do about each. */
export function Gaps({
  open,
  panel,
  level,
  now,
  onRead,
}: {
  open: OpenJob;
  panel: Panel;
  level: QualityLevel;
  now: number;
  onRead(): void;
}) {
  const gaps = gapsOf(open.job, open.state, panel.id);
  return (
    <Section title="Gaps" {...(gaps.length > 0 && { aside: String(gaps.length) })}>
      {gaps.map((g) => (
        <ListRow key={g.id}>
          <Gap entry={g} level={level} now={now} />
        </ListRow>
      ))}
      <TextButton label="Read a gap" icon="plus" onPress={onRead} />
    </Section>
  );
}

function Gap({ entry: { gap, atMs }, level, now }: { entry: GapEntry; level: QualityLevel; now: number }) {
  const { units } = useAppTheme();
  const plan = planGap(gap, level);
  const mm = (v: number) => formatQuantity('thickness', Math.abs(v), units);
  const ml = (v: number) => formatQuantity('volume', v, units);
  if (!plan.ok) return <Notice tone="stop">{`${gap.name}: ${plan.error}`}</Notice>;
  const p = plan.value;
  const read = gap.widthMm.flatMap((w) => w ?? []);
  return (
    <Grow>
      <Text kind="strong">{`${gap.name}: ${GAP_ACTS[p.act].toLowerCase()}`}</Text>
      <Text kind="small">{p.why}</Text>
      {p.act === 'buildUp' && (
        <Text kind="small">
          {`${ml(p.buildMl)} of cured filler on an edge of ${mm(EDGE_MM)}${p.glassMl > 0 ? `, ${ml(p.glassMl)} of it glass-reinforced` : ''}. Tape the other side off and open the part before it is hard.`}
        </Text>
      )}
      {!p.isFlush && p.flushMm !== undefined && (
        <Text kind="small">
          {`Its face stands ${mm(p.flushMm)} ${p.flushMm > 0 ? 'proud' : 'low'}: set it at the hinge or latch before anything is filled.`}
        </Text>
      )}
      <LineOver
        values={read}
        decimals={1}
        label={`${gap.name}, ${mm(Math.min(...read))} to ${mm(Math.max(...read))} from one end to the other`}
      />
      <Text kind="small" tone="muted">
        {`${GAP_BEFORE_NAMES[gap.before]}, ${shortWhen(atMs, now)}. ${mm(gap.agreedMm)} was agreed. Coats on both edges close it by about ${mm(PAINT_CLOSES_MM)}.`}
      </Text>
    </Grow>
  );
}
