import { useState } from 'react';
import { View } from 'react-native';
import { formatQuantity, zoneLabel, type Application, type Product, type Zone, type Message, errorText } from '@/core';
import { type MixPlan } from '@/core/mix';
import { NeedsReason, newId, nowMs, useJudge, useLogCommand, useNow, type Entry, type OpenJob } from '@/data';
import { useAppTheme } from '@/ui/appTheme';
import { readNumber, formatForInput } from '@/ui/numbers';
import { Measure } from '@/ui/Field';
import { useNotify } from '@/ui/notifications';
import { eventLine } from '@/ui/words';
import { ActionButton } from '@/ui/ActionButton';
import { ChoiceGroup } from '@/ui/ChoiceGroup';
import { Notice } from '@/ui/Notice';
import { Page } from '@/ui/Page';
import { PageHead } from '@/ui/PageHead';
import { T } from '@/ui/T';
import { VerdictNotice } from '@/ui/VerdictNotice';
import { gap } from '@/ui/theme';
import { entryOfCup } from './cup';

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
  back(): void;
  done(panelId: string): void;
}

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
  back,
  done,
}: Props) {
  const { units } = useAppTheme();
  const command = useLogCommand(open.job.id);
  const judge = useJudge(open);
  const now = useNow();
  const notify = useNotify();
  const [reason, setReason] = useState('');
  const [n, setN] = useState(coats);
  const [left, setLeft] = useState(() => formatForInput(plan.readyMl - plan.needMl, { quantity: 'volume' }, units));
  const [problem, setProblem] = useState<Message>();
  const read = readNumber(left, { quantity: 'volume' }, units, true);
  const leftMl = read.ok ? (read.value ?? 0) : NaN;
  const complaint = !read.ok
    ? read.error
    : leftMl < 0 || leftMl >= plan.readyMl
      ? `Between 0 and what was mixed, ${formatQuantity('volume', plan.readyMl, units)}`
      : undefined;
  const filler = application === 'spreader';
  const entry = (batchId?: string): Entry =>
    entryOfCup(
      open.job,
      { zones, product, filmUm, coats: n, thinnerFraction, application },
      batchId === undefined
        ? undefined
        : { batchId, pouredMl: plan.lines.map((l) => l.volumeMl), usedMl: plan.readyMl - leftMl },
    );
  const { kind, zoneIds, ...payload } = entry();
  const worst = judge?.({ kind, atMs: now, zoneIds, payload }).worst;
  const judged = worst && {
    verdict: worst.verdict,
    ...(zones.length > 1 && { zone: zoneLabel(open.job, worst.zoneId) }),
  };
  const save = () => {
    if (complaint) return;
    if (judged?.verdict.level === 'stop' && !reason.trim()) return setProblem(NEEDS_REASON);
    const against = judged?.verdict.level === 'stop' ? { against: reason.trim() } : {};
    command.mutate(
      { log: { ...entry(`cup-${newId(nowMs()).slice(0, 13)}`), ...against } },
      {
        onSuccess: ({ event, undo }) => {
          notify({ text: `Logged. ${eventLine(event, open.products, units)}`, undo });
          done(zones[0]!.panelId);
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
        over={open.job.name}
        answer="What went on?"
        under={`${product.name} on ${zones.map((z) => zoneLabel(open.job, z.id)).join('; ')}`}
      />
      <ChoiceGroup
        label="Coats from this cup"
        options={['1', '2', '3', '4'].map((v) => ({ value: v, label: v }))}
        value={String(n)}
        onChange={(v) => setN(Number(v))}
      />
      {!filler && (
        <Measure label="Left in the cup" quantity="volume" value={left} onChange={setLeft} problem={complaint} />
      )}
      <View style={{ marginTop: gap(3) }}>
        <T kind="small" tone="muted">
          {`${formatQuantity('film', filmUm, units)} dry a coat. What was used is shared out over the zones by area.`}
        </T>
      </View>
      {judged && (
        <View style={{ marginTop: gap(3) }}>
          <VerdictNotice
            judged={judged}
            now={now}
            reason={reason}
            onReason={setReason}
            problem={problem === NEEDS_REASON ? problem : undefined}
          />
        </View>
      )}
      {problem !== undefined && problem !== NEEDS_REASON && <Notice tone="stop">{problem}</Notice>}
    </Page>
  );
}
