import { FILLABLE_MM, type Treatment } from '../log/marks';
import { figure, phrase, type Message } from '../units/phrase';

const LOW = figure('thickness', FILLABLE_MM);

export interface DentFacts {
  paintWhole: boolean;
  creased: boolean;
  /** A hand or a tool reaches behind it. */
  access: boolean;
  /** It pops in and out: there is too much metal. */
  stretched: boolean;
  depthMm: number;
}

export interface DentWay {
  treatment: Treatment;
  /** One sentence. */
  why: Message;
  steps: Message[];
}

/** The usual method for a dent in sheet metal, with the reason. Source: the usual practice of body repair. */
export function dentWay(d: DentFacts): DentWay {
  if (d.stretched)
    return {
      treatment: 'shrink',
      why: 'It pops: the metal has become too large, and no push or filler holds it.',
      steps: [
        'Strip the paint from the stretched spot.',
        'Shrink in small spots from the rim inwards, cooling each.',
        phrase`Straightedge: no more than ${LOW} low.`,
        'Scratch with P36 to P80 wider than the dent, then skim.',
      ],
    };
  if (d.paintWhole && !d.creased)
    return d.access
      ? {
          treatment: 'pushOut',
          why: 'Paint is whole and nothing is creased: pushed from behind, it needs no paint.',
          steps: [
            'Warm the panel to the hand.',
            'Push from the rim inwards in many small moves.',
            'Tap highs down with a soft tip.',
            'Look along a straight reflection.',
          ],
        }
      : {
          treatment: 'pushOut',
          why: 'Paint is whole and nothing is creased; with no way behind it, glue tabs pull from the front.',
          steps: [
            'Degrease, glue the tab on the lowest spot.',
            'Pull straight out, a little past flush.',
            'Tap highs down with a soft tip.',
            'Solvent takes the glue off.',
          ],
        };
  if (d.creased && d.access)
    return {
      treatment: 'hammerAndDolly',
      why: 'A crease is stiff: it is worked out between hammer and dolly, the last dent made first undone.',
      steps: [
        'Strip to bare metal over the crease.',
        'Raise the lows from behind, dolly off the hammer.',
        'Tap the highs down, dolly under the hammer.',
        phrase`Straightedge: no more than ${LOW} low, then skim.`,
      ],
    };
  if (d.depthMm <= FILLABLE_MM && !d.creased)
    return {
      treatment: 'fill',
      why: phrase`${LOW} low or less is good enough to fill.`,
      steps: [
        'Strip to bare metal, wider than the dent.',
        'Scratch with P36 to P80 (or keyed epoxy, by house method).',
        'Lows first, then a skim over all of it.',
      ],
    };
  return {
    treatment: 'pullAndFill',
    why: d.access
      ? 'Paint is broken, so it is stripped anyway: raise the lows before filler, which is for the last of it.'
      : 'No way behind it: weld pins or tabs on bare metal and pull the lows from the front.',
    steps: [
      'Strip to bare metal, wider than the dent.',
      d.access ? 'Push the lows up from behind.' : 'Weld pins along the low, pull, cut and grind them off.',
      'Tap the highs down: a high is not sanded through.',
      phrase`Straightedge: no more than ${LOW} low, then skim.`,
    ],
  };
}
