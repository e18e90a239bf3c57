/**
 * A key for a row of numbers: equal rows have equal keys, and different ones differ but for a chance of about 1 in 2^53
 * (two runs of FNV-1a with different beginnings, over the numbers' bits). For finding what was worked out before by what
 * it was worked out from.
 */
export function hashNumbers(numbers: Float64Array): string {
  const words = new Uint32Array(numbers.buffer, numbers.byteOffset, numbers.length * 2);
  let a = 0x811c9dc5;
  let b = 0x9747b28c;
  for (const w of words) {
    a = Math.imul(a ^ w, 0x01000193);
    a ^= a >>> 15;
    b = Math.imul(b ^ w, 0x85ebca6b);
    b ^= b >>> 13;
  }
  return `${numbers.length.toString(36)}.${(a >>> 0).toString(36)}.${(b >>> 0).toString(36)}`;
}

/** A key for a text, as {@link hashNumbers} makes one for numbers. */
export function hashText(text: string): string {
  let a = 0x811c9dc5;
  let b = 0x9747b28c;
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i);
    a = Math.imul(a ^ c, 0x01000193);
    a ^= a >>> 15;
    b = Math.imul(b ^ c, 0x85ebca6b);
    b ^= b >>> 13;
  }
  return `${text.length.toString(36)}.${(a >>> 0).toString(36)}.${(b >>> 0).toString(36)}`;
}
