import type { Message } from '../units/phrase';
import { BOUNDS } from '../log/bounds';
import type { Face, Job, KeepOut, Panel, PanelMap } from '../log/job';
import { fail, ok, type FieldProblem, type Result } from '../result';
import { measured, zonesOnFace, placeProblem, zoneAreaCm2 } from './areas';
import { withMap } from './shape';

/**
 * The job after the keep-outs of a face changed: drawn zones are measured anew; the one zone that is the rest of the face
 * gives up, or gets back, what lies on it. Where several are not drawn, none of their stated areas changes: which of them it lies on
 * cannot be told.
 */
function withKeepOuts(job: Job, panel: Panel, before: PanelMap, face: Face, keepOuts: KeepOut[]): Job {
  const map = { ...before, keepOuts };
  const after: Panel = { ...panel, map };
  const here = zonesOnFace(job, panel.id, face);
  const taken = here.flatMap((z) => (z.outline ? [z.outline] : []));
  const rest = here.filter((z) => !z.outline);
  const free = (p: Panel) => zoneAreaCm2(p, face, map.outline, taken);
  const change = free(after) - free(panel);
  const next = withMap(job, panel.id, map);
  return measured(
    rest.length === 1
      ? { ...next, zones: next.zones.map((z) => (z.id === rest[0]!.id ? { ...z, areaCm2: z.areaCm2 + change } : z)) }
      : next,
    after,
    face,
  );
}

/** The job with a label, plate or seam that must not be painted: inside the panel, and leaving every zone something to paint. */
export function withKeepOut(job: Job, panel: Panel, keepOut: KeepOut): Result<Job, FieldProblem[]> {
  const bad = (path: string, message: Message) => fail([{ path, message }]);
  const name = keepOut.name.trim();
  const wrong = placeProblem(panel, keepOut.outline);
  if (wrong) return bad('outline', wrong);
  const { map } = panel;
  if (!map) return bad('outline', 'Draw the panel first');
  const had = map.keepOuts;
  if (!name) return bad('name', 'Say what it is');
  if (had.some((k) => k.face === keepOut.face && k.name.toLowerCase() === name.toLowerCase()))
    return bad('name', 'There is one of that name on this face');
  const next = withKeepOuts(job, panel, map, keepOut.face, [...had, { ...keepOut, name }]);
  const gone = zonesOnFace(next, panel.id, keepOut.face).find((z) => z.areaCm2 < BOUNDS.areaCm2.min);
  if (gone) return bad('outline', `Nothing of ${gone.name.toLowerCase()} would be left to paint. Draw it smaller.`);
  return ok(next);
}

/** The job without a keep-out: what lay under it is painted again. */
export const withoutKeepOut = (job: Job, panel: Panel, id: string): Job => {
  const { map } = panel;
  const k = map?.keepOuts.find((x) => x.id === id);
  if (!map || !k) return job;
  const rest = map.keepOuts.filter((x) => x.id !== id);
  return withKeepOuts(job, panel, map, k.face, rest);
};
