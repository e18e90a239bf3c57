import { readFileSync } from 'node:fs';
import path from 'node:path';
import { constantAir, type AirHistory } from '../air/history';
import { dewPointC } from '../air/dewPoint';
import { clockShop } from '../cure/stages';
import { foldLog } from '../strata/fold';
import type { LogEvent } from '../log/event';
import type { SubstrateKind } from '../library/substrates';
import { zoneStatus } from '../cure/status';
import type { Treatment } from '../log/marks';
import type { AccessLink, Job, PanelMap } from '../log/job';
import { ev, JOB, products, T0 } from '../testing';
import { flashRustHours } from '../cure/flashRust';
import { DEFAULT_METHOD, type HouseMethod } from '../library/method';
import { ruleTable } from '../../../scripts/rulesTable';
import { RULES, verdictOn, type VerdictInput } from './verdict';
import { REMEDIES } from './remedies';
import type { Step } from './rule';

const MIN = 60_000;
const DAY = 1440;
const p = (id: string) => products(id)!;
const coat = (id: string, more = {}): Step => ({ kind: 'coat', product: p(id), ...more });
const fill = (id = 'light-filler', more = {}): Step => ({ kind: 'fill', product: p(id), ...more });
const clean = (id: string): Step => ({ kind: 'clean', product: p(id) });
const sand = (grit: number, more = {}): Step => ({ kind: 'sand', grit, ...more });

/** Things that happened, in minutes before now. */
const did = {
  coat: (ago: number, productId: string, more = {}) =>
    ev({
      kind: 'coated',
      atMin: -ago,
      productId,
      coats: 1,
      filmUm: p(productId).film.nominalUm,
      application: 'lowPressureGun',
      ...more,
    }),
  treat: (ago: number) => ev({ kind: 'treated', atMin: -ago, productId: 'rust-converter', coats: 2, filmUm: 18 }),
  fill: (ago: number, filmUm = 800, productId = 'light-filler') =>
    ev({ kind: 'filled', atMin: -ago, productId, filmUm }),
  sand: (ago: number, grit: number, more = {}) =>
    ev({ kind: 'sanded', atMin: -ago, grit, tool: 'block', wet: false, removedUm: 1, ...more }),
  clean: (ago: number, productId = 'cleaner-metal') => ev({ kind: 'cleaned', atMin: -ago, productId }),
  guide: (ago: number) => ev({ kind: 'guideCoated', atMin: -ago, productId: 'guide-powder' }),
  polish: (ago: number) => ev({ kind: 'polished', atMin: -ago, grit: 3000, removedUm: 1 }),
  strip: (ago: number, grit?: number) =>
    ev({ kind: 'stripped', atMin: -ago, to: 'substrate', method: 'sander', ...(grit && { grit }) }),
  mark: (ago: number, fault: string, grade = 2, treatment = 'patch') =>
    ev({ kind: 'marked', atMin: -ago, fault, grade, treatment }),
  defect: (ago: number, defect: string, grade = 1) => ev({ kind: 'defectMarked', atMin: -ago, defect, grade }),
  /** A mark, and that it stays as agreed. */
  leave: (ago: number, fault: string, grade = 2, treatment = 'patch', byMin?: number) => {
    const mark = did.mark(ago, fault, grade, treatment);
    const byMs = byMin === undefined ? {} : { byMs: T0 + byMin * MIN };
    return [mark, ev({ kind: 'left', atMin: -ago + 1, faultIds: [mark.id], ...byMs })];
  },
  blast: (ago: number, media = 'Crushed glass', profileUm = 50) =>
    ev({ kind: 'blasted', atMin: -ago, media, profileUm, wet: false }),
};

interface Scene {
  on?: SubstrateKind;
  old?: boolean;
  done?: LogEvent[];
  step: Step;
  tempC?: number;
  rh?: number;
  surfaceC?: number;
  method?: Partial<HouseMethod>;
  ahead?: VerdictInput['ahead'];
  /** The air that there was, where it was not the same all along. */
  history?: AirHistory;
  links?: AccessLink[];
  /** Zones of the panel are drawn side by side, and the mark reaches over the line. */
  drawn?: boolean;
  /** A plate on the panel that must not be painted. */
  plate?: boolean;
  /** What is agreed to end with. */
  finish?: Job['finish'];
  bags?: Job['bags'];
  /** The upper zone is a seam. */
  seam?: true;
  /** The job's colour has a name; and a card of so many parts. */
  card?: number;
}
/** Ids of the rules that fire in a scene. Air 20 °C and 45 % unless said. */
function fires(s: Scene): string[] {
  return verdict(s).findings.map((f) => f.ruleId);
}
function verdict(s: Scene) {
  const { on = 'steel', old, done = [], step, tempC = 20, rh = 0.45, surfaceC, method, ahead, links, plate, drawn } = s;
  const { finish, card, bags, seam } = s;
  const history = s.history ?? constantAir(tempC, rh);
  const found = ev({
    kind: 'found',
    atMin: -40 * DAY,
    substrate: on,
    thicknessUm: 800,
    layers: old ? [{ label: 'Old paint', family: 'oldCoating', filmUm: 120 }] : [],
  });
  const state = foldLog([found, ...done], products);
  const zone = state.zones.get('lower')!;
  const status = zoneStatus(zone, clockShop(history), T0, products);
  return verdictOn(step, {
    strata: zone.strata!,
    status,
    air: { tempC, rh, ...(surfaceC !== undefined && { surfaceC }) },
    method: { ...DEFAULT_METHOD, ...method },
    products,
    nowMs: T0,
    ...(ahead && { ahead }),
    within: {
      job: {
        ...JOB,
        ...(links && { links }),
        ...(finish && { finish }),
        ...(bags && { bags }),
        ...(seam && { zones: JOB.zones.map((z) => (z.id === 'upper' ? { ...z, seam: SEAM } : z)) }),
        ...(drawn && { zones: DRAWN }),
        ...(plate && { panels: JOB.panels.map((x) => ({ ...x, map: PLATED })) }),
        ...(card !== undefined && carded(card)),
      },
      state,
      zoneId: 'lower',
    },
  });
}
const SEAM = {
  kind: 'folded' as const,
  line: [
    { x: 0, y: 0 },
    { x: 400, y: 0 },
  ],
  widthMm: 8,
};
const ordered = (back: number): Job['bags'] => [
  {
    id: 'b1',
    name: 'Bag 1',
    panelId: 'door',
    where: 'Shelf',
    items: [
      { id: 'i1', name: 'Trim clip', count: 4, oneTime: true, mustReturn: false, back, dueMs: T0 + 3 * DAY * MIN },
    ],
  },
];
/** A job whose colour has a name, with a card of so many parts, k1, k2 … */
const carded = (parts: number): Partial<Job> => ({
  colour: { name: 'Slate', hex: SLATE },
  panels: [
    ...JOB.panels,
    ...(parts > 0
      ? [{ id: 'k', name: 'Card 1', substrate: 'steel' as const, thicknessUm: 300, card: { colour: 'Slate' } }]
      : []),
  ],
  zones: [
    ...JOB.zones,
    ...Array.from({ length: parts }, (_, i) => ({
      id: `k${i + 1}`,
      panelId: 'k',
      name: `Part ${i + 1}`,
      areaCm2: 100,
    })),
  ],
});
const SLATE = '#4f6374';
const PARTS = ['k1', 'k2', 'k3'];
/** What was done to a card: primed, sprayed, its second half cleared, and held against the car. */
const made = {
  primed: (family = 'highBuild', zoneIds = PARTS) =>
    ev({
      kind: 'found',
      zoneIds,
      atMin: -20 * DAY,
      substrate: 'steel',
      thicknessUm: 300,
      layers: [{ label: 'Grey primer', family, filmUm: 60 }],
    }),
  sprayed: (more = {}) => did.coat(19 * DAY, 'base-solvent', { zoneIds: PARTS, colourHex: SLATE, ...more }),
  cleared: () => did.coat(18 * DAY, 'clear-ms', { zoneIds: ['k2'] }),
  read: (on: string, zoneIds: string[], more = {}) =>
    ev({
      kind: 'measured',
      zoneIds,
      atMin: -17 * DAY,
      measure: 'colour',
      colour: {
        colour: 'Slate',
        by: 'typed',
        on,
        values: { form: 'lab', anglesDeg: [45], readings: [[[40, -3, -12]]] },
        ...more,
      },
    }),
};
const whole = [made.primed(), made.sprayed(), made.cleared(), made.read('card', ['k2'])];
/** High-build, blocked and clean: ready for colour. */
const forColour = [did.coat(5 * DAY, 'highbuild-2k', { coats: 2 }), did.sand(100, 600), did.clean(50)];
const base = (more = {}) => coat('base-solvent', { colourHex: SLATE, ...more });
/** The upper zone carries the colour out of another cup. */
const upperOf = (batchId: string) => [
  ev({ kind: 'found', zoneIds: ['upper'], atMin: -30 * DAY, substrate: 'steel', thicknessUm: 800, layers: [] }),
  did.coat(DAY, 'base-solvent', {
    zoneIds: ['upper'],
    colourHex: SLATE,
    batch: { batchId, pouredMl: [100], usedMl: 50 },
  }),
];
const square = (mm: number) => [
  { x: 0, y: 0 },
  { x: mm, y: 0 },
  { x: mm, y: mm },
  { x: 0, y: mm },
];
/** The lower half from the left edge to 450 mm, the upper from there on. */
const DRAWN = JOB.zones.map((z) =>
  z.id === 'lower'
    ? { ...z, outline: square(450) }
    : z.id === 'upper'
      ? { ...z, outline: square(450).map((p) => ({ x: p.x + 450, y: p.y })) }
      : z,
);
const besideAt = (fromMm: number) => [
  ev({ kind: 'found', zoneIds: ['upper'], atMin: -900, substrate: 'steel', thicknessUm: 800, layers: [] }),
  ev({
    kind: 'marked',
    zoneIds: ['upper'],
    atMin: -800,
    fault: 'hole',
    grade: 2,
    treatment: 'patch',
    outline: square(100).map((p) => ({ x: p.x + fromMm, y: p.y + 100 })),
  }),
];
const PLATED: PanelMap = {
  outline: square(900),
  faces: ['outer'],
  keepOuts: [{ id: 'plate', name: 'Plate', face: 'outer', outline: square(90) }],
};

const blast = (media: string, more = {}): Step => ({ kind: 'blast', media, wet: false, ...more });
const mend = (treatment: Treatment): Step => ({ kind: 'repair', treatment });
const link = (kind: AccessLink['kind'], first: string, then: string): AccessLink[] => [
  {
    id: 'l',
    kind,
    first: { panelId: 'door', kind: first as 'coated' },
    then: { panelId: 'door', kind: then as 'fitted' },
    why: 'no way in later',
  },
];
const FIT: Step = { kind: 'fit' };

const bareKeyed = [did.strip(60, 80), did.clean(20)];
const epoxyKeyed = [did.coat(5 * DAY, 'epoxy-primer'), did.sand(60, 120), did.clean(20)];
const build = (ago: number) => [
  did.coat(10 * DAY, 'epoxy-primer'),
  did.coat(ago, 'highbuild-2k'),
  did.coat(ago, 'highbuild-2k'),
];
const blocked = [...build(9 * DAY), did.sand(60, 600), did.clean(20)];
const based = (ago: number) => [
  ...blocked.slice(0, -2),
  did.sand(3 * DAY, 600),
  did.clean(2 * DAY),
  did.coat(ago, 'base-solvent'),
  did.coat(ago, 'base-solvent'),
];
const cleared = (ago: number) => [...based(ago + 60), did.coat(ago, 'clear-ms'), did.coat(ago, 'clear-ms')];

const THROUGH = did.sand(60, 400, { spotsThrough: true });
/** A forecast that falls to a temperature over the next hours. */
const night = (tempC: number): VerdictInput['ahead'] => {
  const air = [0, 6, 12, 24].map((h, i) => ({ atMs: T0 + h * 3_600_000, tempC: i === 0 ? 15 : tempC, rh: 0.6 }));
  return { air, surface: air };
};

/** For each rule (with what it is about, where it has several), a scene in which it fires and one like it in which it does not. */
const CASES: Record<string, [Scene, Scene]> = {
  'away.sentOut': [
    { done: [...bareKeyed, ev({ kind: 'sentOut', atMin: -2, to: 'The plater' })], step: coat('epoxy-primer') },
    { done: bareKeyed, step: coat('epoxy-primer') },
  ],
  'over.flashRust': [
    { done: [did.strip(10 * 60, 80), did.clean(5)], step: coat('epoxy-primer'), rh: 0.75 },
    { done: bareKeyed, step: coat('epoxy-primer'), rh: 0.75 },
  ],
  'over.rustComing': [
    { done: [did.strip(6 * 60, 80), did.clean(5)], step: coat('epoxy-primer'), rh: 0.7 },
    { done: bareKeyed, step: coat('epoxy-primer') },
  ],
  'over.table: high-build on bare steel': [
    { done: bareKeyed, step: coat('highbuild-2k') },
    { done: bareKeyed, step: coat('epoxy-primer') },
  ],
  'over.table: colour on bare steel': [
    { done: bareKeyed, step: coat('base-solvent') },
    { done: blocked, step: coat('base-solvent') },
  ],
  'over.waterborne': [
    { done: bareKeyed, step: coat('base-water') },
    { done: blocked, step: coat('base-water') },
  ],
  'over.table: spray filler on aluminium': [
    { on: 'aluminium', done: bareKeyed, step: coat('spray-filler') },
    { on: 'aluminium', done: bareKeyed, step: coat('etch-primer') },
  ],
  'over.table: etch on zinc': [
    { on: 'galvanised', done: bareKeyed, step: coat('etch-primer') },
    { on: 'galvanised', done: bareKeyed, step: coat('dtm-2k') },
  ],
  'over.key: bare': [
    { done: [did.strip(60), did.clean(20)], step: coat('epoxy-primer') },
    { done: [did.blast(60), did.clean(20)], step: coat('epoxy-primer') },
  ],
  'over.scratch: filler on fine metal': [
    { done: [did.strip(60, 180), did.clean(20)], step: fill() },
    { done: bareKeyed, step: fill() },
  ],
  'over.scratch: primer on fine metal': [
    { done: [did.strip(60, 400), did.clean(20)], step: coat('epoxy-primer') },
    { done: bareKeyed, step: coat('epoxy-primer') },
  ],
  'over.table: converter on bright steel': [
    { done: [did.blast(60), did.clean(20)], step: coat('rust-converter') },
    {
      done: [did.strip(60, 80), did.mark(10, 'surfaceRust', 1, 'convert'), did.clean(5)],
      step: coat('rust-converter'),
    },
  ],
  'over.table: converter on aluminium': [
    { on: 'aluminium', step: coat('rust-converter') },
    { step: coat('rust-converter') },
  ],
  'over.converterSchool': [
    { step: coat('rust-converter'), method: { rust: 'cutOut' } },
    { step: coat('rust-converter') },
  ],
  'over.table: weld-through': [
    { done: bareKeyed, step: coat('weld-through') },
    { done: bareKeyed, step: coat('epoxy-primer') },
  ],
  'over.table: epoxy on bare plastic': [
    { on: 'plastic', done: bareKeyed, step: coat('epoxy-primer') },
    { on: 'plastic', done: bareKeyed, step: coat('plastic-promoter') },
  ],
  'over.table: bare plastic by the other school': [
    { on: 'plastic', done: bareKeyed, step: coat('epoxy-primer'), method: { plastic: 'keyedPrimer' } },
    { on: 'glassfibre', done: bareKeyed, step: coat('epoxy-primer'), method: { plastic: 'keyedPrimer' } },
  ],
  'over.table: promoter on steel': [
    { done: bareKeyed, step: coat('plastic-promoter') },
    { on: 'plastic', done: bareKeyed, step: coat('plastic-promoter') },
  ],
  'over.table: filler on plastic': [
    { on: 'plastic', done: bareKeyed, step: fill() },
    { on: 'glassfibre', done: bareKeyed, step: fill() },
  ],
  'over.table: filler on moulded compound': [
    { on: 'smc', done: bareKeyed, step: fill() },
    { on: 'glassfibre', done: bareKeyed, step: fill() },
  ],
  'over.table: filler by the epoxy school': [
    { done: bareKeyed, step: fill() },
    { done: bareKeyed, step: fill(), method: { filler: 'bareMetal' } },
  ],
  'over.early: the same again': [
    { done: build(5), step: coat('highbuild-2k') },
    { done: build(40), step: coat('highbuild-2k') },
  ],
  'over.early: another product': [
    { done: [did.coat(30, 'epoxy-primer')], step: coat('highbuild-2k') },
    { done: [did.coat(600, 'epoxy-primer')], step: coat('highbuild-2k') },
  ],
  'over.windowClosed': [
    { done: [did.coat(30 * DAY, 'epoxy-primer')], step: coat('highbuild-2k') },
    { done: [did.coat(30 * DAY, 'epoxy-primer'), did.sand(60, 180)], step: coat('highbuild-2k') },
  ],
  'over.windowClosing': [
    { done: [did.coat(400, 'etch-primer')], step: coat('epoxy-primer'), tempC: 20 },
    { done: [did.coat(60, 'etch-primer')], step: coat('epoxy-primer'), tempC: 20 },
  ],
  'over.key: old coating': [
    { old: true, step: coat('epoxy-primer') },
    { old: true, done: [did.sand(60, 180)], step: coat('epoxy-primer') },
  ],
  'over.table: old coating': [
    { old: true, done: [did.sand(60, 180)], step: coat('epoxy-primer') },
    { done: epoxyKeyed, step: coat('highbuild-2k') },
  ],
  'over.scratch: too coarse': [
    { done: [...build(9 * DAY), did.sand(60, 180)], step: coat('base-solvent') },
    { done: blocked, step: coat('base-solvent') },
  ],
  'over.scratch: too fine': [
    { done: [...build(9 * DAY), did.sand(60, 2000)], step: coat('base-solvent') },
    { done: blocked, step: coat('base-solvent') },
  ],
  'over.table: two-pack on one-pack': [
    { done: [did.coat(DAY, 'weld-through')], step: coat('highbuild-2k') },
    { done: [did.coat(DAY, 'weld-through')], step: coat('epoxy-primer') },
  ],
  'over.table: polyester on acid': [
    { done: [did.coat(60, 'etch-primer')], step: coat('spray-filler') },
    { done: epoxyKeyed, step: coat('spray-filler') },
  ],
  'over.table: epoxy on etch': [
    { done: [did.coat(60, 'etch-primer')], step: coat('epoxy-primer') },
    { done: [did.coat(60, 'etch-primer')], step: coat('highbuild-2k') },
  ],
  'film.most': [
    { done: [did.coat(60, 'highbuild-2k', { coats: 5 })], step: coat('highbuild-2k') },
    { done: build(60), step: coat('highbuild-2k') },
  ],
  'film.thick': [
    { done: epoxyKeyed, step: coat('highbuild-2k', { filmUm: 140 }) },
    { done: epoxyKeyed, step: coat('highbuild-2k') },
  ],
  'film.thin': [
    { done: epoxyKeyed, step: coat('highbuild-2k', { filmUm: 10 }) },
    { done: epoxyKeyed, step: coat('highbuild-2k') },
  ],
  'over.table: colour on filler': [
    { done: [did.fill(DAY), did.sand(60, 320)], step: coat('base-solvent') },
    { done: blocked, step: coat('base-solvent') },
  ],
  'over.key: filler': [
    { done: [did.fill(DAY)], step: coat('highbuild-2k') },
    { done: [did.fill(DAY), did.sand(60, 320)], step: coat('highbuild-2k') },
  ],
  'over.key: high-build under colour': [
    { done: build(600), step: coat('base-solvent') },
    { done: blocked, step: coat('base-solvent') },
  ],
  'over.table: clear on primer': [
    { done: blocked, step: coat('clear-ms') },
    { done: based(120), step: coat('clear-ms') },
  ],
  'over.table: primer on base': [
    { done: based(120), step: coat('highbuild-2k') },
    { done: blocked, step: coat('highbuild-2k') },
  ],
  'over.polished': [
    { done: [...cleared(9 * DAY), did.polish(60)], step: coat('clear-ms') },
    { done: based(120), step: coat('clear-ms') },
  ],
  'over.table: spots of bare steel': [
    {
      done: [did.coat(9 * DAY, 'highbuild-2k'), did.sand(60, 400, { spotsThrough: true }), did.clean(20)],
      step: coat('base-solvent'),
    },
    { done: blocked, step: coat('base-solvent') },
  ],
  'over.spots': [
    { done: blocked, step: coat('dtm-2k', { on: ['nowhere'] }) },
    { done: [...blocked.slice(0, -2), THROUGH, did.clean(20)], step: coat('dtm-2k', { on: [THROUGH.id] }) },
  ],
  'over.flashRust: spots': [
    {
      done: [did.coat(9 * DAY, 'highbuild-2k'), did.sand(4 * DAY, 400, { spotsThrough: true }), did.clean(20)],
      step: coat('epoxy-primer'),
      rh: 0.8,
    },
    {
      done: [did.coat(9 * DAY, 'highbuild-2k'), THROUGH, did.clean(20)],
      step: coat('epoxy-primer'),
      rh: 0.8,
    },
  ],
  'over.profile': [
    { done: [did.blast(60, 'Crushed glass', 75), did.clean(20)], step: coat('etch-primer') },
    { done: [did.blast(60, 'Crushed glass', 40), did.clean(20)], step: coat('epoxy-primer') },
  ],
  'over.salts': [
    {
      done: [
        ev({ kind: 'blasted', atMin: -60, media: 'Garnet', profileUm: 50, wet: false, salts: true }),
        did.clean(20),
      ],
      step: coat('epoxy-primer'),
    },
    {
      done: [
        ev({ kind: 'blasted', atMin: -60, media: 'Garnet', profileUm: 50, wet: false, salts: true }),
        did.clean(20, 'cleaner-water'),
      ],
      step: coat('epoxy-primer'),
    },
  ],
  'over.wetFiller': [
    {
      done: [...epoxyKeyed, did.fill(DAY), did.sand(60, 180, { wet: true }), did.clean(20)],
      step: coat('highbuild-2k'),
    },
    { done: [...epoxyKeyed, did.fill(DAY), did.sand(60, 180), did.clean(20)], step: coat('highbuild-2k') },
  ],
  'over.wetFiller: damp air': [
    {
      done: [did.coat(9 * DAY, 'epoxy-primer'), did.fill(7 * DAY), did.sand(5 * DAY, 180), did.clean(20)],
      step: coat('highbuild-2k'),
      history: constantAir(20, 0.85),
    },
    {
      done: [did.coat(9 * DAY, 'epoxy-primer'), did.fill(7 * DAY), did.sand(5 * DAY, 180), did.clean(20)],
      step: coat('highbuild-2k'),
    },
  ],
  'over.cutBase': [
    { done: [...based(120), did.sand(60, 1500)], step: coat('clear-ms') },
    { done: based(120), step: coat('clear-ms') },
  ],
  'mask.soft': [
    { done: cleared(60), step: { kind: 'mask' } },
    { done: cleared(5 * DAY), step: { kind: 'mask' } },
  ],
  'wax.what': [
    { done: bareKeyed, step: { kind: 'wax' } },
    { done: cleared(60), step: { kind: 'wax' } },
  ],
  'bake.flash': [
    { done: cleared(2), step: { kind: 'bake', tempC: 60, minutes: 30 } },
    { done: cleared(40), step: { kind: 'bake', tempC: 60, minutes: 30 } },
  ],
  'bake.substrate': [
    { on: 'plastic', step: { kind: 'bake', tempC: 80, minutes: 30 } },
    { on: 'plastic', step: { kind: 'bake', tempC: 60, minutes: 30 } },
  ],
  'bake.filler': [
    { done: [...epoxyKeyed, did.fill(DAY)], step: { kind: 'bake', tempC: 80, minutes: 30 } },
    { done: [...epoxyKeyed, did.fill(DAY)], step: { kind: 'bake', tempC: 50, minutes: 30 } },
  ],
  'bake.onePack': [
    { done: [did.coat(DAY, 'enamel')], step: { kind: 'bake', tempC: 60, minutes: 30 } },
    { done: cleared(60), step: { kind: 'bake', tempC: 60, minutes: 30 } },
  ],
  'polish.spots': [
    { done: [...cleared(9 * DAY), did.sand(60, 2000, { spotsThrough: true })], step: { kind: 'polish' } },
    { done: [...cleared(9 * DAY), did.sand(60, 2000)], step: { kind: 'polish' } },
  ],
  'fit.spots': [
    { done: [...cleared(9 * DAY), did.sand(60, 2000, { spotsThrough: true })], step: { kind: 'fit' } },
    { done: cleared(9 * DAY), step: { kind: 'fit' } },
  ],
  'defect.covered': [
    { done: [...cleared(9 * DAY), did.defect(60, 'wrinkling')], step: coat('base-solvent') },
    { done: [...cleared(9 * DAY), did.defect(60, 'compoundInTrim')], step: coat('base-solvent') },
  ],
  'defect.covered: soft': [
    { done: [...cleared(9 * DAY), did.defect(60, 'softFilm')], step: coat('base-solvent') },
    { done: [...cleared(60 * DAY), did.defect(50 * DAY, 'softFilm')], step: coat('base-solvent') },
  ],
  'defect.filled': [
    { done: [...build(DAY), did.defect(60, 'peelsOff')], step: fill('glaze') },
    { done: build(DAY), step: fill('glaze') },
  ],
  'defect.soft': [
    { done: [...cleared(700), did.defect(60, 'run')], step: sand(1500) },
    { done: [...cleared(20 * DAY), did.defect(60, 'run')], step: sand(1500) },
  ],
  'defect.polish': [
    { done: [...cleared(20 * DAY), did.defect(60, 'run')], step: { kind: 'polish' } },
    { done: [...cleared(20 * DAY), did.defect(60, 'run'), did.sand(30, 2000)], step: { kind: 'polish' } },
  ],
  'fit.defects': [
    { done: [...cleared(20 * DAY), did.defect(60, 'nib')], step: { kind: 'fit' } },
    { done: cleared(20 * DAY), step: { kind: 'fit' } },
  ],
  'lesson.cold': [
    { done: blocked, step: coat('base-solvent'), tempC: 12 },
    { done: blocked, step: coat('base-solvent'), tempC: 20 },
  ],
  'lesson.hot': [
    { done: blocked, step: coat('base-solvent'), tempC: 32 },
    { done: blocked, step: coat('base-solvent'), tempC: 24 },
  ],
  'lesson.trim': [
    { done: [...cleared(20 * DAY), ev({ kind: 'fitted', atMin: -600, where: 'on' })], step: { kind: 'polish' } },
    { done: cleared(20 * DAY), step: { kind: 'polish' } },
  ],
  'fault.open': [
    { done: [...blocked, did.mark(10, 'dent', 2, 'fill')], step: coat('base-solvent') },
    { done: [...bareKeyed, did.mark(10, 'dent', 2, 'fill')], step: coat('epoxy-primer') },
  ],
  'caution.chromate': [
    { done: bareKeyed, step: coat('etch-primer') },
    { done: bareKeyed, step: coat('epoxy-primer') },
  ],
  'caution.guideDust': [
    { done: build(DAY), step: { kind: 'guide', aid: p('guide-powder') } },
    { done: build(DAY), step: sand(400) },
  ],
  'caution.boil': [
    { done: cleared(60), step: { kind: 'bake', tempC: 60, minutes: 30 } },
    { done: cleared(60), step: { kind: 'mask' } },
  ],
  'over.guideLeft': [
    { done: [...build(9 * DAY), did.guide(60)], step: coat('base-solvent') },
    { done: blocked, step: coat('base-solvent') },
  ],
  'over.table: paint on underseal': [
    { done: [did.coat(5 * DAY, 'underseal')], step: coat('base-solvent') },
    { done: [did.coat(5 * DAY, 'underseal')], step: coat('underseal') },
  ],
  'over.table: sealer on bare steel': [
    { done: bareKeyed, step: coat('seam-sealer') },
    { done: epoxyKeyed, step: coat('seam-sealer') },
  ],
  'film.rest': [
    { done: [...build(DAY), did.sand(60, 600)], step: coat('base-solvent') },
    { done: blocked, step: coat('base-solvent') },
  ],
  'over.table: filler on etch': [
    { done: [did.coat(60, 'etch-primer')], step: fill() },
    { done: epoxyKeyed, step: fill() },
  ],
  'over.table: filler on converter': [
    { done: [did.treat(3 * DAY)], step: fill() },
    { done: epoxyKeyed, step: fill() },
  ],
  'over.table: filler on weld-through': [
    { done: [did.coat(DAY, 'weld-through')], step: fill() },
    { done: epoxyKeyed, step: fill() },
  ],
  'over.table: filler on old paint': [
    { old: true, step: fill() },
    { done: epoxyKeyed, step: fill() },
  ],
  'over.table: filler on base': [
    { done: based(120), step: fill() },
    { done: epoxyKeyed, step: fill() },
  ],
  'over.soft: primer': [
    { done: [did.coat(120, 'epoxy-primer')], step: fill() },
    { done: epoxyKeyed, step: fill() },
  ],
  'over.key: filler on primer': [
    { done: [did.coat(5 * DAY, 'epoxy-primer')], step: fill() },
    { done: epoxyKeyed, step: fill() },
  ],
  'over.fillerSchool': [
    { done: epoxyKeyed, step: fill(), method: { filler: 'bareMetal' } },
    { done: epoxyKeyed, step: fill() },
  ],
  'film.fillerMost': [
    { done: [...epoxyKeyed, did.fill(300, 2800)], step: fill() },
    { done: epoxyKeyed, step: fill() },
  ],
  'film.fillerLoad': [
    { done: [...epoxyKeyed, did.fill(300, 1500)], step: fill() },
    { done: epoxyKeyed, step: fill() },
  ],
  'film.hardener': [
    { done: epoxyKeyed, step: fill('light-filler', { hardenerFraction: 0.05 }) },
    { done: epoxyKeyed, step: fill('light-filler', { hardenerFraction: 0.02 }) },
  ],
  'over.soft: skim': [
    { done: [...epoxyKeyed.slice(0, 1), did.fill(5)], step: fill() },
    { done: [did.fill(300), did.sand(60, 80)], step: fill() },
  ],
  'over.key: skim': [
    { done: [did.fill(300)], step: fill() },
    { done: [did.fill(300), did.sand(60, 80)], step: fill() },
  ],
  'sand.clogs': [
    { done: build(60), step: sand(400) },
    { done: build(DAY), step: sand(400) },
  ],
  'sand.burns': [
    { done: cleared(300), step: sand(2000) },
    { done: cleared(5 * DAY), step: sand(2000) },
  ],
  'sand.base': [
    { done: based(120), step: sand(2000) },
    { done: build(DAY), step: sand(400) },
  ],
  'sand.guide': [
    { done: build(DAY), step: sand(400) },
    { done: [...build(DAY), did.guide(5)], step: sand(400) },
  ],
  'sand.step': [
    { done: [did.fill(300), did.sand(60, 80)], step: sand(320) },
    { done: [did.fill(300), did.sand(60, 80)], step: sand(180) },
  ],
  'sand.coarseClear': [
    { done: cleared(5 * DAY), step: sand(600) },
    { done: cleared(5 * DAY), step: sand(2000) },
  ],
  'sand.reserve': [
    { done: cleared(5 * DAY), step: sand(2000, { removedUm: 20 }) },
    { done: cleared(5 * DAY), step: sand(2000, { removedUm: 4 }) },
  ],
  'sand.through': [
    { done: build(DAY), step: sand(320, { removedUm: 90 }) },
    { done: build(DAY), step: sand(320, { removedUm: 10 }) },
  ],
  'sand.thinFilm': [
    { done: [did.coat(60, 'etch-primer')], step: sand(400) },
    { done: build(DAY), step: sand(400) },
  ],
  'sand.dustSchool': [
    { done: build(DAY), step: sand(400) },
    { done: build(DAY), step: { kind: 'guide' } },
  ],
  'caution.oldCoating: sanding': [
    { old: true, step: sand(80) },
    { done: build(DAY), step: sand(400) },
  ],
  'strip.bears: zinc': [
    { on: 'galvanised', old: true, step: { kind: 'strip', method: 'sander' } },
    { on: 'galvanised', old: true, step: { kind: 'strip', method: 'chemical' } },
  ],
  'strip.bears: plastic': [
    { on: 'plastic', old: true, step: { kind: 'strip', method: 'chemical' } },
    { on: 'glassfibre', old: true, step: { kind: 'strip', method: 'scraper' } },
  ],
  'guide.soft': [
    { done: build(60), step: { kind: 'guide' } },
    { done: build(DAY), step: { kind: 'guide' } },
  ],
  'guide.nothing': [
    { done: cleared(5 * DAY), step: { kind: 'guide' } },
    { done: build(DAY), step: { kind: 'guide' } },
  ],
  'polish.soft': [
    { done: cleared(600), step: { kind: 'polish' } },
    { done: cleared(5 * DAY), step: { kind: 'polish' } },
  ],
  'polish.what': [
    { done: build(DAY), step: { kind: 'polish' } },
    { done: cleared(5 * DAY), step: { kind: 'polish' } },
  ],
  'polish.scratch': [
    { done: [...cleared(5 * DAY), did.sand(60, 1500)], step: { kind: 'polish' } },
    { done: [...cleared(5 * DAY), did.sand(60, 3000)], step: { kind: 'polish' } },
  ],
  'tape.soft': [
    { done: cleared(120), step: { kind: 'tape' } },
    { done: cleared(5 * DAY), step: { kind: 'tape' } },
  ],
  'fit.fresh: clamp': [
    { done: cleared(120), step: { kind: 'clamp' } },
    { done: cleared(9 * DAY), step: { kind: 'clamp' } },
  ],
  'wax.fresh': [
    { done: cleared(2 * DAY), step: { kind: 'wax' } },
    { done: cleared(20 * DAY), step: { kind: 'wax' } },
  ],
  'clean.before': [
    { done: [did.strip(60, 80)], step: coat('epoxy-primer') },
    { done: bareKeyed, step: coat('epoxy-primer') },
  ],
  'clean.stale': [
    { done: [did.strip(600, 80), did.clean(300)], step: coat('epoxy-primer') },
    { done: bareKeyed, step: coat('epoxy-primer') },
  ],
  'clean.wet': [
    { done: [did.strip(60, 80), did.clean(1)], step: coat('epoxy-primer') },
    { done: bareKeyed, step: coat('epoxy-primer') },
  ],
  'clean.plastic': [
    { on: 'plastic', step: clean('cleaner-metal') },
    { on: 'plastic', step: clean('cleaner-plastic') },
  ],
  'clean.metal': [{ step: clean('cleaner-plastic') }, { step: clean('cleaner-metal') }],
  'clean.water': [{ step: clean('cleaner-water') }, { on: 'aluminium', step: clean('cleaner-water') }],
  'clean.film: base': [
    { done: based(60), step: clean('cleaner-metal') },
    { done: build(DAY), step: clean('cleaner-metal') },
  ],
  'clean.film: clear': [
    { done: cleared(300), step: clean('cleaner-metal') },
    { done: cleared(5 * DAY), step: clean('cleaner-metal') },
  ],
  'clean.tack': [
    { done: blocked, step: coat('base-solvent') },
    { done: epoxyKeyed, step: coat('highbuild-2k') },
  ],
  'air.dewPoint': [
    { done: epoxyKeyed, step: coat('highbuild-2k'), rh: 0.8, surfaceC: 18 },
    { done: epoxyKeyed, step: coat('highbuild-2k'), rh: 0.8, surfaceC: 22 },
  ],
  'air.tooCold': [
    { done: epoxyKeyed, step: coat('highbuild-2k'), tempC: 8 },
    { done: epoxyKeyed, step: coat('highbuild-2k') },
  ],
  'air.tooHot': [
    { done: epoxyKeyed, step: coat('highbuild-2k'), tempC: 38 },
    { done: epoxyKeyed, step: coat('highbuild-2k') },
  ],
  'air.tooDamp': [
    { done: blocked, step: coat('base-water'), rh: 0.8 },
    { done: blocked, step: coat('base-water') },
  ],
  'air.cureStops': [
    { done: epoxyKeyed, step: coat('epoxy-primer'), tempC: 9 },
    { done: epoxyKeyed, step: coat('epoxy-primer'), tempC: 12 },
  ],
  'air.waterborneSlow': [
    { done: blocked, step: coat('base-water'), rh: 0.7 },
    { done: blocked, step: coat('base-solvent'), rh: 0.7 },
  ],
  'air.sealerDry': [
    { done: epoxyKeyed, step: coat('seam-sealer'), rh: 0.2 },
    { done: epoxyKeyed, step: coat('seam-sealer') },
  ],
  'air.hardenerSpeed': [
    { done: epoxyKeyed, step: coat('highbuild-2k', { hardenerId: 'hardener-slow' }) },
    { done: epoxyKeyed, step: coat('highbuild-2k', { hardenerId: 'hardener-medium' }) },
  ],
  'air.fillerCold': [
    { done: epoxyKeyed, step: fill(), tempC: 8 },
    { done: epoxyKeyed, step: fill() },
  ],
  'fault.wound': [
    { done: [did.strip(60, 80), did.mark(50, 'hole'), did.clean(20)], step: coat('epoxy-primer') },
    {
      done: [
        did.strip(60, 80),
        ev({ kind: 'marked', id: 'hole-1', atMin: -50, fault: 'hole', grade: 2, treatment: 'patch' }),
        ev({ kind: 'repaired', atMin: -40, method: 'Patch', faultIds: ['hole-1'] }),
        did.clean(20),
      ],
      step: coat('epoxy-primer'),
    },
  ],
  'fault.reaches': [
    { done: [...besideAt(400), ...bareKeyed], step: coat('epoxy-primer'), drawn: true },
    { done: [...besideAt(600), ...bareKeyed], step: coat('epoxy-primer'), drawn: true },
  ],
  'fault.rust': [
    { done: [...epoxyKeyed, did.mark(10, 'surfaceRust', 1, 'abrade')], step: coat('highbuild-2k') },
    { done: [...bareKeyed, did.mark(10, 'surfaceRust', 1, 'abrade')], step: coat('rust-converter') },
  ],
  'fault.water': [
    { done: [did.mark(10, 'trappedWater', 1, 'drain')], step: FIT },
    { done: [did.mark(10, 'scratch', 1, 'feather')], step: FIT },
  ],
  'fault.peeling': [
    { old: true, done: [did.mark(10, 'peeling', 2, 'strip')], step: coat('highbuild-2k') },
    { done: [...bareKeyed, did.mark(10, 'peeling', 2, 'strip')], step: coat('epoxy-primer') },
  ],
  'blast.bears: zinc': [
    { on: 'galvanised', step: blast('Slag') },
    { on: 'galvanised', step: blast('Plastic') },
  ],
  'blast.bears: aluminium': [
    { on: 'aluminium', step: blast('Slag') },
    { on: 'aluminium', step: blast('Fine crushed glass') },
  ],
  'blast.warp': [{ step: blast('Slag', { barG: 6.9 }) }, { step: blast('Slag', { barG: 3.5 }) }],
  'blast.warpSome': [{ step: blast('Slag', { barG: 3.5 }) }, { step: blast('Soda', { barG: 3 }) }],
  'blast.wet': [{ step: blast('Garnet', { wet: true }) }, { step: blast('Garnet', { wet: true, inhibitor: true }) }],
  'caution.oldCoating: blasting': [{ old: true, step: blast('Garnet') }, { step: blast('Garnet') }],
  'blast.inside': [{ step: blast('Garnet') }, { step: FIT }],
  'blast.primed': [
    { done: [did.coat(DAY, 'epoxy-primer')], step: blast('Garnet') },
    { done: [did.coat(DAY, 'epoxy-primer'), did.mark(10, 'pitting')], step: blast('Garnet') },
  ],
  'repair.notBare': [
    { old: true, step: mend('patch') },
    { done: bareKeyed, step: mend('patch') },
  ],
  'repair.hiddenFace': [{ step: mend('patch') }, { step: mend('rebond') }],
  'repair.bears: zinc': [{ on: 'galvanised', step: mend('patch') }, { step: mend('patch') }],
  'repair.bears: aluminium': [{ on: 'aluminium', step: mend('patch') }, { step: mend('patch') }],
  'repair.bears: laminate on metal': [{ step: mend('laminate') }, { on: 'glassfibre', step: mend('laminate') }],
  'repair.bears: moulded compound': [
    { on: 'smc', step: mend('laminate') },
    { on: 'glassfibre', step: mend('laminate') },
  ],
  'repair.cold': [
    { on: 'glassfibre', step: mend('laminate'), tempC: 7 },
    { on: 'glassfibre', step: mend('laminate') },
  ],
  'repair.noKey': [{ step: mend('rebond') }, { done: bareKeyed, step: mend('rebond') }],
  'repair.pushPaint': [
    { done: [did.fill(DAY)], step: mend('pushOut') },
    { old: true, step: mend('pushOut') },
  ],
  'repair.school': [{ step: mend('cutOut') }, { step: mend('cutOut'), method: { rust: 'cutOut' } }],
  'fit.bareFace': [
    { done: bareKeyed, step: FIT },
    { done: [did.coat(DAY, 'epoxy-primer')], step: FIT },
  ],
  'mask.keepOut': [
    { done: epoxyKeyed, step: coat('highbuild-2k'), plate: true },
    {
      done: [...epoxyKeyed, ev({ kind: 'masked', atMin: -5, what: 'Plate' })],
      step: coat('highbuild-2k'),
      plate: true,
    },
  ],
  'mask.edge': [
    {
      done: [...epoxyKeyed, ev({ kind: 'masked', atMin: -5, what: 'Half of it', edge: 'hard' })],
      step: coat('highbuild-2k'),
    },
    {
      done: [...epoxyKeyed, ev({ kind: 'masked', atMin: -5, what: 'Half of it', edge: 'rolled' })],
      step: coat('highbuild-2k'),
    },
  ],
  'fit.faults': [{ done: [did.mark(10, 'dent')], step: FIT }, { step: FIT }],
  'fit.fresh': [
    { done: cleared(60), step: FIT },
    { done: cleared(30 * DAY), step: FIT },
  ],
  'coat.seams': [
    { done: blocked, step: coat('base-solvent'), seam: true },
    { done: blocked, step: coat('epoxy-primer'), seam: true },
  ],
  'fit.orders': [
    { done: cleared(30 * DAY), step: FIT, bags: ordered(1) },
    { done: cleared(30 * DAY), step: FIT, bags: ordered(4) },
  ],
  'repair.besideBond': [
    { done: [ev({ kind: 'repaired', atMin: -DAY, treatment: 'rebond' })], step: mend('patch') },
    { done: [ev({ kind: 'repaired', atMin: -DAY, treatment: 'rebond' })], step: mend('fill') },
  ],
  'coat.sheen': [
    { done: blocked, step: coat('clear-ms'), finish: { system: 'baseClear', sheen: 'matt' } },
    { done: blocked, step: coat('clear-matt'), finish: { system: 'baseClear', sheen: 'matt' } },
  ],
  'access.unfinished': [
    { done: bareKeyed, step: FIT, links: link('before', 'coated', 'fitted') },
    { done: [did.coat(DAY, 'epoxy-primer')], step: FIT, links: link('before', 'coated', 'fitted') },
  ],
  'access.never': [
    {
      done: [ev({ kind: 'repaired', atMin: -30, method: 'Bonded' })],
      step: sand(80),
      links: link('never', 'repaired', 'sanded'),
    },
    { step: sand(80), links: link('never', 'repaired', 'sanded') },
  ],
  'caution.isocyanate': [
    { done: epoxyKeyed, step: coat('highbuild-2k') },
    { done: bareKeyed, step: coat('etch-primer') },
  ],
  'caution.solvent': [
    { done: epoxyKeyed, step: coat('highbuild-2k') },
    { done: blocked, step: coat('base-water') },
  ],
  'caution.peroxide': [
    { done: epoxyKeyed, step: fill() },
    { done: epoxyKeyed, step: coat('highbuild-2k') },
  ],
  'caution.epoxy': [
    { done: bareKeyed, step: coat('epoxy-primer') },
    { done: epoxyKeyed, step: coat('highbuild-2k') },
  ],
  'caution.acid': [
    { done: bareKeyed, step: coat('etch-primer') },
    { done: epoxyKeyed, step: coat('highbuild-2k') },
  ],
  'caution.dust': [
    { done: build(DAY), step: sand(400) },
    { done: build(DAY), step: { kind: 'guide' } },
  ],
  'over.table: the bare ring round filler': [
    { done: [did.strip(2 * DAY, 80), did.fill(DAY), did.sand(60, 180), did.clean(20)], step: coat('highbuild-2k') },
    { done: [did.strip(2 * DAY, 80), did.fill(DAY), did.sand(60, 180), did.clean(20)], step: coat('epoxy-primer') },
  ],
  'over.table: spots of filler': [
    {
      done: [...epoxyKeyed, did.fill(DAY), did.coat(600, 'highbuild-2k'), THROUGH, did.clean(20)],
      step: coat('base-solvent'),
    },
    {
      done: [...epoxyKeyed, did.fill(DAY), did.coat(600, 'highbuild-2k'), THROUGH, did.clean(20)],
      step: coat('highbuild-2k'),
    },
  ],
  'over.table: a spot coat': [
    { done: [did.coat(9 * DAY, 'highbuild-2k'), THROUGH], step: coat('etch-primer') },
    { done: [did.coat(9 * DAY, 'highbuild-2k'), THROUGH], step: coat('dtm-2k') },
  ],
  'over.windowClosed: etch again, with care': [
    { done: [did.coat(9 * 60, 'etch-primer')], step: coat('etch-primer') },
    { done: [did.coat(60, 'etch-primer')], step: coat('etch-primer') },
  ],
  'over.scratch: primer in a primer’s coarse scratch': [
    { done: epoxyKeyed, step: coat('highbuild-2k') },
    { done: [did.coat(5 * DAY, 'epoxy-primer'), did.sand(60, 240), did.clean(20)], step: coat('highbuild-2k') },
  ],
  'over.shows': [
    { done: [did.strip(600, 80), did.clean(580), did.coat(560, 'epoxy-primer')], step: coat('base-solvent') },
    { done: [did.strip(600, 180), did.clean(580), did.coat(560, 'epoxy-primer')], step: coat('base-solvent') },
  ],
  'over.shallowBlast': [
    { done: [did.blast(60, 'Glass beads', 10), did.clean(20)], step: coat('epoxy-primer') },
    { done: [did.blast(60), did.clean(20)], step: coat('epoxy-primer') },
  ],
  'over.residue': [
    { done: [did.blast(60, 'Soda', 2), did.sand(50, 120), did.clean(20)], step: coat('epoxy-primer') },
    {
      done: [did.blast(60, 'Soda', 2), did.clean(55, 'cleaner-water'), did.sand(50, 120), did.clean(20)],
      step: coat('epoxy-primer'),
    },
  ],
  'over.key: soda leaves none': [
    { done: [did.blast(60, 'Soda', 2), did.clean(20)], step: coat('epoxy-primer') },
    { done: [did.blast(60), did.clean(20)], step: coat('epoxy-primer') },
  ],
  'over.staleMetal': [
    { on: 'aluminium', done: [did.strip(10 * DAY, 120), did.clean(20)], step: coat('epoxy-primer') },
    { on: 'aluminium', done: [did.strip(10 * DAY, 120), did.sand(40, 120), did.clean(20)], step: coat('epoxy-primer') },
  ],
  'over.staleMetal: zinc that was ground': [
    { on: 'galvanised', done: [did.strip(3 * DAY, 80), did.clean(20)], step: coat('epoxy-primer') },
    { on: 'galvanised', done: [did.strip(3 * DAY, 240), did.clean(20)], step: coat('epoxy-primer') },
  ],
  'over.unwiped': [
    { done: [did.coat(2 * DAY, 'epoxy-primer')], step: coat('highbuild-2k') },
    { done: [did.coat(2 * DAY, 'epoxy-primer'), did.clean(20)], step: coat('highbuild-2k') },
  ],
  'over.temporary': [
    {
      done: [...epoxyKeyed, ev({ kind: 'repaired', atMin: -35 * DAY, method: 'Plate', temporaryMonths: 1 })],
      step: coat('highbuild-2k'),
    },
    { done: epoxyKeyed, step: coat('highbuild-2k') },
  ],
  'clean.wipedPlastic': [
    { on: 'plastic', done: [did.sand(60, 320), did.clean(20)], step: coat('plastic-promoter') },
    { on: 'plastic', done: [did.sand(60, 320), did.clean(20, 'cleaner-plastic')], step: coat('plastic-promoter') },
  ],
  'clean.film: promoter in its window': [
    { on: 'plastic', done: [did.coat(20, 'plastic-promoter')], step: clean('cleaner-plastic') },
    { on: 'plastic', step: clean('cleaner-plastic') },
  ],
  'clean.film: wet converter': [
    { done: [did.treat(20)], step: clean('cleaner-metal') },
    { done: [did.treat(3 * DAY)], step: clean('cleaner-metal') },
  ],
  'sand.sealant': [
    { done: [did.coat(DAY, 'seam-sealer')], step: sand(180) },
    { done: build(DAY), step: sand(400) },
  ],
  'sand.tooCoarse': [
    { on: 'plastic', step: sand(80) },
    { on: 'plastic', step: sand(320) },
  ],
  'sand.reserve: single-stage': [
    { done: [did.coat(9 * DAY, 'single-stage', { coats: 2 })], step: sand(1500, { removedUm: 60 }) },
    { done: [did.coat(9 * DAY, 'single-stage', { coats: 2 })], step: sand(1500, { removedUm: 3 }) },
  ],
  'sand.reserve: clear on keyed clear counts as one': [
    {
      done: [...cleared(5 * DAY), did.sand(2 * DAY, 800), did.clean(2 * DAY - 20)],
      step: sand(2000, { removedUm: 30 }),
    },
    {
      done: [...cleared(5 * DAY), did.sand(3 * DAY, 800), did.clean(3 * DAY - 20), did.coat(3 * DAY - 40, 'clear-ms')],
      step: sand(2000, { removedUm: 30 }),
    },
  ],
  'air.farTooHot': [
    { done: epoxyKeyed, step: coat('highbuild-2k'), surfaceC: 55 },
    { done: epoxyKeyed, step: coat('highbuild-2k'), surfaceC: 38 },
  ],
  'air.coldAhead': [
    { done: bareKeyed, step: coat('epoxy-primer'), tempC: 15, ahead: night(3) },
    { done: bareKeyed, step: coat('epoxy-primer'), tempC: 15, ahead: night(14) },
  ],
  'repair.solvent': [
    { done: bareKeyed, step: mend('patch') },
    { done: [did.strip(600, 80), did.clean(300)], step: mend('patch') },
  ],
  'repair.cool': [
    { on: 'glassfibre', step: mend('laminate'), tempC: 12 },
    { on: 'glassfibre', step: mend('laminate') },
  ],
  'fit.unfinished': [
    { done: based(DAY), step: FIT },
    { done: cleared(DAY), step: FIT },
  ],
  'fit.temporary': [
    { done: [ev({ kind: 'repaired', atMin: -30 * DAY, method: 'Plate', temporaryMonths: 6 })], step: FIT },
    { step: FIT },
  ],
  'repair.bondOn': [
    { done: bareKeyed, step: mend('rebond'), method: { bond: 'keyedPaint' } },
    { on: 'glassfibre', done: bareKeyed, step: mend('rebond'), method: { bond: 'keyedPaint' } },
  ],
  'repair.bondOn: keyed epoxy by either school': [
    { done: epoxyKeyed, step: mend('rebond') },
    { done: bareKeyed, step: mend('rebond') },
  ],
  'repair.notBare: a joint on keyed epoxy is no paint in the way, by that school': [
    { done: epoxyKeyed, step: mend('rebond') },
    { done: epoxyKeyed, step: mend('rebond'), method: { bond: 'keyedPaint' } },
  ],
  'polish.sheen': [
    { done: cleared(2 * DAY), step: { kind: 'polish' }, finish: { sheen: 'satin' } },
    { done: cleared(2 * DAY), step: { kind: 'polish' }, finish: { sheen: 'gloss' } },
  ],
  'sand.sheen': [
    { done: cleared(2 * DAY), step: sand(2000), finish: { sheen: 'matt' } },
    { done: cleared(2 * DAY), step: sand(1000), finish: { sheen: 'matt' } },
  ],
  'coat.agreed': [
    { done: blocked, step: coat('base-solvent'), finish: { system: 'singleStage' } },
    { done: blocked, step: coat('single-stage'), finish: { system: 'singleStage' } },
  ],
  'coat.agreed: clear goes over base only': [
    { done: blocked, step: coat('clear-ms'), finish: { system: 'enamel' } },
    { done: blocked, step: coat('highbuild-2k'), finish: { system: 'enamel' } },
  ],
  'fault.left': [
    { done: [...bareKeyed, ...did.leave(2 * DAY, 'dent', 2, 'fill')], step: coat('epoxy-primer') },
    { done: [...bareKeyed, did.mark(2 * DAY, 'dent', 2, 'fill')], step: coat('epoxy-primer') },
  ],
  'fault.left: a hole that is left holds nothing up, and is told': [
    { done: [...bareKeyed, ...did.leave(2 * DAY, 'hole', 3)], step: coat('epoxy-primer') },
    { done: [...bareKeyed], step: coat('epoxy-primer') },
  ],
  'over.table: wax takes no paint': [
    { done: [did.sand(200, 80), did.clean(190), did.coat(100, 'cavity-wax')], step: coat('epoxy-primer') },
    {
      done: [did.sand(30, 80), did.coat(25, 'cavity-wax'), did.clean(20), did.clean(10)],
      step: coat('epoxy-primer'),
    },
  ],
  'over.table: one-pack below two-pack is care': [
    { done: [did.sand(2 * DAY, 80), did.clean(DAY + 60), did.coat(DAY, 'primer-1k')], step: coat('highbuild-2k') },
    { done: [did.sand(2 * DAY, 80), did.clean(DAY + 60), did.coat(DAY, 'primer-1k')], step: coat('enamel') },
  ],
  'polish.chips': [
    { done: [...cleared(DAY), did.mark(10, 'stoneChips', 2, 'feather')], step: { kind: 'polish' } },
    { done: [...cleared(DAY), did.mark(10, 'scratch', 1, 'feather')], step: { kind: 'polish' } },
  ],
  'caution.greenFilm': [
    { done: build(600), step: sand(400) },
    { done: build(20 * DAY), step: sand(400) },
  ],
  'caution.mist': [
    { done: blocked, step: coat('base-water') },
    { done: blocked, step: coat('base-solvent') },
  ],
  'caution.styrene': [
    { done: epoxyKeyed, step: fill() },
    { done: epoxyKeyed, step: coat('highbuild-2k') },
  ],
  'caution.sealerFume': [
    { done: epoxyKeyed, step: coat('seam-sealer') },
    { done: epoxyKeyed, step: coat('highbuild-2k') },
  ],
  'caution.glass': [
    { on: 'smc', step: sand(80) },
    { done: build(DAY), step: sand(400) },
  ],
  'caution.carbonDust': [
    { on: 'carbon', step: sand(240) },
    { on: 'smc', step: sand(240) },
  ],
  'caution.zincDust': [
    { on: 'galvanised', step: sand(240) },
    { done: build(DAY), step: sand(400) },
  ],
  'caution.aluminium': [
    { on: 'aluminium', step: sand(120) },
    { on: 'aluminium', done: build(DAY), step: sand(400) },
  ],
  'caution.wire': [
    { old: true, step: { kind: 'strip', method: 'wireWheel' } },
    { old: true, step: { kind: 'strip', method: 'sander' } },
  ],
  'caution.sparks': [
    { old: true, step: { kind: 'strip', method: 'flapDisc' } },
    { old: true, step: { kind: 'strip', method: 'scraper' } },
  ],
  'caution.heat': [
    { old: true, step: { kind: 'strip', method: 'heat' } },
    { old: true, step: { kind: 'strip', method: 'sander' } },
  ],
  'caution.blast': [{ step: blast('Garnet') }, { step: FIT }],
  'caution.weld': [{ step: mend('pullAndFill') }, { step: mend('abrade') }],
  'caution.hammer': [{ step: mend('hammerAndDolly') }, { step: mend('abrade') }],
  'caution.rags': [{ step: clean('cleaner-metal') }, { step: clean('cleaner-water') }],
  'caution.raised': [{ step: FIT }, { step: clean('cleaner-metal') }],
  'caution.fitting': [{ step: FIT }, { step: clean('cleaner-metal') }],
  'caution.polish': [
    { done: cleared(9 * DAY), step: { kind: 'polish' } },
    { done: cleared(9 * DAY), step: sand(2000) },
  ],
  'caution.chemical': [
    { old: true, step: { kind: 'strip', method: 'chemical' } },
    { old: true, step: sand(80) },
  ],
  'colour.noCard': [
    { card: 0, done: forColour, step: base() },
    { card: 2, done: [...forColour, ...whole], step: base() },
  ],
  'colour.noCard: a job whose colour has no name': [
    { card: 0, done: forColour, step: base() },
    { done: forColour, step: base() },
  ],
  'colour.notCompared': [
    { card: 2, done: [...forColour, made.primed(), made.sprayed(), made.cleared()], step: base() },
    { card: 2, done: [...forColour, ...whole], step: base() },
  ],
  'colour.notCleared': [
    { card: 2, done: [...forColour, made.primed(), made.sprayed(), made.read('card', ['k2'])], step: base() },
    { card: 2, done: [...forColour, ...whole], step: base() },
  ],
  'colour.ground': [
    {
      card: 2,
      done: [...forColour, made.primed('epoxy'), made.sprayed(), made.cleared(), made.read('card', ['k2'])],
      step: base(),
    },
    { card: 2, done: [...forColour, ...whole], step: base() },
  ],
  'colour.ground: a blend over the old finish': [
    { card: 2, done: [...forColour, made.primed('epoxy'), made.sprayed()], step: base() },
    {
      card: 2,
      old: true,
      done: [made.primed('epoxy'), made.sprayed(), did.sand(100, 800), did.clean(50)],
      step: base(),
    },
  ],
  'colour.dullReading': [
    { card: 2, done: [...forColour, ...whole, made.read('car', [], { surface: 'washed' })], step: base() },
    { card: 2, done: [...forColour, ...whole, made.read('car', [], { surface: 'polished' })], step: base() },
  ],
  'colour.secondBatch': [
    { card: 0, done: [...forColour, ...upperOf('one')], step: base({ batchId: 'two' }) },
    { card: 0, done: [...forColour, ...upperOf('one')], step: base({ batchId: 'one' }) },
  ],
  'colour.secondBatch: a card of it answered that': [
    { card: 2, done: [...forColour, ...upperOf('one'), ...whole], step: base({ batchId: 'two' }) },
    {
      card: 2,
      done: [
        ...forColour,
        ...upperOf('one'),
        made.primed(),
        made.sprayed({ batch: { batchId: 'two', pouredMl: [100], usedMl: 5 } }),
        made.read('card', ['k2']),
      ],
      step: base({ batchId: 'two' }),
    },
  ],
  'colour.ladder': [
    {
      card: 2,
      done: [...forColour, did.coat(60, 'base-solvent', { colourHex: '#ffffff' }), ...whole],
      step: base(),
    },
    {
      card: 3,
      done: [...forColour, did.coat(60, 'base-solvent', { colourHex: '#ffffff' }), ...whole],
      step: base(),
    },
  ],
};

const ruleOf = (name: string): string => name.split(': ')[0]!;

describe('a fault that is left as agreed', () => {
  const zone = (...done: LogEvent[]): Scene => ({ done: [...bareKeyed, ...done], step: coat('epoxy-primer') });
  it('holds nothing up, also a hole; open it stops', () => {
    expect(verdict(zone(did.mark(DAY, 'hole', 3))).level).toBe('stop');
    expect(verdict(zone(...did.leave(DAY, 'hole', 3))).level).not.toBe('stop');
  });
  it('put off, it comes back as care once its day is past', () => {
    const level = (byMin: number) =>
      verdict(zone(...did.leave(9 * DAY, 'dent', 1, 'fill', byMin))).findings.find((f) => f.ruleId === 'fault.left')!
        .level;
    expect(level(DAY)).toBe('note');
    expect(level(-DAY)).toBe('care');
  });
});

describe('rules', () => {
  it('there are at least sixty, each with a scene of its own', () => {
    expect(RULES.length).toBeGreaterThanOrEqual(60);
    expect([...new Set(Object.keys(CASES).map(ruleOf))].sort()).toEqual(RULES.map((r) => r.id).sort());
  });
  it.each(Object.entries(CASES))('%s fires where it should and not where it should not', (name, [yes, no]) => {
    expect(fires(yes)).toContain(ruleOf(name));
    expect(fires(no)).not.toContain(ruleOf(name));
  });
  it('what a stop leads to is found by the name of its rule', () => {
    const ids = RULES.map((r) => r.id);
    expect(Object.keys(REMEDIES).filter((id) => !ids.includes(id))).toEqual([]);
  });
  it('every reason is one plain sentence, each beginning with a capital and ending with a full stop', () => {
    for (const [yes] of Object.values(CASES))
      for (const f of verdict(yes).findings) expect(String(f.says)).toMatch(/^[A-Z0-9].*\.$/);
  });
  it('the table in the docs is the one that the rules make', () => {
    expect(readFileSync(path.join(__dirname, '../../../docs/rules.md'), 'utf8')).toBe(ruleTable(RULES));
  });
});

describe('verdicts', () => {
  it('a blocked and cleaned panel may have base: allowed', () =>
    expect(verdict({ done: blocked, step: coat('base-solvent') }).level).toBe('allowed'));
  it('a stop that only waits for the clock says when it clears', () => {
    const v = verdict({ done: [did.coat(30, 'epoxy-primer')], step: coat('highbuild-2k') });
    expect(v.level).toBe('stop');
    // 120 equivalent minutes at 20 °C, where epoxy runs at 0.779.
    expect((v.clearsMs! - T0) / MIN).toBeCloseTo(120 / 0.779 - 30, 0);
  });
  it('a stop that needs hands has no time', () =>
    expect(verdict({ done: [did.strip(60, 80)], step: coat('epoxy-primer') }).clearsMs).toBeUndefined());
  it('gravest first', () => {
    const levels = verdict({ done: bareKeyed, step: coat('base-water') }).findings.map((f) => f.level);
    expect(levels).toEqual(
      [...levels].sort((a, b) => ['stop', 'care', 'note'].indexOf(a) - ['stop', 'care', 'note'].indexOf(b)),
    );
  });
});

// Published check values of the dew point (ASHRAE).
it.each([
  [25, 0.6, 16.7],
  [8, 0.85, 5.64],
  [38, 0.5, 25.76],
  [-5, 0.7, -9.11],
])('dew point at %d °C and %d is %d', (t, rh, dew) => expect(dewPointC(t, rh)).toBeCloseTo(dew, 1));

it('flash rust: days when dry, 8 h at 70 %, 4 h at 85 %, sooner the damper', () => {
  expect(flashRustHours(0.4)).toBe(72);
  expect(flashRustHours(0.7)).toBe(8);
  expect(flashRustHours(0.85)).toBe(4);
  expect(flashRustHours(0.7, { salts: true })).toBe(4);
  expect(flashRustHours(0.4, { wet: true })).toBeLessThan(1);
  for (let h = 0; h < 1; h += 0.01) expect(flashRustHours(h)).toBeGreaterThanOrEqual(flashRustHours(h + 0.01));
});

describe('flash rust by the air that there was', () => {
  const hour = (h: number, rh: number) => ({ atMs: T0 + h * 3_600_000, tempC: 15, rh });
  const night = [hour(-14, 0.95), hour(-3, 0.95), hour(-2, 0.4), hour(20, 0.4)];
  const strip = ev({ kind: 'stripped', atMin: -13 * 60, to: 'substrate', method: 'sander', grit: 80 });
  const fired = (...done: LogEvent[]) => fires({ done, step: coat('epoxy-primer'), rh: 0.4, history: night });
  it('a damp night rusts steel that the dry morning would not', () => expect(fired(strip)).toContain('over.flashRust'));
  it('and abrading in the morning makes it bright again', () =>
    expect(fired(strip, did.sand(60, 80))).not.toContain('bare.flashRust'));
});

describe('a stop that the weather lifts by itself', () => {
  const hour = (h: number, tempC: number, rh: number) => ({ atMs: T0 + h * 3_600_000, tempC, rh });
  // A damp night, and a dry morning from the twelfth hour on.
  const history = [hour(-1, 12, 0.95), hour(11, 12, 0.95), hour(12, 18, 0.5), hour(40, 18, 0.5)];
  const scene: Scene = {
    done: bareKeyed,
    step: coat('epoxy-primer'),
    tempC: 12,
    rh: 0.95,
    ahead: { air: history, surface: history },
  };
  it('says when, by the forecast', () => {
    const v = verdict(scene);
    expect(v.level).toBe('stop');
    const f = v.findings.find((x) => x.ruleId === 'air.dewPoint')!;
    expect(String(f.clears)).toMatch(/^Warm the panel to .* By the forecast it fits from$/);
    expect((f.clearsMs! - T0) / 3_600_000).toBeGreaterThan(11);
    expect((f.clearsMs! - T0) / 3_600_000).toBeLessThanOrEqual(12.1);
    expect(v.clearsMs).toBe(f.clearsMs);
  });
  it('has no time where the forecast never fits, or where hands are needed as well', () => {
    const wet = [hour(-1, 12, 0.95), hour(60, 12, 0.95)];
    expect(verdict({ ...scene, ahead: { air: wet, surface: wet } }).clearsMs).toBeUndefined();
    expect(verdict({ ...scene, on: 'plastic', step: coat('epoxy-primer'), done: [] }).clearsMs).toBeUndefined();
  });
});

it('a link on treating rust is about converter, and a link on coating is not', () => {
  const rusty = [did.strip(60, 80), did.clean(10)];
  const unfinished = (step: Step, then: 'treated' | 'coated') =>
    fires({ done: rusty, step, links: link('before', 'repaired', then) }).includes('access.unfinished');
  expect(unfinished(coat('rust-converter'), 'treated')).toBe(true);
  expect(unfinished(coat('rust-converter'), 'coated')).toBe(false);
  expect(unfinished(coat('epoxy-primer'), 'coated')).toBe(true);
});
