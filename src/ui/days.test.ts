import fc from 'fast-check';
import { momentOf, parseDay, showDay } from './days';

describe('a day as it is typed', () => {
  it.each([
    ['06/05/2030', 'en-GB', new Date(2030, 4, 6)],
    ['06/05/2030', 'en-US', new Date(2030, 5, 5)],
    ['2030-05-06', 'en-US', new Date(2030, 4, 6)],
    ['6.5.2030', 'de-DE', new Date(2030, 4, 6)],
    [' 6 May 2030 ', 'nb-NO', new Date(2030, 4, 6)],
  ])('%s in %s', (text, language, day) => expect(parseDay(text, language)).toEqual(day));
  it.each(['', '12/2', '31/02/2030', 'tomorrow', '99/99/9999', '06/05/30', '2030-13-01'])('%s is no day', (text) =>
    expect(parseDay(text, 'en-GB')).toBeUndefined(),
  );
  it('what is shown is read back as the same day, wherever the device is', () =>
    fc.assert(
      fc.property(
        fc.date({ min: new Date(1971, 0, 1), max: new Date(2190, 0, 1), noInvalidDate: true }),
        fc.constantFrom('en-US', 'en-GB', 'de-DE'),
        (d, language) => {
          const day = new Date(d.getFullYear(), d.getMonth(), d.getDate());
          expect(parseDay(showDay(day, language), language)).toEqual(day);
        },
      ),
    ));
});

describe('a moment as it is typed', () => {
  it.each([
    ['2030-05-06', '14:05', new Date(2030, 4, 6, 14, 5).getTime()],
    ['2030-05-06', ' 9:30 ', new Date(2030, 4, 6, 9, 30).getTime()],
    ['2030-02-31', '14:05', undefined],
    ['2030-05-06', '25:00', undefined],
    ['2030-05-06', '', undefined],
  ])('%s at %s', (day, time, ms) => expect(momentOf(day, time)).toBe(ms));
});
