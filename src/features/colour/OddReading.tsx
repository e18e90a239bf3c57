import { oddReading, withoutReading, type AbsoluteValues } from '@/core/colour';
import { Notice } from '@/ui/Notice';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';

/** Asks about the reading that does not fit the others; nothing where they agree. */
export function OddReading({
  values,
  onWithout,
  onKeep,
}: {
  values: AbsoluteValues;
  onWithout(v: AbsoluteValues): void;
  onKeep(): void;
}) {
  const odd = oddReading(values);
  if (!odd) return null;
  return (
    <Notice tone="window" testID="odd-reading">
      <Text kind="strong">{`Reading ${odd.index + 1} is ${odd.de.toFixed(1)} away from the others`}</Text>
      <Text kind="small">Dust under the foot, a slipped instrument, or a spot in the paint?</Text>
      <TextButton label="Leave it out" onPress={() => onWithout(withoutReading(values, odd.index))} />
      <TextButton label="Keep it" tone="muted" onPress={onKeep} />
    </Notice>
  );
}
