import type { Face } from '@/core';
import type { YardTurn } from '@/core/advice';
import { Stack } from '@/ui/layout';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { hoursText } from './hoursText';

const SIDES: { readonly [F in Face]: string } = { outer: 'outer face', inner: 'inner face' };

/** What goes out next, and what then: heavy parts on stands, light ones on pallets one side after the other. */
export function YardOrder({ turns, nameOf }: { turns: readonly YardTurn[]; nameOf(id: string): string }) {
  if (turns.length < 2) return null;
  const where = (t: YardTurn) =>
    t.place === 'stand'
      ? t.faces.length > 1
        ? 'on a stand, both faces'
        : `on a stand, ${SIDES[t.faces[0] ?? 'outer']}`
      : `on a pallet, ${SIDES[t.faces[0] ?? 'outer']}`;
  return (
    <Section title="What goes out next" aside={`${turns.length} goes`}>
      <Stack top={2} between={1}>
        {turns.map((t, i) => (
          <Text key={`${t.id} ${t.faces.join()}`} kind={i === 0 ? 'strong' : 'small'} testID="yard-turn">
            {`${i + 1}. ${nameOf(t.id)}, ${where(t)}: ${hoursText(t.untilH - t.fromH)}, done ${hoursText(t.untilH)} from the begin`}
          </Text>
        ))}
        <Text kind="small" tone="muted">
          Heavy parts first, on stands that are gone round; light ones lie on pallets, one side of all of them, then the
          other. Steel last of each: it waits the least for its primer. What is logged as blasted leaves the list.
        </Text>
      </Stack>
    </Section>
  );
}
