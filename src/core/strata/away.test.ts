import { budgetOf } from '../plan/budget';
import { verdictOn } from '../rules/verdict';
import { clockShop } from '../cure/stages';
import { constantAir } from '../air/history';
import { zoneStatus } from '../cure/status';
import { DEFAULT_METHOD } from '../library/method';
import { coated, ev, foundBare, JOB, products, T0 } from '../testing';
import type { LogEvent } from '../log/event';
import { checkEvent } from './check';
import { appendEvent, foldLog, toDosIn } from './fold';
import { panelsOff } from './away';

const sent = (atMin: number, more = {}) => ev({ kind: 'sentOut', atMin, to: 'The plater', ...more });
const back = (atMin: number, as: string, layers: object[] = []) => ev({ kind: 'cameBack', atMin, as, layers });
const ON_IT = [foundBare(), coated('epoxy-primer', 0), ev({ kind: 'cleaned', atMin: 60, productId: 'cleaner-metal' })];
const strataOf = (...more: LogEvent[]) => foldLog([...ON_IT, ...more], products).zones.get('lower')!.strata!;
const labels = (...more: LogEvent[]) => strataOf(...more).layers.map((l) => l.label);
const ZINC = { label: 'Zinc, as told', family: 'electrocoat', filmUm: 12 };

describe('a part that was sent out', () => {
  it('is with somebody until it is back', () => {
    expect(strataOf(sent(100, { dueMs: T0 })).away).toEqual({ to: 'The plater', sinceMs: T0 + 6_000_000, dueMs: T0 });
    expect(strataOf(sent(100), back(200, 'asSent')).away).toBeUndefined();
  });
  it('is off the vehicle in the words of whom it is with', () => {
    const state = foldLog([...ON_IT, ev({ kind: 'removed', atMin: 90, where: 'Rack 2' }), sent(100)], products);
    expect([...panelsOff(JOB, state)]).toEqual([['door', 'With The plater']]);
    expect([...panelsOff(JOB, appendEvent(state, back(200, 'asSent'), products))]).toEqual([['door', 'Rack 2']]);
  });
  it.each<[string, LogEvent, string[]]>([
    ['as it went', back(200, 'asSent'), ['Epoxy primer']],
    ['bare', back(200, 'bare'), []],
    ['coated over', back(200, 'coated', [ZINC]), ['Epoxy primer', 'Zinc, as told']],
    ['taken to bare and coated', back(200, 'recoated', [ZINC]), ['Zinc, as told']],
    ['unknown', back(200, 'unknown'), ['Epoxy primer', 'Not known, as it came back from The plater']],
  ])('came back %s', (_, e, expected) => expect(labels(sent(100), e)).toEqual(expected));
  it('is not clean any more, whatever was done to it', () => {
    expect(strataOf().surface.clean).toBeDefined();
    expect(strataOf(sent(100), back(200, 'asSent')).surface.clean).toBeUndefined();
  });
  it('takes no work while it is away, and says with whom it is', () => {
    const judged = (...more: LogEvent[]) => {
      const zone = foldLog([...ON_IT, ...more], products).zones.get('lower')!;
      const now = T0 + 3000 * 60_000;
      return verdictOn(
        { kind: 'sand', grit: 320 },
        {
          strata: zone.strata!,
          status: zoneStatus(zone, clockShop(constantAir(20, 0.5)), now, products),
          air: { tempC: 20, rh: 0.5 },
          method: DEFAULT_METHOD,
          products,
          nowMs: now,
        },
      );
    };
    expect(judged(sent(100)).findings[0]).toMatchObject({ ruleId: 'away.sentOut', says: 'It is with The plater.' });
    expect(judged(sent(100), back(200, 'asSent')).findings.map((f) => f.ruleId)).not.toContain('away.sentOut');
  });
  it('cannot come back before it went', () => {
    const check = (e: LogEvent) =>
      checkEvent(e, { job: JOB, state: foldLog([...ON_IT, sent(100)], products), products, nowMs: T0 + 6e7 });
    expect(check(back(50, 'bare'))).toMatchObject({ ok: false, error: [{ path: 'zoneIds' }] });
    expect(check(back(150, 'bare')).ok).toBe(true);
  });
});

describe('what is to be done', () => {
  const todo = ev({ kind: 'toDo', atMin: 10, text: 'Drain holes', id: 'todo' });
  const tick = ev({ kind: 'ticked', atMin: 20, toDoId: 'todo', id: 'tick' });
  const of = (...more: LogEvent[]) => toDosIn(foldLog([foundBare(), ...more], products));
  it('stays open until it is ticked, and is open again once that is struck out', () => {
    expect(of(todo)[0]?.done).toBeUndefined();
    expect(of(todo, tick)[0]?.done).toEqual({ atMs: tick.atMs, eventId: 'tick' });
    expect(of(todo, tick, ev({ kind: 'voided', atMin: 30, zoneIds: [], targetId: 'tick' }))[0]?.done).toBeUndefined();
  });
  it('is still ticked after its words were put right, and those show', () => {
    const by = { ...todo, id: 'x', text: 'Open the drain holes' };
    const right = ev({ kind: 'replaced', atMin: 25, zoneIds: [], targetId: 'todo', by });
    expect(of(todo, tick, right)).toMatchObject([{ text: 'Open the drain holes', done: { eventId: 'tick' } }]);
  });
  it('open ones stand first, the oldest first', () => {
    const more = [30, 40].map((atMin) => ev({ kind: 'toDo', atMin, text: `At ${atMin}`, zoneIds: [] }));
    expect(of(todo, tick, ...more).map((t) => t.text)).toEqual(['At 30', 'At 40', 'Drain holes']);
  });
  it('may be on a zone that nobody has looked at; a tick needs something to tick', () => {
    const check = (e: LogEvent) => checkEvent(e, { job: JOB, state: foldLog([], products), products, nowMs: T0 + 6e7 });
    expect(check(todo).ok).toBe(true);
    expect(check(tick)).toMatchObject({ ok: false, error: [{ path: 'toDoId' }] });
  });
});

describe('the agreed hours', () => {
  const spent = (...more: LogEvent[]) =>
    budgetOf({ ...JOB, budgetH: 10 }, foldLog([foundBare(), ...more], products))!.spentH;
  const sanded = (more = {}) =>
    ev({ kind: 'sanded', atMin: 5, grit: 180, tool: 'block', wet: false, removedUm: 5, ...more });
  it('count what was clocked rather than what is usual', () => {
    expect(spent(sanded({ workMin: 90 }))).toBe(1.5);
    expect(spent(sanded())).toBeGreaterThan(0);
  });
  it('count an act once where its time was logged by itself', () =>
    expect(spent(sanded(), ev({ kind: 'worked', act: 'sand', atMin: 6, workMin: 45 }))).toBe(0.75));
});
