import { useState } from 'react';
import { View } from 'react-native';
import {
  colourOn,
  FAMILIES,
  showText,
  zoneLabel,
  type Application,
  type Product,
  type Zone,
  type Message,
  errorText,
} from '@/core';
import { type MixPlan } from '@/core/mix';
import { newId, nowMs, useAppend, type OpenJob } from '@/data';
import { useLook } from '@/ui/look';
import { readNumber, typed } from '@/ui/numbers';
import { Measure } from '@/ui/Field';
import { Act, Choices, Head, Notice, Page } from '@/ui/parts';
import { T } from '@/ui/T';
import { gap } from '@/ui/theme';

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
  const { units } = useLook();
  const append = useAppend(open.job.id);
  const [n, setN] = useState(coats);
  const [left, setLeft] = useState(() => typed(plan.readyMl - plan.needMl, { quantity: 'volume' }, units));
  const [problem, setProblem] = useState<Message>();
  const read = readNumber(left, { quantity: 'volume' }, units, true);
  const leftMl = read.ok ? (read.value ?? 0) : NaN;
  const complaint = !read.ok
    ? read.error
    : leftMl < 0 || leftMl >= plan.readyMl
      ? `Between 0 and what was mixed, ${showText('volume', plan.readyMl, units)}`
      : undefined;
  const filler = application === 'spreader';
  const save = () => {
    if (complaint) return;
    const common = { zoneIds: zones.map((z) => z.id), productId: product.id };
    const colourHex = colourOn(open.job, product);
    const event = filler
      ? { kind: 'filled', ...common, filmUm: filmUm * n }
      : FAMILIES[product.family].usedIn === 'treated'
        ? { kind: 'treated', ...common, coats: n, filmUm }
        : {
            kind: 'coated',
            ...common,
            coats: n,
            filmUm,
            ...(product.thinning && { thinnerFraction }),
            application,
            ...(colourHex && { colourHex }),
            batch: {
              batchId: `cup-${newId(nowMs()).slice(0, 13)}`,
              pouredMl: plan.lines.map((l) => l.volumeMl),
              usedMl: plan.readyMl - leftMl,
            },
          };
    append.mutate(event as never, {
      onSuccess: () => done(zones[0]!.panelId),
      onError: (e) => setProblem(errorText(e)),
    });
  };
  return (
    <Page
      foot={
        <>
          <Act
            label={append.isPending ? 'Saving' : filler ? 'Log the skim' : `Log ${n} ${n === 1 ? 'coat' : 'coats'}`}
            strong
            grow
            disabled={append.isPending || complaint !== undefined}
            onPress={save}
            testID="save"
          />
          <Act label="Back to the cup" onPress={back} />
        </>
      }
    >
      <Head
        over={open.job.name}
        answer="What went on?"
        under={`${product.name} on ${zones.map((z) => zoneLabel(open.job, z.id)).join('; ')}`}
      />
      <Choices
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
          {`${showText('film', filmUm, units)} dry a coat. What was used is shared out over the zones by area.`}
        </T>
      </View>
      {problem !== undefined && <Notice tone="stop">{problem}</Notice>}
    </Page>
  );
}
