import { ClockBook, type ShopAir } from '../cure/book';
import { DEFAULT_METHOD } from '../library/method';
import { foldLog } from '../strata/fold';
import { ev, foundBare, JOB, products } from '../testing';
import type { LogEvent } from '../log/event';
import { againstRules, noLongerFits } from './after';
import { judgeEntry, type JudgingContext } from './judge';

const book = new ClockBook();
const shop: ShopAir = { days: [], forecast: [], heats: [], assumed: { tempC: 20, rh: 0.45 } };
const benchOf = (...events: LogEvent[]): JudgingContext => {
  const state = foldLog(events, products);
  return { job: JOB, state, products, method: DEFAULT_METHOD, book, shop, room: book.room(shop, [state.air]) };
};
const sanded = ev({ kind: 'sanded', id: 'key', atMin: 0, grit: 80, tool: 'block', wet: false, removedUm: 1 });
const cleaned = ev({ kind: 'cleaned', id: 'wipe', atMin: 5, productId: 'cleaner-metal' });
const coated = ev({
  kind: 'coated',
  id: 'epoxy',
  atMin: 20,
  productId: 'epoxy-primer',
  coats: 1,
  filmUm: 50,
  application: 'lowPressureGun',
});
const strike = (targetId: string) => ev({ kind: 'voided', id: 's', atMin: 60, zoneIds: [], targetId });
const log = [foundBare(['lower'], -60), sanded, cleaned, coated];

describe('what a change of the log leaves without ground', () => {
  it('the wipe that a primer was laid on is struck out: the primer no longer fits', () => {
    const unfit = noLongerFits(benchOf(...log), strike('wipe'));
    expect(unfit.map((u) => [u.event.id, u.zoneId])).toEqual([['epoxy', 'lower']]);
    expect(unfit[0]!.verdict.level).toBe('stop');
  });
  it('what is said of it is what would have been said at its own time', () => {
    const bare = benchOf(...log.filter((e) => e.id !== 'wipe'));
    const said = judgeEntry(bare, {
      kind: 'coated',
      atMs: coated.atMs,
      zoneIds: ['lower'],
      payload: coated as unknown as Record<string, unknown>,
      without: 'epoxy',
    });
    const [unfit] = noLongerFits(benchOf(...log), strike('wipe'));
    expect(String(unfit!.verdict.findings[0]!.says)).toBe(String(said.worst!.verdict.findings[0]!.says));
  });
  it('striking the last entry, or adding one after it, leaves nothing without ground', () => {
    expect(noLongerFits(benchOf(...log), strike('epoxy'))).toEqual([]);
    const next = ev({ kind: 'cleaned', id: 'n', atMin: 90, productId: 'cleaner-metal' });
    expect(noLongerFits(benchOf(...log), next)).toEqual([]);
  });
  it('what was against advice before is not told again', () => {
    const unclean = benchOf(...log.filter((e) => e.id !== 'wipe'));
    const earlier = ev({ kind: 'guideCoated', id: 'g', atMin: 1, productId: 'guide-coat-powder' });
    expect(noLongerFits(unclean, earlier).map((u) => u.event.id)).not.toContain('epoxy');
  });
  it('an entry of the past comes between: dust after the wipe', () => {
    expect(
      noLongerFits(benchOf(...log), { ...sanded, id: 'again', atMs: cleaned.atMs + 60_000 }).map((u) => u.event.id),
    ).toEqual(['epoxy']);
  });
});

describe('what of a log from outside the rules would have stopped', () => {
  const found = (...events: LogEvent[]) => againstRules(benchOf(...events)).map((u) => [u.event.id, u.zoneId]);
  it('is nothing where the work was done in order', () => expect(found(...log)).toEqual([]));
  it('is a primer that was never wiped under, told with its reason', () => {
    const [unfit] = againstRules(benchOf(...log.filter((e) => e.id !== 'wipe')));
    expect([unfit?.event.id, unfit?.verdict.findings[0]?.ruleId]).toEqual(['epoxy', 'clean.before']);
  });
  it('is not what somebody gave a reason for, nor what was struck out', () => {
    const unclean = log.filter((e) => e.id !== 'wipe' && e.id !== 'epoxy');
    expect(found(...unclean, { ...coated, against: 'Test piece' } as LogEvent)).toEqual([]);
    expect(found(...unclean, coated, strike('epoxy'))).toEqual([]);
  });
  it('each entry is judged by its own time: a wipe that came later does not help', () =>
    expect(found(...log.filter((e) => e.id !== 'wipe'), { ...cleaned, atMs: coated.atMs + 60_000 })).toEqual([
      ['epoxy', 'lower'],
    ]));
});
