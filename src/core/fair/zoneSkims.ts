import { FILLER_ON } from '../library/fillerOn';
import type { Product, ProductFamily } from '../library/product';
import type { PlainEvent } from '../log/event';
import type { Job, Panel, Zone } from '../log/job';
import { faceOf } from '../outline/areas';
import { zoneAt } from '../outline/zones';
import { withHeights, type HeightGrid } from './grid';
import { planSkims } from './skims';

/** One skim of a zone that is still to be spread, as the route needs it. */
export interface PlannedSkim {
  productId: string;
  /** Over the whole zone on average, µm: the log knows no smaller place. */
  filmUm: number;
  /** Where it is spread, cm². */
  areaCm2: number;
  /** To mix, g. */
  massG: number;
  hardenerFraction?: number;
}

/** What a plan fills on a zone. */
export interface ZoneFill {
  /** Over which filler lies when all of it is spread, cm². */
  areaCm2: number;
  /** Skims that are still to be spread; none: nothing has to be filled, or all of it is. */
  left: readonly PlannedSkim[];
}

/** The filler that is sanded to shape on a panel, and what goes under it where it is deep; undefined where the library has none. */
export function fillersFor(panel: Panel, all: readonly Product[]): { fine?: Product; below?: Product } {
  const find = (family: ProductFamily) => all.find((p) => p.family === family);
  const family = FILLER_ON[panel.substrate];
  const fine = find(family);
  const below = family === 'lightFiller' ? find('glassFiller') : undefined;
  return { ...(fine && { fine }), ...(below && { below }) };
}

/** Skims among entries: glaze is for pinholes, and no skim of a plan. */
export const isSkim = (e: PlainEvent, familyOf: (productId: string) => ProductFamily | undefined): boolean =>
  e.kind === 'filled' && familyOf(e.productId) !== 'glaze';

/** What a skim adds over a zone, or over several, on average, µm: at least enough to be seen in the log. */
export const overZonesUm = (s: { meanMm: number; areaCm2: number }, cm2: number): number =>
  Math.max(10, 1000 * (cm2 > 0 ? (s.meanMm * s.areaCm2) / cm2 : s.meanMm));

/**
 * What a panel's fill is on one zone of it. On a panel that nobody drew each zone has its share of all of it.
 * @param fill of the panel, mm
 * @param tempC at which it is mixed, °C
 * @param laid skims that the zone has had since it was read
 */
export function fillOnZone(
  job: Job,
  panel: Panel,
  zone: Zone,
  fill: HeightGrid,
  fine: Product,
  below: Product | undefined,
  tempC: number,
  laid: number,
): ZoneFill {
  const face = faceOf(zone);
  const isDrawn = panel.map !== undefined;
  const isOn = (ix: number, iy: number) =>
    zoneAt(job, panel, face, { x: fill.x0 + ix * fill.stepX, y: fill.y0 + iy * fill.stepY })?.id === zone.id;
  const here = isDrawn ? withHeights(fill, (i, ix, iy) => (isOn(ix, iy) ? fill.mm[i]! : 0)) : fill;
  const cm2 = job.zones.reduce((sum, z) => (z.panelId === panel.id && faceOf(z) === face ? sum + z.areaCm2 : sum), 0);
  const share = isDrawn || cm2 === 0 ? 1 : zone.areaCm2 / cm2;
  const skims = planSkims(here, fine, below, tempC).skims.map((s): PlannedSkim => {
    const areaCm2 = s.areaCm2 * share;
    return {
      productId: s.productId,
      filmUm: Math.round(overZonesUm({ meanMm: s.meanMm, areaCm2 }, zone.areaCm2)),
      areaCm2,
      massG: s.massG * share,
      ...(s.hardenerFraction !== undefined && { hardenerFraction: s.hardenerFraction }),
    };
  });
  return { areaCm2: skims.reduce((most, s) => Math.max(most, s.areaCm2), 0), left: skims.slice(laid) };
}
