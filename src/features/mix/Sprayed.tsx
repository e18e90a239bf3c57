import { useState } from 'react';
import {
  errorText,
  FAMILIES,
  formatQuantity,
  messageIn,
  zoneLabel,
  type Application,
  type Message,
  type Product,
  type Zone,
  colourName,
} from '@/core';
import { entriesOf } from '@/core/keysOf';
import { LAST_COATS, type LastCoat } from '@/core/log/colourRead';
import { type MixPlan } from '@/core/mix';
import { goesOffMs, KEPT_DAYS, type Shelf, type Source } from '@/core/stock';
import { useCupUses, type ShelfEntry } from '@/data/shelf';
import {
  NeedsReason,
  newId,
  nowMs,
  useJudge,
  useLibrary,
  useLogCommand,
  useNow,
  type Entry,
  type OpenJob,
} from '@/data';
import { useAppTheme } from '@/ui/appTheme';
import { Stack } from '@/ui/layout';
import { readNumber, formatForInput } from '@/ui/numbers';
import { Measure } from '@/ui/Field';
import { useNotify } from '@/ui/notifications';
import { clockTime } from '@/ui/format';
import { eventLine } from '@/ui/words';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Notice } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { Text } from '@/ui/Text';
import { VerdictNotice } from '@/ui/VerdictNotice';
import { entryOfCup } from '@/data/cupEntry';
import { mixedEntry } from './cup';

const NEEDS_REASON = 'Say why in a few words; it is kept with the entry';

interface Props {
  open: OpenJob;
  zones: Zone[];
  product: Product;
  plan: MixPlan;
  filmUm: number;
  coats: number;
  thinnerFraction: number;
  application: Application;
  /** Undefined while it is being read: the coat is logged all the same. */
  shelf: Shelf | undefined;
  /** What each line is on the shelf. */
  sources: readonly Source[];
  /** The batch, where the cup was poured line by line; else it becomes one now. */
  batchId: string | undefined;
  /** What truly went in, g a line; absent: as planned. */
  inG: readonly number[] | undefined;
  tins: readonly (string | undefined)[] | undefined;
  stirredWith: string | undefined;
  tempC: number | undefined;
  back(): void;
  /** @param inCup some of it stays in the cup, for the next coat */
  done(panelId: string, inCup: boolean): void;
}

/** Where nobody has read the room, °C. */
const USUAL_C = 20;
/** What becomes of what is left. */
type Left = 'away' | 'keep' | 'cup';
/** Less than this is what stays on the walls, mL. */
const NOTHING_ML = 1;

/** The cup is empty, or nearly: how many coats went on and what is left. Logs the coat with this batch. */
export function Sprayed({
  open,
  zones,
  product,
  plan,
  filmUm,
  coats,
  thinnerFraction,
  application,
  shelf,
  sources,
  batchId: poured,
  inG,
  tins,
  stirredWith,
  tempC,
  back,
  done,
}: Props) {
  const { units } = useAppTheme();
  const { lookup } = useLibrary();
  const uses = useCupUses();
  const command = useLogCommand(open.job.id);
  const judge = useJudge(open);
  const now = useNow();
  const notify = useNotify();
  const [reason, setReason] = useState('');
  const [n, setN] = useState(coats);
  const [batchId] = useState(() => poured ?? `cup-${newId(nowMs()).slice(0, 13)}`);
  // What each line truly is, mL; a cup that went over holds more than was meant.
  const pouredMl = plan.lines.map((l, i) => ((inG?.[i] ?? l.massG) * l.volumeMl) / l.massG);
  const before = uses.reduce((s, u) => s + (u.batchId === batchId ? u.usedMl : 0), 0);
  const inCupMl = pouredMl.reduce((a, b) => a + b, 0) - before;
  const filler = application === 'spreader';
  const [left, setLeft] = useState(() =>
    formatForInput(filler ? 0 : Math.max(0, inCupMl - plan.needMl), { quantity: 'volume' }, units),
  );
  const mayKeep = product.parts.length === 1;
  const [rest, setRest] = useState<Left>(mayKeep ? 'keep' : 'away');
  /** How flake was left, where somebody says. */
  const [last, setLast] = useState<LastCoat>();
  const [problem, setProblem] = useState<Message>();
  const read = readNumber(left, { quantity: 'volume' }, units, true);
  const leftMl = read.ok ? (read.value ?? 0) : NaN;
  const complaint = !read.ok
    ? read.error
    : leftMl < 0 || leftMl >= inCupMl
      ? `Between 0 and what was mixed, ${formatQuantity('volume', inCupMl, units)}`
      : undefined;
  const entry = (withCup = false): Entry => {
    const made = entryOfCup(
      open.job,
      { zones, product, filmUm, coats: n, thinnerFraction, application },
      withCup ? { batchId, pouredMl, usedMl: inCupMl - leftMl } : undefined,
    );
    return last && made.kind === 'coated' ? { ...made, how: { lastCoat: last } } : made;
  };
  /** What goes with it in the shop's log: the cup, where nobody has poured it line by line, and what is left of it. */
  const shelfRecords = (): ShelfEntry[] => {
    if (!shelf) return [];
    const now = nowMs();
    const grams = plan.lines.map((l, i) => ({ massG: inG?.[i] ?? l.massG, plannedG: l.massG }));
    const wholeG = grams.reduce((s, l) => s + l.massG, 0);
    const leftG = Math.round(((wholeG * leftMl) / pouredMl.reduce((a, b) => a + b, 0)) * 10) / 10;
    const mixed = mixedEntry(open.job, { zones, product, tempC, stirredWith, tins }, batchId, grams, {
      shelf,
      sources,
      lookup,
      nowMs: now,
    });
    const { no, colour } = shelf.batches.get(batchId) ?? mixed;
    return [
      ...(poured === undefined ? [mixed] : []),
      ...(leftMl > NOTHING_ML && rest === 'away'
        ? [{ kind: 'wasted' as const, batchId, amount: leftG, why: 'leftOver' as const }]
        : []),
      ...(leftMl > NOTHING_ML && rest === 'keep'
        ? [
            {
              kind: 'kept' as const,
              batchId,
              containerId: `left-${newId(now)}`,
              amount: leftG,
              label: `${colour === undefined ? product.name : colourName(open.job, colour)}, batch ${no}`,
              openDays: KEPT_DAYS,
            },
          ]
        : []),
    ];
  };
  const { kind, zoneIds, ...payload } = entry();
  const worst = judge?.({ kind, atMs: now, zoneIds, payload }).worst;
  const judged = worst && {
    verdict: worst.verdict,
    ...(zones.length > 1 && { zone: zoneLabel(open.job, worst.zoneId) }),
  };
  const offMs = shelf && poured !== undefined ? goesOffMs(poured, shelf, lookup, tempC ?? USUAL_C) : undefined;
  const save = () => {
    if (complaint) return;
    if (judged?.verdict.level === 'stop' && !reason.trim()) return setProblem(NEEDS_REASON);
    const against = judged?.verdict.level === 'stop' ? { against: reason.trim() } : {};
    command.mutate(
      { log: { ...entry(true), ...against }, shelf: shelfRecords() },
      {
        onSuccess: ({ event, remarks, undo }) => {
          const [remark] = remarks;
          notify({
            text: `Logged. ${eventLine(event, open.products, units)}${remark === undefined ? '' : `. ${messageIn(remark, units)}`}`,
            undo,
          });
          done(zones[0]?.panelId ?? '', rest === 'cup' && leftMl > NOTHING_ML);
        },
        onError: (e) => setProblem(e instanceof NeedsReason ? NEEDS_REASON : errorText(e)),
      },
    );
  };
  return (
    <Page
      foot={
        <>
          <ActionButton
            label={command.isPending ? 'Saving' : filler ? 'Log the skim' : `Log ${n} ${n === 1 ? 'coat' : 'coats'}`}
            strong
            grow
            disabled={command.isPending || complaint !== undefined}
            onPress={save}
            testID="save"
          />
          <ActionButton label="Back to the cup" onPress={back} />
        </>
      }
    >
      <PageHead
        eyebrow={open.job.name}
        title="What went on?"
        subtitle={`${product.name} on ${zones.map((z) => zoneLabel(open.job, z.id)).join('; ')}`}
      />
      <ChoiceGroup
        label="Coats from this cup"
        options={['1', '2', '3', '4'].map((v) => ({ value: v, label: v }))}
        value={String(n)}
        onChange={(v) => setN(Number(v))}
      />
      {FAMILIES[product.family].role === 'base' && (
        <ChoiceGroup<LastCoat>
          label="The last of them was"
          options={entriesOf(LAST_COATS).map(([value, label]) => ({ value, label }))}
          value={last}
          onChange={(v) => setLast(v === last ? undefined : v)}
        />
      )}
      {!filler && (
        <Measure label="Left in the cup" quantity="volume" value={left} onChange={setLeft} problem={complaint} />
      )}
      {!filler && !complaint && leftMl > NOTHING_ML && (
        <ChoiceGroup<Left>
          label="What is left"
          options={[
            { value: 'away', label: 'Goes into the waste' },
            ...(mayKeep ? [{ value: 'keep' as const, label: 'Is kept, with a label' }] : []),
            { value: 'cup', label: 'Stays in the cup for the next coat' },
          ]}
          value={rest}
          onChange={setRest}
        />
      )}
      <Stack top={3}>
        <Text kind="small" tone="muted">
          {`${formatQuantity('film', filmUm, units)} dry a coat. What was used is shared out over the zones by area.`}
        </Text>
      </Stack>
      {judged && (
        <Stack top={3}>
          <VerdictNotice
            judged={judged}
            now={now}
            reason={reason}
            onReason={setReason}
            problem={problem === NEEDS_REASON ? problem : undefined}
          />
        </Stack>
      )}
      {offMs !== undefined && offMs <= now && (
        <Notice tone="stop" testID="past-pot-life">
          {`This cup went off at ${clockTime(offMs)}. What was sprayed from it after that may not harden right: it is logged all the same, and the next coat waits until this one is hard to the nail.`}
        </Notice>
      )}
      {problem !== undefined && problem !== NEEDS_REASON && <Notice tone="stop">{problem}</Notice>}
    </Page>
  );
}
