import type { Remedy, Step } from '../rules/rule';
import type { Verdict } from '../rules/verdict';
import { HOUR_MS } from '../units/time';
import {
  cleanStep,
  findProduct,
  layStep,
  sandStep,
  stripStep,
  toSpots,
  unique,
  type Candidate,
  type WayInput,
} from './acts';
import { spotsName } from '../rules/surfaceKind';

/** A remedy as a step: with the product that the shop takes for it, and what the paper takes off there. */
function remedyStep(r: Remedy, w: WayInput): Candidate | undefined {
  const step = plainRemedy(r, w);
  const { on } = r;
  const at = on && w.status.spots?.find((x) => on.includes(x.spot.id));
  return step && (on ? toSpots(step, on, at ? spotsName({ ...at, nowMs: w.nowMs }) : 'Spots') : step);
}
function plainRemedy(r: Remedy, w: WayInput): Candidate | undefined {
  switch (r.act) {
    case 'sand':
      return sandStep(r.grit, w.strata);
    case 'clean':
      return cleanStep(w, r.water);
    case 'coat': {
      const p = findProduct(w, r.family);
      return p && layStep(p);
    }
    case 'strip':
      return stripStep(w.strata);
  }
}

/** Whether a step would change nothing: wiped again, guide coat on guide coat, the same paper over its own scratch. */
export function isIdle(
  { step }: Candidate,
  { strata, status, nowMs }: Pick<WayInput, 'strata' | 'status' | 'nowMs'>,
): boolean {
  const on = 'on' in step ? step.on : undefined;
  const spots = [...(status.spots ?? []), ...(on ? (status.touchedIn ?? []) : [])]
    .filter((x) => !on || on.includes(x.spot.id))
    .map((x) => x.strata);
  const places = on ? spots : [strata, ...spots];
  switch (step.kind) {
    case 'clean':
      return places.every(
        ({ surface: s }) => s.clean !== undefined && nowMs - s.clean.atMs < FRESH_WIPE_MS && !s.guideCoat && !s.residue,
      );
    case 'guide':
      return strata.surface.guideCoat !== undefined;
    case 'sand':
      return (
        on !== undefined &&
        places.every(({ surface: s }) => s.scratch?.grit === step.grit && !s.guideCoat && !s.polished)
      );
    default:
      return false;
  }
}
/** A wipe that is younger than this is not done again. */
const FRESH_WIPE_MS = 2 * HOUR_MS;

/**
 * The way with what its first step is stopped for put before it: whatever a stop asks for leads on.
 * @param judge the verdict on a step here and now
 */
export function leadOn(way: readonly Candidate[], w: WayInput, judge: (s: Step) => Verdict): Candidate[] {
  const [first] = way;
  if (!first || first.step.kind === 'wait') return [...way];
  const verdict = judge(first.step);
  if (verdict.level !== 'stop' || verdict.clearsMs !== undefined) return [...way];
  const asked = verdict.findings
    .flatMap((f) => (f.level === 'stop' ? (f.remedies ?? []) : []))
    .sort((a, b) => REMEDY_ORDER.indexOf(a.act) - REMEDY_ORDER.indexOf(b.act))
    .flatMap((r) => remedyStep(r, w) ?? [])
    .filter((c) => !isIdle(c, w));
  return unique([...asked, ...way]);
}
/** Paper makes dust, so it comes before the wipe; what is stripped needs neither first. */
const REMEDY_ORDER: readonly Remedy['act'][] = ['strip', 'sand', 'clean', 'coat'];
