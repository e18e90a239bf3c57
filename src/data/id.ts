/** An id for an event, a batch or a job: unique over devices, and sorting by the time it was made. */
export const newId = (nowMs: number): string => `${nowMs.toString(36)}-${crypto.randomUUID().slice(0, 13)}`;
