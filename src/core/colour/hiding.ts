import { ciede2000 } from './difference';
import { absorptionRatio, cameBackInside, reflectanceOver, seenOutside } from './kubelkaMunk';
import { reflectanceAt, type TonerAmount } from './paint';
import { BANDS, labOfSpectrum, labOf, xyzOfLab, type Spectrum } from './spectrum';

/** A ground shows through no more where the difference is under this, CIEDE2000. */
export const HIDDEN_DE = 0.5;
/** With more coats than this nobody hides: the ground is made to match instead. */
export const MOST_COATS = 12;
const ANGLES = [25, 45, 75] as const;

/** White and black primer, as they are read. */
const WHITE = 0.82;
const BLACK = 0.045;
const flat = (r: number): Spectrum => new Float64Array(BANDS).fill(r);

/** Reflectance of a grey of lightness L*. By hand: 50 is 0.184. */
export const greyOfLightness = (l: number): number => xyzOfLab([l, 0, 0], 'D65')[1] / 100;
/** Lightness L* of a grey, the inverse of {@link greyOfLightness}. @param r reflectance, 0 to 1 */
export const lightnessOfGrey = (r: number): number => labOf([94.811 * r, 100 * r, 107.304 * r], 'D65')[0];

/** Share of black primer, by volume, in black and white mixed to a grey: by their K/S, both taken to scatter alike. */
export function blackShare(grey: number): number {
  const [w, b, g] = [WHITE, BLACK, Math.min(WHITE, Math.max(BLACK, grey))].map(absorptionRatio) as [
    number,
    number,
    number,
  ];
  return (g - w) / (b - w);
}

/** A film that grows coat by coat: what is seen of it at each angle over a ground. */
export type Coats = (coats: number, ground: Spectrum, angleDeg: number) => Spectrum;

/** Of a formula. @param coatUm dry film of one coat */
export const coatsOf =
  (toners: readonly TonerAmount[], coatUm: number, lay = 1): Coats =>
  (coats, ground, angleDeg) =>
    reflectanceAt({ toners, filmUm: coats * coatUm, ground, flakeTilt: lay }, angleDeg);

/**
 * Of a card that was sprayed over black and over white and read: K and S times film from the two, band by band. Linear in a = 1 + K/S and
 * b·coth(b·S·X) (Kubelka 1948). Face and flop alike, so of a solid colour.
 * @param coats on the card @param black, white what was read of each ground itself
 */
export function coatsFromCard(
  over: { black: Spectrum; white: Spectrum },
  coats: number,
  grounds: { black: Spectrum; white: Spectrum } = { black: flat(BLACK), white: flat(WHITE) },
): Coats {
  const film = Array.from({ length: BANDS }, (_, i) => {
    const inside = (r: Spectrum) => cameBackInside(r[i]!);
    const [r1, r2, g1, g2] = [inside(over.black), inside(over.white), inside(grounds.black), inside(grounds.white)];
    // a(R + Rg) + c(R − Rg) = 1 + R·Rg, for both grounds.
    const det = (r1 + g1) * (r2 - g2) - (r2 + g2) * (r1 - g1);
    const [p1, p2] = [1 + r1 * g1, 1 + r2 * g2];
    const a = Math.max(1 + 1e-6, (p1 * (r2 - g2) - p2 * (r1 - g1)) / det);
    const c = ((r1 + g1) * p2 - (r2 + g2) * p1) / det;
    const b = Math.sqrt(a * a - 1);
    // Where both grounds read the same, the film hides already: as thick as can be told.
    const sx = c > b ? Math.atanh(b / c) / b : 5 / b;
    return { s: sx / coats, k: ((a - 1) * sx) / coats };
  });
  return (n, ground) =>
    Float64Array.from(film, ({ k, s }, i) => seenOutside(reflectanceOver(k, s, n, cameBackInside(ground[i]!))));
}

const differs = (a: (angle: number) => Spectrum, b: (angle: number) => Spectrum): number =>
  Math.max(...ANGLES.map((angle) => ciede2000(labOfSpectrum(a(angle), 'D65'), labOfSpectrum(b(angle), 'D65'))));

/** Coats until black and white below can no more be told apart; undefined where {@link MOST_COATS} do not do it. */
export function coatsToHide(film: Coats): number | undefined {
  for (let n = 1; n <= MOST_COATS; n++)
    if (
      differs(
        (a) => film(n, flat(BLACK), a),
        (a) => film(n, flat(WHITE), a),
      ) < HIDDEN_DE
    )
      return n;
  return undefined;
}

/** How much a grey below still changes: against the same coats over a ground of the colour itself. */
function showsThrough(film: Coats, coats: number, grey: number): number {
  const itself = film(2 * MOST_COATS, flat(grey), 45);
  return differs(
    (a) => film(coats, flat(grey), a),
    (a) => film(coats, itself, a),
  );
}

/** Coats until a grey below changes nothing any more; undefined where {@link MOST_COATS} do not do it. @param grey its reflectance */
export function coatsOverGrey(film: Coats, grey: number): number | undefined {
  for (let n = 1; n <= MOST_COATS; n++) if (showsThrough(film, n, grey) < HIDDEN_DE) return n;
  return undefined;
}

export interface BestGrey {
  /** L* of the grey, and its share of black primer by volume. */
  lightness: number;
  blackShare: number;
  coats: number;
}

/** The grey that hides soonest; of those that need as many coats the one over which the first coats differ least. */
export function bestGrey(film: Coats): BestGrey | undefined {
  let best: (BestGrey & { left: number }) | undefined;
  for (let l = Math.ceil(lightnessOfGrey(BLACK)); l <= lightnessOfGrey(WHITE); l++) {
    const grey = greyOfLightness(l);
    const coats = coatsOverGrey(film, grey);
    if (coats === undefined) continue;
    const left = showsThrough(film, coats, grey);
    if (!best || coats < best.coats || (coats === best.coats && left < best.left))
      best = { lightness: l, blackShare: blackShare(grey), coats, left };
  }
  return best && { lightness: best.lightness, blackShare: best.blackShare, coats: best.coats };
}

/** Toners through which the ground shows for long: what has them is looked at over its grey before it is sprayed. */
export const transparentIn = (toners: readonly TonerAmount[]): TonerAmount[] =>
  toners.filter(({ toner, gPerL }) => {
    if (toner.sort === 'pearl') return gPerL > 0;
    if (toner.sort === 'flake') return false;
    const scatters = Math.max(...toner.s);
    // It colours, and gives hardly anything back of its own.
    return gPerL >= 20 && scatters < 4e-5 && Math.min(...toner.k) * gPerL * 15 < 0.05;
  });
