import fc from 'fast-check';
import type { Job, Panel, Point } from '@/core';
import { JOB } from '@/core/testing';
import { mapStep, stepForTap, stepForTrace, type MapState, type MapStep } from './state';

const box = (x: number, y: number, w: number, h: number): Point[] => [
  { x, y },
  { x: x + w, y },
  { x: x + w, y: y + h },
  { x, y: y + h },
];
const panel: Panel = {
  ...JOB.panels[0]!,
  map: {
    outline: box(0, 0, 1000, 800),
    faces: ['outer', 'inner'],
    keepOuts: [{ id: 'plate', name: 'Plate', face: 'outer', outline: box(700, 600, 100, 50) }],
  },
};
/** One zone drawn in the lower half, the other one is the rest; the inner face has two that nobody has drawn. */
const job: Job = {
  ...JOB,
  panels: [panel],
  zones: [
    { id: 'lower', panelId: 'door', name: 'Lower', areaCm2: 4000, face: 'outer', outline: box(0, 400, 1000, 400) },
    { id: 'upper', panelId: 'door', name: 'Upper', areaCm2: 4000, face: 'outer' },
    { id: 'skin', panelId: 'door', name: 'Skin', areaCm2: 4000, face: 'inner' },
    { id: 'frame', panelId: 'door', name: 'Frame', areaCm2: 4000, face: 'inner' },
  ],
};
const tap = (x: number, y: number, s: Pick<MapState, 'face' | 'mode'> = { face: 'outer', mode: 'look' }, reach = 20) =>
  stepForTap(job, panel, s, [{ id: 'rust', at: { x: 100, y: 100 }, outline: box(50, 50, 200, 100) }], { x, y }, reach);

describe('what a tap means', () => {
  it('the zone under it, drawn or the rest', () => {
    expect(tap(500, 500)).toEqual({ do: 'pick', id: 'lower' });
    expect(tap(500, 200)).toEqual({ do: 'pick', id: 'upper' });
  });
  it('a fault before the zone: near its sign, or inside of its outline', () => {
    expect(tap(110, 100)).toEqual({ do: 'pick', id: 'rust' });
    expect(tap(240, 140)).toEqual({ do: 'pick', id: 'rust' });
    expect(tap(260, 140)).toEqual({ do: 'pick', id: 'upper' });
  });
  it('of two signs the nearer one', () => {
    const marks = [
      { id: 'far', at: { x: 400, y: 200 } },
      { id: 'near', at: { x: 410, y: 200 } },
    ];
    expect(stepForTap(job, panel, { face: 'outer', mode: 'look' }, marks, { x: 409, y: 200 }, 50)).toEqual({
      do: 'pick',
      id: 'near',
    });
  });
  it('a keep-out before the zone that it lies on, on its own face only', () => {
    expect(tap(750, 620)).toEqual({ do: 'pick', id: 'plate' });
    expect(tap(750, 620, { face: 'inner', mode: 'look' })).toMatchObject({
      words: expect.stringMatching(/^Skin and Frame/),
    });
  });
  it('nothing beside the panel', () => expect(tap(1200, 100)).toEqual({ do: 'pick', id: undefined }));
  it('where two zones are not drawn: that it cannot tell, and it picks neither', () => {
    const step = tap(500, 200, { face: 'inner', mode: 'look' });
    expect(step).toEqual({
      do: 'pick',
      words: 'Skin and Frame are not drawn, so a tap cannot tell them apart.',
    });
  });
  it('when marking: a place on the panel to a millimetre, or that it is beside it', () => {
    expect(tap(100.4, 100.6, { face: 'outer', mode: 'mark' })).toEqual({ do: 'pin', pin: { at: { x: 100, y: 101 } } });
    expect(tap(-5, 100, { face: 'outer', mode: 'mark' })).toEqual({
      do: 'pin',
      words: 'That is beside the panel. Tap on it.',
    });
  });
});

describe('what a round means', () => {
  it('a fault with its reach, cut off at the edge and said so', () => {
    expect(stepForTrace(job, panel, 'outer', box(100, 100, 60, 40))).toEqual({
      do: 'pin',
      pin: { at: { x: 130, y: 120 }, outline: expect.any(Array) },
    });
    expect(stepForTrace(job, panel, 'outer', box(-50, 100, 100, 40))).toMatchObject({
      pin: { cut: true },
      words: 'Cut off at the edge of the panel.',
    });
  });
  it('one that crosses itself marks nothing', () => {
    const eight = [
      { x: 100, y: 100 },
      { x: 300, y: 300 },
      { x: 300, y: 100 },
      { x: 100, y: 320 },
    ];
    const step = stepForTrace(job, panel, 'outer', eight);
    expect(step).not.toHaveProperty('pin');
    expect(step).toMatchObject({ do: 'pin', words: expect.stringContaining('crosses itself') });
  });
});

describe('step by step', () => {
  const from = (...steps: MapStep[]) => steps.reduce(mapStep, { face: 'outer', mode: 'look' } as MapState);
  it('what was kept is looked at, said, and can be taken back until the next step', () => {
    const kept = from(
      { do: 'begin', mode: 'zone', zoneId: 'lower' },
      { do: 'done', news: { words: 'Drawn.', back: { before: job } } },
    );
    expect(kept).toEqual({ face: 'outer', mode: 'look', news: { words: 'Drawn.', back: { before: job } } });
    for (const step of [
      { do: 'pick', id: 'lower' },
      { do: 'begin', mode: 'mark' },
      { do: 'turn', face: 'inner' },
      { do: 'say', words: 'No.' },
      { do: 'marked' },
    ] satisfies MapStep[])
      expect(mapStep(kept, step)).not.toHaveProperty('news.back');
  });
  it('after a mark the next fault can be tapped at once', () => {
    const s = from(
      { do: 'begin', mode: 'mark' },
      { do: 'pin', pin: { at: { x: 1, y: 2 } } },
      { do: 'marked', news: { words: 'Marked.', back: { markId: 'm' } } },
    );
    expect(s).toEqual({ face: 'outer', mode: 'mark', news: { words: 'Marked.', back: { markId: 'm' } } });
    expect(mapStep(s, { do: 'pin', pin: { at: { x: 5, y: 5 } } })).toEqual({
      face: 'outer',
      mode: 'mark',
      pin: { at: { x: 5, y: 5 } },
    });
  });
  it('turning the panel over keeps what one does, and nothing of the other face', () => {
    expect(from({ do: 'begin', mode: 'zone', zoneId: 'lower' }, { do: 'turn', face: 'inner' })).toEqual({
      face: 'inner',
      mode: 'zone',
    });
  });
  it('something that is said leaves the rest as it is', () => {
    const s = from({ do: 'pick', id: 'rust' }, { do: 'say', words: 'It is as it was.' });
    expect(s).toEqual({ face: 'outer', mode: 'look', picked: 'rust', news: { words: 'It is as it was.' } });
  });
  const step: fc.Arbitrary<MapStep> = fc.oneof(
    fc.record({ do: fc.constant('turn' as const), face: fc.constantFrom('outer' as const, 'inner' as const) }),
    fc.record({ do: fc.constant('begin' as const), mode: fc.constantFrom('look' as const, 'mark', 'zone', 'keepOut') }),
    fc.record({ do: fc.constant('pin' as const), pin: fc.constant({ at: { x: 1, y: 1 } }) }),
    fc.record({ do: fc.constant('pick' as const), id: fc.constantFrom('a', 'b') }),
    fc.record({ do: fc.constant('done' as const), news: fc.constant({ words: 'Done.', back: { markId: 'm' } }) }),
    fc.record({ do: fc.constant('say' as const), words: fc.constant('So.') }),
  );
  it('never has a pin and something picked at once, and offers to take back only what came last', () => {
    fc.assert(
      fc.property(fc.array(step, { minLength: 1, maxLength: 30 }), (steps) => {
        const s = from(...steps);
        expect(s.pin && s.picked).toBeUndefined();
        expect(s.news?.back !== undefined).toBe(steps[steps.length - 1]!.do === 'done');
      }),
    );
  });
});
