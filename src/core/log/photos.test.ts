import { JOB } from '../testing';
import { mergeJob, stampJob } from './mergeJob';
import { beforeAndAfter, photosNamed, type Photo } from './photos';

const photo = (id: string, takenMs: number, side?: Photo['side'], panelId = 'door'): Photo => ({
  id,
  panelId,
  takenMs,
  widthPx: 4,
  heightPx: 3,
  bytes: 100,
  ...(side && { side }),
});

describe('photos of a job', () => {
  it('the first before and the last after, of that panel alone', () => {
    const all = [
      photo('later', 5, 'before'),
      photo('first', 1, 'before'),
      photo('between', 6),
      photo('after', 7, 'after'),
      photo('last', 9, 'after'),
      photo('other', 20, 'after', 'bonnet'),
    ];
    expect(beforeAndAfter(all, 'door')).toEqual({ before: all[1], after: all[4] });
    expect(beforeAndAfter(all, 'bonnet')).toBeUndefined();
  });
  it('one that was deleted is named no more; one whose panel another phone took out is, and comes back with it', () => {
    const with_ = stampJob(JOB, { ...JOB, photos: [photo('p', 1), photo('q', 2)] }, 100);
    const deleted = stampJob(with_, { ...with_, photos: [photo('q', 2)] }, 200);
    expect(photosNamed(deleted)).toEqual(['q']);
    const { panels, zones } = deleted;
    const without = stampJob(
      deleted,
      {
        ...deleted,
        photos: [],
        panels: panels.filter((p) => p.id !== 'door'),
        zones: zones.filter((z) => z.panelId !== 'door'),
      },
      300,
    );
    expect(photosNamed(without)).toEqual([]);
    const taken = stampJob(JOB, { ...JOB, panels: without.panels, zones: without.zones }, 300);
    const both = mergeJob(taken, with_, new Set());
    expect(both.photos).toEqual([]);
    expect(photosNamed(both).sort()).toEqual(['p', 'q']);
  });
});
