import { countText } from '@/core';
import type { ShopParts, ShopPreview } from '@/data';
import { ActionButton } from '@/ui/ActionButton';
import { fullWhen } from '@/ui/format';
import { Row, Stack } from '@/ui/layout';
import { Notice } from '@/ui/Notice';
import { Text } from '@/ui/Text';
import { TextButton } from '@/ui/TextButton';
import { Unchecked } from './Unchecked';

/** Names of so many jobs are said; more are a number. */
const MOST_NAMED = 4;

/** What there is of each part of a shop, in words; nothing of what there is none. */
function partsText({ jobs, entries, readings, shelf, products }: ShopParts): string[] {
  // A job's name may have a comma.
  const named = jobs.slice(0, MOST_NAMED).join('; ');
  const more = jobs.length > MOST_NAMED ? ` and ${jobs.length - MOST_NAMED} more` : '';
  return [
    ...(jobs.length > 0 ? [`${countText(jobs.length, 'job')} (${named}${more})`] : []),
    ...(entries > 0 ? [countText(entries, 'entry')] : []),
    ...(readings > 0 ? [countText(readings, 'reading')] : []),
    ...(shelf > 0 ? [`${countText(shelf, 'record')} of the shelf`] : []),
    ...(products > 0 ? [countText(products, 'product')] : []),
  ];
}

/** What is deleted when a file takes the place of what is here. */
export function lostText(onlyHere: ShopParts): string {
  const parts = partsText(onlyHere);
  return parts.length === 0
    ? 'Everything that is here is in the file too; settings are replaced.'
    : `This deletes what is only here, permanently: ${parts.join(', ')}; and the settings. Save the shop as a file first if you may want it again.`;
}

/** A whole shop's file that was read: what it holds, what it brings, and what would be lost. */
export function ShopReady({
  found,
  onMerge,
  onReplace,
  onSave,
  onLeave,
}: {
  found: ShopPreview;
  onMerge(): void;
  onReplace(): void;
  onSave(): void;
  onLeave(): void;
}) {
  const { name, jobs, events, readings, shelf, exportedMs, checked, damaged, brings, onlyHere, here } = found;
  const isEmpty = here === 0 && partsText(onlyHere).length === 0;
  const comes = partsText(brings);
  const isDamaged = damaged.length > 0;
  return (
    <Notice tone="muted" testID="shop-ready">
      <Stack between={1}>
        <Text kind="strong">{name}</Text>
        <Text kind="small">{`${countText(jobs, 'job')}, ${countText(events, 'entry')}, ${countText(readings, 'reading')}, ${countText(shelf, 'record')} of the shelf. Saved ${fullWhen(exportedMs)}.`}</Text>
        {!checked && <Unchecked />}
        {isDamaged && (
          <Text kind="small" tone="stop">
            {`Damaged on the way, and left out: ${damaged.join(', ')}. Take another copy of the file if you have one.${isEmpty ? '' : ' What is here of it stays.'}`}
          </Text>
        )}
        {!isEmpty && (
          <Text kind="small">
            {comes.length > 0
              ? `Put together with what is here, it brings ${comes.join(', ')}. Nothing that is here is lost.`
              : 'There is nothing in it that is not here.'}
          </Text>
        )}
        {!isEmpty && !isDamaged && (
          <Text kind="small" tone="stop">
            {partsText(onlyHere).length > 0
              ? `In the place of what is here, it deletes what is only here: ${partsText(onlyHere).join(', ')}.`
              : 'In the place of what is here, it deletes nothing but the settings.'}
          </Text>
        )}
      </Stack>
      <Row top={2}>
        {isEmpty ? (
          <ActionButton label="Take it in" strong onPress={onReplace} testID="shop-do" />
        ) : (
          <>
            <ActionButton label="Put them together" strong onPress={onMerge} testID="shop-merge" />
            {!isDamaged && (
              <ActionButton label="Replace what is here" tone="stop" onPress={onReplace} testID="shop-do" />
            )}
          </>
        )}
        <ActionButton label="Leave it" onPress={onLeave} />
      </Row>
      {!isEmpty && !isDamaged && <TextButton label="Save what is here as a file first" onPress={onSave} />}
    </Notice>
  );
}
