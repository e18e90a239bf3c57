/** Where practitioners disagree, a shop picks its school. Both are right somewhere; the reasons stand beside the choice. */
export interface HouseMethod {
  filler: 'overEpoxy' | 'bareMetal';
  plastic: 'promoter' | 'keyedPrimer';
  primer: 'full' | 'thinned';
  rust: 'convert' | 'cutOut';
  dust: 'blow' | 'vacuum';
  bond: 'brightMetal' | 'keyedPaint';
}
export type School = keyof HouseMethod;

export const DEFAULT_METHOD: HouseMethod = {
  filler: 'overEpoxy',
  plastic: 'promoter',
  primer: 'thinned',
  rust: 'convert',
  dust: 'vacuum',
  bond: 'brightMetal',
};

/** Each school with the reason for both sides. */
export const SCHOOLS: {
  [K in keyof HouseMethod]: { label: string; options: Record<HouseMethod[K], { name: string; why: string }> };
} = {
  filler: {
    label: 'Filler goes on',
    options: {
      overEpoxy: {
        name: 'keyed epoxy',
        why: 'The metal is sealed before anything porous lies on it, so moisture in the filler cannot rust it.',
      },
      bareMetal: {
        name: 'bare metal',
        why: 'Filler grips a coarse metal scratch best, and no primer below can soften or lift.',
      },
    },
  },
  plastic: {
    label: 'Bare plastic gets',
    options: {
      promoter: {
        name: 'adhesion promoter',
        why: 'It bites where a scratch alone does not hold, on polypropylene above all.',
      },
      keyedPrimer: {
        name: 'factory primer, keyed',
        why: 'New parts come primed; keyed and left whole, that primer is the better base.',
      },
    },
  },
  primer: {
    label: 'High-build is sprayed',
    options: {
      full: { name: 'full strength', why: 'It builds more, so deep scratches need fewer coats.' },
      thinned: { name: 'thinned a little', why: 'It lies flatter, so there is less to block away.' },
    },
  },
  rust: {
    label: 'Rust is',
    options: {
      convert: {
        name: 'cleaned and converted',
        why: 'Sound metal stays, seams stay closed, and it is honest work for a driver.',
      },
      cutOut: { name: 'cut out', why: 'Only clean metal stops it for good; what is converted may come back.' },
    },
  },
  bond: {
    label: 'A metal joint is bonded on',
    options: {
      brightMetal: { name: 'bright metal', why: 'Adhesive holds no better than the paint below it, so there is none.' },
      keyedPaint: {
        name: 'sound keyed paint',
        why: 'Electrocoat or epoxy left whole keeps rust out of the joint, and holds where it was keyed.',
      },
    },
  },
  dust: {
    label: 'Dust is',
    options: {
      blow: { name: 'blown off', why: 'Quick, and it gets into gaps, if it is done outside.' },
      vacuum: { name: 'brushed and vacuumed', why: 'Dust that is blown about comes down on the next coat.' },
    },
  },
};
