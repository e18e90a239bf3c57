import type { FloorItem } from './Floor';
import { STANDING_TONES, type FloorPart } from './floorParts';

/** A panel of a job as it lies on the floor, in words and as it is drawn. */
export function floorItem(p: FloorPart): FloorItem {
  const more = [
    p.off && `Off: ${p.off}`,
    p.faults > 0 && (p.faults === 1 ? '1 fault' : `${p.faults} faults`),
    p.masked && 'masked',
  ]
    .filter(Boolean)
    .join('. ');
  return {
    key: p.panel.id,
    name: p.panel.name,
    words: p.words,
    tone: STANDING_TONES[p.standing],
    ...(more && { more }),
    faces: p.faces,
    pale: p.off !== undefined,
  };
}
