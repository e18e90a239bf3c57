/**
 * Codes by which a phone is asked in: twelve signs that can be read aloud and typed with gloves on. No I, L, O or U, which are mistaken for 1, 0 and V;
 * the last one is a check, so that a slip is told before anybody is asked.
 */
const SIGNS = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';
/** Signs that are drawn: 55 bits, and the check behind them. */
const DRAWN = 11;
const GROUP = 4;
/** A code is good for so long, ms. */
export const CODE_MS = 10 * 60_000;

/** Prime, so that one wrong sign and two that changed places always give another check (weights 1 to 11 and the modulus have no common factor). */
const MODULUS = 31;
const checkOf = (drawn: string): string =>
  SIGNS[[...drawn].reduce((sum, c, i) => sum + (i + 1) * SIGNS.indexOf(c), 0) % MODULUS]!;

/** A new code. @param bytes at least eleven random ones */
export function codeOf(bytes: Uint8Array): string {
  // 256 is a multiple of 32: every sign is as likely as any other.
  const drawn = Array.from(bytes.slice(0, DRAWN), (b) => SIGNS[b % SIGNS.length]!).join('');
  return drawn + checkOf(drawn);
}

/** In groups of four, as it is read aloud. */
export const spokenCode = (code: string): string => (code.match(new RegExp(`.{1,${GROUP}}`, 'g')) ?? []).join('-');

/** A typed code as it was made; undefined where it is none: signs are missing, or one is wrong. Blanks, dashes and small letters do not matter. */
export function readCode(typed: string): string | undefined {
  const code = typed
    .toUpperCase()
    .replace(/[\s–—-]+/g, '')
    .replace(/O/g, '0')
    .replace(/[IL]/g, '1')
    .replace(/U/g, 'V');
  if (code.length !== DRAWN + 1 || [...code].some((c) => !SIGNS.includes(c))) return undefined;
  return checkOf(code.slice(0, DRAWN)) === code[DRAWN] ? code : undefined;
}
