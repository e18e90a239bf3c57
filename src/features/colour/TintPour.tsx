import { useState } from 'react';
import { errorText, type Message } from '@/core';
import {
  afterPouring,
  planTint,
  tintLines,
  tonerProduct,
  type TintAsk,
  type TintPlan,
  type TonerGrams,
} from '@/core/colour';
import { batchNumber, poursOf, tinsOf, type Batch, type Shelf } from '@/core/stock';
import { nowMs, useLibrary, useNow, type OpenJob } from '@/data';
import { handScale, useScale } from '@/data/scale';
import { useShelfCommand } from '@/data/shelf';
import { Notice } from '@/ui/Notice';
import { useNotify } from '@/ui/notifications';
import { Page } from '@/ui/Page';
import { PourScreen } from '@/ui/pour/PourScreen';

/** Toner after toner onto the scale. What goes over stays in the pot, and what is still to come is worked out anew for it. */
export function TintPour({
  open,
  batch,
  shelf,
  ask,
  plan,
  onDone,
}: {
  open: OpenJob;
  batch: Batch;
  shelf: Shelf;
  ask: TintAsk;
  plan: TintPlan;
  /** @param poured it is in the pot */
  onDone(poured: boolean): void;
}) {
  const { lookup } = useLibrary();
  const command = useShelfCommand();
  const notify = useNotify();
  const now = useNow();
  const scale = useScale(true);
  const [lines, setLines] = useState<readonly TonerGrams[]>(plan.additions);
  const [inG, setInG] = useState<number[]>([]);
  const [tins, setTins] = useState<(string | undefined)[]>([]);
  const [problem, setProblem] = useState<Message>();
  const sources = lines.map((l) => ({ productId: tonerProduct(l.toner.id), part: 0 }));
  const product = lookup(batch.productId);
  if (!product) return <Page>{null}</Page>;
  const poured = (next: number[]) => {
    const last = next[next.length - 1];
    const meant = lines[next.length - 1]?.grams;
    setInG(next);
    // As it was meant, or taken back: the rest stays as it is.
    if (last === undefined || meant === undefined || next.length < inG.length || Math.abs(last - meant) < ask.stepG)
      return;
    const isIn = lines.slice(0, next.length).map((l, i) => ({ ...l, grams: next[i] ?? 0 }));
    const rest = lines.slice(next.length);
    if (rest.length === 0) return;
    const now = afterPouring(ask, isIn);
    const again = planTint({
      ...now,
      // The same toners: nobody fetches another one with the pot on the scale.
      available: now.available.filter((a) => rest.some((r) => r.toner.id === a.toner.id)),
      most: rest.length,
    });
    setLines([...isIn, ...again.additions]);
  };
  if (problem !== undefined)
    return (
      <Page>
        <Notice tone="stop">{problem}</Notice>
      </Page>
    );
  return (
    <PourScreen
      product={product}
      plan={{
        readyMl: ask.pot.litres * 1000,
        lines: tintLines(lines),
      }}
      stays
      scale={scale}
      onHand={(act) => void handScale(act)}
      tinsFor={(i) => (sources[i] ? tinsOf(sources[i], shelf, lookup, now) : [])}
      begun={inG}
      chosen={tins}
      note="Stand the pot on the scale and tare. A small toner goes in by drops."
      onChosen={(line, tin) => {
        const next = [...tins];
        next[line] = tin;
        setTins(next);
      }}
      onPoured={poured}
      onDone={(all) =>
        void command
          .mutateAsync({
            log: [
              {
                kind: 'mixed',
                batchId: batch.id,
                no: batch.no,
                productId: batch.productId,
                pours: poursOf(sources, all, shelf, lookup, nowMs(), tins),
                ...(batch.colour !== undefined && { colour: batch.colour }),
                note: `Tinted for ${open.job.name}`,
              },
            ],
          })
          .then(
            ({ undo }) => {
              notify({ text: `Batch ${batchNumber(shelf, batch.id)} is tinted: stir it, and spray a card.`, undo });
              onDone(true);
            },
            (e: Error) => setProblem(errorText(e)),
          )
      }
      back={() => onDone(false)}
    />
  );
}
