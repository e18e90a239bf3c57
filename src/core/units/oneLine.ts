/** Line ends, NUL and other control signs, and marks that turn the direction of writing (Unicode categories Cc, Zl, Zp; UAX 9). */
const NOT_OF_A_NAME = /[\p{Cc}\p{Zl}\p{Zp}\u200e\u200f\u061c\u202a-\u202e\u2066-\u2069]+/gu;

/** A name as one line of plain signs: what would begin another line, end the text, or turn it about is a blank. */
export const oneLine = (name: string): string => name.replace(NOT_OF_A_NAME, ' ').trim();
