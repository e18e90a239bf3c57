import type { Job, Panel } from '../log/job';
import { lyingM2, putAt, storageNow } from './storage';

const panel = (id: string, more: Partial<Panel> = {}): Panel => ({
  id,
  name: id,
  substrate: 'steel',
  thicknessUm: 800,
  ...more,
});
const drawn = (id: string, w: number, h: number, more: Partial<Panel> = {}) =>
  panel(id, {
    map: {
      outline: [
        { x: 0, y: 0 },
        { x: w, y: 0 },
        { x: w, y: h },
      ],
      faces: ['outer'],
      keepOuts: [],
    },
    ...more,
  });
const job = (panels: Panel[], cm2 = 100): Job => ({
  id: 'j',
  name: 'Van',
  about: '',
  createdMs: 0,
  panels,
  zones: panels.map((p) => ({ id: `${p.id}-z`, panelId: p.id, name: 'Whole', areaCm2: cm2 })),
});

describe('where parts lie', () => {
  it('by hand: a drawn door takes the rectangle round it, and as many as there are; what is not drawn takes its area and three tenths', () => {
    const door = drawn('door', 1000, 700);
    expect(lyingM2(job([door]), door)).toBeCloseTo(0.7, 9);
    const two = { ...door, pieces: { count: 2, done: 0 } };
    expect(lyingM2(job([two]), two)).toBeCloseTo(1.4, 9);
    const brackets = panel('brackets', { pieces: { count: 8, done: 3 } });
    expect(lyingM2(job([brackets]), brackets)).toBeCloseTo(0.013, 9);
  });
  it('what has room is what was said less what lies there; cards and parts of nowhere take none; too much is less than nothing', () => {
    const loft = { id: 'loft', name: 'Loft', m2: 1 };
    const rack = { id: 'rack', name: 'Rack', m2: 2 };
    const here = job([
      drawn('door', 1000, 700, { lieId: 'loft' }),
      drawn('wing', 1000, 600, { lieId: 'loft' }),
      drawn('lid', 1000, 1000),
      drawn('card', 500, 500, { lieId: 'rack', card: { colour: 'c' } }),
    ]);
    const [first, second] = storageNow([loft, rack], [here]);
    expect([first?.place.id, first?.freeM2, first?.parts]).toEqual(['rack', 2, []]);
    expect(second?.freeM2).toBeCloseTo(-0.3, 9);
    expect(second?.parts.map((p) => p.panelId)).toEqual(['door', 'wing']);
  });
  it('a part is put at a place, at another, and at none, and no other part is moved', () => {
    const before = job([panel('door'), panel('wing', { lieId: 'rack' })]);
    const there = putAt(before, 'door', 'loft');
    expect(there.panels.map((p) => p.lieId)).toEqual(['loft', 'rack']);
    expect(putAt(there, 'door', 'rack').panels[0]?.lieId).toBe('rack');
    expect(putAt(there, 'door', null)).toEqual(before);
    expect(putAt(before, 'gone', 'loft')).toEqual(before);
  });
});
