import { format } from 'date-fns';
import { showDay } from '@/ui/days';
import { readWhen } from './when';

/** The tests run in a zone whose clocks go forward on 31 March 2030 at two in the morning, and back on 27 October at three. */
const typed = (y: number, month: number, d: number, time: string) =>
  readWhen('other', showDay(new Date(y, month - 1, d)), time, 0);
const HOUR = 3_600_000;

describe('when something was done', () => {
  it('a time that the night in March left out is refused, not taken for another', () => {
    expect(typed(2030, 3, 31, '02:30')).toEqual({
      ok: false,
      error: { time: expect.stringContaining('there was no 02:30 that day') as unknown },
    });
    for (const time of ['1:59', '01:59', '03:00', '23:10']) expect(typed(2030, 3, 31, time).ok).toBe(true);
  });
  it('what lies between two times is what passed, not what the hands show', () => {
    const [before, after] = [typed(2030, 3, 31, '01:30'), typed(2030, 3, 31, '03:30')];
    expect(before.ok && after.ok && after.value - before.value).toBe(HOUR);
    const [summer, winter] = [typed(2030, 10, 27, '01:30'), typed(2030, 10, 27, '03:30')];
    expect(summer.ok && winter.ok && winter.value - summer.value).toBe(3 * HOUR);
    expect(after.ok && format(after.value, 'HH:mm')).toBe('03:30');
  });
  it('no time and no day are asked for', () => {
    expect(readWhen('other', '', '10:00', 0)).toMatchObject({ ok: false, error: { day: 'Say which day' } });
    expect(typed(2030, 5, 6, '25:00')).toMatchObject({ ok: false, error: { time: 'A time such as 14:05' } });
    expect(readWhen('15', '', '', 60 * 60_000)).toEqual({ ok: true, value: 45 * 60_000 });
  });
});
