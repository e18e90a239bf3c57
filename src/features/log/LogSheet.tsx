import { useRouter } from 'expo-router';
import { format } from 'date-fns/format';
import { useMemo, useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { View } from 'react-native';
import {
  DEFAULT_METHOD,
  draftFor,
  errorText,
  draftInputOn,
  keepOutsOn,
  LOGGABLE,
  nextKind,
  ok,
  openFaults,
  panelOf,
  strataBefore,
  zoneLabel,
  type FieldProblem,
  type LoggableKind,
} from '@/core';
import {
  NeedsReason,
  NotLogged,
  nowMs,
  useAdvice,
  useConditions,
  useLibrary,
  useLogCommand,
  useNow,
  useOpenQuestion,
  useSettings,
  useSheetDraft,
  useStatuses,
  type Entry,
  type OpenJob,
} from '@/data';
import { ActionButton } from '@/ui/ActionButton';
import { useAppTheme } from '@/ui/appTheme';
import { showDay } from '@/ui/days';
import { Fields } from '@/ui/Field';
import { FormChoice, FormField } from '@/ui/form/FormField';
import { formatForInput, readNumber } from '@/ui/numbers';
import { FormDay, FormTime } from '@/ui/form/FormPicked';
import { setProblems } from '@/ui/form/useAppForm';
import { useTouched } from '@/ui/form/useTouched';
import { Notice } from '@/ui/Notice';
import { useNotify } from '@/ui/notifications';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { pageHref } from '@/ui/pages';
import { SchoolQuestion } from '@/ui/SchoolQuestion';
import { TextButton } from '@/ui/TextButton';
import { gap } from '@/ui/theme';
import { VerdictNotice } from '@/ui/VerdictNotice';
import { eventLine, unfitWords } from '@/ui/words';
import { AirFields } from './AirFields';
import {
  airTextsOf,
  correctionOf,
  payloadOf,
  readAir,
  saveLabel,
  SHEET_FIELD_OF,
  textsOf,
  withContext,
  type Texts,
} from './draft';
import { FIELDS } from './fields';
import { KindFields } from './KindFields';
import { KindPick } from './KindPick';
import { isByHand, textsOfStart, textsThatFollow, type SheetStart } from './start';
import { useVerdict } from './useVerdict';
import { AGO, AGO_LABELS, readWhen, type Ago } from './when';
import { useSheetTime, WorkMinutes } from './WorkMinutes';
import { ZonePick } from './ZonePick';

/** Fields that speak of the moment, which a draft of an hour ago must not. */
const OF_THE_MOMENT = new Set(['ago', 'day', 'time', 'temp', 'rh', 'surface', 'reason']);

interface Props {
  jobs: OpenJob[];
  open: OpenJob;
  zones: string[];
  start: SheetStart;
  onJob(id: string): void;
  onZones(ids: string[]): void;
  /** Goes on with the other zones; what stands on the sheet stays. */
  onLeaveOut(ids: string[]): void;
}

/** The sheet itself: what is suggested stands in its fields until somebody types. */
export function LogSheet({ jobs, open, zones, start, onJob, onZones, onLeaveOut }: Props) {
  const { old, faultId } = start;
  const { units } = useAppTheme();
  const router = useRouter();
  const { all, lookup } = useLibrary();
  // A suggestion keeps to the moment when the sheet was opened: it must not change under the thumb. A verdict is of now.
  const [now] = useState(nowMs);
  const tick = useNow();
  const statuses = useStatuses(open, now);
  const notify = useNotify();
  const command = useLogCommand(open.job.id);
  const settings = useSettings();
  const advice = useAdvice();

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
  const [chosen, setChosen] = useState(start.kind);
  const method = settings?.method ?? DEFAULT_METHOD;
  const way = useMemo(
    () => status && { ...draftInputOn(open.job, open.state, first, status, { all, method, nowMs: now }), strata },
    [open, first, status, all, method, now, strata],
  );
  const kind = chosen ?? (way ? nextKind(way) : 'coated');
  const { timed, suggested: workMin, clock, end } = useSheetTime(open, zones, kind, old, now);
  const draft = useMemo(() => {
    const keepOuts = [...new Set(zones.flatMap((z) => keepOutsOn(open.job, z).map((k) => k.name)))];
    return way ? draftFor(kind, way.status, strata, open.state, all, way.level, keepOuts, way.method, way.finish) : {};
  }, [kind, way, strata, open, all, zones]);
  const [brought] = useState(() => textsOfStart(start, place, units));
  const here = useConditions(open, now)?.(first);
  const hereC = here && Math.round(here.tempC * 2) / 2;
  const hereRh = here && Math.round(here.rh * 100) / 100;
  const suggested = useMemo<Texts>(() => {
    const atMs = old?.atMs ?? now;
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
  }, [kind, draft, units, start, brought, old, hereC, hereRh, now, timed, workMin]);
  const form = useForm<Texts>({
    defaultValues: suggested,
    values: suggested,
    resetOptions: { keepDirtyValues: true, keepErrors: true },
  });
  const texts = useWatch({ control: form.control }) as Texts;
  const { touched, restore } = useTouched(form, texts);
  const of = (name: string) => texts[name] ?? '';
  const product = of('productId') ? lookup(of('productId')) : undefined;

  const typed = touched && Object.fromEntries(Object.entries(touched).filter(([name]) => !OF_THE_MOMENT.has(name)));
  const [noted, setNoted] = useState(old?.note !== undefined);
  const forget = useSheetDraft(
    isByHand(start) ? `log/${open.job.id}/${zones.join()}/${start.kind ?? ''}` : undefined,
    typed && Object.keys(typed).length > 0 ? { kind, typed } : undefined,
    (kept) => {
      setChosen(LOGGABLE.find((k) => k === kept.kind));
      restore(kept.typed);
    },
  );
  const [airAsked, setAirAsked] = useState(old?.air !== undefined);
  const airOpen = airAsked || (kind === 'measured' && of('measure') === 'air');
  // A repair deals with the fault that it was begun from, and with others on the zone that ask for the same. One that is
  // corrected still deals with what it dealt with: those are not open any more.
  const faultIds =
    old?.kind === 'repaired'
      ? (old.faultIds ?? [])
      : kind === 'repaired' && strata
        ? openFaults(strata)
            .filter((f) => f.id === faultId || of('treatment') === f.mark.treatment)
            .map((f) => f.id)
        : [];
  const onSheet = payloadOf(kind, texts, product, units);
  const readAt = (nowAt: number) => readWhen(of('ago') as Ago, of('day'), of('time'), nowAt);
  const at = readAt(tick);
  // A correction tells what was done; it is too late to judge whether it should be.
  const verdict = useVerdict(open, zones, kind, onSheet.ok ? onSheet.value : undefined, at.ok ? at.value : tick);
  const judged = old ? undefined : verdict;
  // A gauge that contradicts the log is asked about before it is believed; it can be logged all the same.
  const gaugeUm = onSheet.ok && kind === 'measured' && !old ? onSheet.value.filmUm : undefined;
  const doubt = strata && typeof gaugeUm === 'number' ? advice?.readingDoubt(strata, gaugeUm) : undefined;
  const question = useOpenQuestion([
    advice && strata && !old && onSheet.ok
      ? advice.schoolOf(advice.stepOf(kind, onSheet.value, product), strata)
      : undefined,
  ]);
  const stopped = judged?.verdict.level === 'stop';
  // Where there is a verdict it knows what is worked on; what it says among its reasons is not said again.
  const cautions = verdict
    ? verdict.verdict.findings.flatMap((f) =>
        f.level === 'note' && f.ruleId.startsWith('caution.') ? [{ id: f.ruleId, text: f.says }] : [],
      )
    : advice?.cautionsFor(kind, product, strata?.layers.some((l) => l.family === 'oldCoating') ?? false);

  const pick = (name: string, text: string) => {
    form.clearErrors(name);
    for (const [k, v] of Object.entries({ [name]: text, ...textsThatFollow(kind, name, text, place, units) }))
      form.setValue(k, v, { shouldDirty: true });
  };
  const pickKind = (k: LoggableKind) => {
    // What was typed for another kind does not fit this one.
    for (const f of FIELDS[kind]) form.resetField(f.name);
    form.clearErrors();
    setStray([]);
    setChosen(k);
  };

  // What belongs to no field: the zones, the moment as a whole, a store that is full.
  const [stray, setStray] = useState<readonly FieldProblem[]>([]);
  const strayAt = (path: string) => stray.find((p) => p.path === path)?.message;
  const refuse = (problems: readonly FieldProblem[]) =>
    setStray(
      setProblems(
        form,
        problems.map((p) => ({ ...p, path: SHEET_FIELD_OF[p.path] ?? p.path })),
      ),
    );

  const save = form.handleSubmit(() => {
    setStray([]);
    const kept = old && of('ago') === 'other' && !touched?.day && !touched?.time;
    const at = kept ? ok(old.atMs) : readAt(nowMs());
    const payload = payloadOf(kind, texts, product, units);
    // Air that nobody touched keeps the digits that it was read with.
    const untouched = old?.air && !(['temp', 'rh', 'surface'] as const).some((f) => touched?.[f] !== undefined);
    const { temp = '', rh = '', surface = '' } = texts;
    const air = airOpen && !untouched ? readAir({ temp, rh, surface }, units) : undefined;
    const reason = of('reason').trim();
    const note = noted || of('note') ? of('note').trim() : '';
    const time = !timed ? ok(undefined) : readNumber(of('workMin'), { plain: true }, units, true);
    const problems: FieldProblem[] = [
      ...(time.ok ? [] : [{ path: 'workMin', message: time.error }]),
      ...(at.ok ? [] : Object.entries(at.error).map(([path, message]) => ({ path, message }))),
      ...(payload.ok ? [] : payload.error),
      ...(air && !air.ok ? air.error : []),
      ...(stopped && !reason
        ? [{ path: 'against', message: 'Say why in a few words; it is kept with the entry' }]
        : []),
    ];
    if (problems.length > 0 || !at.ok || !payload.ok || !time.ok) return refuse(problems);
    // Which fields a kind has is the sheet's business (`FIELDS`), and what they may hold the schema's: the command checks it.
    const entry = {
      kind,
      ...((of('ago') !== 'now' || old) && { atMs: at.value }),
      zoneIds: zones,
      ...withContext(kind, payload.value, open, zones),
      ...(kind === 'repaired' && faultIds.length > 0 && { faultIds }),
      ...(air?.ok && { air: air.value }),
      ...(note && { note }),
      ...(time.value !== undefined && { workMin: time.value }),
      ...(stopped && { against: reason }),
    } as Entry;
    command.mutate(old ? { correct: old.id, by: correctionOf(old, kind, { ...entry }) } : { log: entry }, {
      onSuccess: ({ event, unfit, undo }) => {
        forget();
        // Its time went with the entry.
        if (time.value !== undefined) end();
        notify({
          text: `${old ? 'Corrected' : 'Logged'}. ${eventLine(event.kind === 'replaced' ? event.by : event, open.products, units)}${unfitWords(unfit, open.products, units)}`,
          undo,
        });
        const panel = first ? panelOf(open.job, first) : undefined;
        if (old && router.canGoBack()) router.back();
        else if (panel)
          router.replace(pageHref('/panel/[jobId]/[panelId]', { jobId: open.job.id, panelId: panel.id, zone: first }));
        else router.replace(pageHref('/'));
      },
      onError: (e) =>
        refuse(
          e instanceof NeedsReason
            ? [{ path: 'against', message: errorText(e) }]
            : e instanceof NotLogged
              ? e.problems.map((p) => ({ ...p, path: p.path.replace(/^by\./, '') }))
              : [{ path: '', message: errorText(e) }],
        ),
    });
  });

  return (
    <Page
      testID="log-sheet"
      foot={
        <>
          <ActionButton
            label={command.isPending ? 'Saving' : saveLabel(kind, texts, product)}
            strong
            grow
            disabled={command.isPending}
            onPress={() => void save()}
            testID="save"
          />
          <ActionButton
            label="Leave"
            onPress={() => {
              forget();
              if (router.canGoBack()) router.back();
              else router.replace(pageHref('/'));
            }}
          />
        </>
      }
    >
      <PageHead eyebrow={open.job.name} title={old ? 'Correct this entry' : 'What happened?'} />
      <ZonePick
        jobs={jobs}
        open={open}
        statuses={statuses}
        now={now}
        zones={zones}
        onJob={onJob}
        onZones={onZones}
        problem={strayAt('zoneIds')}
      />
      <KindPick value={kind} onChange={pickKind} />
      {doubt !== undefined && (
        <Notice tone="window" testID="reading-doubt">
          {doubt}
        </Notice>
      )}
      {question && <SchoolQuestion school={question.school} onAnswer={question.answer} />}
      {judged && (
        <View style={{ marginTop: gap(2) }}>
          <VerdictNotice
            judged={judged}
            now={tick}
            reason={of('reason')}
            onReason={(v) => form.setValue('reason', v)}
            problem={strayAt('against')}
            leaveOut={
              judged.stopped.length > 0
                ? {
                    label: `Leave out ${judged.stopped.map((z) => zoneLabel(open.job, z)).join('; ')}`,
                    onPress: () => onLeaveOut(judged.stopped),
                  }
                : undefined
            }
          />
        </View>
      )}
      <KindFields
        kind={kind}
        control={form.control}
        texts={texts}
        product={product}
        all={all}
        strata={strata}
        onPick={pick}
      />
      <FormChoice
        control={form.control}
        name="ago"
        label="When"
        options={AGO.map((a) => ({ value: a, label: AGO_LABELS[a] }))}
      />
      {of('ago') === 'other' && (
        <Fields>
          <FormDay control={form.control} name="day" label="Day" />
          <FormTime control={form.control} name="time" label="Time" />
        </Fields>
      )}
      {strayAt('atMs') && <Notice tone="stop">{strayAt('atMs')}</Notice>}
      <AirFields asked={airOpen} form={form} here={here} now={now} onAsk={() => setAirAsked(true)} />
      {timed && <WorkMinutes control={form.control} clock={clock} value={of('workMin')} />}
      {noted || of('note') ? (
        <FormField control={form.control} name="note" label="Note" multiline />
      ) : (
        <TextButton label="Add a note" icon="plus" onPress={() => setNoted(true)} />
      )}
      {stray
        .filter((p) => !['zoneIds', 'atMs', 'against'].includes(p.path))
        .map((p) => (
          <Notice key={p.path} tone="stop">
            {p.message}
          </Notice>
        ))}
      {cautions?.map((c) => (
        <Notice key={c.id} tone="window">
          {c.text}
        </Notice>
      ))}
    </Page>
  );
}
