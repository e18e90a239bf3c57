import { useRouter } from 'expo-router';
import { format } from 'date-fns/format';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import {
  cautionsFor,
  coatDefaults,
  colourOn,
  draftFor,
  effectiveEvents,
  effectiveForm,
  likelyKind,
  likelyRemovalUm,
  LOGGABLE,
  MEDIA_PROFILES_UM,
  openFaults,
  TREATMENT_NAMES,
  TREATMENTS,
  ok,
  panelOf,
  type LoggableKind,
  type MediaName,
  type Payloads,
  type PlainEvent,
  type Treatment,
} from '@/core';
import {
  newId,
  NotLogged,
  nowMs,
  useAppend,
  useConditions,
  useJobs,
  useLibrary,
  useStatuses,
  type OpenJob,
} from '@/data';
import { useLook } from '@/ui/look';
import { readNumber, typed } from '@/ui/numbers';
import { Field, Fields } from '@/ui/Field';
import { Act, Blank, Choices, Head, Notice, Page, Quiet } from '@/ui/parts';
import { gap } from '@/ui/theme';
import { KIND_NAMES } from '@/ui/words';
import { AirFields, type AirTexts } from './AirFields';
import { payloadOf, saveLabel, textsOf, type Texts } from './draft';
import { KindFields } from './KindFields';
import { useVerdict } from './useVerdict';
import { VerdictNotice } from './VerdictNotice';
import { AGO, AGO_LABELS, whenOf, type Ago } from './when';
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
}

/** One sheet for everything that can be logged by hand, filled with what most likely just happened. */
export function LogScreen(props: Props) {
  const { jobs, loading } = useJobs();
  if (loading) return <Page>{null}</Page>;
  const withZones = jobs.filter((j) => j.job.zones.length > 0);
  const newest = [...withZones].sort((a, b) => lastWritten(b) - lastWritten(a))[0];
  const open = withZones.find((j) => j.job.id === props.jobId) ?? newest;
  if (!open)
    return (
      <Page>
        <Blank
          title="Nothing to log on"
          text="Start a job and give it a panel first. Then what you do goes on that panel."
        />
      </Page>
    );
  return <Sheet jobs={withZones} start={open} {...props} />;
}

/** An entry that still counts, as it counts. */
const entryOf = (open: OpenJob, id: string | undefined): PlainEvent | undefined =>
  id === undefined ? undefined : effectiveEvents(open.state).find((e) => e.id === id);

const lastWritten = (j: OpenJob): number => j.state.events.reduce((m, e) => Math.max(m, e.writtenMs), 0);

/** The zones that the last entry was about: most entries follow on it. */
function lastZones(open: OpenJob): string[] {
  let last: { writtenMs: number; zoneIds: string[] } | undefined;
  for (const e of open.state.events) {
    const form = effectiveForm(e, open.state.dead);
    if (form && form.zoneIds.length > 0 && (!last || form.writtenMs >= last.writtenMs)) last = form;
  }
  return last?.zoneIds ?? open.job.zones.slice(0, 1).map((z) => z.id);
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
  /** The entry that is being corrected. */
  old: PlainEvent | undefined;
  onJob(id: string): void;
  onZones(ids: string[]): void;
}

function Filled({ jobs, open, zones, asked, askedProduct, faultId, treatment, old, onJob, onZones }: FilledProps) {
  const { units } = useLook();
  const router = useRouter();
  const { all, lookup } = useLibrary();
  // The sheet keeps to the moment when it was opened: a suggestion must not change under the thumb.
  const [now] = useState(nowMs);
  const statuses = useStatuses(open, now);
  const append = useAppend(open.job.id);

  const first = zones[0];
  const strata = first ? open.state.zones.get(first)?.strata : undefined;
  const status = first ? statuses.get(first) : undefined;
  const [chosen, setChosen] = useState<LoggableKind | undefined>(asked);
  const kind = chosen ?? (status ? likelyKind(status, strata) : 'coated');
  const draft = useMemo(
    () => (status ? draftFor(kind, status, strata, open.state, all, open.job.level) : {}),
    [kind, status, strata, open.state, all, open.job.level],
  );
  const [edits, setEdits] = useState<Texts>(() => {
    if (old && asked) return textsOf(asked, old as unknown as Record<string, unknown>, units);
    const fault = (strata ? openFaults(strata) : []).find((f) => f.id === faultId);
    const way = fault?.mark.treatment ?? treatment;
    if (way && asked === 'repaired') return { method: TREATMENT_NAMES[way] };
    const p = askedProduct ? lookup(askedProduct) : undefined;
    return p && asked ? textsOf(asked, productDefaults(asked, p), units) : {};
  });
  const base = useMemo(() => textsOf(kind, draft, units), [kind, draft, units]);
  const texts = { ...base, ...edits };
  const product = texts.productId ? lookup(texts.productId) : undefined;
  const [ago, setAgo] = useState<Ago>(old ? 'other' : 'now');
  const [day, setDay] = useState(() => format(old?.atMs ?? nowMs(), 'yyyy-MM-dd'));
  const [time, setTime] = useState(() => format(old?.atMs ?? nowMs(), 'HH:mm'));
  const [note, setNote] = useState<string | null>(null);
  const [air, setAir] = useState<AirTexts | null>(null);
  const [problems, setProblems] = useState<Record<string, string>>({});

  const here = useConditions(open, now)?.(first);
  const airOpen = air !== null || (kind === 'measured' && texts.measure === 'air');
  const airTexts: AirTexts = air ?? {
    temp: typed(here && Math.round(here.tempC * 2) / 2, { quantity: 'temp' }, units),
    rh: typed(here && Math.round(here.rh * 100) / 100, { percent: true }, units),
  };
  // A repair deals with the fault that it was begun from, and with others on the zone that ask for the same.
  const faultIds =
    kind === 'repaired' && strata
      ? openFaults(strata)
          .filter((f) => f.id === faultId || (texts.method ?? '') === TREATMENT_NAMES[f.mark.treatment])
          .map((f) => f.id)
      : [];
  const [reason, setReason] = useState('');
  const onSheet = payloadOf(kind, texts, product, units);
  // A correction tells what was done; it is too late to judge whether it should be.
  const verdict = useVerdict(open, zones, kind, onSheet.ok ? onSheet.value : undefined, product, now);
  const judged = old ? undefined : verdict;
  const stopped = judged?.verdict.level === 'stop';
  const overOld = strata?.layers.some((l) => l.family === 'oldCoating') ?? false;
  const cautions = cautionsFor(
    kind,
    product,
    overOld,
    TREATMENTS.find((t) => TREATMENT_NAMES[t] === texts.method),
  );

  const change = (name: string, text: string) => {
    setProblems(({ [name]: _, ...rest }) => rest);
    const nextProduct = name === 'productId' ? lookup(text) : undefined;
    const nextGrit: Texts =
      name === 'grit' && kind === 'sanded' && status
        ? { removedUm: typed(likelyRemovalUm(Number(text), status, strata), { quantity: 'film' }, units) }
        : name === 'media'
          ? { profileUm: typed(MEDIA_PROFILES_UM[text as MediaName], { quantity: 'film' }, units) }
          : {};
    // Another product brings its own usual figures; what was typed for the last one does not fit it.
    setEdits(
      nextProduct ? textsOf(kind, productDefaults(kind, nextProduct), units) : { ...edits, [name]: text, ...nextGrit },
    );
  };

  const save = () => {
    const kept = old && ago === 'other' && `${day} ${time}` === format(old.atMs, 'yyyy-MM-dd HH:mm');
    const at = kept ? ok(old.atMs) : whenOf(ago, day, time, nowMs());
    const payload = payloadOf(kind, texts, product, units);
    const bad: Record<string, string> = {};
    if (!at.ok) Object.assign(bad, at.error);
    if (!payload.ok) for (const p of payload.error) bad[p.path] = p.message;
    let airReading: { tempC: number; rh: number; surfaceTempC?: number } | undefined;
    if (airOpen) {
      const t = readNumber(airTexts.temp, { quantity: 'temp' }, units);
      const h = readNumber(airTexts.rh, { percent: true }, units);
      if (!t.ok) bad['air.tempC'] = t.error;
      if (!h.ok) bad['air.rh'] = h.error;
      const s = readNumber(airTexts.surface ?? '', { quantity: 'temp' }, units, true);
      if (!s.ok) bad['air.surfaceTempC'] = s.error;
      if (t.ok && h.ok && s.ok)
        airReading = { tempC: t.value!, rh: h.value!, ...(s.value !== undefined && { surfaceTempC: s.value }) };
    }
    if (stopped && !reason.trim()) bad.against = 'Say why in a few words; it is kept with the entry';
    if (Object.keys(bad).length > 0 || !at.ok || !payload.ok) return setProblems(bad);
    const event = {
      kind,
      atMs: at.value,
      zoneIds: zones,
      ...withContext(kind, payload.value, open, zones),
      ...(kind === 'repaired' && faultIds.length > 0 && { faultIds }),
      ...(airReading && { air: airReading }),
      ...(note?.trim() && { note: note.trim() }),
      ...(stopped && { against: reason.trim() }),
    };
    const id = newId(nowMs());
    const correction = old && {
      kind: 'replaced',
      zoneIds: [],
      targetId: old.id,
      // What the sheet does not ask (air, cup, note) stays as it was.
      by: { ...old, ...event, id, writtenMs: nowMs() },
    };
    append.mutate((correction ?? event) as never, {
      onSuccess: () => {
        const panel = first ? panelOf(open.job, first) : undefined;
        if (old && router.canGoBack()) router.back();
        else if (panel) router.replace(`/panel/${open.job.id}/${panel.id}?zone=${first}` as never);
        else router.replace('/' as never);
      },
      onError: (e) =>
        setProblems(
          e instanceof NotLogged
            ? Object.fromEntries(e.problems.map((p) => [p.path.replace(/^by\./, ''), p.message]))
            : { '': e.message },
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
          <Act
            label={append.isPending ? 'Saving' : saveLabel(kind, texts, product)}
            strong
            grow
            disabled={append.isPending}
            onPress={save}
            testID="save"
          />
          <Act label="Leave" onPress={() => (router.canGoBack() ? router.back() : router.replace('/' as never))} />
        </>
      }
    >
      <Head over={open.job.name} answer={old ? 'Correct this entry' : 'What happened?'} />
      <ZonePick jobs={jobs} open={open} zones={zones} onJob={onJob} onZones={onZones} problem={problems.zoneIds} />
      <KindPick
        value={kind}
        onChange={(k) => {
          setChosen(k);
          setEdits({});
          setProblems({});
        }}
      />
      {judged && (
        <View style={{ marginTop: gap(2) }}>
          <VerdictNotice judged={judged} now={now} reason={reason} onReason={setReason} problem={problems.against} />
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
      <Choices
        label="When"
        options={AGO.map((a) => ({ value: a, label: AGO_LABELS[a] }))}
        value={ago}
        onChange={(a) => setAgo(a)}
      />
      {ago === 'other' && (
        <Fields>
          <Field label="Day" value={day} onChange={setDay} problem={problems.day} numeric />
          <Field label="Time" value={time} onChange={setTime} problem={problems.time} numeric />
        </Fields>
      )}
      {problems.atMs && <Notice tone="stop">{problems.atMs}</Notice>}
      <AirFields asked={airOpen} texts={airTexts} here={here} now={now} problems={problems} onChange={setAir} />
      {note === null ? (
        <Quiet label="Add a note" icon="plus" onPress={() => setNote('')} />
      ) : (
        <Field label="Note" value={note} onChange={setNote} multiline problem={problems.note} />
      )}
      {stray.map(([k, m]) => (
        <Notice key={k} tone="stop">
          {m}
        </Notice>
      ))}
      {cautions.map((c) => (
        <Notice key={c.id} tone="window">
          {c.text}
        </Notice>
      ))}
    </Page>
  );
}

/** So many kinds show at once; they are most of what is ever logged. */
const COMMON = 4;

/** The picked kind among the common ones; all of them on asking. */
function KindPick({ value, onChange }: { value: LoggableKind; onChange(k: LoggableKind): void }) {
  const [all, setAll] = useState(false);
  const common = LOGGABLE.slice(0, COMMON);
  const list = all ? LOGGABLE : common.some((k) => k === value) ? common : [value, ...common.slice(0, COMMON - 1)];
  return (
    <View style={{ marginTop: gap(3), gap: gap(1) }}>
      <Choices
        label="What happened"
        hideLabel
        options={list.map((k) => ({ value: k, label: KIND_NAMES[k] }))}
        value={value}
        onChange={onChange}
      />
      {!all && <Quiet label="Something else" onPress={() => setAll(true)} />}
    </View>
  );
}

function productDefaults(kind: LoggableKind, p: Parameters<typeof coatDefaults>[0]): Record<string, unknown> {
  if (kind === 'coated') return coatDefaults(p);
  if (kind === 'filled') return { productId: p.id, filmUm: p.film.nominalUm, hardenerFraction: 0.02 };
  if (kind === 'treated') return { productId: p.id, coats: 1, filmUm: p.film.nominalUm };
  return { productId: p.id };
}

/** What the sheet does not ask because the job knows it. */
function withContext(
  kind: LoggableKind,
  payload: Record<string, unknown>,
  open: OpenJob,
  zones: string[],
): Record<string, unknown> {
  if (kind === 'found') {
    const panel = zones[0] ? panelOf(open.job, zones[0]) : undefined;
    const { begin, ...rest } = payload;
    const layers: Payloads['found']['layers'] =
      begin === 'old' ? [{ label: 'Old paint', family: 'oldCoating', filmUm: 120 }] : [];
    return { ...rest, substrate: panel?.substrate ?? 'steel', thicknessUm: panel?.thicknessUm ?? 800, layers };
  }
  if (kind === 'coated') {
    const product = open.products(String(payload.productId));
    const colour = product && colourOn(open.job, product);
    return colour ? { ...payload, colourHex: colour } : payload;
  }
  return payload;
}
