import type { BlastItem, Face, Job } from '@/core';
import { JOB } from '@/core/testing';
import { areaOf, zonesOn } from './parts';

const item = (...faces: Face[]): BlastItem => ({ id: 'i', panelId: 'door', coating: 'rust', faces, cover: [] });

describe('what of a part is blasted', () => {
  const drawn: Job = {
    ...JOB,
    zones: [...JOB.zones, { id: 'in', panelId: 'door', name: 'Inside', areaCm2: 5000, face: 'inner' }],
  };
  it('an inner face that nobody drew counts like the outer one', () => {
    expect(areaOf(JOB, item('outer'))).toBe(9000);
    expect(areaOf(JOB, item('outer', 'inner'))).toBe(18000);
    expect(areaOf(drawn, item('outer', 'inner'))).toBe(14000);
    expect(areaOf(drawn, item('inner'))).toBe(5000);
  });
  it('names the zones of those faces', () => {
    expect(zonesOn(drawn, item('outer'))).toEqual(['lower', 'upper']);
    expect(zonesOn(drawn, item('inner'))).toEqual(['in']);
    expect(zonesOn(drawn, { ...item('outer'), panelId: 'gone' })).toEqual([]);
  });
});
