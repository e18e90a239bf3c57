import { FAMILIES, isCoating, type ProductFamily, type ProductLookup } from '../library/product';
import { fail, ok, type FieldProblem, type Result } from '../result';
import { MINUTE_MS } from '../units/time';
import { DEFECT_NAMES } from '../log/defects';
import { mendOf } from '../systems/defects';
import { layerIndex } from './apply';
import { topLayer, type Strata } from './types';
import { firstId } from '../log/corrections';
import { KINDS, type CorrectionEvent, type EventKind, type LogEvent, type PlainEvent } from '../log/event';
import { appendEvent, findEvent, hasEvent, strataBefore, type JobState } from './fold';
import { zoneLabel, type Job } from '../log/job';

/** Clocks of two devices differ a little; more than this ahead is a slip. */
export const FUTURE_TOLERANCE_MS = 2 * MINUTE_MS;

/** What an event is checked against. */
export interface CheckContext {
  job: Job;
  state: JobState;
  products: ProductLookup;
  nowMs: number;
}

/** Whether an entry of a kind can be about a product: what makes a layer goes into every entry that lays one. */
function takesFamily(kind: EventKind, family: ProductFamily): boolean {
  const wants = KINDS[kind].product;
  if (wants === null) return true;
  return wants === 'guideCoated' || wants === 'cleaned' ? FAMILIES[family].usedIn === wants : isCoating(family);
}

/**
 * Checks an event against the job that it is for: known zones that were found and not voided, known product of the
 * right sort, a time that has come, a target that exists.
 * Shape and bounds of its fields are the schema's business, see `parseEvent`.
 */
export function checkEvent(e: LogEvent, c: CheckContext): Result<LogEvent, FieldProblem[]> {
  const problems: FieldProblem[] = [];
  if (hasEvent(c.state, e.id)) problems.push({ path: 'id', message: 'This event is in the log already' });
  if (e.kind === 'voided' || e.kind === 'replaced') {
    if (!hasEvent(c.state, e.targetId))
      problems.push({ path: 'targetId', message: 'The event to correct is not in the log' });
    else if (c.state.dead.has(e.targetId))
      problems.push({ path: 'targetId', message: 'That event was undone already' });
    else if (losesStrip(e, c))
      problems.push({
        path: 'targetId',
        message:
          'It was stripped down to this layer later. Correct that entry first, or what was stripped would be back.',
      });
    if (e.kind === 'replaced') {
      for (const id of orphanedBy(e.targetId, e.by, c.state))
        problems.push({
          path: 'by.zoneIds',
          message: `What was done on ${zoneLabel(c.job, id)} rests on this first look. Leave the zone in it.`,
        });
      problems.push(...checkPlain(e.by, c, e.targetId).map((p) => ({ ...p, path: `by.${p.path}` })));
    }
  } else problems.push(...checkPlain(e, c));
  return problems.length > 0 ? fail(problems) : ok(e);
}

/** @param instead of this entry: it does not count any more */
function checkPlain(e: PlainEvent, { job, state, products, nowMs }: CheckContext, instead?: string): FieldProblem[] {
  const problems: FieldProblem[] = [];
  if (e.atMs > nowMs + FUTURE_TOLERANCE_MS)
    problems.push({ path: 'atMs', message: 'That time has not come yet. Set when it happened, up to now.' });
  for (const id of e.zoneIds) {
    if (!job.zones.some((z) => z.id === id))
      problems.push({ path: 'zoneIds', message: 'That zone is not part of this job' });
    else if (e.kind === 'found') {
      const zone = state.zones.get(id);
      const begun = instead !== undefined && zone?.events.find((x) => x.kind === 'found')?.id === instead;
      if (begun && zone?.events.some((x) => x.id !== instead && x.kind !== 'found' && x.atMs < e.atMs))
        problems.push({
          path: 'atMs',
          message: `Something was done on ${zoneLabel(job, id)} before that. A zone is looked at first.`,
        });
    } else {
      if (!KINDS[e.kind].onStack) continue;
      const zone = state.zones.get(id);
      const first = zone?.events.find((x) => x.kind === 'found');
      if (!first)
        problems.push({
          path: 'zoneIds',
          message: `${zoneLabel(job, id)} was voided or never started. Log what was found there first.`,
        });
      else if (e.atMs < first.atMs)
        problems.push({ path: 'atMs', message: `That is before ${zoneLabel(job, id)} was first looked at` });
    }
  }
  if (e.kind === 'cameBack')
    for (const id of e.zoneIds)
      if (!strataBefore(state, id, e.atMs, products, instead)?.away)
        problems.push({ path: 'zoneIds', message: `${zoneLabel(job, id)} was not sent out before that` });
  if (e.kind === 'ticked' && findEvent(state, e.toDoId)?.kind !== 'toDo')
    problems.push({ path: 'toDoId', message: 'What was to be done is not in the log' });
  if ('productId' in e) {
    const p = products(e.productId);
    if (!p) problems.push({ path: 'productId', message: 'That product is not in the library' });
    else if (!takesFamily(e.kind, p.family)) problems.push({ path: 'productId', message: `${p.name} is not for this` });
  }
  if (e.kind === 'repaired' || e.kind === 'left')
    for (const id of e.faultIds ?? []) {
      const at = [...faultTimes(e.zoneIds, state, id), ...defectTimes(e.zoneIds, state, id)];
      if (at.length === 0)
        problems.push({
          path: 'faultIds',
          message: 'That fault is not on the zone any more. Pick it anew on the drawing.',
        });
      else if (Math.min(...at) > e.atMs)
        problems.push({ path: 'atMs', message: 'That is before the fault was marked. Set a later time.' });
    }
  problems.push(...checkDefects(e, { job, state, products, nowMs }, instead));
  if (e.kind === 'coated' && e.leftOutCm2 !== undefined)
    for (const zone of job.zones.filter((z) => e.zoneIds.includes(z.id)))
      if (e.leftOutCm2 >= zone.areaCm2)
        problems.push({
          path: 'leftOutCm2',
          message: `What was left out is smaller than ${zoneLabel(job, zone.id)} itself`,
        });
  if (e.kind === 'sanded')
    for (const zone of job.zones.filter((z) => e.zoneIds.includes(z.id))) {
      if (e.spotCm2 !== undefined && e.spotCm2 > zone.areaCm2)
        problems.push({ path: 'spotCm2', message: `Spots cannot be larger than ${zoneLabel(job, zone.id)} itself` });
      if (e.through !== undefined && e.through !== 'substrate') {
        const before = strataBefore(state, zone.id, e.atMs, products, instead);
        if (!hasLayer(before, e.through, state))
          problems.push({ path: 'through', message: `${zoneLabel(job, zone.id)} does not have that layer` });
      }
    }
  if (e.kind === 'stripped' && e.to !== 'substrate')
    for (const id of e.zoneIds)
      // What it had at that moment, which may be weeks ago.
      if (!hasLayer(strataBefore(state, id, e.atMs, products, instead), e.to, state))
        problems.push({ path: 'to', message: `${zoneLabel(job, id)} does not have that layer` });
  return problems;
}

/** Zones with entries that would be without a first look if one entry took the place of another. */
function orphanedBy(targetId: string, by: PlainEvent, state: JobState): string[] {
  const kept = by.kind === 'found' ? by.zoneIds : [];
  return [...state.zones].flatMap(([id, zone]) => {
    const first = zone.events.find((x) => x.kind === 'found');
    const rests = zone.events.some((x) => x.kind !== 'found');
    return first?.id === targetId && first.zoneIds.includes(id) && rests && !kept.includes(id) ? [id] : [];
  });
}

/** Whether a strip that names the layer of the corrected entry would not find that layer any more. */
function losesStrip(e: CorrectionEvent, { state, products }: CheckContext): boolean {
  const first = (id: string) => firstId(state.replaced, id);
  const named = [...state.zones].flatMap(([zoneId, zone]) =>
    zone.events.flatMap((s) =>
      s.kind === 'stripped' && s.id !== e.targetId && first(s.to) === first(e.targetId) ? [{ zoneId, strip: s }] : [],
    ),
  );
  if (named.length === 0) return false;
  const next = appendEvent(state, e, products);
  return named.some(({ zoneId, strip }) => {
    const found = (s: JobState) => hasLayer(strataBefore(s, zoneId, strip.atMs, products, strip.id), strip.to, s);
    return found(state) && !found(next);
  });
}

const hasLayer = (strata: Strata | undefined, id: string, state: JobState): boolean =>
  layerIndex(strata?.layers ?? [], id, (x) => firstId(state.replaced, x)) >= 0;

/** When a fault was found, on each of some zones that has it, ms. */
const faultTimes = (zoneIds: readonly string[], state: JobState, id: string): number[] =>
  zoneIds.flatMap(
    (z) =>
      state.zones
        .get(z)
        ?.strata?.faults.filter((f) => f.id === id)
        .map((f) => f.atMs) ?? [],
  );

/** When a defect was marked, on each of some zones that has it, ms. */
const defectTimes = (zoneIds: readonly string[], state: JobState, id: string): number[] =>
  zoneIds.flatMap((z) =>
    (state.zones.get(z)?.strata?.defects ?? []).flatMap((d) =>
      firstId(state.replaced, d.id) === firstId(state.replaced, id) ? [d.atMs] : [],
    ),
  );

/** What does not hold of an entry about defects. */
function checkDefects(e: PlainEvent, { job, state, products }: CheckContext, instead?: string): FieldProblem[] {
  const problems: FieldProblem[] = [];
  if (e.kind === 'defectMarked')
    for (const id of e.zoneIds) {
      const before = strataBefore(state, id, e.atMs, products, instead);
      // A zone that was never looked at is said elsewhere.
      if (!before) continue;
      const at =
        e.layer === undefined ? undefined : layerIndex(before.layers, e.layer, (x) => firstId(state.replaced, x));
      const layer = at === undefined ? topLayer(before) : before.layers[at];
      const later = state.zones.get(id)?.strata?.layers.find((l) => l.id === e.layer);
      if (layer === undefined && later !== undefined)
        problems.push({
          path: 'atMs',
          message: `That is before ${later.label.toLowerCase()} was laid on ${zoneLabel(job, id)}. Set a later time.`,
        });
      else if (layer === undefined)
        problems.push({
          path: 'defect',
          message:
            before.layers.length === 0
              ? `There is no paint on ${zoneLabel(job, id)}: what is wrong with bare metal or plastic is marked on the map.`
              : `${zoneLabel(job, id)} does not have that layer`,
        });
      else if (mendOf(e.defect, e.grade, layer.family) === null)
        problems.push({
          path: 'defect',
          message: `${DEFECT_NAMES[e.defect]}: there is no such thing in ${layer.label.toLowerCase()}. Say in which layer it is.`,
        });
    }
  const named = e.kind === 'defectGone' ? e.defectIds : e.kind === 'defectExplained' ? [e.defectId] : [];
  for (const id of named) {
    const at = defectTimes(e.zoneIds, state, id);
    if (at.length === 0) problems.push({ path: 'defectIds', message: 'That defect is not on the zone any more.' });
    else if (Math.min(...at) > e.atMs)
      problems.push({ path: 'atMs', message: 'That is before the defect was marked. Set a later time.' });
  }
  return problems;
}
