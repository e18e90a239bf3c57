import { SUBSTRATES, type SubstrateKind } from '../library/substrates';
import type { HouseMethod } from '../library/method';
import { FILLABLE_MM, type FaultCause, type FaultKind, type Treatment } from '../log/marks';

import { figure, phrase, type Message } from '../units/phrase';

/** What a grade means for each kind, mild to grave. Depth and size are asked where they decide. */
export const FAULTS: Record<FaultKind, { grades: [Message, Message, Message]; depth?: true; size?: true }> = {
  surfaceRust: { grades: ['stain', 'film', 'scale'] },
  pitting: { grades: ['few pits', 'many pits', 'thin metal'], size: true },
  hole: { grades: ['pinhole', phrase`under ${figure('thickness', 20)}`, 'larger'], size: true },
  dent: { grades: ['paint whole', 'paint broken', 'stretched'], depth: true, size: true },
  crease: { grades: ['soft', 'sharp', 'torn'], depth: true, size: true },
  scratch: { grades: ['in the clear', 'to primer', 'to metal'], depth: true },
  crack: { grades: ['star crack', 'through the gel', 'through the wall'], size: true },
  delamination: { grades: ['small', 'hand-sized', 'larger'], size: true },
  sprungBond: { grades: ['edge', 'half the seam', 'whole seam'], size: true },
  oldFiller: {
    grades: ['thin', phrase`over ${figure('thickness', 2)}`, phrase`over ${figure('thickness', 5)}`],
    depth: true,
    size: true,
  },
  peeling: { grades: ['edge', 'patch', 'sheets'], size: true },
  trappedWater: { grades: ['damp', 'drain blocked', 'standing'] },
  stoneChips: { grades: ['in the clear', 'to primer', 'to metal'], size: true },
  oldWeld: { grades: ['sound, high', 'pinholes', 'cracked or open'], size: true },
  bowed: { grades: ['reads on a file', 'seen in the gap', 'does not fit'], depth: true },
};

export const CAUSE_NAMES: Record<FaultCause, string> = {
  water: 'Trapped water',
  stone: 'Stone',
  impact: 'Knock',
  poorKey: 'Poor key',
  earlierRepair: 'Earlier repair',
  heat: 'Heat',
  salt: 'Salt',
  age: 'Age',
};

export interface FaultFacts {
  fault: FaultKind;
  grade: 1 | 2 | 3;
  depthMm?: number;
  substrate: SubstrateKind;
  method: HouseMethod;
}

export interface Proposal {
  treatment: Treatment;
  /** Why this and not another. One sentence. */
  why: Message;
}

/**
 * What is usually done about a fault, with the reason. A proposal: who stands in front of the panel decides.
 * Sources: the usual practice of body repair, see docs/models.md.
 */
export function proposeTreatment(f: FaultFacts): Proposal {
  const sort = SUBSTRATES[f.substrate].sort;
  const glass = sort === 'laminate';
  const to = (treatment: Treatment, why: Message): Proposal => ({ treatment, why });
  switch (f.fault) {
    case 'surfaceRust':
      if (sort !== 'metal')
        return to('abrade', 'This does not rust: it is a stain from metal beside it, which has to be found.');
      return f.grade === 3
        ? to('spotBlast', 'Scale holds on in what it has eaten: wire or blast takes it, paper only shines it.')
        : to('abrade', 'Nothing has gone into the metal yet, so paper takes all of it off.');
    case 'pitting':
      if (sort !== 'metal')
        return to(
          'fill',
          'Pits in what does not rust are opened with paper, dried, and closed with the filler that holds there.',
        );
      if (f.grade === 3)
        return to('patch', 'Thin metal blows through under weld and blast: cut back to what is sound.');
      return f.method.rust === 'cutOut' && f.grade === 2
        ? to('cutOut', 'The house method cuts rust out; pits hold what paper and brush leave.')
        : to('spotBlast', 'Sanding rides over pits: brush or blast reaches into them. Converter takes what is left.');
    case 'hole':
      if (glass) return to('laminate', 'A hole is backed, then built up with mat, one ply at a time.');
      if (sort === 'plastic')
        return to(
          'vAndEpoxy',
          'A hole in plastic is backed, and closed with what it is made of or a two-part repair for plastic.',
        );
      return to('patch', 'Filler over a hole traps water behind it: only sound metal closes it.');
    case 'dent':
      if (glass) return to('laminate', 'Glassfibre does not dent: what looks so has cracked behind.');
      if (sort === 'plastic')
        return f.grade === 3
          ? to('fill', 'Stretched plastic does not go back: what stays low is filled with a flexible filler.')
          : to('pushOut', 'Plastic goes back when it is warm through: warm it slowly and push from behind.');
      if (f.grade === 3) return to('shrink', 'Stretched metal has too much surface: it is shrunk before it is filled.');
      if (f.grade === 1)
        return to('pushOut', 'Paint is whole and nothing is creased: moved gently, it needs no paint.');
      if (f.depthMm === undefined)
        return to(
          'pullAndFill',
          phrase`Nobody measured how deep: lay a straight edge over it. Up to ${figure('thickness', FILLABLE_MM)} is good enough to fill, deeper is pulled first.`,
        );
      return f.depthMm > FILLABLE_MM
        ? to(
            'pullAndFill',
            phrase`Deeper than ${figure('thickness', FILLABLE_MM)}: pull the lows up first, filler is for the last of it.`,
          )
        : to('fill', phrase`Up to ${figure('thickness', FILLABLE_MM)} low is good enough to fill.`);
    case 'crease':
      if (sort === 'plastic')
        return to(
          'vAndEpoxy',
          'A crease in plastic has torn it inside: open it, and close it with a two-part repair for plastic.',
        );
      if (glass) return to('laminate', 'Laminate that was creased is broken: grind it back and lay new mat.');
      return f.grade === 3
        ? to('patch', 'Torn metal is cut out or welded before anything goes over it.')
        : to('hammerAndDolly', 'A crease holds the metal down: work it out from both sides, lows up, highs down.');
    case 'scratch':
      return to(
        'feather',
        sort === 'metal'
          ? 'Feather until no edge is felt; metal that shows is primed at once.'
          : 'Feather until no edge is felt; what shows below is primed, on plastic over promoter.',
      );
    case 'crack':
      if (sort === 'plastic' && f.grade === 3)
        return to(
          'vAndEpoxy',
          'Through the wall: opened to a V from both sides, and closed by plastic welding or a flexible two-part repair.',
        );
      return sort !== 'metal'
        ? to(
            f.grade === 3 ? 'laminate' : 'vAndEpoxy',
            f.grade === 3
              ? 'Through the wall: it is bridged from behind with mat.'
              : 'A crack runs on unless its end is stopped and its root is opened.',
          )
        : to('patch', 'Cracked metal has worked: stop it, weld or patch it, and find what moved.');
    case 'delamination':
      if (sort === 'metal') return to('rebond', 'Skins that came apart are cleaned to bright metal and bonded again.');
      if (sort === 'plastic')
        return to('rebond', 'What has let go is cleaned to both faces, keyed and bonded with an adhesive for plastic.');
      return to('laminate', 'Grind from behind past all that has let go, and lay new mat on sound laminate.');
    case 'sprungBond':
      return to('rebond', 'Old adhesive holds nothing new: clean it out to both skins first.');
    case 'oldFiller':
      return f.grade === 1
        ? to('feather', 'Thin and tight filler may stay, if its edge holds.')
        : to('strip', 'Thick filler hides what it was put over: take it out and look.');
    case 'peeling':
      return to('strip', 'What has let go in one place was not keyed in the others.');
    case 'stoneChips':
      return f.grade === 1
        ? to('feather', 'Paint is missing, so no polish brings it back: feather the edges, then prime and paint.')
        : to(
            'feather',
            sort === 'metal'
              ? 'Feather every chip to where the paint holds; metal that shows is cleaned of rust and primed at once.'
              : 'Feather every chip to where the paint holds; plastic or laminate that shows is primed first.',
          );
    case 'oldWeld':
      if (sort !== 'metal') return to('strip', 'Take the filler out and look at what was joined, and how.');
      return f.grade === 3
        ? to('cutOut', 'A weld that has opened is cut out and made anew: filler over it cracks along the same line.')
        : to(
            'strip',
            'Take the filler out and look: a proud weld is ground flush, pinholes are welded shut, before anything goes over it.',
          );
    case 'bowed':
      if (sort !== 'metal')
        return to('rebond', 'Plastic and laminate are brought into line at their mounts and bonds, not by filler.');
      return f.grade === 3
        ? to(
            'pullAndFill',
            'It does not fit: find what is bent behind it first, then pull it into line; filler does not move a gap.',
          )
        : to(
            'hammerAndDolly',
            'Bring it into line cold, a little at a time, with a straight edge or a file as the judge.',
          );
    case 'trappedWater':
      return to(
        'drain',
        'Rust comes back while water stands: open the way out before anything else, and keep it open.',
      );
  }
}

/** Faults that nothing may go over: metal, laminate or bond is broken under them. */
export const isOpenWound = (kind: FaultKind, grade: number): boolean =>
  kind === 'hole' ||
  kind === 'crack' ||
  kind === 'delamination' ||
  kind === 'sprungBond' ||
  (kind === 'oldWeld' && grade === 3) ||
  (kind === 'pitting' && grade === 3) ||
  (kind === 'crease' && grade === 3);
