import { belongsTo, FINISHES, USUAL_FINISH } from '../library/finish';
import { isBase, isTopcoat } from '../library/product';
import { topLayer } from '../strata/types';
import { unique, type Candidate, type WayInput } from './acts';
import { defectWay, takesPaintOff } from './defectWay';
import { hasPaint, keptWay } from './keptWay';
import { wayWithSpots } from './spotsWay';
import { wayOf } from './zoneWay';

/**
 * The steps of the work from where a zone stands, the one that the trade does next first, then what else comes into question. By the
 * tables' practice and the house method; whether each may be done now is the verdict's business.
 */
export function wayFrom(w: WayInput): Candidate[] {
  const mends = defectWay(w);
  if (mends.length === 0) return plainWay(w);
  const way = plainWay(w);
  // What is to be repaired, and spots, come first: defects of what is round them may go with it. But paint that comes off does so before its
  // spots are painted: they would go with it.
  const isLater = way[0]?.step.kind === 'repair' || (w.status.spots !== undefined && !takesPaintOff(w));
  return unique(isLater ? [...way, ...mends] : [...mends, ...way]);
}

/** The way where no paint is wrong. */
function plainWay(w: WayInput): Candidate[] {
  const { keeps } = FINISHES[(w.finish ?? USUAL_FINISH).system];
  if (keeps) return hasPaint(w.strata) ? keptWay(w, keeps) : plainWay({ ...w, finish: USUAL_FINISH });
  // Base that lies there already is cleared, whatever was agreed: it does not stay as it is. Nor does a finish with a place left out of it.
  const top = topLayer(w.strata);
  const isUndone = top && (isBase(top.family) || (isTopcoat(top.family) && w.status.spots !== undefined));
  const { system } = w.finish ?? USUAL_FINISH;
  // A coat that belongs to neither is gone over by the usual way as it stands.
  if (isUndone && system !== USUAL_FINISH.system && !belongsTo(system, top.family))
    return plainWay({ ...w, finish: USUAL_FINISH });
  return w.status.spots ? wayWithSpots(w, w.status.spots) : wayOf(w);
}
