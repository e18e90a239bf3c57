import { useMemo } from 'react';
import type { FieldProblem, Product, Result, Zone } from '@/core';
import { planSession, type Cup, type CupSchedule as Cups, type Transfer } from '@/core/mix';
import { useLanding } from '@/data/landing';
import { useAppTheme } from '@/ui/appTheme';
import { readNumber } from '@/ui/numbers';
import { planCup, type MixQuantities, type MixDraft } from './cup';

interface CupInput {
  zones: readonly Zone[];
  product: Product;
  /** As typed. */
  film: string;
  draft: MixDraft;
  tempC: number | undefined;
}

/** What is mixed for a draft: all of it, or the one of its cups that is at hand. */
export function useCupPlan({ zones, product, film, draft: d, tempC }: CupInput): {
  plan: Result<MixQuantities, FieldProblem[]>;
  /** Where it takes more than one. */
  cups: Cups | undefined;
  at: number | 'all';
  cup: Cup | undefined;
  /** What lands, where the shop has measured it. */
  transfer: Transfer | undefined;
} {
  const { units } = useAppTheme();
  const landing = useLanding();
  return useMemo(() => {
    const transfer = landing(d.application, product.id);
    const figures = { ...(tempC !== undefined && { tempC }), ...(transfer && { transfer }) };
    const areaCm2 = zones.reduce((s, z) => s + z.areaCm2, 0);
    const whole = planCup(product, areaCm2, film, d, units, figures);
    const all =
      whole.ok && d.readyMl === undefined ? cupsFor(product, zones, d, whole.value, tempC ?? USUAL_C) : undefined;
    const cups = all && all.cups.length > 1 ? all : undefined;
    // What keeps may be mixed in one go, and filled up from; what goes off is mixed cup by cup.
    const at = d.cup ?? (product.potLifeMin === undefined ? 'all' : 0);
    const cup = cups && at !== 'all' ? (cups.cups[at] ?? cups.cups[0]) : undefined;
    const readyMl = d.readyMl ?? cup?.mixMl;
    const plan = readyMl === undefined ? whole : planCup(product, areaCm2, film, d, units, { ...figures, readyMl });
    return { plan, cups, at, cup, transfer };
  }, [landing, product, zones, film, d, units, tempC]);
}

/** Where nobody has read the room, °C. */
const USUAL_C = 20;

/** Coats of a cup's zones, in cups that none outlives its pot life; undefined where there is no such way. */
function cupsFor(
  product: Product,
  zones: readonly Zone[],
  d: MixDraft,
  plan: { filmUm: number; thinnerFraction: number },
  tempC: number,
): Cups | undefined {
  const reserve = readNumber(d.reserve, { percent: true }, 'metric', true);
  const [session] = planSession(
    zones.map((z) => ({
      id: z.id,
      product,
      areaCm2: z.areaCm2,
      coats: d.coats,
      filmUm: plan.filmUm,
      thinnerFraction: plan.thinnerFraction,
      application: d.application,
      shape: d.shape,
    })),
    tempC,
    reserve.ok ? (reserve.value ?? 0) : 0,
  );
  return session?.cups.ok ? session.cups.value : undefined;
}
