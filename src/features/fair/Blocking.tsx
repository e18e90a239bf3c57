import { formatQuantity, type Message } from '@/core';
import { heightAt, type BoardRelief, type NextAct, type PanelSize, type SurfaceEvidence } from '@/core/fair';
import { useAppTheme } from '@/ui/appTheme';
import { shortWhen } from '@/ui/format';
import { Grow, Stack } from '@/ui/layout';
import { ListRow } from '@/ui/ListRow';
import { Notice } from '@/ui/Notice';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { placeWords } from './words';

/** Why the page's first line says what is next. */
export function NextOnPanel({ act, why }: { act: NextAct; why: Message }) {
  return (
    <Notice tone={act === 'stop' ? 'muted' : 'window'} urgent={false} testID="next-act">
      {why}
    </Notice>
  );
}

/** Rounds of guide coat that still hold, the last first, each mark with about how far it is off. */
export function GuideRounds({
  evidence,
  relief,
  size,
  now,
}: {
  evidence: SurfaceEvidence;
  relief: BoardRelief;
  size: PanelSize;
  now: number;
}) {
  const { units } = useAppTheme();
  const mm = (v: number) => formatQuantity('thickness', Math.abs(v), units, 2);
  const [last] = [...evidence.rounds].reverse();
  return (
    <Section title="Guide coat" aside={evidence.rounds.length === 1 ? '1 round' : `${evidence.rounds.length} rounds`}>
      <Stack top={2} bottom={2}>
        <Text kind="small" tone="muted">
          An estimate over the length of the board: longer waves neither board nor guide coat shows.
        </Text>
      </Stack>
      {last?.round.marks.map((m) => {
        const off = heightAt(relief.off, m);
        const spread = heightAt(relief.spread, m);
        return (
          <ListRow key={`${m.x} ${m.y}`}>
            <Grow>
              <Text kind="strong">{`${m.showed === 'low' ? 'Low' : 'High'} by about ${mm(off)}, \u00b1${mm(spread)}`}</Text>
              <Text kind="small" tone="muted">
                {placeWords(m, size, units)}
              </Text>
            </Grow>
          </ListRow>
        );
      })}
      {[...evidence.rounds].reverse().map(({ id, atMs, round }) => (
        <Text key={id} kind="small" tone="muted">
          {`${shortWhen(atMs, now)}: P${round.grit}, ${round.marks.length === 0 ? 'even all over' : `${round.marks.filter((m) => m.showed === 'low').length} low, ${round.marks.filter((m) => m.showed === 'high').length} high`}`}
        </Text>
      ))}
    </Section>
  );
}
