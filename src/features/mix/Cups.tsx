import { formatQuantity, MINUTE_MS } from '@/core';
import type { CupSchedule } from '@/core/mix';
import { useAppTheme } from '@/ui/appTheme';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { clockTime } from '@/ui/format';
import { Stack } from '@/ui/layout';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';

/** These coats take more than one cup: which is poured now. */
export function Cups({
  plan,
  at,
  zoneNames,
  now,
  onPick,
}: {
  plan: CupSchedule;
  at: number | 'all';
  zoneNames: ReadonlyMap<string, string>;
  now: number;
  onPick(at: number | 'all'): void;
}) {
  const { units } = useAppTheme();
  const clock = (min: number) => clockTime(now + (min - (plan.cups[0]?.mixMin ?? 0)) * MINUTE_MS);
  const chosen = at === 'all' ? undefined : (plan.cups[at] ?? plan.cups[0]);
  return (
    <Section
      title={`In ${plan.cups.length} cups`}
      aside={`${formatQuantity('volume', plan.wasteMl, units)} left over in all`}
    >
      <ChoiceGroup
        label="Cup at hand"
        options={[
          ...plan.cups.map((c, i) => ({
            value: String(i),
            label: `${i + 1}: ${formatQuantity('volume', c.mixMl, units)}, ${clock(c.mixMin)}`,
          })),
          { value: 'all', label: 'All in one' },
        ]}
        value={String(at)}
        onChange={(v) => onPick(v === 'all' ? 'all' : Number(v))}
      />
      <Stack top={2}>
        {chosen && (
          <Text kind="small" tone="muted">
            {`${chosen.pieces.map((p) => `coat ${p.coat} on ${zoneNames.get(p.taskId) ?? p.taskId}`).join('; ')}. Used up by ${clock(chosen.doneMin)}${chosen.endsMin === undefined ? '' : `, good till ${clock(chosen.endsMin)}`}.`}
          </Text>
        )}
        {plan.cut.map((c) => (
          <Text key={`${c.taskId}${c.coat}`} kind="small" tone="window">
            {`Coat ${c.coat} on ${zoneNames.get(c.taskId) ?? c.taskId} takes ${c.cups} cups: the cup is changed on the panel. Mix them alike, and keep a wet edge.`}
          </Text>
        ))}
        {at === 'all' && (
          <Text kind="small" tone="window">
            In one go it holds more than the gun's cup, or outlives its pot life.
          </Text>
        )}
      </Stack>
    </Section>
  );
}
