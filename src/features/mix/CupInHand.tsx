import { View } from 'react-native';
import { formatQuantity, MINUTE_MS, waitText } from '@/core';
import { batchMl, batchNumber, goesOffMs, type Batch, type Shelf } from '@/core/stock';
import { useLibrary } from '@/data';
import { useAppTheme } from '@/ui/appTheme';
import { clockTime } from '@/ui/format';
import { LinkArea } from '@/ui/LinkArea';
import { Notice } from '@/ui/Notice';
import { Section } from '@/ui/Section';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { pageHref } from '@/ui/pages';
import { gap } from '@/ui/theme';

/** The last minutes of a pot life are for what is under way, not for a new panel. */
const LAST_MS = 15 * MINUTE_MS;

/** The cup that is mixed: how long it can still be used, and what is in it. */
export function CupInHand({
  batch,
  shelf,
  now,
  tempC,
  onNew,
}: {
  batch: Batch;
  shelf: Shelf;
  now: number;
  tempC: number;
  onNew(): void;
}) {
  const { units } = useAppTheme();
  const { lookup } = useLibrary();
  const offMs = goesOffMs(batch.id, shelf, lookup, tempC);
  const isPast = offMs !== undefined && offMs <= now;
  return (
    <Section
      title={`Batch ${batchNumber(shelf, batch.id)}`}
      aside={formatQuantity('volume', batchMl(batch, shelf, lookup), units)}
    >
      <View style={{ paddingVertical: gap(3), gap: gap(1) }} testID="cup-in-hand">
        {offMs === undefined ? (
          <Text>It keeps: there is no hardener in it.</Text>
        ) : (
          <View>
            <Text kind="huge" tone={isPast ? 'stop' : offMs - now < LAST_MS ? 'window' : 'ink'}>
              {isPast ? 'Past' : waitText(offMs - now)}
            </Text>
            <Text kind="small" tone="muted">
              {`Pot life ends at ${clockTime(offMs)}, mixed ${clockTime(batch.atMs)} at ${formatQuantity('temp', batch.tempC ?? tempC, units)}`}
            </Text>
          </View>
        )}
        {isPast && (
          <Notice tone="stop">
            It is past its pot life: it may look thin enough and still not harden right. What is left goes into the
            waste, in the open and away from anything that burns: it gets hot.
          </Notice>
        )}
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: gap(5) }}>
          <LinkArea
            href={pageHref('/batches', { batch: batch.id })}
            style={{ minHeight: 48, justifyContent: 'center' }}
          >
            <Text tone="do">What is in it</Text>
          </LinkArea>
          <TextButton label="Another cup" onPress={onNew} />
        </View>
      </View>
    </Section>
  );
}
