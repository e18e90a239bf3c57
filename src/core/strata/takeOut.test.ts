import { readJobFile, writeJobFile } from '../formats';
import { SHIPPED_PRODUCTS } from '../library/shipped';
import { ev, foundBare, JOB, products, T0 } from '../testing';
import type { LogEvent } from '../log/event';
import { foldLog } from './fold';
import { strikeOf, takeOutPanels } from './takeOut';

let n = 0;
const out = (log: LogEvent[], panelIds = ['bonnet'], job = JOB) =>
  takeOutPanels(job, foldLog(log, products), panelIds, () => `strike${n++}`, T0);
const LOOKED = foundBare(['bonnet']);

describe('a panel taken out of its job', () => {
  it('goes with its first look, and what is left can be sent and read again', () => {
    const log = [foundBare(), LOOKED];
    const r = out(log);
    if (!r.ok) throw new Error(r.error);
    const job = r.value.without(JOB);
    expect([job.panels.map((p) => p.id), job.zones.map((z) => z.panelId)]).toEqual([['door'], ['door', 'door']]);
    const file = JSON.parse(JSON.stringify(writeJobFile(job, [...log, ...r.value.strikes], SHIPPED_PRODUCTS, T0)));
    expect(readJobFile(file).ok).toBe(true);
    // Its first look still counting, the file would speak of a zone that nobody knows.
    const torn = JSON.parse(JSON.stringify(writeJobFile(job, log, SHIPPED_PRODUCTS, T0)));
    expect(readJobFile(torn)).toMatchObject({ ok: false, error: [{ message: /Zone 'bonnet' is not in the job/ }] });
  });
  it('has its first look again once the strike is struck out', () => {
    const r = out([foundBare(), LOOKED]);
    if (!r.ok) throw new Error(r.error);
    const [strike] = r.value.strikes;
    const back = foldLog([LOOKED, strike!, strikeOf(strike!.id, 'again', T0 + 1)], products);
    expect(back.zones.get('bonnet')?.strata?.substrate).toBe('steel');
  });
  it.each<[string, LogEvent[]]>([
    ['something was done on it', [LOOKED, ev({ kind: 'cleaned', zoneIds: ['bonnet'], productId: 'cleaner-metal' })]],
    ['it was looked at together with another panel', [foundBare(['bonnet', 'lower'])]],
    ['the look found something', [ev({ ...LOOKED, id: 'with', fault: 'Dent' } as never)]],
  ])('stays where %s', (_, log) => expect(out(log)).toMatchObject({ ok: false, error: /entries on it/ }));
  it('stays where something else hangs on it', () =>
    expect(
      out([], ['bonnet'], { ...JOB, bags: [{ id: 'b', panelId: 'bonnet', name: 'Bag', items: [] }] as never }),
    ).toMatchObject({
      ok: false,
      error: /bags/,
    }));
  it('goes where what was done on it is struck out', () => {
    const wipe = ev({ kind: 'cleaned', zoneIds: ['bonnet'], productId: 'cleaner-metal', id: 'wipe' });
    const r = out([LOOKED, wipe, strikeOf('wipe', 's', T0 + 1)]);
    expect(r.ok && r.value.strikes.map((s) => s.kind === 'voided' && s.targetId)).toEqual([LOOKED.id]);
  });
});
