/**
 * An id for an event, a batch or a job: unique over devices, and sorting by the time it was made. 48 random bits. Not by
 * `randomUUID`, which a page that came over plain http from another machine of the shop does not have.
 */
export const newId = (nowMs: number): string =>
  `${nowMs.toString(36)}-${Array.from(crypto.getRandomValues(new Uint8Array(6)), (b) => b.toString(16).padStart(2, '0')).join('')}`;
