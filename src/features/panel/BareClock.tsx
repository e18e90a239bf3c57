import { View } from 'react-native';
import { waitText, type RustClock, type Strata } from '@/core';
import { shortWhen } from '@/ui/format';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { gap } from '@/ui/theme';

/** The clock that bare steel starts: until when it stays clean, in the air that was read and is forecast. */
export function BareClock({
  rust: { brightMs, rustsMs },
  strata,
  now,
}: {
  rust: RustClock;
  strata: Strata;
  now: number;
}) {
  const over = rustsMs !== null && rustsMs <= now;
  return (
    <Section title="Clock" aside="bare steel">
      <View style={{ paddingTop: gap(3) }} testID="bare-clock">
        <Text kind="figure" tone={over ? 'stop' : 'window'}>
          {rustsMs === null ? 'Clean for days' : over ? 'Rusted over' : `Primer by ${shortWhen(rustsMs, now)}`}
        </Text>
        <Text kind="small" tone="muted">
          {rustsMs === null
            ? `Bright since ${shortWhen(brightMs, now)}; the air stays dry by readings and forecast.`
            : over
              ? `Bright since ${shortWhen(brightMs, now)}; flash rust came about ${waitText(now - rustsMs)} ago. Abrade, clean and coat at once.`
              : `Flash rust in about ${waitText(rustsMs - now)}, by humidity read and forecast${strata.surface.blastWet ? ', blasted wet' : ''}${strata.salts ? ', with salt in it' : ''}.`}
        </Text>
      </View>
    </Section>
  );
}
