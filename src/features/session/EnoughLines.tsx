import { APPLICATIONS, formatQuantity, zoneLabel, type Job } from '@/core';
import { coatDefaults } from '@/core/route/draft';
import { cansFor, ENOUGH } from '@/core/session/enough';
import type { ProductEnough } from '@/core/session/lasts';
import { useAppTheme } from '@/ui/appTheme';
import { Grow } from '@/ui/layout';
import { ListRow } from '@/ui/ListRow';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';

/** Odds as a person says them: so many times in ten. Near both ends nothing is certain. */
function oddsWords(odds: number): string {
  if (odds > 0.985) return 'It lasts, as good as surely';
  if (odds < 0.015) return 'It does not last';
  const ten = Math.min(9, Math.max(1, Math.round(odds * 10)));
  return `It lasts ${ten} times in ten`;
}

/** Whether what is here lasts for every coat of the evening, and whose coats wait where it does not. */
export function EnoughLines({ job, lines }: { job: Job; lines: readonly ProductEnough[] }) {
  const { units } = useAppTheme();
  const ml = (x: number) => formatQuantity('volume', x, units, units === 'metric' ? 0 : 1);
  if (lines.length === 0) return null;
  return (
    <Section title="Is there enough?">
      {lines.map(({ product, enough, have, cups }) => {
        const inCups = cups.reduce((s, c) => s + c.leftMl, 0);
        const { application } = coatDefaults(product);
        const { cupMl, lossMl } = APPLICATIONS[application];
        const lasts = enough.odds >= ENOUGH;
        const cans = application === 'aerosol' ? cansFor(enough.takes.highMl, cupMl, lossMl) : 0;
        return (
          <ListRow key={product.id} testID="enough">
            <Grow between={0.5}>
              <Text kind="strong">{product.name}</Text>
              <Text tone={lasts ? 'good' : 'window'}>{`${oddsWords(enough.odds)}.`}</Text>
              <Text kind="small" tone="muted">
                {`Takes ${ml(enough.takes.lowMl)} to ${ml(enough.takes.highMl)} ready to spray, two times in three.${cans > 0 ? ` That is ${cans} ${cans === 1 ? 'can' : 'cans'}.` : ''} Here: ${ml(have.ml)} by the shelf${have.shortest === undefined ? '' : `, by ${have.shortest.toLowerCase()}`}${inCups > 0 ? `, and ${ml(inCups)} in the cup` : ''}.`}
              </Text>
              {enough.waits.length > 0 && (
                <Text kind="small" tone="window">
                  {enough.waits.length < enough.parts
                    ? `Better bring more. Else these wait, so that the others are sure of theirs: ${enough.waits.map((id) => zoneLabel(job, id)).join(', ')}.`
                    : 'Not even one part is sure of all its coats: bring more first.'}
                </Text>
              )}
            </Grow>
          </ListRow>
        );
      })}
    </Section>
  );
}
