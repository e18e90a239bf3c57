import { APPLICATIONS } from '../library/application';
import type { DefectKind } from '../log/defects';
import { fanProfile, landingAt } from '../mix/gun';

/** Points of a panel that is sprayed, and how far they lie apart, mm: a panel a metre long and half a metre high. It stands upright. */
export const SPRAY_SIZE = { nx: 256, ny: 128, stepMm: 4 } as const;

/** A panel under a gun. Fields are row by row from its top left; films are of what stays when all solvent has left, µm. */
export interface SprayPanel {
  nx: number;
  ny: number;
  stepMm: number;
  /** Film of this coat and of those before it together. */
  um: Float32Array;
  /** Film that has set: earlier coats. */
  setUm: Float32Array;
  /** Since the paint on top landed, on average, s; a place without any is as old as the coat. */
  ageS: Float32Array;
  /** How far this coat has slid, mm; and where one slid so far that it ran. */
  movedMm: Float32Array;
  ran: Uint8Array;
  /** Share of what landed that was dry when it did. */
  dry: Float32Array;
  /** It met an edge that had dried. */
  hazy: Uint8Array;
  /** Flake that floats, 0 to 1. */
  mottle: Float32Array;
  /** Seconds since it was begun, and coats that have flashed. */
  timeS: number;
  coats: number;
  /** Paint by volume of solids, mL: all that left the gun, and where it went. */
  sprayedMl: number;
  airMl: number;
  missedMl: number;
  drippedMl: number;
  paint: SprayPaint;
}

/** Paint and air, as far as they matter here. */
export interface SprayPaint {
  /** Dry film that one coat should be, µm. */
  coatUm: number;
  /** Solids by volume as sprayed, fraction. */
  solids: number;
  /** Time in which a film stiffens by e, s: long in the cold, and with slow thinner. */
  stiffensS: number;
  /** Thickness to the flow when it has landed, Pa s. */
  viscosityPaS: number;
  /** Flake that has to lie even. */
  flake: boolean;
}

/** How the gun is held. */
export interface SprayGun {
  /** Ready paint that leaves it, mL a minute. */
  flowMlMin: number;
  /** Its fan at 200 mm, mm, and how flat it is: 2 soft, 4 flat. */
  fanMm: number;
  flatness: number;
  distanceMm: number;
}

/** Where the fan was measured; nearer and further it is narrower and wider in proportion, mm. */
const FAN_AT_MM = 200;
/** Of what leaves a low-pressure gun, so much lands on what it points at from near. */
const LANDS = APPLICATIONS.lowPressureGun.transferEfficiency;
/** Along its way the fan is so thin: one standard deviation, mm. */
const ALONG_MM = 12;
/** From that far paint begins to land dry, and beyond this all of it does, mm. */
const DRY_FROM_MM = 230;
const DRY_ALL_MM = 380;
/** An edge that is so many times as old as its paint stiffens in takes no more paint without a haze. */
const EDGE_LOST = 2.5;
/** Film runs where it slid so far before it set, mm: reference on sag. */
export const RUNS_MM = 2;
/** Density and gravity, kg/m3 and m/s2. */
const RHO_G = 1000 * 9.81;

/** @param coarser so many times coarser, for what is only counted and not looked at */
export function newSprayPanel(paint: SprayPaint, coarser = 1): SprayPanel {
  const [nx, ny, stepMm] = [SPRAY_SIZE.nx / coarser, SPRAY_SIZE.ny / coarser, SPRAY_SIZE.stepMm * coarser];
  const n = nx * ny;
  return {
    nx,
    ny,
    stepMm,
    um: new Float32Array(n),
    setUm: new Float32Array(n),
    ageS: new Float32Array(n),
    movedMm: new Float32Array(n),
    ran: new Uint8Array(n),
    dry: new Float32Array(n),
    hazy: new Uint8Array(n),
    mottle: new Float32Array(n),
    timeS: 0,
    coats: 0,
    sprayedMl: 0,
    airMl: 0,
    missedMl: 0,
    drippedMl: 0,
    paint,
  };
}

/** Share of paint that lands on what the gun points at. */
export const landsAt = (distanceMm: number): number => LANDS * landingAt(distanceMm / 10);
/** Share of what lands that is dry by then. */
export const dryAt = (distanceMm: number): number =>
  Math.min(1, Math.max(0, (distanceMm - DRY_FROM_MM) / (DRY_ALL_MM - DRY_FROM_MM)));

/** How wide the fan is where it meets the panel, mm. */
export const fanAtMm = (gun: SprayGun): number => (gun.fanMm * gun.distanceMm) / FAN_AT_MM;

/** Share of the fan that falls into each row, as (1 - |x|^m); they add up to one. */
function fanRows(gun: SprayGun, stepMm: number): { from: number; share: Float64Array } {
  const half = fanAtMm(gun) / 2;
  const rows = Math.max(1, Math.floor(half / stepMm));
  const share = new Float64Array(2 * rows + 1);
  let sum = 0;
  for (let r = -rows; r <= rows; r++) {
    const s = fanProfile((r * stepMm) / (half + stepMm / 2), gun.flatness);
    share[r + rows] = s;
    sum += s;
  }
  for (let i = 0; i < share.length; i++) share[i] = share[i]! / sum;
  return { from: -rows, share };
}

/**
 * Moves the gun along a line with the trigger pulled. Film of one pass is flow by solids by what lands, over speed and width (reference: gun and film);
 * what falls beside the panel is lost.
 * @param p is changed @param from, to mm from the top left @param seconds that it takes
 */
export function spray(
  p: SprayPanel,
  gun: SprayGun,
  from: { x: number; y: number },
  to: { x: number; y: number },
  seconds: number,
): void {
  if (!(seconds > 0)) return;
  const { nx, ny, stepMm, paint } = p;
  const way = Math.hypot(to.x - from.x, to.y - from.y);
  const parts = Math.max(1, Math.ceil(way / ALONG_MM));
  const solidsMl = ((gun.flowMlMin / 60) * seconds * paint.solids) / parts;
  const lands = landsAt(gun.distanceMm);
  const isDry = dryAt(gun.distanceMm);
  const { from: first, share } = fanRows(gun, stepMm);
  const reach = Math.ceil((2.5 * ALONG_MM) / stepMm);
  /** From mL on one point to µm. */
  const toUm = 1e6 / (stepMm * stepMm);
  for (let k = 0; k < parts; k++) {
    const t = (k + 0.5) / parts;
    const cx = (from.x + (to.x - from.x) * t) / stepMm;
    const cy = (from.y + (to.y - from.y) * t) / stepMm;
    const ix0 = Math.round(cx);
    const iy0 = Math.round(cy);
    p.sprayedMl += solidsMl;
    p.airMl += solidsMl * (1 - lands);
    let sum = 0;
    for (let dx = -reach; dx <= reach; dx++) sum += Math.exp(-(((ix0 + dx - cx) * stepMm) ** 2) / (2 * ALONG_MM ** 2));
    const on = solidsMl * lands;
    for (let dx = -reach; dx <= reach; dx++) {
      const ix = ix0 + dx;
      const along = Math.exp(-(((ix - cx) * stepMm) ** 2) / (2 * ALONG_MM ** 2)) / sum;
      for (let r = 0; r < share.length; r++) {
        const ml = on * along * share[r]!;
        const iy = iy0 + first + r;
        if (ix < 0 || iy < 0 || ix >= nx || iy >= ny) {
          p.missedMl += ml;
          continue;
        }
        land(p, iy * nx + ix, ml * toUm, isDry);
      }
    }
  }
}

/** Paint lands on a point: it is as young as it is much of what is wet there. */
function land(p: SprayPanel, i: number, um: number, isDry: number): void {
  const wet = p.um[i]! - p.setUm[i]!;
  const all = wet + um;
  if (all <= 0) return;
  // What meets an edge that has dried frosts; the same coat only.
  if (wet > 0.3 * p.paint.coatUm && p.ageS[i]! > EDGE_LOST * p.paint.stiffensS) p.hazy[i] = 1;
  p.ageS[i] = (p.ageS[i]! * wet) / all;
  p.dry[i] = (p.dry[i]! * wet + isDry * um) / all;
  p.um[i] = p.um[i]! + um;
  if (!p.paint.flake) return;
  // A wet coat floats flake; a light dry one from further away lays it even.
  if (isDry > 0.15 && all < 0.7 * p.paint.coatUm)
    p.mottle[i] = Math.max(0, p.mottle[i]! - um / (0.25 * p.paint.coatUm));
  else p.mottle[i] = Math.min(1, Math.max(p.mottle[i]!, (all / p.paint.coatUm - 0.8) / 0.6));
}

/** What is left of something that falls by e, near enough and many times as quick as the exponential: 1 at 0, off by less than 0.03 anywhere. */
export const fade = (x: number): number => 1 / (1 + x * (1 + x * (0.5 + x * 0.1667)));

/** No more than such a share of the time in which a film stiffens is worked out at once. */
const MOST_STEP = 1 / 15;
/** A film that old has set, as many times as it stiffens in. */
const SETS_AFTER = 6;

/**
 * Time passes: the film slides down and stiffens. Mean speed of a film of thickness h on an upright face is rho·g·h²/(3·eta), its surface half as fast again
 * (reference: sag); viscosity rises by e in `stiffensS`. What slides off the lower edge drips.
 * @param p is changed
 */
export function passTime(p: SprayPanel, seconds: number): void {
  const most = p.paint.stiffensS * MOST_STEP;
  for (let left = seconds; left > 1e-9; left -= most) passOnce(p, Math.min(left, most));
}

const flows = new WeakMap<SprayPanel, Float32Array>();
function passOnce(p: SprayPanel, dt: number): void {
  const { nx, ny, stepMm, paint } = p;
  let flow = flows.get(p);
  if (!flow) flows.set(p, (flow = new Float32Array(nx)));
  flow.fill(0);
  const mlPerUm = (stepMm * stepMm) / 1e6;
  const { viscosityPaS, stiffensS, solids } = paint;
  const setsS = SETS_AFTER * stiffensS;
  // Tens of thousands of points sixty times a second: nothing is made or called in here. From the top down: what comes from above is known.
  for (let iy = 0; iy < ny; iy++) {
    const row = iy * nx;
    for (let ix = 0; ix < nx; ix++) {
      const i = row + ix;
      const comes = flow[ix]!;
      const age = p.ageS[i]!;
      const wet = p.um[i]! - p.setUm[i]!;
      let leaves = 0;
      if (wet > 0.5 && age < setsS) {
        const e = fade(age / stiffensS);
        const h = wet * (1 + (1 / solids - 1) * e) * 1e-6;
        // Mean speed, mm/s, with what has stiffened by now.
        const v = ((RHO_G * h * h) / (3 * viscosityPaS)) * e * 1000;
        let share = (v * dt) / stepMm;
        if (share > 0.5) share = 0.5;
        leaves = wet * share;
        const moved = p.movedMm[i]! + 1.5 * v * dt;
        p.movedMm[i] = moved;
        if (moved > RUNS_MM) p.ran[i] = 1;
      }
      if (comes > 0 || leaves > 0) p.um[i] = p.um[i]! + comes - leaves;
      flow[ix] = leaves;
      p.ageS[i] = age + dt;
    }
  }
  for (let ix = 0; ix < nx; ix++) p.drippedMl += flow[ix]! * mlPerUm;
  p.timeS += dt;
}

/** The flash is waited out: the film slides to its end, sets, and the next coat begins. */
export function flashOff(p: SprayPanel): void {
  passTime(p, SETS_AFTER * p.paint.stiffensS);
  p.setUm.set(p.um);
  p.ageS.fill(0);
  p.movedMm.fill(0);
  p.coats += 1;
}

/** How a panel stands. Shares are of its area. */
export interface SprayStanding {
  meanUm: number;
  /** Within a quarter of what the coats so far should be. */
  within: number;
  thin: number;
  thick: number;
  runs: number;
  dry: number;
  hazy: number;
  mottle: number;
  /** Highest lane less lowest over the middle of the panel, of the mean. */
  stripes: number;
  /** Of what left the gun, so much is on the panel. */
  lands: number;
  sprayedMl: number;
}

const WITHIN = 0.25;

/** @param coats that should be on by now @param every so many-th point either way is looked at: enough while a finger moves */
export function sprayStanding(p: SprayPanel, coats: number, every = 1): SprayStanding {
  const { nx, ny } = p;
  const target = p.paint.coatUm * Math.max(1, coats);
  let [sum, within, thin, thick, runs, dry, hazy, mottle] = [0, 0, 0, 0, 0, 0, 0, 0];
  const lanes: number[] = [];
  let n = 0;
  for (let iy = 0; iy < ny; iy += every) {
    let [lane, inLane] = [0, 0];
    for (let ix = 0; ix < nx; ix += every) {
      n++;
      const i = iy * nx + ix;
      const um = p.um[i]!;
      sum += um;
      if (um < (1 - WITHIN) * target) thin++;
      else if (um > (1 + WITHIN) * target) thick++;
      else within++;
      if (p.ran[i]) runs++;
      if (p.dry[i]! > 0.5 && um > 1) dry++;
      if (p.hazy[i]) hazy++;
      mottle += p.mottle[i]!;
      if (ix > nx * 0.1 && ix < nx * 0.9) {
        lane += um;
        inLane++;
      }
    }
    lanes.push(lane / Math.max(1, inLane));
  }
  const inner = lanes.slice(Math.floor(lanes.length * 0.15), Math.ceil(lanes.length * 0.85));
  const mean = inner.reduce((a, b) => a + b, 0) / inner.length;
  const mlPerUm = (p.stepMm * p.stepMm * every * every) / 1e6;
  return {
    meanUm: sum / n,
    within: within / n,
    thin: thin / n,
    thick: thick / n,
    runs: runs / n,
    dry: dry / n,
    hazy: hazy / n,
    mottle: mottle / n,
    stripes: mean > 0.5 ? (Math.max(...inner) - Math.min(...inner)) / mean : 0,
    lands: p.sprayedMl > 0 ? (sum * mlPerUm) / p.sprayedMl : 0,
    sprayedMl: p.sprayedMl,
  };
}

/** From so much of its area on a defect is one. */
const SEEN = 0.01;

/** Defects that are to be seen, by the names that the log has for them. */
export function sprayDefects(s: SprayStanding, { flake }: Pick<SprayPaint, 'flake'>): DefectKind[] {
  return [
    ...(s.runs > SEEN / 4 ? (['run'] as const) : []),
    ...(s.dry > SEEN ? (['drySpray'] as const) : []),
    ...(s.hazy > SEEN ? (['hazyEdge'] as const) : []),
    ...(s.stripes > 0.35 ? (['stripes'] as const) : []),
    ...(s.mottle > 0.3 ? (['mottle'] as const) : []),
    // Colour that is thin does not hide; clear that is thin does not flow out.
    ...(s.thin > 0.15 ? ([flake ? 'poorHiding' : 'orangePeel'] as const) : []),
  ];
}

/** A score from 0 to 100: what is within its film, less what ran, dried, frosted or floats. */
export const sprayScore = (s: SprayStanding): number =>
  Math.round(
    100 *
      Math.max(
        0,
        s.within - 4 * s.runs - s.dry - 2 * s.hazy - 0.5 * s.mottle - 0.3 * Math.min(1, s.stripes) * s.within,
      ),
  );

/** All paint that left the gun is somewhere, mL: on the panel, in the air, beside it, or on the floor. */
export function sprayBalance(p: SprayPanel): { sprayedMl: number; foundMl: number } {
  let um = 0;
  for (let i = 0; i < p.um.length; i++) um += p.um[i]!;
  return {
    sprayedMl: p.sprayedMl,
    foundMl: (um * p.stepMm * p.stepMm) / 1e6 + p.airMl + p.missedMl + p.drippedMl,
  };
}
