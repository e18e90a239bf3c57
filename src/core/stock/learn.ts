import { APPLICATION_KINDS, APPLICATIONS, type Application } from '../library/application';

/** What one measured piece of work says of how much lands: see `transferSeen`. */
export interface TransferSeen {
  application: Application;
  productId: string;
  /** Film that was read times area, over solids that were put through the gun: a fraction. */
  share: number;
}

/** What a shop has learned of a gun with a product. */
export interface Learned {
  share: number;
  /** One standard deviation of its logarithm. */
  spread: number;
  /** Observations of this product with this gun, and of the gun with any. */
  of: number;
  ofGun: number;
}

/**
 * Logarithms, as one standard deviation. Guns (and hands) differ from the usual by about a sixth, products of one gun by a tenth, and one
 * observation (a few film readings over one area) is good for about a sixth.
 */
const GUN_SD = 0.17;
const PRODUCT_SD = 0.1;
const SEEN_SD = 0.16;
/** Outside of this a reading or a cup was wrong: it is left out. */
const SANE = { min: 0.05, max: 1.2 } as const;

/**
 * Transfer efficiency of every gun and product as the shop has seen it, shrunk to the usual figure while data are few. Two levels, normal in the
 * logarithm: the gun's difference from the usual, and the product's from its gun; both by the precision-weighted means of the conjugate normal
 * model (Gelman et al., Bayesian Data Analysis, 5.4).
 * @returns what to count with for a gun and product, also for those that nobody measured
 */
export function learnTransfer(seen: readonly TransferSeen[]): (application: Application, productId: string) => Learned {
  const gunOf = (application: Application) => {
    const usual = APPLICATIONS[application].transferEfficiency;
    const products = new Map<string, number[]>();
    for (const s of seen) {
      if (s.application !== application || !(s.share >= SANE.min && s.share <= SANE.max)) continue;
      const list = products.get(s.productId);
      const x = Math.log(s.share / usual);
      if (list) list.push(x);
      else products.set(s.productId, [x]);
    }
    let precision = 1 / GUN_SD ** 2;
    let sum = 0;
    let of = 0;
    for (const list of products.values()) {
      const p = 1 / (PRODUCT_SD ** 2 + SEEN_SD ** 2 / list.length);
      precision += p;
      sum += p * (list.reduce((a, b) => a + b, 0) / list.length);
      of += list.length;
    }
    return { mean: sum / precision, variance: 1 / precision, of, products };
  };
  const guns = Object.fromEntries(APPLICATION_KINDS.map((a) => [a, gunOf(a)])) as Record<
    Application,
    ReturnType<typeof gunOf>
  >;
  return (application, productId) => {
    const gun = guns[application];
    const list = gun.products.get(productId) ?? [];
    const usual = APPLICATIONS[application].transferEfficiency;
    const own = 1 / PRODUCT_SD ** 2;
    const data = list.length / SEEN_SD ** 2;
    // How far the product's own readings outweigh its gun.
    const weight = data / (own + data);
    const mean = list.length > 0 ? list.reduce((a, b) => a + b, 0) / list.length : 0;
    const x = gun.mean + weight * (mean - gun.mean);
    const variance = 1 / (own + data) + (1 - weight) ** 2 * gun.variance;
    return {
      share: Math.min(1, usual * Math.exp(x)),
      spread: Math.sqrt(variance),
      of: list.length,
      ofGun: gun.of,
    };
  };
}

/** What is left over of a product's cups, as a share of what was mixed. */
export interface WasteLearned {
  share: number;
  /** One standard deviation. */
  spread: number;
  of: number;
}
/** What the trade throws away of a cup, and how sure that is, in cups. */
const USUAL_WASTE = { share: 0.12, spread: 0.08, cups: 3 } as const;

/** Waste of a product's cups, shrunk to the usual as if three usual cups had been seen besides. @param shares of each cup, fractions */
export function learnWaste(shares: readonly number[]): WasteLearned {
  const sane = shares.filter((s) => s >= 0 && s <= 1);
  const n = sane.length + USUAL_WASTE.cups;
  const share = (sane.reduce((a, b) => a + b, 0) + USUAL_WASTE.share * USUAL_WASTE.cups) / n;
  const variance =
    (sane.reduce((a, s) => a + (s - share) ** 2, 0) +
      USUAL_WASTE.cups * (USUAL_WASTE.spread ** 2 + (USUAL_WASTE.share - share) ** 2)) /
    n;
  return { share, spread: Math.sqrt(variance), of: sane.length };
}
