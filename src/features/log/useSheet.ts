import { format } from 'date-fns/format';
import { useEffect, useMemo, useState } from 'react';
import { useForm, useWatch, type UseFormReturn } from 'react-hook-form';
import {
  DEFAULT_METHOD,
  keepOutsOn,
  LOGGABLE,
  openFaults,
  strataBefore,
  type Conditions,
  type LoggableKind,
  type Product,
  type Statuses,
} from '@/core';
import { draftFor, draftInputOn, nextKind } from '@/core/route/draft';
import { nowMs, useConditions, useLibrary, useSettings, useSheetDraft, useStatuses, type OpenJob } from '@/data';
import { useAppTheme } from '@/ui/appTheme';
import { showDay } from '@/ui/days';
import { useTouched } from '@/ui/form/useTouched';
import { formatForInput } from '@/ui/numbers';
import { airTextsOf, textsOf, type Texts } from './draft';
import { FIELDS } from './fields';
import type { SheetReading } from './readSheet';
import { forgetReturned, returnedSheet, sheetName, type ReturnedSheet } from './returned';
import { isByHand, textsOfStart, textsThatFollow, type SheetPlace, type SheetStart } from './start';
import { useSheetTime, type SheetTime } from './WorkMinutes';

/** Fields that speak of the moment, which a draft of an hour ago must not. */
const OF_THE_MOMENT = new Set(['ago', 'day', 'time', 'temp', 'rh', 'surface', 'reason']);

/** A log sheet: what is suggested stands in its fields until somebody types. */
export interface Sheet {
  /** When it was opened, ms: a suggestion keeps to it, and does not change under the thumb. */
  openedMs: number;
  form: UseFormReturn<Texts>;
  kind: LoggableKind;
  /** What was typed or picked for another kind does not fit this one, and goes. */
  pickKind(kind: LoggableKind): void;
  /** Picks something in a field, and what follows from it in others. */
  pick(name: string, text: string): void;
  /** What stands in a field. */
  text(name: string): string;
  texts: Texts;
  product: Product | undefined;
  all: readonly Product[];
  place: SheetPlace;
  statuses: Statuses;
  /** The air as it is known here now. */
  here: Conditions | undefined;
  air: { asked: boolean; ask(): void };
  note: { asked: boolean; ask(): void };
  time: SheetTime;
  /** The sheet as it is read when it is saved. */
  reading: Omit<SheetReading, 'nowMs' | 'stopped'>;
  /** Given back: its entry could not be kept. */
  returned: ReturnedSheet | undefined;
  /** Forgets what was typed, once it is saved or left on purpose. */
  forget(): void;
}

/** @param zones where it is about, the first of them decides what is suggested */
export function useSheet(open: OpenJob, zones: string[], start: SheetStart): Sheet {
  const { old, faultId } = start;
  const { units } = useAppTheme();
  const { all, lookup } = useLibrary();
  const [openedMs] = useState(nowMs);
  const statuses = useStatuses(open, openedMs);
  const settings = useSettings();

  const first = zones[0];
  // A correction is about what was there then.
  const strata = useMemo(
    () =>
      !first
        ? undefined
        : old
          ? strataBefore(open.state, first, old.atMs, lookup, old.id)
          : open.state.zones.get(first)?.strata,
    [open.state, first, old, lookup],
  );
  const status = first ? statuses.get(first) : undefined;
  const place = { strata, status, products: lookup };
  const name = sheetName(open.job.id, zones);
  const [returned] = useState(() => returnedSheet(name));
  const [chosen, setChosen] = useState(returned?.kind ?? start.kind);
  const method = settings?.method ?? DEFAULT_METHOD;
  const way = useMemo(
    () => status && { ...draftInputOn(open.job, open.state, first, status, { all, method, nowMs: openedMs }), strata },
    [open, first, status, all, method, openedMs, strata],
  );
  const kind = chosen ?? (way ? nextKind(way) : 'coated');
  const time = useSheetTime(open, zones, kind, old, openedMs);
  const { timed, suggested: workMin } = time;
  const draft = useMemo(() => {
    const keepOuts = [...new Set(zones.flatMap((z) => keepOutsOn(open.job, z).map((k) => k.name)))];
    return way ? draftFor(kind, way.status, strata, open.state, all, way.level, keepOuts, way.method, way.finish) : {};
  }, [kind, way, strata, open, all, zones]);
  const [brought] = useState(() => textsOfStart(start, place, units));
  const here = useConditions(open, openedMs)?.(first);
  const hereC = here && Math.round(here.tempC * 2) / 2;
  const hereRh = here && Math.round(here.rh * 100) / 100;
  const suggested = useMemo<Texts>(() => {
    const atMs = old?.atMs ?? openedMs;
    const known = hereC !== undefined && hereRh !== undefined ? { tempC: hereC, rh: hereRh } : undefined;
    return {
      ...textsOf(kind, draft, units),
      ...(kind === start.kind && brought),
      ...(timed && { workMin: formatForInput(workMin, { plain: true }, units) }),
      ...airTextsOf(old?.air ?? known, units),
      ago: old ? 'other' : 'now',
      day: showDay(atMs),
      time: format(atMs, 'HH:mm'),
      note: old?.note ?? '',
      reason: '',
    };
  }, [kind, draft, units, start, brought, old, hereC, hereRh, openedMs, timed, workMin]);
  const form = useForm<Texts>({
    defaultValues: suggested,
    values: suggested,
    resetOptions: { keepDirtyValues: true, keepErrors: true },
  });
  const texts = useWatch({ control: form.control }) as Texts;
  const { touched, restore } = useTouched(form, texts);
  const text = (name: string) => texts[name] ?? '';
  const product = text('productId') ? lookup(text('productId')) : undefined;

  const typed = touched && Object.fromEntries(Object.entries(touched).filter(([name]) => !OF_THE_MOMENT.has(name)));
  const forget = useSheetDraft(
    isByHand(start) ? `log/${open.job.id}/${zones.join()}/${start.kind ?? ''}` : undefined,
    typed && Object.keys(typed).length > 0 ? { kind, typed } : undefined,
    (kept) => {
      setChosen(LOGGABLE.find((k) => k === kept.kind));
      restore(kept.typed);
    },
  );
  useEffect(() => {
    if (!returned) return;
    restore(returned.touched);
    // It is given back once: what stands on the next sheet of these zones is its own.
    forgetReturned(name);
  }, [returned, restore, name]);
  const [noteAsked, setNoteAsked] = useState(old?.note !== undefined);
  const [airAsked, setAirAsked] = useState(old?.air !== undefined || returned?.airAsked === true);
  const note = { asked: noteAsked || text('note') !== '', ask: () => setNoteAsked(true) };
  const air = {
    asked: airAsked || (kind === 'measured' && text('measure') === 'air'),
    ask: () => setAirAsked(true),
  };
  // A repair deals with the fault that it was begun from, and with others on the zone that ask for the same. One that is
  // corrected still deals with what it dealt with: those are not open any more.
  const faultIds =
    old?.kind === 'repaired'
      ? (old.faultIds ?? [])
      : kind === 'repaired' && strata
        ? openFaults(strata)
            .filter((f) => f.id === faultId || text('treatment') === f.mark.treatment)
            .map((f) => f.id)
        : [];

  return {
    openedMs,
    form,
    kind,
    pickKind: (k) => {
      for (const f of FIELDS[kind]) form.resetField(f.name);
      form.clearErrors();
      setChosen(k);
    },
    pick: (name, picked) => {
      form.clearErrors(name);
      for (const [k, v] of Object.entries({ [name]: picked, ...textsThatFollow(kind, name, picked, place, units) }))
        form.setValue(k, v, { shouldDirty: true });
    },
    text,
    texts,
    product,
    all,
    place,
    statuses,
    here,
    air,
    note,
    time,
    reading: {
      kind,
      texts,
      touched: touched ?? {},
      product,
      units,
      old,
      open,
      zones,
      timed,
      airAsked: air.asked,
      faultIds,
    },
    returned,
    forget,
  };
}
