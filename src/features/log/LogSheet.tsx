import { useRouter } from 'expo-router';
import { useState } from 'react';
import { errorText, panelOf, zoneLabel, type FieldProblem, type LoggableKind, type Message } from '@/core';
import {
  NeedsReason,
  NotLogged,
  nowMs,
  useAdvice,
  useLogCommand,
  useNow,
  useOpenQuestion,
  type Logged,
  type OpenJob,
} from '@/data';
import { ActionButton } from '@/ui/ActionButton';
import { useAppTheme } from '@/ui/appTheme';
import { Fields } from '@/ui/Field';
import { FormChoice, FormField } from '@/ui/form/FormField';
import { FormDay, FormTime } from '@/ui/form/FormPicked';
import { setProblems } from '@/ui/form/useAppForm';
import { Stack } from '@/ui/layout';
import { Notice, Problem } from '@/ui/Notice';
import { useNotify } from '@/ui/notifications';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { pageHref, usePageParams, type Pages } from '@/ui/pages';
import { useHeldWhile } from '@/ui/paint';
import { SchoolQuestion } from '@/ui/SchoolQuestion';
import { TextButton } from '@/ui/TextButton';
import { VerdictNotice } from '@/ui/VerdictNotice';
import { eventLine, unfitWords } from '@/ui/words';
import { AirFields } from './AirFields';
import { payloadOf, saveLabel, SHEET_FIELD_OF } from './draft';
import { KindFields } from './KindFields';
import { KindPick } from './KindPick';
import { readSheet, sheetTime } from './readSheet';
import { returnSheet, sheetName } from './returned';
import type { SheetStart } from './start';
import { useSheet, type Sheet } from './useSheet';
import { useVerdict } from './useVerdict';
import { AGO, AGO_LABELS } from './when';
import { WorkMinutes } from './WorkMinutes';
import { ZonePick } from './ZonePick';

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

/** Complaints that have a place of their own on the sheet, and no field. */
const PLACED = ['zoneIds', 'atMs', 'against'];

/** The sheet itself. */
export function LogSheet({ jobs, open: newest, zones, start, onJob, onZones, onLeaveOut }: Props) {
  const { old } = start;
  const router = useRouter();
  const notify = useNotify();
  const command = useLogCommand(newest.job.id);
  // While its entry is written the sheet stays about the state that it was made on, and nothing of it is worked out anew.
  const open = useHeldWhile(command.isPending || command.isSuccess, newest);
  const sheet = useSheet(open, zones, start);
  const address = usePageParams('/log') as Pages['/log'];
  const { form, kind, text, place } = sheet;
  const { units } = useAppTheme();
  // A verdict is of now, where a suggestion is of when the sheet was opened.
  const tick = useNow();
  const { judged, doubt, question, cautions } = useSheetAdvice(sheet, open, zones, old !== undefined, tick);

  // What belongs to no field: the zones, the moment as a whole, a store that is full.
  const [stray, setStray] = useState<readonly FieldProblem[]>(sheet.returned?.problems ?? []);
  const strayAt = (path: string) => stray.find((p) => p.path === path)?.message;
  const refuse = (problems: readonly FieldProblem[]) =>
    setStray(
      setProblems(
        form,
        problems.map((p) => ({ ...p, path: SHEET_FIELD_OF[p.path] ?? p.path })),
      ),
    );
  const tell = ({ event, unfit, undo }: Logged) => {
    const { products } = open;
    notify({
      text: `${old ? 'Corrected' : 'Logged'}. ${eventLine(event.kind === 'replaced' ? event.by : event, products, units)}${unfitWords(unfit, products, units)}`,
      undo,
    });
  };
  const leave = () => {
    const panel = zones[0] ? panelOf(open.job, zones[0]) : undefined;
    if (old && router.canGoBack()) router.back();
    else if (panel)
      router.replace(pageHref('/panel/[jobId]/[panelId]', { jobId: open.job.id, panelId: panel.id, zone: zones[0] }));
    else router.replace(pageHref('/'));
  };
  const save = form.handleSubmit(async () => {
    setStray([]);
    const read = readSheet({ ...sheet.reading, stopped: judged?.verdict.level === 'stop', nowMs: nowMs() });
    if (!read.ok) return refuse(read.error);
    const { workMin, command: entry } = read.value;
    // The panel shows the entry as being saved; the sheet comes back, with all that stood on it, where it cannot be kept.
    let hasLeft = false;
    const leaveOnce = () => {
      if (!hasLeft) leave();
      hasLeft = true;
    };
    try {
      const logged = await command.mutateAsync({ ...entry, onShown: leaveOnce });
      leaveOnce();
      sheet.forget();
      // Its time went with the entry.
      if (workMin !== undefined) sheet.time.end();
      tell(logged);
    } catch (e) {
      const problems = problemsOf(e as Error);
      if (!hasLeft) return refuse(problems);
      returnSheet(sheetName(open.job.id, zones), {
        kind,
        touched: sheet.reading.touched,
        airAsked: sheet.air.asked,
        problems,
      });
      router.replace(pageHref('/log', { ...address, job: open.job.id, zones: zones.join(), kind }));
    }
  });

  return (
    <Page
      testID="log-sheet"
      foot={
        <>
          <ActionButton
            label={command.isPending ? 'Saving' : saveLabel(kind, sheet.texts, sheet.product)}
            strong
            grow
            disabled={command.isPending}
            onPress={() => void save()}
            testID="save"
          />
          <ActionButton
            label="Leave"
            onPress={() => {
              sheet.forget();
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
        statuses={sheet.statuses}
        now={sheet.openedMs}
        zones={zones}
        onJob={onJob}
        onZones={onZones}
        problem={strayAt('zoneIds')}
      />
      <KindPick
        value={kind}
        onChange={(k: LoggableKind) => {
          setStray([]);
          sheet.pickKind(k);
        }}
      />
      {doubt !== undefined && (
        <Notice tone="window" testID="reading-doubt">
          {doubt}
        </Notice>
      )}
      {question && <SchoolQuestion school={question.school} onAnswer={question.answer} />}
      {judged && (
        <Stack top={2}>
          <VerdictNotice
            judged={judged}
            now={tick}
            reason={text('reason')}
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
        </Stack>
      )}
      <KindFields
        kind={kind}
        control={form.control}
        texts={sheet.texts}
        product={sheet.product}
        all={sheet.all}
        strata={place.strata}
        onPick={sheet.pick}
      />
      <When sheet={sheet} problem={strayAt('atMs')} />
      <AirFields asked={sheet.air.asked} form={form} here={sheet.here} now={sheet.openedMs} onAsk={sheet.air.ask} />
      {sheet.time.timed && <WorkMinutes control={form.control} clock={sheet.time.clock} value={text('workMin')} />}
      {sheet.note.asked ? (
        <FormField control={form.control} name="note" label="Note" multiline />
      ) : (
        <TextButton label="Add a note" icon="plus" onPress={sheet.note.ask} />
      )}
      {stray
        .filter((p) => !PLACED.includes(p.path))
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

/** When it happened: a tap for the last hour, day and time for the rest. */
function When({ sheet: { form, text }, problem }: { sheet: Sheet; problem: Message | undefined }) {
  return (
    <>
      <FormChoice
        control={form.control}
        name="ago"
        label="When"
        options={AGO.map((a) => ({ value: a, label: AGO_LABELS[a] }))}
      />
      {text('ago') === 'other' && (
        <Fields>
          <FormDay control={form.control} name="day" label="Day" />
          <FormTime control={form.control} name="time" label="Time" />
        </Fields>
      )}
      <Problem says={problem} />
    </>
  );
}

/** What there is to say of the sheet as it stands: the verdict, a doubt about a reading, a question of school, cautions. */
function useSheetAdvice(
  { kind, texts, product, place: { strata } }: Sheet,
  open: OpenJob,
  zones: readonly string[],
  isCorrection: boolean,
  tick: number,
) {
  const { units } = useAppTheme();
  const advice = useAdvice();
  const onSheet = payloadOf(kind, texts, product, units);
  const at = sheetTime(texts, tick);
  const verdict = useVerdict(open, zones, kind, onSheet.ok ? onSheet.value : undefined, at.ok ? at.value : tick);
  // A gauge that contradicts the log is asked about before it is believed; it can be logged all the same.
  const gaugeUm = onSheet.ok && kind === 'measured' && !isCorrection ? onSheet.value.filmUm : undefined;
  const question = useOpenQuestion([
    advice && strata && !isCorrection && onSheet.ok
      ? advice.schoolOf(advice.stepOf(kind, onSheet.value, product), strata)
      : undefined,
  ]);
  return {
    // A correction tells what was done; it is too late to judge whether it should be.
    judged: isCorrection ? undefined : verdict,
    doubt: strata && typeof gaugeUm === 'number' ? advice?.readingDoubt(strata, gaugeUm) : undefined,
    question,
    // Where there is a verdict it knows what is worked on; what it says among its reasons is not said again.
    cautions: verdict
      ? verdict.verdict.findings.flatMap((f) =>
          f.level === 'note' && f.ruleId.startsWith('caution.') ? [{ id: f.ruleId, text: f.says }] : [],
        )
      : advice?.cautionsFor(kind, product, strata?.layers.some((l) => l.family === 'oldCoating') ?? false),
  };
}

/** What a command was refused for, by the field where it belongs. */
function problemsOf(e: Error): FieldProblem[] {
  if (e instanceof NeedsReason) return [{ path: 'against', message: errorText(e) }];
  if (e instanceof NotLogged) return e.problems.map((p) => ({ ...p, path: p.path.replace(/^by\./, '') }));
  return [{ path: '', message: errorText(e) }];
}
