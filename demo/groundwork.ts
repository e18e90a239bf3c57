/** The bread van's first third of the work: drawings to scale, faults, what was agreed, bags, access order, blasting day. */
import { DAY_MS, HOUR_MS, type Face, type Job, type Payloads, type Point } from '../src/core';
import { areaMm2, shapeOutline, zoneAreaCm2, type ShapeName } from '../src/core/outline';

const box = (x: number, y: number, w: number, h: number): Point[] => [
  { x, y },
  { x: x + w, y },
  { x: x + w, y: y + h },
  { x, y: y + h },
];

/** Shape, width and height of each panel that is drawn, mm. */
const DRAWN: Record<string, [ShapeName, number, number, Face[]]> = {
  nose: ['bonnet', 780, 740, ['outer', 'inner']],
  'right-door': ['doorSkin', 900, 640, ['outer']],
  'right-side': ['side', 1900, 900, ['outer']],
  floor: ['rectangle', 1080, 1290, ['outer', 'inner']],
  roof: ['roof', 1200, 1780, ['outer']],
  tailboard: ['tailboard', 1100, 480, ['outer', 'inner']],
};

/** Zones that are drawn, with their corners; the rest of a panel keeps its stated area. */
const ZONES: Record<string, Point[]> = {
  'floor-f': box(0, 0, 1080, 520),
  'floor-r': box(0, 520, 1080, 770),
  'rd-upper': [
    { x: 0, y: 0 },
    { x: 900, y: 0 },
    { x: 880, y: 285 },
    { x: 0, y: 285 },
  ],
  'rd-lower': [
    { x: 0, y: 285 },
    { x: 880, y: 285 },
    { x: 873, y: 384 },
    { x: 828, y: 640 },
    { x: 45, y: 640 },
    { x: 0, y: 589 },
  ],
  'nose-l': [
    { x: 47, y: 0 },
    { x: 390, y: 0 },
    { x: 390, y: 740 },
    { x: 195, y: 740 },
    { x: 62, y: 696 },
    { x: 0, y: 592 },
  ],
  'nose-r': [
    { x: 390, y: 0 },
    { x: 733, y: 0 },
    { x: 780, y: 592 },
    { x: 718, y: 696 },
    { x: 585, y: 740 },
    { x: 390, y: 740 },
  ],
};

export function drawn(job: Job): Job {
  const panels = job.panels.map((p) => {
    const d = DRAWN[p.id];
    if (!d) return p;
    const [shape, w, h, faces] = d;
    return {
      ...p,
      map: {
        outline: shapeOutline(shape, w, h),
        faces,
        keepOuts:
          p.id === 'nose'
            ? [
                {
                  id: 'nose-plate',
                  name: 'Maker\u2019s plate',
                  face: 'outer' as const,
                  outline: box(335, 560, 110, 60),
                },
              ]
            : [],
      },
    };
  });
  const zones = job.zones.map((z) => {
    const outline = ZONES[z.id];
    const panel = panels.find((p) => p.id === z.panelId)!;
    if (z.id === 'tail-in') return { ...z, face: 'inner' as const };
    if (z.id === 'roof-all') return { ...z, areaCm2: Math.round(areaMm2(panel.map!.outline) / 100) };
    return outline ? { ...z, outline, areaCm2: Math.round(zoneAreaCm2(panel, 'outer', outline, [])) } : z;
  });
  return { ...job, panels, zones };
}

/** What was agreed and planned. @param now ms; @param on a wall-clock time some days before it */
export function planned(job: Job, now: number, on: (days: number, hour: number, minute?: number) => number): Job {
  const day = (n: number) => on(-n, 12);
  return {
    ...job,
    level: 'driver',
    decisions: [
      {
        id: 'd-floor',
        panelId: 'floor',
        atMs: on(11, 11),
        way: 'temporary',
        repairCheaper: 0.93,
        repairCost: 140,
        replaceCost: 610,
        months: 18,
      },
      {
        id: 'd-nose',
        panelId: 'nose',
        atMs: on(41, 15),
        way: 'repair',
        repairCheaper: 0.71,
        repairCost: 820,
        replaceCost: 960,
      },
    ],
    bags: [
      {
        id: 'bag-1',
        name: 'Bag 1',
        panelId: 'left-door',
        where: 'Rack by the window',
        items: [
          { id: 'b1-clips', name: 'Trim clips', count: 14, oneTime: true, mustReturn: false, back: 0, dueMs: day(3) },
          { id: 'b1-screws', name: 'Hinge screws', count: 6, oneTime: false, mustReturn: false, back: 0 },
          { id: 'b1-drain', name: 'Drain plugs', count: 3, oneTime: false, mustReturn: true, back: 0 },
        ],
      },
      {
        id: 'bag-2',
        name: 'Bag 2',
        panelId: 'tailboard',
        where: 'Drawer two',
        items: [
          { id: 'b2-seal', name: 'Lower seal', count: 1, oneTime: true, mustReturn: false, back: 0 },
          { id: 'b2-bolts', name: 'Hinge bolts', count: 8, oneTime: false, mustReturn: false, back: 8 },
        ],
      },
      {
        id: 'bag-3',
        name: 'Bag 3',
        panelId: 'nose',
        where: 'Drawer two',
        items: [
          {
            id: 'b3-bowl',
            name: 'Headlamp bowl',
            count: 1,
            oneTime: false,
            mustReturn: false,
            back: 0,
            dueMs: now - 2 * DAY_MS,
          },
          {
            id: 'b3-rivets',
            name: 'Grille rivets',
            count: 10,
            oneTime: true,
            mustReturn: false,
            back: 0,
            dueMs: now + 8 * DAY_MS + HOUR_MS,
          },
        ],
      },
    ],
    links: [
      {
        id: 'l-rails',
        kind: 'before',
        first: { panelId: 'rails', kind: 'coated' },
        then: { panelId: 'floor', kind: 'fitted' },
        why: 'the floor covers their tops',
      },
      {
        id: 'l-roof',
        kind: 'never',
        first: { panelId: 'roof', kind: 'coated' },
        then: { panelId: 'roof', kind: 'stripped' },
        why: 'no wheel beside the bonded gutter',
      },
    ],
    staging: [
      {
        id: 's-rails',
        panelId: 'rails',
        coating: 'underseal',
        faces: ['outer'],
        cover: [
          { name: 'Bolt threads', done: true },
          { name: 'Number stamp', done: true },
        ],
      },
      { id: 's-floor', panelId: 'floor', coating: 'underseal', faces: ['outer', 'inner'], cover: [] },
      {
        id: 's-right',
        panelId: 'right-side',
        coating: 'thickPaint',
        faces: ['outer'],
        cover: [{ name: 'Window channel', done: false }],
      },
      {
        id: 's-cover',
        panelId: 'cover',
        coating: 'none',
        faces: ['outer'],
        cover: [],
        skipped: 'primed already',
      },
    ],
  };
}

type Put = <K extends keyof Payloads>(
  at: number,
  zones: string | string[],
  kind: K,
  payload: Payloads[K],
  note?: string,
) => string;

/** Faults of the walk-round, what stripping uncovered, and the repairs that dealt with some of them. */
export function faults(
  put: Put,
  on: (days: number, hour: number, minute?: number) => number,
  ago: (min: number) => number,
): void {
  const mark = (at: number, zone: string, payload: Payloads['marked'], note?: string) =>
    put(at, zone, 'marked', payload, note);
  mark(on(42, 10, 6), 'rs-rear', {
    fault: 'surfaceRust',
    grade: 2,
    sizeMm: 240,
    cause: 'stone',
    treatment: 'abrade',
    at: { x: 1500, y: 420 },
    outline: [1380, 380, 1480, 350, 1590, 400, 1620, 500, 1540, 520, 1420, 470].flatMap((x, i, all) =>
      i % 2 === 0 ? [{ x, y: all[i + 1]! }] : [],
    ),
  });
  mark(on(42, 10, 8), 'rs-rear', {
    fault: 'peeling',
    grade: 2,
    sizeMm: 180,
    cause: 'poorKey',
    treatment: 'strip',
    at: { x: 1720, y: 160 },
  });
  mark(on(42, 10, 10), 'rs-front', {
    fault: 'dent',
    grade: 2,
    depthMm: 3,
    sizeMm: 90,
    cause: 'impact',
    treatment: 'pullAndFill',
    at: { x: 310, y: 300 },
  });
  const sunk = mark(on(42, 9, 4), 'nose-l', {
    fault: 'oldFiller',
    grade: 2,
    depthMm: 3,
    sizeMm: 200,
    cause: 'earlierRepair',
    treatment: 'strip',
    at: { x: 150, y: 330 },
  });
  const star = mark(on(42, 10, 42), 'roof-all', {
    fault: 'crack',
    grade: 1,
    sizeMm: 120,
    cause: 'impact',
    treatment: 'vAndEpoxy',
    at: { x: 1060, y: 1560 },
  });
  const hole = mark(on(42, 11, 4), 'floor-f', {
    fault: 'hole',
    grade: 2,
    sizeMm: 60,
    cause: 'water',
    treatment: 'patch',
    at: { x: 240, y: 180 },
  });
  put(on(40, 11), 'roof-all', 'repaired', { method: 'Stop, open to a V, epoxy', faultIds: [star] });
  put(on(13, 11), ['nose-l'], 'repaired', { method: 'Strip down', faultIds: [sunk] });
  // Under the old filler of the nose, where nobody looked for it: a torn seam that was filled over.
  const hidden = mark(
    on(12, 11),
    'nose-l',
    { fault: 'crack', grade: 2, sizeMm: 85, cause: 'earlierRepair', treatment: 'patch', at: { x: 130, y: 420 } },
    'Came to light under 3 mm of filler',
  );
  put(on(12, 12), 'nose-l', 'repaired', { method: 'Cut out and patch', faultIds: [hidden] });
  put(on(11, 12, 5), 'floor-f', 'repaired', { method: 'Edge of the plate sealed', faultIds: [hole] });
  mark(
    ago(280),
    'rail-r',
    { fault: 'pitting', grade: 3, sizeMm: 140, cause: 'salt', treatment: 'patch' },
    'The blast went through thin metal behind the spring hanger',
  );
  mark(on(4, 9), 'floor-r', {
    fault: 'trappedWater',
    grade: 2,
    cause: 'water',
    treatment: 'drain',
    at: { x: 960, y: 1180 },
  });
}
