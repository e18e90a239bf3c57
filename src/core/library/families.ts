import type { Application } from './application';
import { keysOf } from '../keysOf';

/** What a film can have reached, in the order of a film's life; see `product.ts`. */
export const STAGES = ['flash', 'dustFree', 'recoat', 'sand', 'tape', 'polish', 'full'] as const;
/**
 * flash: the next coat of the same product; dustFree; sand: may be sanded without clogging; recoat: another product over it
 * (and, while open, without sanding); tape: may be masked over; polish: may be cut and compounded; full: as hard as it gets.
 */
export type Stage = (typeof STAGES)[number];

/**
 * What a film is to the work. found: nobody of this shop laid it. converter: turns rust. primer: sealed or sanded flat before
 * colour. filler: spread and sanded to shape. sealant: seams and undersides. base: colour that must have clear over it. topcoat: ends the
 * stack. aid: used up, no layer of its own.
 */
/** What products are looked for under, by their role. */
export const ROLE_NAMES: { readonly [R in FamilyRole]: string } = {
  found: 'As found',
  converter: 'Rust treatment',
  primer: 'Primers',
  filler: 'Fillers',
  sealant: 'Sealers, wax and liner',
  base: 'Colour under clear',
  topcoat: 'Clear and single-stage',
  aid: 'Thinner, hardener, cleaner and the like',
};
export type FamilyRole = 'found' | 'converter' | 'primer' | 'filler' | 'sealant' | 'base' | 'topcoat' | 'aid';

/** Kind of entry that a product of the family is used in; none: only ever found, or only ever part of a mix. */
export type UsedIn = 'coated' | 'filled' | 'treated' | 'guideCoated' | 'cleaned' | 'none';

/** Everything that a family is, apart from what may lie over it and how it is drawn. */
export interface FamilyRecord {
  name: string;
  role: FamilyRole;
  usedIn: UsedIn;
  /** How it usually goes on. */
  application: Application;
  /** Mixed in a cup, rather than used from its tin or can. */
  mixed: boolean;
  /** Blocked flat with guide coat before anything else goes on. */
  blocked: boolean;
  /** Carries the colour of the job. */
  coloured: boolean;
  /** Which of an agreed level's numbers of coats holds for it. */
  levelCoats: 'build' | 'base' | 'clear' | null;
  /** Stages that somebody waits for: a filler is not taped, a primer is not polished. */
  awaited: readonly Stage[];
}

const PRIMER_WAITS = ['flash', 'recoat', 'sand', 'polish'] as const;
const SEALANT_WAITS = ['flash', 'dustFree', 'recoat', 'sand', 'tape', 'polish'] as const;

const primer = (name: string, more: Partial<FamilyRecord> = {}): FamilyRecord => ({
  name,
  role: 'primer',
  usedIn: 'coated',
  application: 'lowPressureGun',
  mixed: true,
  blocked: false,
  coloured: false,
  levelCoats: null,
  awaited: PRIMER_WAITS,
  ...more,
});
/** Nobody of this shop laid it, so nobody waits for it either. */
const found = (name: string): FamilyRecord =>
  primer(name, { role: 'found', usedIn: 'none', mixed: false, awaited: SEALANT_WAITS });
const filler = (name: string): FamilyRecord =>
  primer(name, { role: 'filler', usedIn: 'filled', application: 'spreader', mixed: true });
const sealant = (name: string): FamilyRecord =>
  primer(name, { role: 'sealant', application: 'brush', mixed: true, awaited: SEALANT_WAITS });
const base = (name: string): FamilyRecord =>
  primer(name, { role: 'base', coloured: true, levelCoats: 'base', awaited: SEALANT_WAITS });
const topcoat = (name: string, coloured: boolean): FamilyRecord =>
  primer(name, { role: 'topcoat', coloured, levelCoats: 'clear', awaited: STAGES });
const aid = (name: string, usedIn: UsedIn): FamilyRecord => primer(name, { role: 'aid', usedIn, mixed: false });

/** Families decide what a layer is to the rules and how it is drawn. In the order of a library's list. */
export const FAMILIES = {
  oldCoating: found('Old coating'),
  electrocoat: found('Factory electrocoat'),
  transportPrimer: found('Transport primer'),
  factoryFinish: found('Factory finish'),
  powderCoat: found('Powder coat'),
  lacquer: found('Old lacquer'),
  converter: primer('Rust converter', {
    role: 'converter',
    usedIn: 'treated',
    application: 'brush',
    awaited: SEALANT_WAITS,
  }),
  etch: primer('Etch primer'),
  epoxy: primer('Epoxy primer'),
  weldThrough: primer('Weld-through primer', { application: 'aerosol', mixed: false }),
  dtm: primer('Direct-to-metal primer'),
  glassFiller: filler('Glass-reinforced filler'),
  lightFiller: filler('Light filler'),
  epoxyFiller: filler('Epoxy filler'),
  flexibleFiller: filler('Flexible filler'),
  glaze: filler('Glaze'),
  sprayFiller: primer('Spray filler', { blocked: true }),
  highBuild: primer('High-build primer', { blocked: true, levelCoats: 'build' }),
  onePackPrimer: primer('One-pack primer', { application: 'aerosol', mixed: false }),
  rustPrimer: primer('Rust-stabilising primer', { application: 'brush', mixed: false }),
  plasticPromoter: primer('Adhesion promoter', { application: 'aerosol', mixed: false }),
  seamSealer: sealant('Seam sealer'),
  underseal: sealant('Underseal'),
  liner: sealant('Load-bed liner'),
  cavityWax: primer('Cavity wax', { role: 'sealant', application: 'aerosol', mixed: false, awaited: SEALANT_WAITS }),
  baseSolvent: base('Solvent base'),
  baseWater: base('Waterborne base'),
  singleStage: topcoat('Single-stage', true),
  enamel: primer('One-pack enamel', {
    role: 'topcoat',
    coloured: true,
    levelCoats: 'clear',
    application: 'brush',
    mixed: false,
    awaited: STAGES,
  }),
  clear: topcoat('Clear', false),
  guideCoat: aid('Guide coat', 'guideCoated'),
  cleaner: aid('Cleaner', 'cleaned'),
  thinner: aid('Thinner', 'none'),
  hardener: aid('Hardener', 'none'),
  toner: aid('Toner', 'none'),
} as const satisfies Record<string, FamilyRecord>;
export type ProductFamily = keyof typeof FAMILIES;
export const PRODUCT_FAMILIES = keysOf(FAMILIES);

/** What a finish that came with the part is, rather than its primer. */
const FINISHED: readonly ProductFamily[] = ['factoryFinish', 'oldCoating', 'powderCoat', 'lacquer'];
export const isFinished = (f: ProductFamily): boolean => FINISHED.includes(f);

const has = (f: ProductFamily, role: FamilyRole): boolean => FAMILIES[f].role === role;
/** Families that make a layer when applied. */
export const isCoating = (f: ProductFamily): boolean => !has(f, 'aid');
/** Families put on with a spreader and sanded to shape. */
export const isFiller = (f: ProductFamily): boolean => has(f, 'filler');
/** Colour that must have clear over it. */
export const isBase = (f: ProductFamily): boolean => has(f, 'base');
/** Primers and primer-like films that are sanded flat. */
export const isPrimer = (f: ProductFamily): boolean => has(f, 'primer');
const THIN_FILMS: readonly ProductFamily[] = ['converter', 'etch', 'plasticPromoter'];
/** Films so thin that sanding takes them away, and that neither fill nor hide what is below. */
export const isThinFilm = (f: ProductFamily): boolean => THIN_FILMS.includes(f);
/** What ends the stack: nothing but polish goes on it. */
export const isTopcoat = (f: ProductFamily): boolean => has(f, 'topcoat');
