import { useState } from 'react';
import type { Control } from 'react-hook-form';
import { clockFor, isForgotten, KINDS, minutesOn, type LoggableKind, type PlainEvent, type WorkClock } from '@/core';
import { useWorkClocks, type OpenJob } from '@/data';
import { FormField } from '@/ui/form/FormField';
import { clockTime } from '@/ui/format';
import { TextButton } from '@/ui/TextButton';
import type { Texts } from './draft';

/** Time that goes with an entry. */
export interface SheetTime {
  /** Whether its kind is work that takes time. */
  timed: boolean;
  /** What stands there before somebody types, minutes. */
  suggested: number | undefined;
  /** The clock that runs for this work, which ends with the entry. */
  clock: WorkClock | undefined;
  /** Ends it. */
  end(): void;
}

/** @param old the entry that is corrected, which keeps its own time @param nowMs when the sheet was opened */
export function useSheetTime(
  open: OpenJob,
  zones: readonly string[],
  kind: LoggableKind,
  old: PlainEvent | undefined,
  nowMs: number,
): SheetTime {
  const { clocks, drop } = useWorkClocks();
  const { act } = KINDS[kind];
  const clock = old ? undefined : clockFor(clocks, open.job, zones, act);
  const onClock = clock && !isForgotten(clock, nowMs) ? minutesOn(clock, nowMs) : undefined;
  return {
    timed: act !== null,
    suggested: act === null ? undefined : (old?.workMin ?? onClock),
    clock,
    end: () => {
      // One that cannot be ended goes on, and asks later.
      if (clock) void drop(clock).catch(() => undefined);
    },
  };
}

/** How long it took: asked for only on request, or where a clock knows. */
export function WorkMinutes({
  control,
  clock,
  value,
}: {
  control: Control<Texts>;
  clock: WorkClock | undefined;
  value: string;
}) {
  const [asked, setAsked] = useState(false);
  if (!asked && value === '')
    return <TextButton label="Add the work time" icon="clock-outline" onPress={() => setAsked(true)} />;
  return (
    <FormField
      control={control}
      name="workMin"
      label="Work time, minutes"
      numeric
      {...(clock && {
        hint: `The clock on this panel has run since ${clockTime(clock.startedMs)}; it ends with this entry.`,
      })}
    />
  );
}
