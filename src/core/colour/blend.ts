import type { Point } from '../log/job';
import { both, grown, insideOf, regionMm2, regionOf, sideOf, without, type Field, type Region } from '../outline/field';
import { boundsOf } from '../outline/geometry';
import { figure, phrase, type Message } from '../units/phrase';

/**
 * Where base stops and clear goes on. Lengths are the trade's practice, in mm on the panel: so much for a difference that is hardly seen, more the
 * clearer it is and the further the eye looks along the panel. A maker's sheet and the eye decide.
 */
const LEAST_MM = 100;
const PER_DE_MM = 180;
const MOST_MM = 900;
/** On a bonnet or a roof the eye looks along. */
const LOOKS_ALONG = 1.4;
/** Full colour goes this far beyond the repair. */
const MARGIN_MM = 40;
/** From where base ends to a line or a melted edge: so much clear at least lies over base. */
const CLEAR_OVER_MM = 60;
/** A melted edge is as wide as this, and nothing is taped nearer to it. */
const MELT_MM = 120;
const NO_TAPE_MM = 80;
/** A neighbour takes at least this, or it shows as a stripe. */
const NEXT_LEAST_MM = 150;

/** How long a blend has to be for a difference. @param de weighted CIEDE2000 that is judged by @param looksAlong the panel lies flat */
export const blendLengthMm = (de: number, looksAlong: boolean): number =>
  Math.round(Math.min(MOST_MM, (LEAST_MM + PER_DE_MM * Math.max(0, de - 0.5)) * (looksAlong ? LOOKS_ALONG : 1)) / 10) *
  10;

export const BLEND_SIDES = { left: 'Left', right: 'Right', top: 'Top', bottom: 'Bottom' } as const;
export type BlendSide = keyof typeof BLEND_SIDES;
const OPPOSITE: Record<BlendSide, BlendSide> = { left: 'right', right: 'left', top: 'bottom', bottom: 'top' };

/** What lies beyond a side of the panel: another panel that is seen with it, or nothing that is. */
export interface NextPanel {
  panelId: string;
  name: string;
  /** Absent: it is not drawn. */
  outline?: readonly Point[];
  areaCm2: number;
}

/** Where clear ends. */
export type ClearEnds =
  | { at: 'edge' }
  /** A body line, level or upright, at so many mm from the top or the left. */
  | { at: 'line'; axis: 'x' | 'y'; mm: number }
  /** Nowhere: it is melted in with blend solvent. */
  | { at: 'melt' };

export interface BlendAsk {
  outline: readonly Point[];
  repair: readonly Point[];
  keepOuts: readonly { name: string; outline: readonly Point[] }[];
  next: Partial<Record<BlendSide, NextPanel>>;
  /** How different it is, by what is judged. */
  de: number;
  /** It may end at a gap. */
  butt: boolean;
  looksAlong: boolean;
  clear: ClearEnds;
  /** Somebody's own length, mm. */
  lengthMm?: number;
}

/** One panel of a blend, on its own drawing. */
export interface BlendPanel {
  /** Absent: the panel itself. */
  next?: { side: BlendSide; panel: NextPanel };
  /** Full colour; then colour that gets less; then clear alone; then melted. Drawn where the panel is. */
  full: Region;
  fade: Region;
  clear: Region;
  melt: Region;
  fullCm2: number;
  fadeCm2: number;
  clearCm2: number;
  meltCm2: number;
}

export interface BlendPlan {
  lengthMm: number;
  panels: BlendPanel[];
  /** What to do, in order. */
  says: Message[];
  /** What stands in the way; with one of these it is not to be done so. */
  problems: Message[];
}

const cm2 = (r: Region): number => regionMm2(r) / 100;

/** Works out a blend on a panel and over those beside it. */
export function planBlend(ask: BlendAsk): BlendPlan {
  const lengthMm = ask.lengthMm ?? (ask.butt ? 0 : blendLengthMm(ask.de, ask.looksAlong));
  const panel = insideOf(ask.outline);
  const plates = ask.keepOuts.map((k) => insideOf(k.outline));
  const free = (...f: Field[]): Field => without(both(panel, ...f), ...plates);
  const repair = insideOf(ask.repair);
  const box = boundsOf(ask.outline);
  const reach = MARGIN_MM + lengthMm;
  const full = free(grown(repair, MARGIN_MM));
  const base = free(grown(repair, reach));
  const spot = boundsOf(ask.repair);
  const problems: Message[] = [];
  const says: Message[] = [];
  const end = clearEnd(ask.clear, repair, spot, reach);
  problems.push(...end.problems);
  for (const k of ask.keepOuts) {
    const away = Math.min(...k.outline.map(repair));
    if (away < reach + (ask.clear.at === 'melt' ? MELT_MM + NO_TAPE_MM : 0))
      says.push(`${k.name} stays covered: colour and clear go round it.`);
    if (ask.clear.at === 'melt' && away < reach + MELT_MM + NO_TAPE_MM)
      problems.push(
        `${k.name} is covered with tape too near to the melted edge: clear the whole panel, or take it off.`,
      );
  }
  const draw = (f: Field) => regionOf(f, box);
  const own: BlendPanel = {
    full: draw(full),
    fade: draw(without(base, full)),
    clear: draw(free(end.field)),
    melt: draw(end.melt ? free(end.melt) : () => 1),
    fullCm2: 0,
    fadeCm2: 0,
    clearCm2: 0,
    meltCm2: 0,
  };
  const gapTo: Record<BlendSide, number> = {
    left: spot.x - box.x,
    top: spot.y - box.y,
    right: box.x + box.width - spot.x - spot.width,
    bottom: box.y + box.height - spot.y - spot.height,
  };
  const over = (Object.keys(BLEND_SIDES) as BlendSide[]).flatMap((side): BlendPanel[] => {
    const next = ask.next[side];
    const left = reach - Math.max(0, gapTo[side]);
    return next && !ask.butt && left > 0 ? [stripe(side, next, Math.max(NEXT_LEAST_MM, left))] : [];
  });
  const panels = [own, ...over].map((p) => ({
    ...p,
    fullCm2: cm2(p.full),
    fadeCm2: cm2(p.fade),
    clearCm2: p.next && !p.next.panel.outline ? p.next.panel.areaCm2 : cm2(p.clear),
    meltCm2: cm2(p.melt),
  }));
  if (ask.butt) says.unshift('It may end at the gap: colour over the whole repair, clear to the edge.');
  else {
    says.unshift(
      phrase`Full colour to ${figure('thickness', MARGIN_MM)} beyond the repair, then each coat further out, the last to ${figure('thickness', reach)}. Tack off the dust around it between coats.`,
    );
    for (const { next } of over)
      if (next)
        says.push(
          `${next.panel.name} is blended too: the ${BLEND_SIDES[next.side].toLowerCase()} edge is nearer than the blend is long. Clear goes over all of it.`,
        );
  }
  says.push(end.says);
  return { lengthMm, panels, says, problems };
}

/** Where clear goes, and what is melted. */
function clearEnd(
  clear: ClearEnds,
  repair: Field,
  spot: ReturnType<typeof boundsOf>,
  reach: number,
): { field: Field; melt?: Field; says: Message; problems: Message[] } {
  switch (clear.at) {
    case 'edge':
      return { field: () => -Infinity, says: 'Clear over the whole panel, to its edges.', problems: [] };
    case 'line': {
      const from = clear.axis === 'x' ? spot.x : spot.y;
      const to = from + (clear.axis === 'x' ? spot.width : spot.height);
      const below = (from + to) / 2 < clear.mm;
      const room = below ? clear.mm - to : from - clear.mm;
      return {
        field: sideOf(clear.axis, clear.mm, below),
        says: phrase`Clear up to the line at ${figure('thickness', clear.mm)}: tape it back-rolled, and pull it while the clear is wet.`,
        problems:
          room < reach + CLEAR_OVER_MM
            ? [
                phrase`The line is ${figure('thickness', Math.max(0, room))} from the repair; colour and ${figure('thickness', CLEAR_OVER_MM)} of clear beyond it need ${figure('thickness', reach + CLEAR_OVER_MM)}. Clear to the edge instead.`,
              ]
            : [],
      };
    }
    case 'melt': {
      const to = reach + CLEAR_OVER_MM;
      return {
        field: grown(repair, to),
        melt: without(grown(repair, to + MELT_MM), grown(repair, to)),
        says: phrase`Clear to ${figure('thickness', to)}, then blend solvent over its edge, ${figure('thickness', MELT_MM)} wide, in light passes. No tape within ${figure('thickness', NO_TAPE_MM)} of it. Such an edge may show after some summers: clear to an edge or a line where there is one.`,
        problems: [],
      };
    }
  }
}

/** A strip of the next panel along the side at which it meets this one; the whole of it is cleared. */
function stripe(side: BlendSide, panel: NextPanel, widthMm: number): BlendPanel {
  const none = { fullCm2: 0, fadeCm2: 0, clearCm2: 0, meltCm2: 0 };
  const next = { side, panel };
  if (!panel.outline) return { next, full: [], fade: [], clear: [], melt: [], ...none };
  const box = boundsOf(panel.outline);
  const all = insideOf(panel.outline);
  const axis = side === 'left' || side === 'right' ? 'x' : 'y';
  const meets = OPPOSITE[side];
  const near = meets === 'left' || meets === 'top';
  const from = axis === 'x' ? box.x : box.y;
  const to = from + (axis === 'x' ? box.width : box.height);
  const line = near ? Math.min(to, from + widthMm) : Math.max(from, to - widthMm);
  return {
    next,
    full: [],
    fade: regionOf(both(all, sideOf(axis, line, near)), box),
    clear: regionOf(all, box),
    melt: [],
    ...none,
  };
}

/** A small repair inside of one panel. */
export interface Spot {
  /** Across, mm. */
  sizeMm: number;
  /** From it to the nearest edge or line, mm. */
  toEdgeMm: number;
  /** The eye looks along it: bonnet, roof, the top of a wing. */
  looksAlong: boolean;
  de: number;
  /** Flake shows a touched spot from the side. */
  metallic: boolean;
}
export const SPOT_WAYS = {
  touchIn: 'Touch it in',
  melt: 'Spot and melt',
  clearPanel: 'Spot the base, clear the panel',
} as const;
export type SpotWay = keyof typeof SPOT_WAYS;
export interface SpotAnswer {
  way: SpotWay;
  why: Message;
  /** Ways that do not fit, and why. */
  not: { way: SpotWay; why: Message }[];
}

/** What is no more than a chip. */
const CHIP_MM = 4;
/** A melted spot larger than this shows; flat panels show it sooner. */
const MELT_MOST_MM = 150;

/** How to mend a spot: touched in, melted, or cleared over the whole panel. The panel is what is always right; the others are where they are good enough. */
export function spotWay(s: Spot): SpotAnswer {
  const notTouch =
    s.sizeMm > CHIP_MM
      ? phrase`A brush fills chips up to ${figure('thickness', CHIP_MM)}; larger it stands out.`
      : s.metallic && s.looksAlong
        ? 'Flake out of a brush lies flat: on a panel that is looked along it shows dark.'
        : undefined;
  const room = blendLengthMm(s.de, s.looksAlong) + CLEAR_OVER_MM + MELT_MM;
  const notMelt = s.looksAlong
    ? 'A melted edge shows where the eye looks along the panel.'
    : s.sizeMm > MELT_MOST_MM
      ? phrase`Melted spots over ${figure('thickness', MELT_MOST_MM)} show their edge.`
      : s.toEdgeMm < room
        ? phrase`It has to run out over ${figure('thickness', room)}, and an edge is ${figure('thickness', s.toEdgeMm)} away: clear to that edge instead.`
        : undefined;
  const not = (way: SpotWay, why: Message | undefined) => (why === undefined ? [] : [{ way, why }]);
  if (notTouch === undefined)
    return { way: 'touchIn', why: 'Small enough for a brush: level it when it is hard, and polish.', not: [] };
  if (notMelt === undefined)
    return {
      way: 'melt',
      why: 'Small, low and away from edges: base and clear run out into the old clear, and the edge is melted.',
      not: not('touchIn', notTouch),
    };
  return {
    way: 'clearPanel',
    why: 'Base only where it is needed, blended; clear over the whole panel leaves no edge to see.',
    not: [...not('touchIn', notTouch), ...not('melt', notMelt)],
  };
}
