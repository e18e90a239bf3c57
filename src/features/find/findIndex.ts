import MiniSearch from 'minisearch';
import type { PageHref } from '@/ui/pages';
import { plain } from '@/ui/wordsBegin';

/** The kinds of things that are found, in the order in which they are shown. */
export const FOUND_KINDS = ['page', 'panel', 'job', 'product', 'batch', 'entry'] as const;
export type FoundKind = (typeof FOUND_KINDS)[number];

/** A thing that has a name. */
export interface Findable {
  id: string;
  kind: FoundKind;
  name: string;
  /** Other words for it. */
  also: string;
  /** What stands under its name. */
  under: string;
  href: PageHref;
}

/** Of each kind so many at most. */
const MOST: Record<FoundKind, number> = { page: 8, panel: 8, job: 5, product: 8, batch: 5, entry: 8 };

/**
 * Finds by the beginnings of words, and by words that are nearly right; a name counts more than what a thing is called too.
 * @returns a search: text to what is found, best first within each kind
 */
export function findIndex(all: readonly Findable[]): (text: string) => Map<FoundKind, Findable[]> {
  const index = new MiniSearch<Findable>({
    fields: ['name', 'also', 'under'],
    processTerm: plain,
    searchOptions: {
      prefix: true,
      // Three letters are the beginning of a word; only longer ones may be wrong.
      fuzzy: (term) => (term.length > 4 ? 0.2 : false),
      boost: { name: 4, also: 2 },
      combineWith: 'AND',
    },
  });
  const byId = new Map(all.map((f) => [f.id, f]));
  index.addAll([...byId.values()]);
  return (text) => {
    const out = new Map<FoundKind, Findable[]>();
    for (const { id } of index.search(text)) {
      const f = byId.get(String(id));
      const list = f && (out.get(f.kind) ?? []);
      if (f && list && list.length < MOST[f.kind]) out.set(f.kind, [...list, f]);
    }
    return out;
  };
}
