import { View } from 'react-native';
import { waitText, type Strata } from '@/core';
import { useConditions, useAdvice, type OpenJob } from '@/data';
import { shortWhen } from '@/ui/format';
import { Section } from '@/ui/parts';
import { T } from '@/ui/T';
import { gap } from '@/ui/theme';

/** The clock that bare steel starts: until when it stays clean, in the air that was read and is forecast. */
export function BareClock({
  open,
  zoneId,
  strata,
  now,
}: {
  open: OpenJob;
  zoneId: string;
  strata: Strata;
  now: number;
}) {
  const advice = useAdvice();
  const here = useConditions(open, now)?.(zoneId);
  if (!advice || !here) return null;
  const { sinceMs, blastWet, salts } = strata.surface;
  const rustMs = advice.rustsAtMs(here.ahead.air, sinceMs, { wet: blastWet, salts });
  const over = rustMs !== undefined && rustMs <= now;
  return (
    <Section title="Clock" aside="bare steel">
      <View style={{ paddingTop: gap(3) }} testID="bare-clock">
        <T kind="figure" tone={over ? 'stop' : 'window'}>
          {rustMs === undefined ? 'Clean for days' : over ? 'Rusted over' : `Primer by ${shortWhen(rustMs, now)}`}
        </T>
        <T kind="small" tone="muted">
          {rustMs === undefined
            ? `Bare since ${shortWhen(sinceMs, now)}; the air stays dry by readings and forecast.`
            : over
              ? `Bare since ${shortWhen(sinceMs, now)}; flash rust came about ${waitText(now - rustMs)} ago. Abrade, clean and coat at once.`
              : `Flash rust in about ${waitText(rustMs - now)}, by humidity read and forecast${blastWet ? ', blasted wet' : ''}${salts ? ', with salt in it' : ''}.`}
        </T>
      </View>
    </Section>
  );
}
