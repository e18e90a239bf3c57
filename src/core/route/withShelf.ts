import { FAMILIES, type Product } from '../library/product';
import type { Message } from '../units/phrase';
import type { Route, RouteStep } from './route';

const productOf = (s: RouteStep): Product | undefined => ('product' in s.step ? s.step.product : undefined);

/**
 * How the way with what is on the shelf differs from the way with everything: what is missing, and what takes its place.
 * @param full the way with the whole library @param tonight the same with the products that are here only
 * @param here ids of those
 */
export function differsFrom(full: Route, tonight: Route, here: ReadonlySet<string>): Message[] {
  const out: Message[] = [];
  const said = new Set<string>();
  for (const s of full.steps) {
    const p = productOf(s);
    if (!p || here.has(p.id) || said.has(p.id)) continue;
    said.add(p.id);
    const { role } = FAMILIES[p.family];
    const others = tonight.steps.flatMap((t) => productOf(t) ?? []);
    const instead =
      others.find(
        (q) =>
          q.family !== p.family &&
          FAMILIES[q.family].role === role &&
          !full.steps.some((f) => productOf(f)?.id === q.id),
      ) ?? others.find((q) => q.family === p.family);
    const name = p.name.toLowerCase();
    const [first] = tonight.steps;
    out.push(
      instead
        ? `No ${name} here: ${instead.name.toLowerCase()}, or wait for it.`
        : first && first.label !== full.steps[0]?.label
          ? `No ${name} here: ${first.label.charAt(0).toLowerCase()}${first.label.slice(1)} first, or wait for it.`
          : `No ${name} here, and nothing on the shelf takes its place: wait for it.`,
    );
  }
  return out;
}
