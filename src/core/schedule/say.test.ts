import type { Job } from '../log/job';
import type { StepKind } from '../log/event';
import type { DaysNetwork, PlannedWork } from './planned';
import type { Schedule } from './network';
import type { Cause } from './reasons';
import { causeWords, workName, workPlace } from './say';

const step = (kind: StepKind, label: string, product?: string) => ({ kind, label, ...(product && { product }) });
const work = (steps: ReturnType<typeof step>[], more: Partial<PlannedWork> = {}): PlannedWork => ({
  id: 'w',
  jobId: 'j',
  panelIds: ['door'],
  zoneIds: ['door-all'],
  block: { steps } as unknown as PlannedWork['block'],
  ...more,
});
const zone = (id: string, panelId: string, name: string) => ({ id, panelId, name, areaCm2: 100 });
const JOB = {
  id: 'j',
  name: 'Bread van',
  panels: ['door', 'wing', 'lid'].map((id) => ({ id, name: `The ${id}` })),
  zones: [zone('door-all', 'door', 'Whole'), zone('lid-top', 'lid', 'Top'), zone('lid-edge', 'lid', 'Edge')],
} as unknown as Job;

describe('what a piece of work is called', () => {
  it('by its steps, without wiping before a coat, and the same coat once', () => {
    const w = work([
      step('clean', 'Clean: metal cleaner'),
      step('coat', 'Epoxy primer', 'epoxy'),
      step('coat', 'Another coat of epoxy primer', 'epoxy'),
      step('sand', 'Block, P400'),
    ]);
    expect(workName(w)).toBe('Epoxy primer, block, P400');
    expect(workName(work([step('clean', 'Clean: metal cleaner')]))).toBe('Clean: metal cleaner');
  });
  it('of many three, and how many more', () => {
    const many = ['Strip', 'Fill', 'Block', 'Prime', 'Wash'].map((l) => step('sand', l));
    expect(workName(work(many))).toBe('Strip, fill, block and 2 more');
  });
  it('what is no step by what was agreed', () => {
    const { block: _, ...bare } = work([]);
    expect(workName({ ...bare, evening: {} as never })).toBe('The evening of spraying');
    expect(workName({ ...bare, visit: { act: 'blast' } as never })).toBe('Somebody comes: blast');
    expect(workName({ ...bare, visit: { text: 'The crew' } as never })).toBe('The crew');
    expect(workName({ ...bare, other: {} as never })).toBe('Other work');
    expect(workName({ ...bare, toDo: { text: 'Order discs' } as never })).toBe('Order discs');
  });
});

describe('where a piece of work is', () => {
  const place = (panelIds: string[], zoneIds: string[], most?: number) =>
    workPlace(JOB, work([], { panelIds, zoneIds }), most);
  it('its panel; of one panel with several zones which one', () => {
    expect(place(['door'], ['door-all'])).toBe('The door');
    expect(place(['lid'], ['lid-top'])).toBe('The lid, top');
    expect(place(['lid'], ['lid-top', 'lid-edge'])).toBe('The lid');
  });
  it('two by name, of more how many; of parts alone how many; of nothing its job', () => {
    expect(place(['door', 'wing'], [])).toBe('The door and The wing');
    expect(place(['door', 'wing', 'lid'], [])).toBe('The door, The wing and 1 more');
    expect(place(['door', 'wing', 'lid'], [], 3)).toBe('The door and The wing and The lid');
    expect(place([], ['door-all', 'lid-top'])).toBe('2 parts');
    expect(place([], [])).toBe('Bread van');
  });
});

describe('why a piece begins no sooner', () => {
  const first = work([step('coat', 'Epoxy primer', 'epoxy')], { id: 'first' });
  const d = {
    works: new Map([
      ['w', work([step('sand', 'Block, P400')])],
      ['first', first],
    ]),
    from: new Map([['w', 'order']]),
    network: { lags: [{ first: 'first', then: 'w', minMin: 90, waitsFor: 'epoxy' }] },
  } as unknown as DaysNetwork;
  const s = { starts: new Map([['w', 300]]), ends: new Map([['first', 60]]), by: new Map() } as unknown as Schedule;
  const says = (c: Cause, id = 'w', days = d) =>
    causeWords(c, id, days, s, {
      jobOf: () => JOB,
      personName: (p) => `Painter ${p}`,
      productName: (p) => (p === 'epoxy' ? 'Epoxy primer' : undefined),
      when: (min) => `minute ${min}`,
    });
  it.each<[Cause, string]>([
    [{ kind: 'free' }, 'Sooner it would be in the way of something else.'],
    [{ kind: 'fixed' }, 'It is agreed for then.'],
    [{ kind: 'from' }, 'What is on order comes then.'],
    [{ kind: 'window', then: 'first' }, 'Sooner, and its window would close before epoxy primer on The door.'],
    [{ kind: 'opens', resource: 'air/epoxy' }, 'The air does not let it before.'],
    [{ kind: 'opens', resource: 'person/a' }, 'Painter a is not there before.'],
    [{ kind: 'busy', resource: 'person/a', first: 'first' }, 'Painter a is busy until then: epoxy primer on The door.'],
    [
      { kind: 'busy', resource: 'stands', first: 'first' },
      'The stands are taken until then: epoxy primer on The door.',
    ],
    [{ kind: 'busy', resource: 'other', first: 'gone' }, 'That is taken until then: what is before it.'],
    [{ kind: 'lag', first: 'first', lag: 0, waitMin: 90 }, 'Epoxy primer rests until minute 150.'],
    [{ kind: 'lag', first: 'first', lag: 0, waitMin: 0 }, 'After epoxy primer on The door.'],
    [{ kind: 'lag', first: 'first', lag: 9, waitMin: 30 }, 'What is before it rests until minute 90.'],
  ])('%j', (cause, words) => expect(says(cause)).toBe(words));
  it('what a beginning stands for: back, put on a day, or a rest; and what is first of all', () => {
    const from = (why?: string) =>
      says({ kind: 'from' }, 'w', { ...d, from: new Map(why ? [['w', why]] : []) } as DaysNetwork);
    expect(from('back')).toBe('The part is not here before.');
    expect(from('on')).toBe('You put it on that day.');
    expect(from()).toBe('What is on it rests until then.');
    expect(says({ kind: 'free' }, 'another')).toBe('Nothing waits before it.');
  });
});
