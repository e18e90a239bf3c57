import { useLocalSearchParams, type Href } from 'expo-router';
import type { LoggableKind, MediaId, Treatment } from '@/core';

export type PageHref = Href;
type Nothing = Record<never, string>;
interface OfJob {
  job?: string;
}

/** Every page of the app and what its address may carry. A link to another page, or with another parameter, does not compile. */
export interface Pages {
  '/': Nothing;
  '/air': Nothing;
  /** Questions to the whole log. */
  '/ask': Nothing;
  '/bags': OfJob;
  '/batches': Nothing & { batch?: string };
  '/blast': OfJob;
  '/blend': OfJob & { panel?: string };
  '/colour': OfJob & { colour?: string };
  '/cost': OfJob;
  '/decide': OfJob & { panel?: string };
  '/defects': OfJob & { panel?: string; defect?: string };
  '/evening/[jobId]/[eveningId]': { jobId: string; eveningId: string };
  '/fair': OfJob & { panel?: string };
  '/flatten': OfJob & { panel?: string };
  /** What the page was about from which one looks. */
  '/find': OfJob & { panel?: string };
  '/ground': OfJob;
  '/gun': Nothing & { product?: string };
  '/heat': OfJob & { zone?: string };
  /** `new` begins one. */
  '/job/[jobId]': { jobId: string };
  '/job/[jobId]/change': { jobId: string };
  '/level': OfJob;
  '/library': Nothing;
  '/library/[id]': { id: string };
  '/log': OfJob & {
    /** Ids, with commas between. */
    zones?: string;
    kind?: LoggableKind;
    product?: string;
    /** The entry that is put right. */
    replaces?: string;
    /** The mark that a repair deals with. */
    fault?: string;
    treatment?: Treatment;
    media?: MediaId;
    /** Pressure of a blast, bar. */
    bar?: string;
    /** Paper of a sanding. */
    grit?: string;
    /** Spots that it is done on alone: ids, with commas between; none: all of the zone. */
    on?: string;
    /** Thickness of a skim, µm, and its hardener as a share. */
    film?: string;
    hardener?: string;
  };
  '/map': OfJob & { panel?: string };
  '/masking': OfJob & { panel?: string };
  '/mix': OfJob & {
    zones?: string;
    product?: string;
    /** Coats from this cup, and what is mixed for them, mL. */
    coats?: string;
    ml?: string;
    /** Thinner, as a fraction of what the product counts it on; absent: as usual. */
    thinner?: string;
    /** Pour it at once, as it is worked out. */
    pour?: 'yes';
  };
  '/order': OfJob;
  '/panel/[jobId]/[panelId]': { jobId: string; panelId: string; zone?: string };
  '/panels': Nothing;
  /** In development: every part of the interface. */
  '/parts': Nothing;
  '/place': Nothing;
  '/plan': Nothing;
  '/putback': OfJob;
  /** What is under the paint, for somebody else. */
  '/record': OfJob & { panel?: string };
  /** What people were near, and what has to be got rid of. */
  '/safety': Nothing;
  /** Photos of a job; of a bag or a fault the next one is taken. */
  '/photos': OfJob & { panel?: string; bag?: string; fault?: string };
  '/repair': OfJob & { panel?: string; fault?: string };
  '/session': OfJob & { zones?: string };
  /** With which phones a job is shared. */
  '/sharing': OfJob;
  '/shelf': Nothing;
  '/shop': Nothing;
  /** A gun on a simulated panel. */
  '/spray': Nothing & { lesson?: string };
  '/try': OfJob & { panel?: string };
  /** The plan, read from afar. */
  '/wall': Nothing;
}
export type PagePath = keyof Pages;
/** Pages that need nothing in their address. */
export type OpenPage = { [P in PagePath]: Nothing extends Pages[P] ? P : OfJob extends Pages[P] ? P : never }[PagePath];

/** The address of a page. Parameters that are undefined are left out. */
export function pageHref<P extends PagePath>(
  pathname: P,
  ...[params]: P extends OpenPage ? [params?: Pages[P]] : [params: Pages[P]]
): Href {
  const given = Object.entries(params ?? {}).filter(([, v]) => v !== undefined);
  return { pathname, params: Object.fromEntries(given) as Record<string, string> };
}

/** What the address of the page at hand carries: texts from outside, of which nothing is known yet. */
export const usePageParams = <P extends PagePath>(_page: P): { [K in keyof Pages[P]]?: string } =>
  useLocalSearchParams() as { [K in keyof Pages[P]]?: string };
