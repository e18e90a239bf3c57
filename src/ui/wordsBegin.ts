/** A text as it is looked for: without accents and capitals. */
export const plain = (text: string): string => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();

/** Whether each word that is typed begins a word of a text; accents and capitals make no difference. */
export function wordsBegin(text: string, typed: string): boolean {
  const words = plain(text).split(/[^\p{L}\p{N}]+/u);
  return plain(typed)
    .split(/\s+/)
    .every((t) => words.some((w) => w.startsWith(t)));
}
