import Papa from 'papaparse';
import { oneLine } from '../units/oneLine';
import { writeCalendar } from './ical';
import { tableCsv } from './table';

describe('what goes out carries no commands', () => {
  it('a cell that begins like a formula is text; figures and words stay as they are', () => {
    const row = ['=1+1', '@SUM(A1)', '+cmd', '-x', '-5', '+3.5', '-.5', 'Clear, 2 L', 'a\nb'];
    const [read] = Papa.parse<string[]>(tableCsv([row])).data;
    expect(read).toEqual(["'=1+1", "'@SUM(A1)", "'+cmd", "'-x", '-5', '+3.5', '-.5', 'Clear, 2 L', 'a\nb']);
  });
  it('a name is one line: no line end, no NUL, no mark that turns it about', () => {
    expect(oneLine('Van\r\nBEGIN:VEVENT')).toBe('Van BEGIN:VEVENT');
    expect(oneLine('a\u0000b\u202ec\u2028d')).toBe('a b c d');
    expect(oneLine('Tür, 2 × P800')).toBe('Tür, 2 × P800');
  });
  it('a job’s name with line ends makes no entry of its own in a calendar', () => {
    const name = 'Van\r\nBEGIN:VEVENT\r\nSUMMARY:free beer\r\nEND:VEVENT';
    const moment = { uid: 'a', atMs: Date.UTC(2030, 4, 6), title: `${name}: ready`, about: name };
    const r = writeCalendar([moment], name, Date.UTC(2030, 4, 6));
    const lines = r.ok ? r.value.split('\r\n') : [];
    expect(lines.filter((l) => l === 'BEGIN:VEVENT')).toHaveLength(1);
    expect(lines.filter((l) => l.startsWith('SUMMARY:free'))).toEqual([]);
  });
});
