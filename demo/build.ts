/**
 * Writes the demo shop: three jobs in the app's own export format. Run with `npx tsx demo/build.ts` after a change here.
 * The shop, its vehicles and everybody in it are made up.
 */
import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { type HeightsRead, SHIPPED_PRODUCTS, type Job } from '../src/core';
import { writeJobFile } from '../src/core/formats';
import { format, resolveConfig } from 'prettier';
import { book, NOW, ago, on } from './book';
import { coupe } from './coupe';
import { scooter } from './scooter';
import { lookAtRed, readColours, withCards, withEyeCard, withToners } from './colour';
import { drawn, faults, planned } from './groundwork';
import { photographed, picturesOf } from './pictures';
import { stockShelf } from './shelf';

/** The right door as a straightedge found it: a knock above the handle with metal pushed up beside it, and a broad low under it. mm */
const RIGHT_DOOR: HeightsRead = {
  nx: 8,
  ny: 5,
  stepX: 112,
  stepY: 136,
  x0: 58,
  y0: 48,
  face: 'outer',
  // prettier-ignore
  mm: [
    0, 0, -0.3, -0.2, 0, 0, 0, 0,
    0, -0.2, -1.6, -0.9, 0.3, 0.2, 0, 0,
    0, -0.1, -0.6, -0.5, 0.1, 0, -0.1, 0,
    0, 0, -0.2, -0.4, -0.4, -0.3, -0.1, 0,
    0, 0, 0, -0.2, -0.2, -0.1, 0, 0,
  ],
};

const OLD_PAINT = { label: 'Old cream enamel', family: 'oldCoating', filmUm: 140 } as const;
const OLD_PRIMER = { label: 'Old red primer', family: 'oldCoating', filmUm: 45 } as const;
const OLD_FILLER = { label: 'Old filler, sunk', family: 'oldCoating', filmUm: 1800 } as const;

function breadVan() {
  const job: Job = {
    id: 'bread-van',
    name: 'Bread van',
    about: 'Three-wheeled delivery van of a bakery: steel body, aluminium doors, glassfibre roof. Full restoration.',
    createdMs: on(42, 8),
    colour: { name: 'Crust red', hex: '#8c2f2b' },
    panels: [
      { id: 'nose', name: 'Nose panel', substrate: 'steel', thicknessUm: 900 },
      { id: 'left-door', name: 'Left door', substrate: 'aluminium', thicknessUm: 1200 },
      { id: 'right-door', name: 'Right door', substrate: 'aluminium', thicknessUm: 1200 },
      { id: 'left-side', name: 'Left side', substrate: 'steel', thicknessUm: 800 },
      { id: 'right-side', name: 'Right side', substrate: 'steel', thicknessUm: 800 },
      { id: 'tailboard', name: 'Tailboard', substrate: 'steel', thicknessUm: 900 },
      { id: 'roof', name: 'Roof', substrate: 'glassfibre', thicknessUm: 4000 },
      { id: 'floor', name: 'Floor', substrate: 'steel', thicknessUm: 1500 },
      { id: 'rails', name: 'Chassis rails', substrate: 'steel', thicknessUm: 2500 },
      { id: 'cover', name: 'Engine cover', substrate: 'steel', thicknessUm: 900 },
    ],
    zones: [
      { id: 'nose-l', panelId: 'nose', name: 'Left', areaCm2: 2600 },
      { id: 'nose-r', panelId: 'nose', name: 'Right', areaCm2: 2600 },
      { id: 'ld-lower', panelId: 'left-door', name: 'Lower', areaCm2: 3100 },
      { id: 'ld-upper', panelId: 'left-door', name: 'Upper', areaCm2: 2400 },
      { id: 'ld-edges', panelId: 'left-door', name: 'Edges', areaCm2: 700 },
      { id: 'rd-lower', panelId: 'right-door', name: 'Lower', areaCm2: 3100 },
      { id: 'rd-upper', panelId: 'right-door', name: 'Upper', areaCm2: 2400 },
      { id: 'ls-front', panelId: 'left-side', name: 'Front', areaCm2: 7400 },
      { id: 'ls-rear', panelId: 'left-side', name: 'Rear', areaCm2: 6900 },
      { id: 'rs-front', panelId: 'right-side', name: 'Front', areaCm2: 7400 },
      { id: 'rs-rear', panelId: 'right-side', name: 'Rear', areaCm2: 6900 },
      { id: 'tail-out', panelId: 'tailboard', name: 'Outer', areaCm2: 5200 },
      { id: 'tail-in', panelId: 'tailboard', name: 'Inner', areaCm2: 4800 },
      { id: 'roof-all', panelId: 'roof', name: 'Whole', areaCm2: 21000 },
      { id: 'floor-f', panelId: 'floor', name: 'Front', areaCm2: 5600 },
      { id: 'floor-r', panelId: 'floor', name: 'Rear', areaCm2: 8300 },
      { id: 'rail-l', panelId: 'rails', name: 'Left', areaCm2: 4200 },
      { id: 'rail-r', panelId: 'rails', name: 'Right', areaCm2: 4200 },
      { id: 'cover-all', panelId: 'cover', name: 'Whole', areaCm2: 3900 },
    ],
    // A crew comes on a hired day, and a sill is welded before.
    agreed: [
      {
        id: 'agreed-blast',
        kind: 'visit',
        panelIds: ['floor', 'rails'],
        atMs: on(-4, 8),
        untilMs: on(-4, 15),
        act: 'blast',
      },
      {
        id: 'agreed-sill',
        kind: 'other',
        panelIds: ['left-side'],
        atMs: on(0, 12),
        text: 'Weld the left sill',
        minutes: 180,
      },
    ],
    // Tonight's, with what is ready for a coat by then.
    evenings: [
      {
        id: 'evening-tonight',
        fromMs: ago(-120),
        untilMs: ago(-420),
        zoneIds: ['tail-in', 'tail-out', 'cover-all'],
        stands: 4,
        turning: 1,
        helper: false,
        ready: [
          { item: 'covered', atMs: ago(20) },
          { item: 'light', atMs: ago(18) },
        ],
      },
    ],
  };
  const b = book('v');
  const { put, found, sand, coat, fill, clean, guide, strip, gauge, blast, batch } = b;

  // Walk round, weeks ago.
  found(
    on(42, 9),
    ['nose-l', 'nose-r'],
    'steel',
    900,
    [OLD_PRIMER, OLD_FILLER, OLD_PAINT],
    'Filler sunk around the headlamp bowl',
  );
  found(
    on(42, 9, 20),
    ['ld-lower', 'ld-upper', 'ld-edges'],
    'aluminium',
    1200,
    [OLD_PAINT],
    'Paint lifts along the bottom edge',
  );
  found(on(42, 9, 35), ['rd-lower', 'rd-upper'], 'aluminium', 1200, [OLD_PAINT], 'Dent behind the handle, 2 mm low');
  found(
    on(42, 9, 50),
    ['ls-front', 'ls-rear'],
    'steel',
    800,
    [OLD_PRIMER, OLD_PAINT],
    'Surface rust under the belt line',
  );
  found(on(42, 10, 5), ['rs-front', 'rs-rear'], 'steel', 800, [OLD_PRIMER, OLD_PAINT]);
  found(on(42, 10, 20), ['tail-out', 'tail-in'], 'steel', 900, [OLD_PRIMER, OLD_PAINT]);
  found(
    on(42, 10, 40),
    'roof-all',
    'glassfibre',
    4000,
    [{ label: 'Chalked gel coat', family: 'oldCoating', filmUm: 400 }],
    'Star cracks at the rear corner',
  );
  found(
    on(42, 11),
    ['floor-f', 'floor-r'],
    'steel',
    1500,
    [{ label: 'Old underseal', family: 'oldCoating', filmUm: 900 }],
    'Perforated beside the pedal box',
  );
  found(on(42, 11, 15), ['rail-l', 'rail-r'], 'steel', 2500, [
    { label: 'Old underseal', family: 'oldCoating', filmUm: 700 },
  ]);
  found(on(42, 11, 30), 'cover-all', 'steel', 900, [OLD_PRIMER, OLD_PAINT]);
  for (const [i, z] of ['ld-lower', 'rd-lower', 'tail-out', 'cover-all', 'floor-f'].entries())
    put(on(41, 8, 30 + i * 12), z, 'removed', { where: i < 2 ? 'Rack by the window' : 'Stand in the yard' });

  // Roof: from gel coat to clear.
  strip(on(40, 9), 'roof-all', 'sander', 80);
  clean(on(40, 13), 'roof-all', 'cleaner-plastic');
  coat(on(39, 10), 'roof-all', 'epoxy-primer', 50, 1);
  coat(on(39, 11), 'roof-all', 'epoxy-primer', 50, 1);
  sand(on(36, 9), 'roof-all', 180, 14);
  fill(on(36, 11), 'roof-all', 'light-filler', 900);
  sand(on(36, 14), 'roof-all', 80, 420);
  sand(on(35, 9), 'roof-all', 180, 60);
  fill(on(35, 10), 'roof-all', 'glaze', 140, 0.022);
  sand(on(35, 13), 'roof-all', 320, 60);
  clean(on(35, 14), 'roof-all', 'cleaner-plastic');
  coat(on(34, 9), 'roof-all', 'highbuild-2k', 62, 1, { thinnerFraction: 0.1 });
  coat(on(34, 9, 40), 'roof-all', 'highbuild-2k', 62, 1, { thinnerFraction: 0.1 });
  coat(on(34, 10, 20), 'roof-all', 'highbuild-2k', 60, 1, { thinnerFraction: 0.1 });
  guide(on(27, 9), 'roof-all');
  sand(on(27, 9, 20), 'roof-all', 400, 34);
  sand(on(27, 15), 'roof-all', 600, 8);
  clean(on(26, 9), 'roof-all', 'cleaner-plastic');
  put(ago(1300), 'roof-all', 'masked', { what: 'Vent opening and gutter' });
  clean(ago(1290), 'roof-all', 'cleaner-plastic');
  coat(ago(1270), 'roof-all', 'base-solvent', 7, 1, {
    thinnerFraction: 0.8,
    colourHex: '#e8dcc0',
    ...batch('cup-31', [640, 512], 1040),
  });
  coat(ago(1240), 'roof-all', 'base-solvent', 8, 1, { thinnerFraction: 0.8, colourHex: '#e8dcc0' });
  coat(ago(1205), 'roof-all', 'base-solvent', 8, 1, { thinnerFraction: 0.8, colourHex: '#e8dcc0' });
  coat(ago(1150), 'roof-all', 'clear-ms', 25, 1, {
    thinnerFraction: 0.1,
    hardenerId: 'hardener-medium',
    ...batch('cup-32', [700, 350, 105], 1060),
  });
  coat(ago(1122), 'roof-all', 'clear-ms', 26, 1, { thinnerFraction: 0.1, hardenerId: 'hardener-medium' });

  // Engine cover: ready for colour.
  strip(on(33, 9), 'cover-all', 'chemical', undefined);
  sand(on(33, 12), 'cover-all', 80, 0, { tool: 'orbital' });
  clean(on(33, 13), 'cover-all');
  coat(on(33, 14), 'cover-all', 'epoxy-primer', 48, 2);
  gauge(on(31, 9), 'cover-all', 96);
  sand(on(31, 9, 20), 'cover-all', 180, 10);
  fill(on(31, 10), 'cover-all', 'light-filler', 700);
  sand(on(31, 12), 'cover-all', 80, 330);
  fill(on(31, 13), 'cover-all', 'light-filler', 400);
  sand(on(31, 15), 'cover-all', 180, 180);
  sand(on(30, 9), 'cover-all', 320, 30);
  clean(on(30, 9, 30), 'cover-all');
  coat(on(30, 10), 'cover-all', 'highbuild-2k', 60, 1);
  coat(on(30, 10, 35), 'cover-all', 'highbuild-2k', 60, 1);
  guide(on(23, 9), 'cover-all');
  sand(on(23, 9, 15), 'cover-all', 400, 32);
  guide(on(23, 11), 'cover-all');
  sand(on(23, 11, 15), 'cover-all', 600, 8);

  // Tailboard: base on the outside, epoxy inside.
  strip(on(32, 9), ['tail-out', 'tail-in']);
  clean(on(32, 13), ['tail-out', 'tail-in']);
  coat(on(32, 14), ['tail-out', 'tail-in'], 'epoxy-primer', 50, 1);
  coat(on(32, 15), ['tail-out', 'tail-in'], 'epoxy-primer', 50, 1);
  sand(on(29, 9), 'tail-out', 180, 12);
  fill(on(29, 10), 'tail-out', 'light-filler', 500);
  sand(on(29, 12), 'tail-out', 80, 240);
  sand(on(29, 14), 'tail-out', 180, 40);
  fill(on(29, 15), 'tail-out', 'glaze', 120);
  sand(on(28, 9), 'tail-out', 320, 60);
  clean(on(28, 10), 'tail-out');
  coat(on(28, 11), 'tail-out', 'highbuild-2k', 60, 1);
  coat(on(28, 11, 40), 'tail-out', 'highbuild-2k', 60, 1);
  coat(on(28, 12, 20), 'tail-out', 'highbuild-2k', 58, 1);
  guide(on(21, 9), 'tail-out');
  sand(on(21, 9, 20), 'tail-out', 400, 36);
  sand(on(20, 9), 'tail-out', 600, 8);
  sand(on(20, 14), 'tail-in', 400, 8, { tool: 'pad' });
  put(ago(150), 'tail-out', 'masked', { what: 'Hinges and number-plate lamp' });
  clean(ago(60), ['tail-out', 'tail-in']);
  coat(ago(40), ['tail-out', 'tail-in'], 'base-solvent', 6, 1, {
    thinnerFraction: 0.8,
    colourHex: '#8c2f2b',
    ...batch('cup-40', [460, 368], 260),
  });
  coat(ago(6), ['tail-out', 'tail-in'], 'base-solvent', 9, 1, {
    thinnerFraction: 0.8,
    colourHex: '#8c2f2b',
    ...batch('cup-40', [460, 368], 330),
  });

  // Left door: lower part curing, upper part ready to block.
  strip(on(25, 9), ['ld-lower', 'ld-upper', 'ld-edges'], 'scraper', undefined);
  sand(on(25, 11), ['ld-lower', 'ld-upper', 'ld-edges'], 120, 0, { tool: 'orbital' });
  clean(on(25, 12), ['ld-lower', 'ld-upper', 'ld-edges']);
  coat(on(25, 12, 40), ['ld-lower', 'ld-upper', 'ld-edges'], 'epoxy-primer', 48, 1);
  coat(on(25, 14), ['ld-lower', 'ld-upper', 'ld-edges'], 'epoxy-primer', 48, 1);
  sand(on(22, 9), ['ld-lower', 'ld-upper'], 180, 12);
  fill(on(22, 10), 'ld-lower', 'light-filler', 1500, 0.021);
  sand(on(22, 12), 'ld-lower', 80, 600);
  fill(on(22, 14), 'ld-lower', 'light-filler', 900);
  sand(on(19, 9), 'ld-lower', 80, 260);
  sand(on(19, 11), 'ld-lower', 180, 60);
  fill(on(19, 13), 'ld-lower', 'glaze', 240);
  sand(on(18, 9), 'ld-lower', 320, 60);
  clean(on(18, 9, 40), ['ld-upper']);
  coat(on(18, 10), 'ld-upper', 'highbuild-2k', 58, 2);
  sand(on(15, 10), 'ld-edges', 400, 6, { tool: 'pad' });
  clean(ago(150), 'ld-lower');
  coat(ago(130), 'ld-lower', 'highbuild-2k', 55, 1, {
    thinnerFraction: 0.1,
    hardenerId: 'hardener-medium',
    ...batch('cup-39', [240, 60, 24], 140),
  });
  coat(ago(95), 'ld-lower', 'highbuild-2k', 55, 1, {
    thinnerFraction: 0.1,
    hardenerId: 'hardener-medium',
    ...batch('cup-39', [240, 60, 24], 150),
  });

  // Right door: filled and sanded.
  strip(on(24, 9), ['rd-lower', 'rd-upper'], 'scraper', undefined);
  sand(on(24, 11), ['rd-lower', 'rd-upper'], 120, 0, { tool: 'orbital' });
  clean(on(24, 12), ['rd-lower', 'rd-upper']);
  coat(on(24, 13), ['rd-lower', 'rd-upper'], 'epoxy-primer', 50, 2);
  sand(on(17, 9), ['rd-lower', 'rd-upper'], 180, 12);
  put(on(17, 9, 30), ['rd-lower', 'rd-upper'], 'measured', { measure: 'heights', heights: RIGHT_DOOR });
  fill(on(17, 10), 'rd-upper', 'light-filler', 700);
  sand(on(17, 12), 'rd-upper', 80, 240);
  fill(on(17, 14), 'rd-upper', 'light-filler', 450);
  sand(on(16, 9), 'rd-upper', 80, 150);
  sand(on(16, 11), 'rd-upper', 180, 50);
  fill(on(16, 13), ['rd-upper', 'rd-lower'], 'glaze', 150);
  guide(on(14, 8, 45), ['rd-upper', 'rd-lower']);
  sand(on(14, 9), ['rd-upper', 'rd-lower'], 320, 60);
  put(on(14, 9, 20), ['rd-upper', 'rd-lower'], 'guideRead', {
    grit: 320,
    tool: 'longBoard',
    boardMm: 400,
    face: 'outer',
    marks: [
      { x: 330, y: 170, showed: 'low' },
      { x: 560, y: 210, showed: 'high' },
    ],
    rest: 'even',
  });

  // Sides: the left one in etch primer with its window closing; the right one barely begun.
  strip(on(9, 9), ['ls-front', 'ls-rear'], 'wireWheel', undefined);
  sand(on(8, 9), ['ls-front', 'ls-rear'], 80, 0, { tool: 'orbital' });
  put(on(8, 13), 'ls-rear', 'treated', { productId: 'rust-converter', coats: 1, filmUm: 15 });
  sand(on(6, 9), ['ls-front', 'ls-rear'], 180, 22, { tool: 'orbital' });
  clean(ago(440), ['ls-front', 'ls-rear']);
  coat(ago(425), ['ls-front', 'ls-rear'], 'etch-primer', 10, 1, batch('cup-36', [190, 190], 352));
  strip(on(2, 10), 'rs-front');
  clean(on(1, 14), 'rs-front');
  coat(on(1, 15), 'rs-front', 'dtm-2k', 40, 2, { thinnerFraction: 0.1 });

  // Nose: filler today, one side sanding, the other still soft.
  strip(on(13, 9), ['nose-l', 'nose-r'], 'wireWheel', undefined);
  blast(on(12, 10), ['nose-l', 'nose-r'], 'Crushed glass', 45);
  clean(on(12, 14), ['nose-l', 'nose-r']);
  coat(on(12, 15), ['nose-l', 'nose-r'], 'epoxy-primer', 50, 2);
  sand(on(10, 9), ['nose-l', 'nose-r'], 180, 12);
  fill(on(10, 10), 'nose-l', 'glass-filler', 2200, 0.022);
  sand(on(10, 13), 'nose-l', 36, 700);
  fill(on(10, 15), 'nose-l', 'light-filler', 1200);
  sand(on(7, 9), 'nose-l', 80, 450);
  sand(ago(190), ['nose-l', 'nose-r'], 180, 6);
  fill(ago(120), 'nose-l', 'light-filler', 800);
  fill(ago(14), 'nose-r', 'light-filler', 1100, 0.02);

  // Floor: plated for now, converter elsewhere. Rails: blasted this morning.
  strip(on(11, 9), ['floor-f', 'floor-r'], 'scraper', undefined);
  put(
    on(11, 12),
    'floor-f',
    'repaired',
    { method: 'Plate riveted over the pedal-box hole', temporaryMonths: 18 },
    'Proper patch when the pedal box comes out',
  );
  sand(on(11, 14), ['floor-f', 'floor-r'], 80, 0, { tool: 'orbital' });
  put(on(4, 10), ['floor-f', 'floor-r'], 'treated', { productId: 'rust-converter', coats: 1, filmUm: 18 });
  put(on(4, 15), ['floor-f', 'floor-r'], 'treated', { productId: 'rust-converter', coats: 1, filmUm: 18 });
  blast(ago(300), ['rail-l', 'rail-r'], 'Crushed glass', 55);

  // A slip, put right at once.
  const slip = coat(on(3, 9), 'rd-lower', 'highbuild-2k', 60, 1);
  put(on(3, 9, 5), [], 'voided', { targetId: slip, reason: 'That was another door' });
  faults(put, on, ago);
  lookAtRed(put, on);
  return { job: withEyeCard(planned(drawn(job), NOW, on)), events: b.events };
}

function hatchback() {
  const job: Job = {
    id: 'hatchback',
    name: 'Hatchback, front corner',
    about:
      'Metallic hatchback after a knock on the front left corner: wing, bonnet, bumper, and the door to blend into.',
    createdMs: on(21, 8),
    colour: { name: 'Slate shimmer', hex: '#4f6374' },
    agreed: [{ id: 'agreed-owner', kind: 'due', panelIds: [], atMs: on(-12, 17) }],
    panels: [
      { id: 'bonnet', name: 'Bonnet', substrate: 'aluminium', thicknessUm: 1000 },
      { id: 'bumper', name: 'Front bumper', substrate: 'plastic', thicknessUm: 3000 },
      { id: 'wing', name: 'Left wing', substrate: 'galvanised', thicknessUm: 700 },
      { id: 'door', name: 'Left front door', substrate: 'steel', thicknessUm: 750 },
      { id: 'inner', name: 'Inner wing', substrate: 'galvanised', thicknessUm: 1100 },
      { id: 'lamp', name: 'Lamp panel', substrate: 'steel', thicknessUm: 1000 },
    ],
    zones: [
      { id: 'bonnet-all', panelId: 'bonnet', name: 'Whole', areaCm2: 12500 },
      { id: 'bumper-skin', panelId: 'bumper', name: 'Skin', areaCm2: 7600 },
      { id: 'bumper-grille', panelId: 'bumper', name: 'Grille bars', areaCm2: 1100 },
      { id: 'wing-out', panelId: 'wing', name: 'Outer', areaCm2: 5400 },
      { id: 'wing-edge', panelId: 'wing', name: 'Edges', areaCm2: 800 },
      { id: 'door-blend', panelId: 'door', name: 'Blend', areaCm2: 6200 },
      { id: 'inner-all', panelId: 'inner', name: 'Whole', areaCm2: 3300 },
      { id: 'lamp-all', panelId: 'lamp', name: 'Whole', areaCm2: 1500 },
    ],
  };
  const b = book('h');
  const { put, found, sand, coat, fill, clean, guide, strip, gauge, polish, batch } = b;
  const factory = [
    { label: 'Factory e-coat', family: 'oldCoating', filmUm: 20 },
    { label: 'Factory primer', family: 'oldCoating', filmUm: 30 },
    { label: 'Factory base', family: 'oldCoating', filmUm: 15 },
    { label: 'Factory clear', family: 'oldCoating', filmUm: 42 },
  ] as const;
  found(on(21, 9), 'bonnet-all', 'aluminium', 1000, [...factory], 'Crease at the left front edge');
  found(
    on(21, 9, 10),
    ['bumper-skin', 'bumper-grille'],
    'plastic',
    3000,
    [...factory.slice(2)],
    'Split at the lamp corner',
  );
  found(on(21, 9, 20), ['wing-out', 'wing-edge'], 'galvanised', 700, [
    { label: 'E-coat of the new wing', family: 'oldCoating', filmUm: 22 },
  ]);
  found(on(21, 9, 30), 'door-blend', 'steel', 750, [...factory]);
  found(on(21, 9, 40), 'inner-all', 'galvanised', 1100, [...factory.slice(0, 1)], 'Folded behind the lamp');
  found(on(21, 9, 50), 'lamp-all', 'steel', 1000, [...factory.slice(0, 1)]);
  for (const [i, z] of ['bumper-skin', 'bonnet-all', 'wing-out'].entries())
    put(on(20, 8, 15 * i), z, 'removed', { where: 'Stand, bay two' });

  // Inner wing: pulled, weld-through, sealed this afternoon.
  strip(on(19, 9), ['inner-all', 'lamp-all'], 'chemical', undefined);
  sand(on(19, 11), ['inner-all', 'lamp-all'], 180, 0, { tool: 'pad' });
  clean(on(19, 12), ['inner-all', 'lamp-all']);
  put(on(18, 9), 'inner-all', 'repaired', { method: 'Pulled straight, corner piece plug-welded' });
  coat(on(18, 13), 'lamp-all', 'weld-through', 18, 1, { application: 'aerosol' });
  coat(on(17, 9), ['inner-all', 'lamp-all'], 'epoxy-primer', 50, 2);
  sand(on(13, 9), 'inner-all', 320, 6, { tool: 'pad' });
  clean(ago(75), 'inner-all');
  put(ago(50), 'inner-all', 'coated', { productId: 'seam-sealer', coats: 1, filmUm: 1500, application: 'brush' });

  // Bonnet: cleared three days ago, ready to polish.
  sand(on(16, 9), 'bonnet-all', 180, 40, { spotsThrough: true });
  clean(on(16, 12), 'bonnet-all');
  coat(on(16, 13), 'bonnet-all', 'dtm-2k', 40, 1, { thinnerFraction: 0.1 });
  sand(on(15, 9), 'bonnet-all', 180, 8);
  fill(on(15, 10), 'bonnet-all', 'light-filler', 600);
  sand(on(15, 12), 'bonnet-all', 80, 320);
  sand(on(15, 14), 'bonnet-all', 320, 40);
  clean(on(15, 15), 'bonnet-all');
  coat(on(14, 9), 'bonnet-all', 'highbuild-2k', 60, 2);
  guide(on(12, 9), 'bonnet-all');
  sand(on(12, 9, 15), 'bonnet-all', 400, 30);
  sand(on(12, 14), 'bonnet-all', 600, 8);
  clean(on(5, 8), 'bonnet-all');
  coat(on(5, 9), 'bonnet-all', 'base-water', 6, 1, { colourHex: '#4f6374', ...batch('cup-12', [400, 60], 150) });
  coat(on(5, 9, 40), 'bonnet-all', 'base-water', 7, 1, { colourHex: '#4f6374', ...batch('cup-12', [400, 60], 170) });
  coat(on(5, 10, 15), 'bonnet-all', 'base-water', 4, 1, { colourHex: '#4f6374', ...batch('cup-12', [400, 60], 90) });
  coat(on(5, 11, 15), 'bonnet-all', 'clear-hs', 30, 1, {
    hardenerId: 'hardener-medium',
    ...batch('cup-13', [320, 160, 24], 470),
  });
  coat(on(5, 11, 40), 'bonnet-all', 'clear-hs', 30, 1, { hardenerId: 'hardener-medium' });
  gauge(on(3, 10), 'bonnet-all', 520);

  // Door: blended and finished.
  sand(on(11, 9), 'door-blend', 800, 4, { tool: 'pad', wet: true });
  clean(on(11, 10), 'door-blend');
  coat(on(11, 11), 'door-blend', 'base-water', 4, 2, { colourHex: '#4f6374' });
  coat(on(11, 12), 'door-blend', 'clear-hs', 30, 1, { hardenerId: 'hardener-fast' });
  coat(on(11, 12, 25), 'door-blend', 'clear-hs', 30, 1, { hardenerId: 'hardener-fast' });
  sand(on(8, 9), 'door-blend', 2000, 3, { wet: true });
  polish(on(8, 11), 'door-blend');
  put(on(7, 8), 'door-blend', 'lookedAgain', {});
  put(on(8, 14), 'door-blend', 'fitted', { where: 'Handle and mirror back on' });

  // Wing: base at noon, window to clear still open. Bumper: primed and curing.
  sand(on(10, 9), ['wing-out', 'wing-edge'], 320, 4, { tool: 'pad' });
  clean(on(10, 10), ['wing-out', 'wing-edge']);
  coat(on(10, 11), ['wing-out', 'wing-edge'], 'highbuild-2k', 55, 2);
  guide(on(7, 9), 'wing-out');
  sand(on(7, 9, 15), 'wing-out', 400, 24);
  sand(on(7, 11), ['wing-out', 'wing-edge'], 600, 8);
  clean(ago(260), ['wing-out', 'wing-edge']);
  coat(ago(240), ['wing-out', 'wing-edge'], 'base-water', 6, 1, {
    colourHex: '#4f6374',
    ...batch('cup-14', [420, 63], 90),
  });
  coat(ago(205), ['wing-out', 'wing-edge'], 'base-water', 7, 1, {
    colourHex: '#4f6374',
    ...batch('cup-14', [420, 63], 110),
  });
  sand(on(4, 9), ['bumper-skin', 'bumper-grille'], 320, 10, { tool: 'pad' });
  put(on(4, 10), 'bumper-skin', 'repaired', { method: 'Split bonded with two-part plastic adhesive' });
  clean(on(4, 11), ['bumper-skin', 'bumper-grille'], 'cleaner-plastic');
  clean(ago(110), ['bumper-skin', 'bumper-grille'], 'cleaner-plastic');
  coat(ago(90), ['bumper-skin', 'bumper-grille'], 'plastic-promoter', 4, 1, { application: 'aerosol' });
  coat(ago(70), ['bumper-skin', 'bumper-grille'], 'highbuild-2k', 50, 1, {
    thinnerFraction: 0.15,
    hardenerId: 'hardener-fast',
  });
  coat(ago(48), ['bumper-skin', 'bumper-grille'], 'highbuild-2k', 50, 1, {
    thinnerFraction: 0.15,
    hardenerId: 'hardener-fast',
  });
  readColours(put, on);
  return { job: withCards(job), events: b.events };
}

function write(name: string, content: unknown): void {
  const file = path.join(__dirname, `${name}.json`);
  const text = JSON.stringify(content);
  void resolveConfig(file).then(async (c) => writeFileSync(file, await format(text, { ...c, filepath: file })));
}

const jobs = [breadVan(), hatchback(), coupe(), scooter()].map((f) => ({ ...f, job: photographed(f.job) }));
const stocked = stockShelf(jobs, NOW);
const hatch = jobs.find((j) => j.job.id === 'hatchback');
if (!hatch) throw new Error('The demo has no hatchback');
const shelf = withToners(stocked, hatch, NOW, on);
write('shelf', { exportedMs: NOW, records: shelf });
console.log(`Shelf: ${shelf.length} records`);
const pictures: Record<string, string> = {};
for (const { job, events } of jobs) {
  const file = writeJobFile(job, events, SHIPPED_PRODUCTS, NOW);
  Object.assign(pictures, picturesOf(job));
  write(job.id, { ...file, ...(job.photos && { pictures: picturesOf(job) }) });
  // What the app puts into its own shop: products ship with it, so they are not loaded twice.
  writeFileSync(path.join(__dirname, 'seed', `${job.id}.json`), JSON.stringify({ ...file, products: [] }));
  console.log(`${job.name}: ${job.panels.length} panels, ${job.zones.length} zones, ${events.length} events`);
}
// Loaded by itself, once the demo stands there.
writeFileSync(path.join(__dirname, 'seed', 'pictures.json'), JSON.stringify(pictures));
