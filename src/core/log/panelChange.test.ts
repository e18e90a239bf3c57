import { Refusal } from '../result';
import fc from 'fast-check';
import { JOB } from '../testing';
import {
  changePanel,
  isStated,
  keepsPanel,
  keepsZone,
  panelNameProblem,
  withoutPanel,
  type PanelChange,
} from './panelChange';
import type { Job } from './job';

const door: PanelChange = {
  name: 'Left door',
  thicknessUm: 800,
  zones: [
    { id: 'lower', name: 'Lower', areaCm2: 3000 },
    { id: 'upper', name: 'Upper', areaCm2: 6000 },
  ],
};
const problems = (change: Partial<PanelChange>, job: Job = JOB) => {
  const r = changePanel(job, 'door', { ...door, ...change });
  return r.ok ? [] : r.error.map((p) => p.path);
};
/** A spot that was drawn out of the lower zone. */
const drawn: Job = {
  ...JOB,
  zones: [
    ...JOB.zones,
    { id: 'spot', panelId: 'door', name: 'Spot', areaCm2: 200, cutFrom: { zoneId: 'lower', atMs: 1 } },
  ],
};

describe('putting a panel right', () => {
  it('changes names, thickness and stated areas, trimmed, and nothing else', () => {
    const r = changePanel(JOB, 'door', {
      name: ' Driver’s door ',
      thicknessUm: 700,
      zones: [{ id: 'lower', name: ' Skirt', areaCm2: 3500 }],
    });
    if (!r.ok) throw new Refusal(r.error[0]!.message);
    expect(r.value.panels).toEqual([{ ...JOB.panels[0], name: 'Driver’s door', thicknessUm: 700 }, JOB.panels[1]]);
    expect(r.value.zones).toEqual([{ ...JOB.zones[0], name: 'Skirt', areaCm2: 3500 }, ...JOB.zones.slice(1)]);
  });
  it('as it was is no change', () => {
    const r = changePanel(JOB, 'door', door);
    expect(r.ok && r.value).toEqual(JOB);
  });
  it.each([
    [{ name: ' ' }, 'name'],
    [{ name: 'bonnet' }, 'name'],
    [{ thicknessUm: 0 }, 'thick'],
    [{ thicknessUm: NaN }, 'thick'],
    [{ zones: [{ id: 'lower', name: '', areaCm2: 3000 }] }, 'zone.lower'],
    [{ zones: [{ id: 'lower', name: 'Lower', areaCm2: -4 }] }, 'area.lower'],
    [{ zones: [{ id: 'lower', name: 'Lower', areaCm2: NaN }] }, 'area.lower'],
  ])('%j is said at its field', (change, path) => expect(problems(change)).toEqual([path]));
  it('two zones of one name are both told of', () =>
    expect(problems({ zones: door.zones.map((z) => ({ ...z, name: z.id === 'lower' ? 'UPPER' : z.name })) })).toEqual([
      'zone.lower',
      'zone.upper',
    ]));
  it('what a drawing measured stays as it was measured', () => {
    const r = changePanel(drawn, 'door', {
      ...door,
      zones: [
        { id: 'lower', name: 'Lower', areaCm2: 9999 },
        { id: 'upper', name: 'Upper', areaCm2: 5000 },
        { id: 'spot', name: 'Patch', areaCm2: 9999 },
      ],
    });
    const area = (id: string) => (r.ok ? r.value.zones.find((z) => z.id === id)! : undefined);
    expect([area('lower')!.areaCm2, area('upper')!.areaCm2, area('spot')!.areaCm2]).toEqual([3000, 5000, 200]);
    expect(area('spot')!.name).toBe('Patch');
  });
  it('never touches another panel', () => {
    fc.assert(
      fc.property(fc.string(), fc.double(), fc.double(), (name, thicknessUm, areaCm2) => {
        const r = changePanel(JOB, 'door', { name, thicknessUm, zones: [{ id: 'upper', name, areaCm2 }] });
        if (!r.ok) return;
        expect(r.value.panels[1]).toBe(JOB.panels[1]);
        expect(r.value.zones[2]).toBe(JOB.zones[2]);
      }),
    );
  });
  it('an area is stated until something is drawn', () => {
    expect(JOB.zones.map((z) => isStated(JOB, z))).toEqual([true, true, true]);
    expect(drawn.zones.map((z) => isStated(drawn, z))).toEqual([false, true, true, false]);
    const map = { outline: [], faces: ['outer' as const], keepOuts: [] };
    const shaped = { ...JOB, panels: JOB.panels.map((p) => ({ ...p, map })) };
    // The one zone of a drawn face has that face's area; of two that nobody drew, each keeps what was said.
    expect(shaped.zones.map((z) => isStated(shaped, z))).toEqual([true, true, false]);
  });
});

describe('a name of a panel', () => {
  it('is there once, whoever writes it large', () => {
    expect(panelNameProblem(JOB, 'Boot lid')).toBeUndefined();
    expect(panelNameProblem(JOB, 'BONNET')).toMatch(/of that name/);
    expect(panelNameProblem(JOB, 'BONNET', 'bonnet')).toBeUndefined();
    expect(panelNameProblem(JOB, '')).toMatch(/Give/);
  });
});

describe('taking away', () => {
  const zone = (job: Job, id: string) => job.zones.find((z) => z.id === id)!;
  it('a zone goes if nothing is on it and it is not the last one', () => {
    expect(keepsZone(JOB, zone(JOB, 'lower'), 0)).toBeUndefined();
    expect(keepsZone(JOB, zone(JOB, 'lower'), 1)).toMatch(/the log keeps them/);
    expect(keepsZone(JOB, zone(JOB, 'bonnet'), 0)).toMatch(/at least one zone/);
    expect(keepsZone(drawn, zone(drawn, 'spot'), 0)).toMatch(/on the drawing/);
    expect(keepsZone(drawn, zone(drawn, 'lower'), 0)).toMatch(/on the drawing/);
  });
  it('a panel goes with its zones, unless the log or a plan speaks of it', () => {
    const none = () => 0;
    expect(keepsPanel(JOB, JOB.panels[0]!, none)).toBeUndefined();
    const photo = { id: 'p', panelId: JOB.panels[0]!.id, takenMs: 1, widthPx: 1, heightPx: 1, bytes: 1 };
    expect(keepsPanel({ ...JOB, photos: [photo] }, JOB.panels[0]!, none)).toMatch(/the photos/);
    expect(keepsPanel(JOB, JOB.panels[0]!, (z) => (z === 'upper' ? 2 : 0))).toMatch(/the log keeps them/);
    const bag = { id: 'b', name: 'Bag', panelId: 'door', where: '', items: [] };
    const task = { panelId: 'door', kind: 'fitted' as const };
    const link = { id: 'l', kind: 'before' as const, first: task, then: { ...task, panelId: 'bonnet' }, why: '' };
    const planned = { ...JOB, bags: [bag], links: [link] };
    expect(keepsPanel(planned, JOB.panels[0]!, none)).toBe('It is in bags, the access order: take it out there first.');
    expect(keepsPanel(planned, JOB.panels[1]!, none)).toMatch(/access order/);
    const less = withoutPanel(JOB, 'door');
    expect([less.panels.map((p) => p.id), less.zones.map((z) => z.id)]).toEqual([['bonnet'], ['bonnet']]);
  });
});
