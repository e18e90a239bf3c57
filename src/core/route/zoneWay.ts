import { FINISHES, USUAL_FINISH } from '../library/finish';
import { FILLER_ON } from '../library/fillerOn';
import { clearPapers, levelCoats, primerPapers, wantedCoats } from '../library/level';
import {
  FAMILIES,
  isBase,
  isFiller,
  isPrimer,
  isTopcoat,
  type Product,
  type ProductFamily,
  type Stage,
  isFinished,
} from '../library/product';
import { isMetal, SUBSTRATES } from '../library/substrates';
import { TREATMENT_NAMES } from '../log/marks';
import { openFaults, type Layer } from '../strata/types';
import {
  cleanStep,
  findFinish,
  GUIDE,
  isSameStep,
  layStep,
  POLISH,
  REFIT,
  sandStep,
  stepKey,
  stripStep,
  WAX,
  type Candidate,
  type WayInput,
} from './acts';
import {
  COLOUR_KEY,
  FILLER_KEY,
  FILLER_PAPERS,
  isSoundAsFound,
  KEY_FOR,
  NEEDS_BODY,
  nextPaper,
  ON_BARE,
} from './recipe';

/** The way of a place that is the same all over. */
export function wayOf(w: WayInput): Candidate[] {
  const { strata, status, all, level, method } = w;
  const { surface, substrate } = strata;
  const { system, sheen } = w.finish ?? USUAL_FINISH;
  const { over, blocked: isBuilt } = FINISHES[system];
  const top = status.top;
  const topProduct = top?.productId ? all.find((p) => p.id === top.productId) : undefined;
  const grit = surface.scratch?.grit;
  const isClean = surface.clean !== undefined;
  const out: Candidate[] = [];
  const add = (...list: (Candidate | undefined)[]) => {
    for (const c of list)
      if (c && !w.putOff?.includes(stepKey(c.step)) && !out.some((o) => isSameStep(o.step, c.step))) out.push(c);
  };

  const coatWith = (p: Product | undefined, label?: string): Candidate | undefined => p && layStep(p, label);
  const coat = (...families: ProductFamily[]) => families.map((f) => coatWith(findFinish(w, f, sheen)));
  /** Filler as the plan has it; where there is none, of these families. */
  const fill = (...families: ProductFamily[]): (Candidate | undefined)[] => {
    if (!w.skims) return coat(...families);
    const [skim] = w.skims;
    const p = skim && all.find((x) => x.id === skim.productId);
    const { filmUm, hardenerFraction } = skim ?? {};
    return p && skim && filmUm !== undefined
      ? [
          {
            step: {
              kind: 'fill',
              product: p,
              filmUm,
              ...(hardenerFraction !== undefined && { hardenerFraction }),
            },
            label: p.name,
            logs: 'filled',
            skim,
          },
        ]
      : [];
  };
  const isFilledByPlan = w.skims !== undefined && w.skims.length > 0;
  const sand = (g: number, verb?: string): Candidate => sandStep(g, strata, verb);
  const clean = (): Candidate | undefined => cleanStep(w);
  const strip = (): Candidate | undefined => stripStep(strata);
  const clock = (stage: Stage) => status.clocks.find((c) => c.stage === stage);
  const isReached = (stage: Stage) => clock(stage)?.reached ?? true;
  const waitFor = (stage: Stage): Candidate | undefined => {
    const c = clock(stage);
    return c && !c.reached
      ? { step: { kind: 'wait' }, label: 'Leave it to harden: wait, or bake it', logs: 'baked', untilMs: c.opensMs }
      : undefined;
  };
  /** Waiting between two coats. */
  const flash = (): Candidate | undefined => {
    const c = clock('flash');
    return c && !c.reached
      ? { step: { kind: 'wait' }, label: 'Let it flash off', logs: 'coated', untilMs: c.opensMs }
      : undefined;
  };
  /** Another coat, while it still wants one and its session is not over. */
  const another = (): Candidate | undefined =>
    coatWith(
      topProduct,
      topProduct && `Another ${isFiller(topProduct.family) ? 'skim' : 'coat'} of ${topProduct.name.toLowerCase()}`,
    );
  const wantsMore = (t: Layer) =>
    t.coats < (topProduct ? wantedCoats(topProduct, level) : (levelCoats(level, t.family) ?? 1));
  /** Cleaned first where paper or hands were on it. */
  const cleanOrGo = (...list: (Candidate | undefined)[]) => (grit === undefined ? add(...list) : cleanThen(...list));
  /** Cleaned first where it is not, then what may go on. */
  const cleanThen = (...list: (Candidate | undefined)[]) => (isClean ? add(...list, clean()) : add(clean(), ...list));

  // What was found and not dealt with comes before anything that would go over it.
  for (const treatment of new Set(openFaults(strata).map((f) => f.mark.treatment)))
    add({ step: { kind: 'repair', treatment }, label: TREATMENT_NAMES[treatment], logs: 'repaired' });

  // Compound is on what is not polished: it comes off before anything grips.
  const isPolished = surface.polished !== undefined && top !== undefined && isFinished(top.family);
  if (isPolished) add(...(strata.fittedMs === undefined ? [REFIT] : []), WAX);
  else if (surface.polished && !(top && isTopcoat(top.family)))
    add(...(isClean ? [] : [clean()]), sand(top ? 400 : 180, 'Sand'));

  if (!top) onBare();
  else if (surface.guideCoat) {
    // Where nothing is blocked it is only in the way.
    if (!isPrimer(top.family) && !isFiller(top.family)) add(waitFor('sand'), clean());
    add(sand(nextPaper(papersOf(top.family), grit), 'Block'), clean());
  } else
    switch (FAMILIES[top.family].role) {
      case 'found':
        onOld();
        break;
      case 'filler':
        onFiller(top);
        break;
      case 'converter':
        if (wantsMore(top) && !isReached('recoat')) add(another());
        add(waitFor('recoat'), ...coat('epoxy', 'dtm'), another(), clean(), ...coat('lightFiller'));
        break;
      case 'primer':
        onPrimer(top);
        break;
      case 'sealant':
        onSealant(top);
        break;
      case 'base':
        onBase(top);
        break;
      case 'topcoat':
        onTopcoat(top);
        break;
      case 'aid':
        break;
    }
  return out;

  /** What ends the stack by what is agreed; fitting, where the primer ends it. */
  function toFinish(): (Candidate | undefined)[] {
    return over.length > 0 ? coat(...over) : [REFIT];
  }

  function papersOf(f: ProductFamily): readonly number[] {
    if (f === 'sprayFiller') return [180, 320];
    if (f === 'glaze') return [180, 320];
    if (isFiller(f)) return FILLER_PAPERS;
    return isTopcoat(f) ? clearPapers(level) : primerPapers(level);
  }

  function onBare(): void {
    const { grit: keyGrit, primers } = ON_BARE[substrate];
    const isKeyed = grit !== undefined || (surface.blastProfileUm ?? 0) >= 8;
    const { rust } = status;
    const isRusted = rust?.rustsMs != null && rust.rustsMs < w.nowMs;
    const key = sand(
      method.filler === 'bareMetal' && isMetal(substrate) && SUBSTRATES[substrate].polyesterBonds ? 80 : keyGrit,
      'Sand',
    );
    const fillers = fill(FILLER_ON[substrate]);
    // A scratch as coarse as that was made for filler, where the house puts it on bare metal.
    const fillsFirst = isMetal(substrate)
      ? method.filler === 'bareMetal' && substrate !== 'galvanised' && (grit ?? 999) <= 100
      : isFilledByPlan;
    if (isRusted) add(key, clean());
    else if (!isKeyed) add(...(isClean ? [key, clean()] : [clean(), key]));
    if (isKeyed || isRusted) cleanThen(...(fillsFirst ? [...fillers, ...coat(...primers)] : coat(...primers)));
    add(...coat(...primers), ...fillers);
    if (SUBSTRATES[substrate].rusts && (isRusted || !isKeyed)) add(...coat('converter'));
    add(key);
  }

  function onOld(): void {
    const plastic = substrate === 'plastic';
    const { oldPaint } = w.prefer ?? {};
    const isSound = plastic || (top !== undefined && isSoundAsFound(top.family));
    // Where it is filled, old paint comes off: filler over it lifts with it.
    if (isFilledByPlan || oldPaint === 'strip') add(strip(), clean());
    if (grit === undefined) {
      // Cleaned and not stripped: it is meant to stay, and keyed.
      const forColour = sand(plastic ? COLOUR_KEY : 800, 'Sand to key');
      const forPrimer = sand(320, 'Sand to key');
      const key = !isBuilt
        ? [sand(KEY_FOR[system], 'Sand to key'), forPrimer]
        : top?.family === 'electrocoat'
          ? [forPrimer, forColour]
          : [forColour, forPrimer];
      if (isClean || isSound || !isBuilt || oldPaint === 'key')
        add(...(isClean ? [] : [clean()]), ...key, strip(), clean());
      else add(strip(), clean(), ...key);
      add(...fill(FILLER_ON[substrate]));
    } else if (!isBuilt && over.length > 0) cleanThen(...coat(...over), ...coat('epoxy'));
    else if (grit >= COLOUR_KEY) cleanThen(...coat(over[0] ?? 'epoxy', 'clear', 'singleStage', 'epoxy', 'highBuild'));
    else {
      cleanThen(
        ...(plastic ? coat('highBuild', 'baseSolvent') : coat('epoxy', 'highBuild')),
        ...fill(FILLER_ON[substrate]),
      );
      add(sand(800, 'Refine'), strip());
    }
  }

  function onFiller(t: Layer): void {
    const papers = papersOf(t.family);
    const last = papers[papers.length - 1]!;
    const metalRing = strata.layers.every((l) => isFiller(l.family)) && isMetal(substrate);
    const primers = coat(...(metalRing ? (['epoxy', 'dtm', 'highBuild'] as const) : (['highBuild', 'epoxy'] as const)));
    const next = grit === undefined || grit < last ? sand(nextPaper(papers, grit)) : undefined;
    add(waitFor('sand'));
    // The next skim of a plan goes on what the last one was cut to.
    if (isFilledByPlan && t.family !== 'glaze') {
      if (grit === undefined) add(sand(papers[0]!));
      // A filler that does not hold on this primer wants metal.
      else cleanThen(...fill(), strip());
    }
    if (next) add(next);
    const skims = t.family === 'glaze' || t.family === 'flexibleFiller' ? [] : coat('glaze');
    if (grit !== undefined && grit >= last) cleanThen(...primers, ...skims);
    add(another(), ...skims, clean(), ...primers, GUIDE, sand(nextPaper([...papers, 320], grit)));
  }

  function onPrimer(t: Layer): void {
    const { blocked } = FAMILIES[t.family];
    // What a plan fills goes onto keyed primer, before anything else covers it.
    if (isFilledByPlan && !NEEDS_BODY.includes(t.family)) {
      if (grit === undefined || grit > FILLER_KEY) add(waitFor('sand'), sand(FILLER_KEY, 'Sand to key'));
      // A filler that does not hold on this primer wants metal.
      else cleanThen(...fill(), strip());
    }
    const more = wantsMore(t) && grit === undefined && !isReached('sand');
    if (more) add(another());
    if (!isBuilt && !NEEDS_BODY.includes(t.family)) {
      add(waitFor('recoat'));
      if (over.length > 0 && grit === undefined && (blocked || clock('recoat')?.closed))
        add(waitFor('sand'), sand(KEY_FOR[system], 'Sand to key'));
      cleanOrGo(...toFinish());
      add(another(), sand(KEY_FOR[system], 'Sand to key'), clean(), ...coat('seamSealer'), REFIT);
      return;
    }
    if (blocked) {
      const papers = papersOf(t.family);
      const last = papers[papers.length - 1]!;
      const next =
        t.family === 'sprayFiller'
          ? coat('highBuild', 'epoxy')
          : coat(...over, 'baseSolvent', 'baseWater', 'singleStage');
      add(waitFor('sand'));
      if (grit === undefined) add(GUIDE, sand(nextPaper(papers, grit), 'Block'), another());
      else if (grit < last) add(sand(nextPaper(papers, grit), 'Block'), GUIDE);
      cleanThen(...next);
      add(GUIDE, sand(last, 'Block'), ...(grit === undefined ? [another()] : []));
      return;
    }
    const isSprayed = w.prefer?.lows === 'build' && strata.layers.every((l) => l.family !== 'sprayFiller');
    const build = isSprayed ? coat('sprayFiller', 'highBuild') : coat('highBuild', 'sprayFiller');
    const fillers = substrate === 'plastic' ? fill('flexibleFiller') : fill('lightFiller', 'glassFiller');
    switch (t.family) {
      case 'plasticPromoter':
        add(
          ...(w.prefer?.plastic === 'colour' && over[0] ? coat(over[0]) : []),
          ...coat('highBuild', 'epoxy', over[0] ?? 'highBuild'),
          another(),
          sand(320, 'Scuff'),
          clean(),
        );
        return;
      case 'etch':
      case 'weldThrough':
        add(
          ...coat(
            ...(t.family === 'weldThrough'
              ? (['epoxy', 'seamSealer'] as const)
              : isFilledByPlan
                ? (['epoxy', 'highBuild'] as const)
                : (['highBuild', 'epoxy'] as const)),
          ),
          waitFor('recoat'),
          another(),
        );
        add(sand(320, 'Scuff'), clean());
        return;
      default:
    }
    // One-pack primer is keyed for colour; two-pack build over it may lift it.
    const isOnePack = t.family === 'onePackPrimer' || t.family === 'rustPrimer';
    if (isOnePack && grit !== undefined && grit >= 320) {
      cleanThen(...(t.family === 'rustPrimer' ? coat('epoxy', ...over) : coat(...over)), ...build);
      add(...coat('seamSealer', 'underseal'), sand(600, 'Refine'));
      return;
    }
    if (isOnePack && grit === undefined && isReached('recoat'))
      add(sand(t.family === 'rustPrimer' ? 320 : 600, 'Sand to key'));
    if (grit === undefined) {
      const key = sand(FILLER_KEY, 'Sand to key');
      const forBuild = sand(180, 'Sand to key');
      add(waitFor('recoat'));
      // By the school of keyed epoxy, filler comes next; otherwise it is built while its window is open.
      if (t.family === 'epoxy' && method.filler === 'overEpoxy' && isReached('sand')) add(key);
      if (clock('recoat')?.closed) add(forBuild);
      add(...build, key, forBuild, another(), clean(), ...coat('seamSealer', 'underseal', 'baseSolvent'), ...fillers);
      return;
    }
    if (grit >= COLOUR_KEY) cleanThen(...coat(...over));
    cleanThen(...(grit <= 150 ? [...fillers.slice(0, 1), ...build] : [...build, ...fillers.slice(0, 1)]));
    add(
      ...coat('seamSealer', 'underseal'),
      ...(grit >= COLOUR_KEY ? coat(...over, 'baseSolvent', 'singleStage') : []),
      sand(180, 'Refine'),
    );
  }

  function onSealant(t: Layer): void {
    if (wantsMore(t)) add(another());
    add(waitFor('recoat'));
    if (t.family !== 'seamSealer') add(REFIT);
    else if (grit === undefined && clock('recoat')?.closed) add(sand(400, 'Scuff'));
    else cleanOrGo(...toFinish(), ...coat('highBuild'));
    add(...toFinish(), another(), sand(400, 'Scuff'), clean(), REFIT);
  }

  function onBase(t: Layer): void {
    if (grit !== undefined) add(another());
    else if (clock('recoat')?.closed) add(sand(1000, 'Sand to key'), another());
    else {
      add(flash());
      if (wantsMore(t)) add(another());
    }
    add(...coat('clear'), another(), sand(1500, 'Denib'));
  }

  function onTopcoat(t: Layer): void {
    const papers = papersOf(t.family);
    const last = papers[papers.length - 1] ?? 0;
    const open = !(clock('recoat')?.closed ?? true);
    const more = wantsMore(t);
    const p = surface.polished;
    const polished = p !== undefined;
    const isFitted = strata.fittedMs !== undefined;
    if (polished) add(...(isFitted ? [] : [REFIT]));
    else if (grit !== undefined && grit <= 1200) cleanThen(another(), ...(isBase(t.family) ? [] : coat('baseSolvent')));
    else if (grit === undefined && more && open) add(flash(), another());
    // One coat that hardened before the next: it is keyed, and cleared again.
    if (!polished && grit === undefined && more && !open && isReached('sand')) add(sand(1000, 'Sand to key'), clean());
    add(waitFor('sand'));
    // What is not to shine is left as it was sprayed, and so is enamel, which stays soft for weeks.
    if (!polished && level !== 'tidy' && sheen === 'gloss' && t.family !== 'enamel') {
      if (grit === undefined || (grit > 1200 && grit < last)) add(sand(nextPaper(papers, grit), 'Denib'));
      add(POLISH);
    }
    add(REFIT, sand(nextPaper(papers, grit), 'Denib'), POLISH, clean(), another());
    add({ step: { kind: 'tape' }, label: 'Tape over it' }, WAX);
  }
}
