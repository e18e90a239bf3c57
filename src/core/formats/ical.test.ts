/** @jest-environment node */
import fc from 'fast-check';
import ical from 'node-ical';
import { writeCalendar, type CalendarMoment } from './ical';

const NOW = Date.UTC(2030, 0, 2, 9);
const MIN = 60_000;
const moment = (more: Partial<CalendarMoment> = {}): CalendarMoment => ({
  uid: 'job/l1/recoat@stratocoat',
  atMs: NOW + 90 * MIN,
  title: 'Left door: can be coated over',
  about: 'Estimate',
  ...more,
});
/** As another program reads it. */
function readBack(text: string) {
  const all = Object.values(ical.sync.parseICS(text));
  const entries = all.flatMap((c) => (c?.type === 'VEVENT' ? [c] : []));
  return entries.map((e) => ({
    uid: e.uid,
    title: e.summary,
    about: e.description,
    atMs: e.start.getTime(),
    minutes: e.end ? (e.end.getTime() - e.start.getTime()) / MIN : undefined,
    stampMs: e.dtstamp.getTime(),
    alarms: (e.alarms ?? []).map((x) => {
      const { action, description, trigger } = x as unknown as Record<string, string>;
      return { action, says: description, trigger };
    }),
  }));
}
/** The lines of a file, unfolded (RFC 5545, 3.1). */
const lines = (text: string) => text.replace(/\r\n[ \t]/g, '').split('\r\n');
const written = (moments: CalendarMoment[], name = 'Van') => {
  const r = writeCalendar(moments, name, NOW);
  if (!r.ok) throw new Error(r.error);
  return r.value;
};

describe('a calendar file', () => {
  it('says when, in UTC, with an alarm at the moment itself', () =>
    expect(readBack(written([moment()]))).toEqual([
      {
        uid: 'job/l1/recoat@stratocoat',
        title: 'Left door: can be coated over',
        about: 'Estimate',
        atMs: NOW + 90 * MIN,
        minutes: 15,
        stampMs: NOW,
        alarms: [{ action: 'DISPLAY', says: 'Left door: can be coated over', trigger: 'PT0S' }],
      },
    ]));
  it('warns of a window in time', () => {
    const [entry] = readBack(written([moment({ warnMs: [120 * MIN, 30 * MIN] })]));
    expect(entry?.alarms.map((a) => a.trigger)).toEqual(['PT0S', '-PT2H', '-PT30M']);
  });
  it('is to the letter of RFC 5545 in what strict readers refuse: durations, line length, line ends, escapes', () => {
    const text = written([moment({ about: 'Größe; '.repeat(60), title: 'Tür, ', warnMs: [90_000] })], 'A, b; c');
    for (const line of text.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
    expect(text.replace(/\r\n/g, '')).not.toMatch(/[\r\n]/);
    expect(text.endsWith('END:VCALENDAR\r\n')).toBe(true);
    for (const line of lines(text)) {
      const [, name = '', value = ''] = /^([A-Z-]+)[^:]*:(.*)$/.exec(line) ?? [];
      if (name === 'TRIGGER') expect(value).toMatch(/^-?P(\d+W|\d+D)?(T(\d+H)?(\d+M)?(\d+S)?)?$/);
      if (name === 'TRIGGER') expect(value).not.toMatch(/[PT]$/);
      if (['SUMMARY', 'DESCRIPTION'].includes(name)) expect(value).not.toMatch(/(^|[^\\])(\\\\)*[,;]/);
      if (name.startsWith('DT')) expect(value).toMatch(/^\d{8}T\d{6}Z$/);
    }
    for (const needed of ['VERSION:2.0', /^PRODID:/, /^UID:/, /^DTSTAMP:/])
      expect(lines(text)).toContainEqual(typeof needed === 'string' ? needed : expect.stringMatching(needed));
  });
  it('gives every word back as it was, whatever stands in it', () =>
    fc.assert(
      fc.property(fc.string({ minLength: 1, maxLength: 120 }), fc.string({ unit: 'grapheme-ascii' }), (a, b) => {
        // The reader trims, has no signs for controls, and takes an escaped backslash before an n for a line end.
        const [title, about] = [`x${a}x`, `x${b}x`].map((t) => t.replace(/\p{Cc}/gu, ' ').replace(/\\(?=n)/gi, '/'));
        const [entry] = readBack(written([moment({ title: title!, about: about! })], title!));
        expect([entry?.title, entry?.about, entry?.alarms[0]?.says]).toEqual([title, about, title]);
      }),
    ));
  it('writes a backslash before an n as RFC 5545 says (3.3.11): two of them', () =>
    expect(lines(written([moment({ about: 'C:\\new' })]))).toContain('DESCRIPTION:C:\\\\new'));
  it('rounds a moment that lies between two seconds', () =>
    expect(readBack(written([moment({ atMs: NOW + 0.25 })]))[0]?.atMs).toBe(NOW));
  it('is none where nothing runs', () => expect(writeCalendar([], 'Van', NOW).ok).toBe(false));
});
