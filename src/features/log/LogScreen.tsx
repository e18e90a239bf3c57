import { useRouter } from 'expo-router';
import { format } from 'date-fns/format';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import {
  finishOf,
  DEFAULT_METHOD,
  draftFor,
  GRITS,
  keepOutsOn,
  nextKind,
  likelyRemovalUm,
  LOGGABLE,
  MEDIA_NAMES,
  openFaults,
  strataBefore,
  TREATMENT_NAMES,
  TREATMENTS,
  ok,
  panelOf,
  type LoggableKind,
  type MediaName,
  type PlainEvent,
  type Treatment,
  type Message,
  errorText,
} from '@/core';
import {
  lastWritten,
  NeedsReason,
  NotLogged,
  nowMs,
  useLogCommand,
  useOpenQuestion,
  useSheetDraft,
  useNow,
  type Entry,
  useConditions,
  useJobs,
  useLibrary,
  useAdvice,
  useSettings,
  useStatuses,
  type OpenJob,
} from '@/data';
import { useAppTheme } from '@/ui/appTheme';
import { formatForInput } from '@/ui/numbers';
import { Field, Fields } from '@/ui/Field';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { EmptyState } from '@/ui/EmptyState';
import { Notice } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { TextButton } from '@/ui/TextButton';
import { gap } from '@/ui/theme';
import { AirFields, type AirTexts } from './AirFields';
import {
  airTextsOf,
  correctionOf,
  textsOfMedia,
  payloadOf,
  productDefaults,
  readAir,
  saveLabel,
  textsOf,
  textsOfEntry,
  withContext,
  type Texts,
} from './draft';
import { KindPick } from './KindPick';
import { entryOf, lastZones } from './start';
import { KindFields } from './KindFields';
import { useVerdict } from './useVerdict';
import { DayField } from '@/ui/PickedField';
import { showDay } from '@/ui/days';
import { TimeField } from '@/ui/PickedField';
import { useNotify } from '@/ui/notifications';
import { eventLine } from '@/ui/words';
import { SchoolQuestion } from '@/ui/SchoolQuestion';
import { VerdictNotice } from '@/ui/VerdictNotice';
import { pageHref } from '@/ui/pages';
import { AGO, AGO_LABELS, readWhen, type Ago } from './when';
import { ZonePick } from './ZonePick';

interface Props {
  jobId?: string;
  zoneIds?: string[];
  kind?: string;
  productId?: string;
  /** Id of an entry that this one takes the place of. */
  replaces?: string;
  /** Id of a marked fault that is dealt with here. */
  faultId?: string;
  /** What a repair was worked out as. */
  treatment?: string;
  /** What it was blasted with, and the pressure that was held, bar. */
  media?: string;
  bar?: string;
  /** The paper that it was sanded with. */
  grit?: string;
}

/** One sheet for everything that can be logged by hand, filled with what most likely just happened. */
export function LogScreen(props: Props) {
  const { jobs, loading } = useJobs();
  if (loading) return <Page>{null}</Page>;
  const withZones = jobs.filter((j) => j.job.zones.length > 0);
  const newest = lastWritten(withZones);
  const open = withZones.find((j) => j.job.id === props.jobId) ?? newest;
  if (!open)
    return (
      <Page>
        <EmptyState
          title="Nothing to log on"
          text="Start a job and give it a panel first. Then what you do goes on that panel."
        />
      </Page>
    );
  return <Sheet jobs={withZones} start={open} {...props} />;
}

function Sheet({
  jobs,
  start,
  zoneIds,
  kind: askedKind,
  productId,
  replaces,
  faultId,
  treatment,
  media,
  bar,
  grit,
}: Props & { jobs: OpenJob[]; start: OpenJob }) {
  const [jobId, setJobId] = useState(start.job.id);
  const [old] = useState(() => entryOf(start, replaces));
  const [zones, setZones] = useState<string[]>(() => {
    if (old) return old.zoneIds;
    const known = zoneIds?.filter((z) => start.job.zones.some((x) => x.id === z)) ?? [];
    return known.length > 0 ? known : lastZones(start);
  });
  const open = jobs.find((j) => j.job.id === jobId) ?? start;
  const asked = LOGGABLE.find((k) => k === (old?.kind ?? askedKind));
  return (
    <Filled
      // A different first zone stands elsewhere in the work, so the suggestion starts anew.
      key={`${jobId}/${zones[0]}`}
      jobs={jobs}
      open={open}
      zones={zones}
      asked={asked}
      askedProduct={productId}
      faultId={faultId}
      treatment={TREATMENTS.find((t) => t === treatment)}
      media={MEDIA_NAMES.find((m) => m === media)}
      bar={bar}
      grit={GRITS.find((g) => g === Number(grit))}
      old={old}
      onJob={(id) => {
        const next = jobs.find((j) => j.job.id === id);
        setJobId(id);
        if (next) setZones(lastZones(next));
      }}
      onZones={setZones}
    />
  );
}

interface FilledProps {
  jobs: OpenJob[];
  open: OpenJob;
  zones: string[];
  asked: LoggableKind | undefined;
  askedProduct: string | undefined;
  faultId: string | undefined;
  treatment: Treatment | undefined;
  media: MediaName | undefined;
  bar: string | undefined;
  grit: number | undefined;
  /** The entry that is being corrected. */
  old: PlainEvent | undefined;
  onJob(id: string): void;
  onZones(ids: string[]): void;
}

function Filled({
  jobs,
  open,
  zones,
  asked,
  askedProduct,
  faultId,
  treatment,
  media,
  bar,
  grit,
  old,
  onJob,
  onZones,
}: FilledProps) {
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
  const finish = useMemo(() => finishOf(open.job, first), [open.job, first]);
  const [chosen, setChosen] = useState<LoggableKind | undefined>(asked);
  const way = useMemo(
    () =>
      status && {
        status,
        strata,
        state: open.state,
        all,
        level: finish.level,
        finish,
        method: settings?.method ?? DEFAULT_METHOD,
        nowMs: now,
      },
    [status, strata, open.state, all, finish, settings, now],
  );
  const kind = chosen ?? (way ? nextKind(way) : 'coated');
  const keepOuts = useMemo(
    () => [...new Set(zones.flatMap((z) => keepOutsOn(open.job, z).map((k) => k.name)))],
    [zones, open.job],
  );
  const draft = useMemo(
    () => (way ? draftFor(kind, way.status, strata, open.state, all, finish.level, keepOuts, way.method, finish) : {}),
    [kind, way, strata, open.state, all, finish, keepOuts],
  );
  const [edits, setEdits] = useState<Texts>(() => {
    if (old && asked) return textsOfEntry(old, asked, units);
    const fault = (strata ? openFaults(strata) : []).find((f) => f.id === faultId);
    const way = fault?.mark.treatment ?? treatment;
    if (way && asked === 'repaired') return { method: TREATMENT_NAMES[way] };
    if (media && asked === 'blasted')
      return {
        ...textsOfMedia(media, units),
        ...(bar && { barG: formatForInput(Number(bar), { quantity: 'pressure' }, units) }),
      };
    if (grit && asked === 'sanded' && status)
      return {
        grit: String(grit),
        removedUm: formatForInput(likelyRemovalUm(grit, status, strata), { quantity: 'film' }, units),
      };
    const p = askedProduct ? lookup(askedProduct) : undefined;
    return p && asked ? textsOf(asked, productDefaults(asked, p), units) : {};
  });
  const base = useMemo(() => textsOf(kind, draft, units), [kind, draft, units]);
  const texts = { ...base, ...edits };
  const product = texts.productId ? lookup(texts.productId) : undefined;
  const [ago, setAgo] = useState<Ago>(old ? 'other' : 'now');
  const [day, setDay] = useState(() => showDay(old?.atMs ?? nowMs()));
  const [time, setTime] = useState(() => format(old?.atMs ?? nowMs(), 'HH:mm'));
  const [note, setNote] = useState(old?.note ?? null);
  const [touched, setTouched] = useState(false);
  // What a link brought with it is the link's business; a sheet that was begun by hand is there again.
  const byHand = !old && !faultId && !askedProduct && !grit && !media;
  const forget = useSheetDraft(
    byHand ? `log/${open.job.id}/${zones.join()}/${asked ?? ''}` : undefined,
    touched ? { kind, edits, note } : undefined,
    (kept) => {
      setChosen(LOGGABLE.find((k) => k === kept.kind));
      setEdits(kept.edits);
      setNote(kept.note);
    },
  );
  const [airBefore] = useState(() => airTextsOf(old, units));
  const [air, setAir] = useState<AirTexts | null>(airBefore);
  const [problems, setProblems] = useState<Record<string, Message>>({});

  const here = useConditions(open, now)?.(first);
  const airOpen = air !== null || (kind === 'measured' && texts.measure === 'air');
  const airTexts: AirTexts = air ?? {
    temp: formatForInput(here && Math.round(here.tempC * 2) / 2, { quantity: 'temp' }, units),
    rh: formatForInput(here && Math.round(here.rh * 100) / 100, { percent: true }, units),
  };
  // A repair deals with the fault that it was begun from, and with others on the zone that ask for the same. One that is
  // corrected still deals with what it dealt with: those are not open any more.
  const faultIds =
    old?.kind === 'repaired'
      ? (old.faultIds ?? [])
      : kind === 'repaired' && strata
        ? openFaults(strata)
            .filter((f) => f.id === faultId || (texts.method ?? '') === TREATMENT_NAMES[f.mark.treatment])
            .map((f) => f.id)
        : [];
  const [reason, setReason] = useState('');
  const onSheet = payloadOf(kind, texts, product, units);
  const at = readWhen(ago, day, time, tick);
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

  const change = (name: string, text: string) => {
    setTouched(true);
    setProblems(({ [name]: _, ...rest }) => rest);
    const nextProduct = name === 'productId' ? lookup(text) : undefined;
    const nextGrit: Texts =
      name === 'grit' && kind === 'sanded' && status
        ? { removedUm: formatForInput(likelyRemovalUm(Number(text), status, strata), { quantity: 'film' }, units) }
        : name === 'media'
          ? textsOfMedia(text as MediaName, units)
          : {};
    // Another product brings its own usual figures; what was typed for the last one does not fit it.
    setEdits(
      nextProduct ? textsOf(kind, productDefaults(kind, nextProduct), units) : { ...edits, [name]: text, ...nextGrit },
    );
  };

  const save = () => {
    const kept = old && ago === 'other' && `${day} ${time}` === `${showDay(old.atMs)} ${format(old.atMs, 'HH:mm')}`;
    const at = kept ? ok(old.atMs) : readWhen(ago, day, time, nowMs());
    const payload = payloadOf(kind, texts, product, units);
    const bad: Record<string, Message> = {};
    if (!at.ok) Object.assign(bad, at.error);
    if (!payload.ok) for (const p of payload.error) bad[p.path] = p.message;
    // Air that nobody touched keeps the digits that it was read with.
    const airRead = airOpen && (air === null || air !== airBefore) ? readAir(airTexts, units) : undefined;
    if (airRead && !airRead.ok) for (const p of airRead.error) bad[p.path] = p.message;
    if (stopped && !reason.trim()) bad.against = 'Say why in a few words; it is kept with the entry';
    if (Object.keys(bad).length > 0 || !at.ok || !payload.ok) return setProblems(bad);
    // Which fields a kind has is the sheet's business (`FIELDS`), and what they may hold the schema's: the command checks it.
    const entry = {
      kind,
      ...((ago !== 'now' || old) && { atMs: at.value }),
      zoneIds: zones,
      ...withContext(kind, payload.value, open, zones),
      ...(kind === 'repaired' && faultIds.length > 0 && { faultIds }),
      ...(airRead?.ok && { air: airRead.value }),
      ...(note?.trim() && { note: note.trim() }),
      ...(stopped && { against: reason.trim() }),
    } as Entry;
    command.mutate(old ? { correct: old.id, by: correctionOf(old, kind, { ...entry }) } : { log: entry }, {
      onSuccess: ({ event, undo }) => {
        forget();
        notify({
          text: `${old ? 'Corrected' : 'Logged'}. ${eventLine(event.kind === 'replaced' ? event.by : event, open.products, units)}`,
          undo,
        });
        const panel = first ? panelOf(open.job, first) : undefined;
        if (old && router.canGoBack()) router.back();
        else if (panel)
          router.replace(pageHref('/panel/[jobId]/[panelId]', { jobId: open.job.id, panelId: panel.id, zone: first }));
        else router.replace(pageHref('/'));
      },
      onError: (e) =>
        setProblems(
          e instanceof NeedsReason
            ? { against: errorText(e) }
            : e instanceof NotLogged
              ? Object.fromEntries(e.problems.map((p) => [p.path.replace(/^by\./, ''), p.message]))
              : { '': errorText(e) },
        ),
    });
  };

  const shown = new Set([
    'productId',
    'atMs',
    'day',
    'time',
    'air.tempC',
    'air.rh',
    'air.surfaceTempC',
    'zoneIds',
    'against',
    ...Object.keys(base),
  ]);
  const stray = Object.entries(problems).filter(([k]) => !shown.has(k));
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
            onPress={save}
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
      <PageHead over={open.job.name} answer={old ? 'Correct this entry' : 'What happened?'} />
      <ZonePick jobs={jobs} open={open} zones={zones} onJob={onJob} onZones={onZones} problem={problems.zoneIds} />
      <KindPick
        value={kind}
        onChange={(k) => {
          setChosen(k);
          setEdits({});
          setProblems({});
        }}
      />
      {doubt !== undefined && (
        <Notice tone="window" testID="reading-doubt">
          {doubt}
        </Notice>
      )}
      {question && <SchoolQuestion school={question.school} onAnswer={question.answer} />}
      {judged && (
        <View style={{ marginTop: gap(2) }}>
          <VerdictNotice judged={judged} now={tick} reason={reason} onReason={setReason} problem={problems.against} />
        </View>
      )}
      <KindFields
        kind={kind}
        texts={texts}
        problems={problems}
        product={product}
        all={all}
        strata={strata}
        onChange={change}
      />
      <ChoiceGroup
        label="When"
        options={AGO.map((a) => ({ value: a, label: AGO_LABELS[a] }))}
        value={ago}
        onChange={(a) => setAgo(a)}
      />
      {ago === 'other' && (
        <Fields>
          <DayField label="Day" value={day} onChange={setDay} problem={problems.day} />
          <TimeField label="Time" value={time} onChange={setTime} problem={problems.time} />
        </Fields>
      )}
      {problems.atMs && <Notice tone="stop">{problems.atMs}</Notice>}
      <AirFields asked={airOpen} texts={airTexts} here={here} now={now} problems={problems} onChange={setAir} />
      {note === null ? (
        <TextButton label="Add a note" icon="plus" onPress={() => setNote('')} />
      ) : (
        <Field
          label="Note"
          value={note}
          onChange={(text) => {
            setTouched(true);
            setNote(text);
          }}
          multiline
          problem={problems.note}
        />
      )}
      {stray.map(([k, m]) => (
        <Notice key={k} tone="stop">
          {m}
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
