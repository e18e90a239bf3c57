import {
  effectiveEvents,
  likelyRemovalUm,
  openFaults,
  type LoggableKind,
  type MediaId,
  type PlainEvent,
  type Product,
  type Strata,
  type Treatment,
  type UnitSystem,
  type ZoneStatus,
} from '@/core';
import type { OpenJob } from '@/data';
import { formatForInput } from '@/ui/numbers';
import { productDefaults, textsOf, textsOfEntry, textsOfMedia, textsOfTreatment, type Texts } from './draft';

/** An entry that still counts, as it counts. */
export const entryOf = (open: OpenJob, id: string | undefined): PlainEvent | undefined =>
  id === undefined ? undefined : effectiveEvents(open.state).find((e) => e.id === id);

/** What a sheet begins with: all of it is the link's business, and none of it is needed. */
export interface SheetStart {
  /** The entry that is being corrected. */
  old: PlainEvent | undefined;
  kind: LoggableKind | undefined;
  productId: string | undefined;
  /** A marked fault that is dealt with. */
  faultId: string | undefined;
  /** What a repair was worked out as. */
  treatment: Treatment | undefined;
  /** What it was blasted with, and the pressure that was held, bar. */
  media: MediaId | undefined;
  barG: number | undefined;
  grit: number | undefined;
  /** Thickness of a skim that was planned, µm, and its hardener as a share of the filler. */
  filmUm: number | undefined;
  hardenerFraction: number | undefined;
  /** Ids of spots with commas between; empty: all of the zone; absent: what the way has. */
  on: string | undefined;
}

/** Whether nothing but a kind was asked for: then it is a sheet that somebody begins by hand. */
export const isByHand = ({ old, faultId, productId, grit, media }: SheetStart): boolean =>
  !old && !faultId && !productId && !grit && !media;

/** Where the zone stands to which a sheet belongs. */
export interface SheetPlace {
  strata: Strata | undefined;
  status: ZoneStatus | undefined;
  products: (id: string) => Product | undefined;
}

/** What a link brings to the fields of its kind, over what is suggested there. */
export function textsOfStart(start: SheetStart, place: SheetPlace, units: UnitSystem): Texts {
  const { old, kind, media, barG, grit } = start;
  if (!kind) return {};
  if (old) return textsOfEntry(old, kind, units);
  const fault = (place.strata ? openFaults(place.strata) : []).find((f) => f.id === start.faultId);
  const treatment = fault?.mark.treatment ?? start.treatment;
  if (treatment && kind === 'repaired') return textsOfTreatment(treatment);
  if (media && kind === 'blasted')
    return {
      ...textsOfMedia(media, units),
      ...(barG !== undefined && { barG: formatForInput(barG, { quantity: 'pressure' }, units) }),
    };
  if (grit && kind === 'sanded' && place.status)
    return { grit: String(grit), removedUm: removalText(grit, place, units), on: start.on ?? '' };
  const product = start.productId ? place.products(start.productId) : undefined;
  if (!product) return {};
  const planned = {
    ...(start.filmUm !== undefined && { filmUm: start.filmUm }),
    ...(start.hardenerFraction !== undefined && { hardenerFraction: start.hardenerFraction }),
  };
  return {
    ...textsOf(kind, { ...productDefaults(kind, product), ...(kind === 'filled' && planned) }, units),
    on: start.on ?? '',
  };
}

/** What a grit usually takes off here. */
const removalText = (grit: number, { strata }: SheetPlace, units: UnitSystem): string =>
  strata ? formatForInput(likelyRemovalUm(grit, strata), { quantity: 'film' }, units) : '';

/** What changes with a field that was picked: another product, grit or media brings its own usual figures. */
export function textsThatFollow(
  kind: LoggableKind,
  name: string,
  text: string,
  place: SheetPlace,
  units: UnitSystem,
): Texts {
  const product = name === 'productId' ? place.products(text) : undefined;
  if (product) {
    // Where it goes was picked, or is the way's: another product changes nothing of that.
    const { on: _, ...texts } = textsOf(kind, productDefaults(kind, product), units);
    return texts;
  }
  if (name === 'grit' && kind === 'sanded' && place.status)
    return { removedUm: removalText(Number(text), place, units) };
  if (name === 'media') return textsOfMedia(text as MediaId, units);
  return {};
}
