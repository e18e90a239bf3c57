import { foldLog, zoneStatus, type Statuses } from '@/core';
import { constantAir } from '@/core/air/history';
import { clockShop } from '@/core/cure/stages';
import { coated, foundBare, JOB, products, T0 } from '@/core/testing';
import type { OpenJob } from '@/data';
import { momentsOf } from './moments';

const told = (...log: Parameters<typeof foldLog>[0]) => {
  const state = foldLog([...log], products);
  const shop = clockShop(constantAir(23, 0.5));
  const statuses: Statuses = new Map(
    [...state.zones].flatMap(([id, zone]) => [[id, zoneStatus(zone, shop, T0 + 60_000, products)] as const]),
  );
  return momentsOf({ job: JOB, state } as OpenJob, statuses, '23 °C');
};
const both = (productId: string, atMin: number) => ({ ...coated(productId, atMin), zoneIds: ['lower', 'upper'] });

describe('moments for a calendar', () => {
  it('zones of a panel that come together are one entry, by the panel’s name', () => {
    const all = told(foundBare(['lower', 'upper']), both('epoxy-primer', 0));
    expect(new Set(all.map((m) => m.title.split(':')[0]))).toEqual(new Set(['Left door']));
    expect(new Set(all.map((m) => m.uid)).size).toBe(all.length);
  });
  it('zones at different moments are named', () => {
    const all = told(foundBare(['lower', 'upper']), both('epoxy-primer', -300), coated('epoxy-primer', 0));
    expect(new Set(all.map((m) => m.title.split(':')[0]))).toEqual(new Set(['Left door, lower', 'Left door, upper']));
  });
  it('only windows are warned of before', () => {
    const all = told(foundBare(), coated('epoxy-primer', 0));
    expect(all.filter((m) => m.warnMs).map((m) => m.title)).toEqual([
      'Left door, lower: Window closes, then it needs sanding first',
    ]);
  });
});
