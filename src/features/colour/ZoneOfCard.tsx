import type { RackCard } from '@/core/colour';
import { ChoiceGroup } from '@/ui/ChoiceGroup';

/** Which half, or which strip, of a card is meant. */
export function ZoneOfCard({
  card,
  value,
  onChange,
}: {
  card: RackCard;
  value: string | undefined;
  onChange(zoneId: string): void;
}) {
  if (card.zones.length < 2) return null;
  return (
    <ChoiceGroup
      label="Which part of the card"
      options={card.zones.map((z) => ({ value: z.id, label: z.name }))}
      value={value}
      onChange={onChange}
    />
  );
}
