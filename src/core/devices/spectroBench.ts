import { normalDraws } from '../colour/draws';
import { reflectanceAt, type TonerAmount } from '../colour/paint';
import { BANDS } from '../colour/spectrum';
import { tonerById } from '../colour/toners';
import type { SpectroMessage } from './spectro';

/* The simulated instrument. Apart from the devices that a page loads: only the server reads paint that is not there. */

const ANGLES = [15, 25, 45, 75, 110];
/** What it is off by when it stands on the same place again, as a share of it; and a little of its own. */
const REPEATS = 0.003;
const OWN = 0.0003;
/** How far its lamp goes from one reading of the tile to the next, a share an hour. */
const DRIFT_H = 0.0008;

/** What it is held over, as it is asked for. A real one sees it. */
export interface HandGrip {
  /** 'white:3,black-deep:1.6': grams in a litre of base. */
  toners: string;
  filmUm: number;
  flakeTilt: number;
  ground: number;
  /** The car itself: what left the works as that, and has faded since. */
  car: boolean;
}

/** What that many years make of a formula, the same for every reading of one car. */
function aged(toners: TonerAmount[], seed: number): TonerAmount[] {
  const normal = normalDraws(seed);
  const old = toners.map((t) => ({ ...t, gPerL: t.gPerL * Math.exp(0.12 * normal()) }));
  const yellowed = tonerById.get('oxide-yellow');
  return yellowed ? [...old, { toner: yellowed, gPerL: 0.8 }] : old;
}

/** A reading of what it stands on: the model of a film, with the instrument's scatter and the drift since its tile. */
export function spectroReading(
  held: HandGrip,
  seed: number,
  count: number,
  tileMs: number | null,
  atMs: number,
): SpectroMessage {
  const normal = normalDraws(seed * 1000 + count);
  const toners = held.toners.split(',').flatMap((part): TonerAmount[] => {
    const [id = '', grams = ''] = part.split(':');
    const toner = tonerById.get(id);
    const gPerL = Number(grams);
    return toner && Number.isFinite(gPerL) && gPerL >= 0 && gPerL <= 2000 ? [{ toner, gPerL }] : [];
  });
  const film = {
    toners: held.car ? aged(toners, seed) : toners,
    filmUm: held.filmUm,
    flakeTilt: held.flakeTilt,
    ground: new Float64Array(BANDS).fill(held.ground),
  };
  const gain = (1 + REPEATS * normal()) * (1 + (DRIFT_H * (atMs - (tileMs ?? atMs))) / 3_600_000);
  return {
    atMs,
    tileMs,
    seated: true,
    anglesDeg: ANGLES,
    reflectance: ANGLES.map((a) =>
      [...reflectanceAt(film, a)].map((r) => Math.round(Math.max(0, r * gain + OWN * normal()) * 1e5) / 1e5),
    ),
  };
}
