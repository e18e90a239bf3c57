import type { EventKind, Job, LogEvent } from '../src/core';
import { READY_ITEMS } from '../src/core/log/evening';
import { ago, book, on } from './book';

const FACTORY = [
  { label: 'Factory electrocoat', family: 'electrocoat', filmUm: 20 },
  { label: 'Factory finish', family: 'factoryFinish', filmUm: 105 },
] as const;

/** A coupe that is only freshened up: most of its paint stays. */
export function coupe(): { job: Job; events: LogEvent[] } {
  const job: Job = {
    id: 'coupe',
    name: 'Coupe, freshened up',
    about:
      'Sound factory paint that stays: one wing is painted, the rest is polished, touched in, or back from another shop.',
    createdMs: on(16, 8),
    colour: { name: 'Reed green', hex: '#5d7358' },
    panels: [
      { id: 'c-bonnet', name: 'Bonnet', substrate: 'steel', thicknessUm: 750 },
      { id: 'c-wing', name: 'Right wing', substrate: 'steel', thicknessUm: 700 },
      { id: 'c-door', name: 'Right door', substrate: 'steel', thicknessUm: 750 },
      { id: 'c-mirror', name: 'Mirror cap', substrate: 'plastic', thicknessUm: 2500 },
      { id: 'c-boot', name: 'Boot lid', substrate: 'steel', thicknessUm: 700 },
      { id: 'c-left', name: 'Rear quarter', substrate: 'steel', thicknessUm: 700 },
      { id: 'c-roof', name: 'Roof', substrate: 'steel', thicknessUm: 750 },
    ],
    zones: [
      { id: 'c-bonnet-all', panelId: 'c-bonnet', name: 'Whole', areaCm2: 13200, finish: { system: 'polished' } },
      { id: 'c-wing-all', panelId: 'c-wing', name: 'Whole', areaCm2: 5600 },
      { id: 'c-door-all', panelId: 'c-door', name: 'Whole', areaCm2: 7400, finish: { system: 'kept' } },
      { id: 'c-mirror-all', panelId: 'c-mirror', name: 'Whole', areaCm2: 420, finish: { system: 'kept' } },
      { id: 'c-boot-all', panelId: 'c-boot', name: 'Whole', areaCm2: 8200 },
      { id: 'c-left-all', panelId: 'c-left', name: 'Whole', areaCm2: 5600 },
      { id: 'c-roof-all', panelId: 'c-roof', name: 'Whole', areaCm2: 14200 },
    ],
    // Last night's: the clear ran out half-way.
    evenings: [
      {
        id: 'evening-boot',
        fromMs: ago(1270),
        untilMs: ago(1030),
        zoneIds: ['c-boot-all'],
        stands: 0,
        turning: 0,
        helper: false,
        ready: READY_ITEMS.filter((i) => i !== 'earth').map((item, i) => ({ item, atMs: ago(1300 - i) })),
        begunMs: ago(1255),
        endedMs: ago(1184),
        stopped: 'outOfPaint',
      },
    ],
  };
  const { events, put, found, sand, coat, clean, guide, strip } = book('c');
  found(on(16, 9), 'c-bonnet-all', 'steel', 750, [...FACTORY]);
  found(on(16, 9, 10), 'c-wing-all', 'steel', 700, [...FACTORY], 'Lacquer lets go along the top');
  found(on(16, 9, 20), 'c-door-all', 'steel', 750, [...FACTORY]);
  found(on(16, 9, 25), 'c-boot-all', 'steel', 700, [...FACTORY], 'Sun-bleached and scratched');
  found(on(16, 9, 30), 'c-mirror-all', 'plastic', 2500, FACTORY.slice(1));

  // Wing: painted anew; blocked through to steel at the edge last night.
  strip(on(9, 9), 'c-wing-all');
  clean(on(9, 11), 'c-wing-all');
  coat(on(9, 11, 30), 'c-wing-all', 'epoxy-primer', 50, 1);
  coat(on(9, 12, 10), 'c-wing-all', 'epoxy-primer', 50, 1);
  sand(on(6, 9), 'c-wing-all', 180, 8);
  clean(on(6, 10), 'c-wing-all');
  for (const m of [20, 45, 70]) coat(on(6, 10, m), 'c-wing-all', 'highbuild-2k', 55, 1);
  guide(on(2, 16), 'c-wing-all');
  sand(on(1, 18, 30), 'c-wing-all', 400, 30, { through: 'substrate', spotsThrough: true, spotCm2: 4 });

  // Boot lid: keyed, coloured and half cleared last night.
  sand(on(2, 10), 'c-boot-all', 500, 6, { tool: 'pad', wet: true });
  clean(ago(1290), 'c-boot-all');
  for (const m of [1250, 1228, 1206])
    coat(ago(m), 'c-boot-all', 'base-solvent', 8, 1, {
      thinnerFraction: 0.8,
      colourId: 'Reed green',
      colourHex: '#5d7358',
    });
  coat(ago(1186), 'c-boot-all', 'clear-ms', 25, 1, {
    thinnerFraction: 0.1,
    hardenerId: 'hardener-medium',
    leftOutCm2: 3300,
  });

  // Door: stone chips on its lower edge, feathered and primed; colour is still to come.
  const chips = put(on(8, 9), 'c-door-all', 'marked', {
    fault: 'stoneChips',
    grade: 3,
    sizeMm: 12,
    cause: 'stone',
    treatment: 'feather',
  });
  const feathered = put(ago(170), 'c-door-all', 'repaired', { treatment: 'feather', faultIds: [chips] });
  put(ago(155), 'c-door-all', 'cleaned', { productId: 'cleaner-metal', on: [feathered] });
  put(ago(140), 'c-door-all', 'coated', {
    productId: 'primer-1k-aerosol',
    coats: 2,
    filmUm: 15,
    application: 'aerosol',
    on: [feathered],
  });

  // Rear quarter: cleared this morning in a cold room, the second coat too soon; it ran, and waits for its hour.
  found(on(16, 9, 35), 'c-left-all', 'steel', 700, [...FACTORY], 'Scratched to primer');
  sand(on(2, 14), 'c-left-all', 500, 6, { tool: 'pad', wet: true });
  clean(ago(640), 'c-left-all');
  for (const m of [620, 598])
    coat(ago(m), 'c-left-all', 'base-solvent', 8, 1, {
      thinnerFraction: 0.8,
      colourId: 'Reed green',
      colourHex: '#5d7358',
    });
  for (const m of [575, 570])
    coat(ago(m), 'c-left-all', 'clear-ms', 28, 1, {
      thinnerFraction: 0.1,
      hardenerId: 'hardener-medium',
      air: { tempC: 12.5, rh: 0.58, surfaceTempC: 9 },
    });
  const run = put(ago(540), 'c-left-all', 'defectMarked', { defect: 'run', grade: 1, sizeMm: 40 });
  put(ago(530), 'c-left-all', 'defectExplained', { defectId: run, cause: 'shortFlash' });

  // Roof: cleared two weeks ago, flattened to the texture of the bonnet and polished yesterday.
  found(on(16, 9, 40), 'c-roof-all', 'steel', 750, [...FACTORY], 'Clear dull along the gutters');
  sand(on(15, 14), 'c-roof-all', 500, 6, { tool: 'pad', wet: true });
  clean(on(14, 8), 'c-roof-all');
  for (const m of [0, 25])
    coat(on(14, 9, m), 'c-roof-all', 'base-solvent', 8, 1, { colourId: 'Reed green', colourHex: '#5d7358' });
  for (const m of [0, 20]) coat(on(14, 10, m), 'c-roof-all', 'clear-ms', 30, 1, { hardenerId: 'hardener-medium' });
  put(on(3, 11), 'c-roof-all', 'defectMarked', { defect: 'orangePeel', grade: 2 });
  put(on(1, 8), 'c-roof-all', 'masked', { what: 'Gutters, gaps and trim' });
  sand(on(1, 8, 30), 'c-roof-all', 1500, 5.8, { wet: true });
  sand(on(1, 9, 10), 'c-roof-all', 2000, 1.3, { wet: true });
  sand(on(1, 9, 40), 'c-roof-all', 3000, 1, { wet: true });
  put(on(1, 10, 20), 'c-roof-all', 'polished', { grit: 3000, removedUm: 2 });

  // Mirror cap: sprayed elsewhere, and back.
  put(on(7, 9), 'c-mirror-all', 'removed', { where: 'Shelf, bay two' });
  put(on(7, 16), 'c-mirror-all', 'sentOut', {
    to: 'the sprayer down the road',
    work: 'Base and clear',
    dueMs: on(3, 17),
  });
  put(on(3, 15), 'c-mirror-all', 'cameBack', {
    as: 'coated',
    sprayedMs: on(4, 11),
    layers: [
      { label: 'Base coat, as told', family: 'baseSolvent', filmUm: 20 },
      { label: 'Clear, as told', family: 'clear', filmUm: 50 },
    ],
  });
  return { job, events: events.map(withTimes) };
}

/** Whose hands it was, and how long it took, min: on the wing and the roof somebody wrote it down each time. */
const TIMES: Partial<Record<EventKind, { who: string; workMin: number }>> = {
  stripped: { who: 'Jonas', workMin: 50 },
  sanded: { who: 'Jonas', workMin: 25 },
  cleaned: { who: 'Jonas', workMin: 6 },
  coated: { who: 'Ida', workMin: 9 },
  masked: { who: 'Jonas', workMin: 20 },
  polished: { who: 'Ida', workMin: 45 },
};
const withTimes = (e: LogEvent): LogEvent =>
  e.zoneIds.some((z) => z === 'c-wing-all' || z === 'c-roof-all') ? { ...e, ...TIMES[e.kind] } : e;
