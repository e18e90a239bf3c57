import type { Job } from '@/core';
import { JOB } from '@/core/testing';
import { isRedrawn, jobOf, partsOf } from './records';

/** Words that every object has. */
const WORDS = ['constructor', 'toString', '__proto__', 'hasOwnProperty'];

describe('a job in its parts', () => {
  it.each(WORDS)('a zone that is called %s by a file is a zone like any other', (id) => {
    const outline = [
      { x: 0, y: 0 },
      { x: 100, y: 0 },
      { x: 0, y: 100 },
    ];
    for (const drawn of [true, false]) {
      const job: Job = {
        ...JOB,
        zones: JOB.zones.map((z) => (z.id === 'lower' ? { ...z, id, ...(drawn && { outline }) } : z)),
      };
      const { body, drawings } = partsOf(job);
      // As it is kept: through a text.
      const kept = new Map([...drawings].map(([p, d]) => [p, JSON.parse(JSON.stringify(d)) as typeof d]));
      expect(jobOf(body, kept)).toEqual(job);
      for (const [p, d] of drawings) {
        expect(isRedrawn(d, d)).toBe(false);
        expect(isRedrawn({ ...d, outlines: {} }, d)).toBe(Object.keys(d.outlines).length > 0);
        expect(p).toBe('door');
      }
    }
  });
});
