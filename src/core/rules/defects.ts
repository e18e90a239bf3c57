import { defectRipeMs, hasHardened, mendInTime } from '../cure/defectRipe';
import { isBase, isTopcoat, type ProductFamily } from '../library/product';
import { DEFECT_NAMES } from '../log/defects';
import { mendNow, openDefects } from '../strata/defects';
import type { Defect } from '../strata/types';
import { DEFECTS, type Mend } from '../systems/defects';
import { DEFECT_WORDS } from '../systems/defectWords';
import { waitText } from '../units/time';
import { care, note, rule, stop, type Finding, type Rule, type RuleContext } from './rule';

/** What a defect does that is covered as it is. */
const COVERED: { readonly [M in Mend]: 'stop' | 'care' | null } = {
  strip: 'stop',
  sound: 'stop',
  fill: 'stop',
  level: 'care',
  polish: 'care',
  harden: 'stop',
  colour: null,
  coat: null,
  wipe: null,
};

/** Where the film is so thick that it is soft below when it is hard on top. */
const isThick = (d: Defect): boolean => (DEFECTS[d.kind].slow ?? 1) > 1 && d.cutMs === undefined;

/** Defects of the layer on top that nothing has put right. */
const onTop = (c: RuleContext): Defect[] =>
  c.spotId === undefined ? openDefects(c.strata).filter((d) => d.layerId === c.top?.id) : [];

function covering(c: RuleContext, except?: Mend): Finding | undefined {
  const found = openDefects(c.strata).flatMap((d) => {
    const mend = c.spotId === undefined ? mendInTime(d, c.strata, c.status) : null;
    if (mend === null || mend === except) return [];
    // What is soft is so below too, whatever was cut off its face.
    if (mend === 'harden' ? hasHardened(d, c.status, c.nowMs) : d.cutMs !== undefined) return [];
    const weight = COVERED[mend];
    return weight ? [{ d, mend, weight }] : [];
  });
  const worst = found.find((f) => f.weight === 'stop') ?? found[0];
  if (!worst) return undefined;
  const name = DEFECT_NAMES[worst.d.kind];
  if (worst.mend === 'harden') {
    const ripeMs = defectRipeMs(worst.d, c.status);
    return stop(
      `${name} is marked here: what is soft stays soft for longer under more.`,
      ripeMs === null
        ? 'It stands still in this cold: warm the panel.'
        : `${waitText(ripeMs - c.nowMs)} more, or bake it. Try it with a nail first.`,
      ripeMs ?? undefined,
    );
  }
  const says = `${name} is marked here: it shows through whatever goes over it.`;
  const clears = DEFECT_WORDS[worst.d.kind].not;
  return worst.weight === 'stop' ? stop(says, clears) : care(says, clears);
}

/** Defects of paint that was laid, and what they hold up. */
export const DEFECT_RULES: readonly Rule[] = [
  rule('defect.covered', ['coat'], 'Covering a defect', (c) => (c.step.on ? undefined : covering(c))),
  rule('defect.filled', ['fill'], 'Filling over a defect', (c) => (c.step.on ? undefined : covering(c, 'fill'))),
  rule('defect.soft', ['sand', 'polish'], 'Cutting a run before it is hard', (c) => {
    if (c.step.kind === 'sand' && c.step.on) return undefined;
    const late = onTop(c)
      .filter(isThick)
      .map((d) => ({ d, ripeMs: defectRipeMs(d, c.status) }))
      .find(({ ripeMs }) => ripeMs === null || ripeMs > c.nowMs);
    if (!late) return undefined;
    const what = DEFECT_NAMES[late.d.kind].toLowerCase();
    return stop(
      `The ${what} is thicker than what is round it, and soft below: cut now it tears out.`,
      late.ripeMs === null
        ? 'It stands still in this cold: warm the panel.'
        : `${waitText(late.ripeMs - c.nowMs)} more. Try it with a nail first.`,
      late.ripeMs ?? undefined,
    );
  }),
  rule('defect.polish', ['polish'], 'Polishing what has to be cut flat first', (c) => {
    const d = onTop(c).find((x) => x.cutMs === undefined && mendNow(x, c.strata) === 'level');
    return d
      ? care(
          `${DEFECT_NAMES[d.kind]} is marked here: compound makes it shine, not flat.`,
          'Cut it flat first, with a hard block.',
        )
      : undefined;
  }),
  rule('fit.defects', ['fit'], 'Fitting with defects open', (c) => {
    const open = openDefects(c.strata);
    const [first] = open;
    return first
      ? care(
          `${open.length === 1 ? `${DEFECT_NAMES[first.kind]} is` : `${open.length} defects are`} still marked on it.`,
          'Put it right first, or say that it stays.',
        )
      : undefined;
  }),
  rule('lesson.cold', ['coat'], 'Beforehand: a cold panel runs', (c) => {
    if (c.step.on || !isFinish(c.step.product.family) || c.air.surfaceC >= COLD_C) return undefined;
    return note(
      'Cold panel: a film stays thin to the flow for longer, and the second coat runs here. Lighter coats, and the whole flash.',
    );
  }),
  rule('lesson.hot', ['coat'], 'Beforehand: in the heat it lands dry', (c) => {
    if (c.step.on || !isFinish(c.step.product.family) || c.air.tempC <= HOT_C) return undefined;
    return note('Hot air: it dries on its way to the panel and lands rough. The slower thinner, nearer and wetter.');
  }),
  rule('lesson.trim', ['polish'], 'Beforehand: compound in trim', (c) =>
    c.strata.surface.maskedWith === undefined && c.strata.fittedMs !== undefined
      ? note('Compound stains trim and goes through at body lines first: tape both before the machine.')
      : undefined,
  ),
];

/** Colder than that a finish runs, hotter it lands dry: usual figures, °C. */
const COLD_C = 15;
const HOT_C = 29;
const isFinish = (f: ProductFamily): boolean => isTopcoat(f) || isBase(f);
