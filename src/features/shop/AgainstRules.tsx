import { lookupIn, phrase, type Product } from '@/core';
import { useLibrary, type JobPreview } from '@/data';
import { useAppTheme } from '@/ui/appTheme';
import { dayOnly } from '@/ui/format';
import { Text } from '@/ui/Text';
import { eventLine } from '@/ui/words';

/** So many are told; the rest is a number. */
const SHOWN = 5;

/** What of a job file the house's rules would have stopped: told once, before it comes in. It was done, and stops nothing. */
export function AgainstRules({ against, products }: { against: JobPreview['against']; products: readonly Product[] }) {
  const { units } = useAppTheme();
  const { all } = useLibrary();
  const lookup = lookupIn([...all, ...products.filter((p) => !all.some((o) => o.id === p.id))]);
  if (against.length === 0)
    return (
      <Text kind="small" tone="do">
        Nothing in it was done against your rules.
      </Text>
    );
  return (
    <>
      <Text kind="small" tone="window">
        {against.length === 1
          ? 'One entry was done against your rules, and no reason stands with it:'
          : `${against.length} entries were done against your rules, and no reason stands with them:`}
      </Text>
      {against.slice(0, SHOWN).map(({ event, place, says }) => (
        <Text key={event.id} kind="small">
          {phrase`${dayOnly(event.atMs)}, ${place}. ${eventLine(event, lookup, units)}. ${says}`}
        </Text>
      ))}
      {against.length > SHOWN && <Text kind="small">{`and ${against.length - SHOWN} more`}</Text>}
    </>
  );
}
