import { useState } from 'react';
import { formatQuantity, type Zone } from '@/core';
import { offRoll } from '@/core/stock/rolls';
import { isByRoll } from '@/core/log/shelf';
import { useLibrary } from '@/data';
import { useShelf, type ShelfEntry } from '@/data/shelf';
import { useAppTheme } from '@/ui/appTheme';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Stack } from '@/ui/layout';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { holdsName } from '@/core/stock';

/** A usual roll: tape by the metre, paper by the square metre. */
const ROLLS = { tape: { sizes: [25, 50, 100], usual: '50' }, paper: { sizes: [45, 90, 135], usual: '45' } } as const;
type RollKind = keyof typeof ROLLS;
const NONE = 'none';

interface RollPick {
  containerId: string;
  size: string;
}

/** Which rolls tape and paper come off, and what is taken off the shelf for them. */
export function useRolls() {
  const shelf = useShelf()?.shelf;
  const { lookup } = useLibrary();
  const [picks, setPicks] = useState<Readonly<Record<RollKind, RollPick>>>({
    tape: { containerId: NONE, size: ROLLS.tape.usual },
    paper: { containerId: NONE, size: ROLLS.paper.usual },
  });
  const containers = shelf
    ? [...shelf.containers.values()]
        .filter((c) => isByRoll(c.holds) && c.amount > 0)
        .map((c) => ({ id: c.id, left: c.amount, name: holdsName(c.holds, lookup, undefined, c.label) }))
    : [];
  const used = (tape: number, paper: number, jobId: string, zones: readonly Zone[]): ShelfEntry[] =>
    (
      [
        ['tape', tape],
        ['paper', paper],
      ] as const
    ).flatMap(([kind, much]): ShelfEntry[] => {
      const { containerId, size } = picks[kind];
      const c = containers.find((x) => x.id === containerId);
      const amount = c ? offRoll(much, Number(size), c.left).rolls : 0;
      return amount > 0 ? [{ kind: 'used', containerId, amount, jobId, zoneIds: zones.map((z) => z.id) }] : [];
    });
  return { containers, picks, set: (kind: RollKind, p: RollPick) => setPicks({ ...picks, [kind]: p }), used };
}

/** Off which roll of the shelf it comes, and what is left of it then. */
export function Rolls({ rolls, tape, paper }: { rolls: ReturnType<typeof useRolls>; tape: number; paper: number }) {
  const { units } = useAppTheme();
  const { containers, picks, set } = rolls;
  if (containers.length === 0)
    return (
      <Text kind="small" tone="muted">
        No tape and no paper are on the shelf’s list: nothing is taken off it.
      </Text>
    );
  const kinds = [
    { kind: 'tape', label: 'Tape', much: tape, says: (m: number) => formatQuantity('run', m, units, 0) },
    { kind: 'paper', label: 'Paper', much: paper, says: (m2: number) => formatQuantity('area', m2 * 1e4, units, 0) },
  ] as const;
  return (
    <Section title="Off the shelf">
      <Stack between={2} top={1}>
        {kinds.map(({ kind, label, much, says }) => {
          const p = picks[kind];
          const c = containers.find((x) => x.id === p.containerId);
          const off = c && offRoll(much, Number(p.size), c.left);
          return (
            <Stack key={kind} between={1}>
              <ChoiceGroup
                label={`${label} comes off`}
                options={[
                  { value: NONE, label: 'Not counted' },
                  ...containers.map((x) => ({ value: x.id, label: x.name })),
                ]}
                value={p.containerId}
                onChange={(containerId) => set(kind, { ...p, containerId })}
              />
              {c && (
                <>
                  <ChoiceGroup
                    label="On one roll"
                    options={ROLLS[kind].sizes.map((n) => ({ value: String(n), label: says(n) }))}
                    value={p.size}
                    onChange={(size) => set(kind, { ...p, size })}
                  />
                  <Text kind="small" tone={off?.isShort ? 'window' : 'muted'}>
                    {off?.isShort
                      ? `By the books only ${says(off.has)} are left of it: fetch more first.`
                      : `By the books ${says(off?.has ?? 0)} are left of it, ${says(off?.after ?? 0)} after this.`}
                  </Text>
                </>
              )}
            </Stack>
          );
        })}
      </Stack>
    </Section>
  );
}
