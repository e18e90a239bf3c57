import { oddReading, withoutReading, type AbsoluteValues } from '@/core/colour';
import { Notice } from '@/ui/Notice';
import { T } from '@/ui/T';
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
      <T kind="strong">{`Reading ${odd.index + 1} is ${odd.de.toFixed(1)} away from the others`}</T>
      <T kind="small">Dust under the foot, a slipped instrument, or a spot in the paint?</T>
      <TextButton label="Leave it out" onPress={() => onWithout(withoutReading(values, odd.index))} />
      <TextButton label="Keep it" tone="muted" onPress={onKeep} />
    </Notice>
  );
}
