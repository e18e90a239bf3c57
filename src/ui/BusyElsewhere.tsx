import { WORK_ACT_NAMES } from '@/core';
import type { Doing } from '@/core/share/parcel';
import { clockTime } from './format';
import { Notice } from './Notice';

/** What is being done on another phone at this moment with what the page is about; nothing where nobody is at it. */
export function BusyElsewhere({ doing }: { doing: readonly (Doing & { phone: string })[] }) {
  return doing.map((d) => (
    <Notice key={`${d.phone}${d.act}${d.sinceMs}`} tone="window" testID="busy-elsewhere">
      {`${WORK_ACT_NAMES[d.act]} on ${d.phone} since ${clockTime(d.sinceMs)}. What is logged there shows here by itself.`}
    </Notice>
  ));
}
