import { readdirSync } from 'node:fs';
import path from 'node:path';
import { pageHref, type Pages } from './pages';

// Complete by type: a page that is missing here does not compile.
const PAGES: { [P in keyof Pages]: true } = {
  '/': true,
  '/air': true,
  '/ask': true,
  '/bags': true,
  '/batches': true,
  '/blast': true,
  '/blend': true,
  '/colour': true,
  '/cost': true,
  '/decide': true,
  '/defects': true,
  '/flatten': true,
  '/plan': true,
  '/wall': true,
  '/putback': true,
  '/record': true,
  '/safety': true,
  '/photos': true,
  '/spray': true,
  '/fair': true,
  '/find': true,
  '/try': true,
  '/evening/[jobId]/[eveningId]': true,
  '/gun': true,
  '/masking': true,
  '/place': true,
  '/ground': true,
  '/heat': true,
  '/job/[jobId]': true,
  '/job/[jobId]/change': true,
  '/level': true,
  '/library': true,
  '/library/[id]': true,
  '/log': true,
  '/map': true,
  '/mix': true,
  '/order': true,
  '/panel/[jobId]/[panelId]': true,
  '/panels': true,
  '/parts': true,
  '/repair': true,
  '/session': true,
  '/sharing': true,
  '/shelf': true,
  '/shop': true,
};

describe('pages', () => {
  it('are those that have a route, no more and no fewer', () => {
    const routes = (readdirSync(path.join(__dirname, '..', 'app'), { recursive: true }) as string[])
      .filter((f) => f.endsWith('.tsx') && !/_layout|\.\.\./.test(f))
      .map((f) => `/${f.replace(/\.tsx$/, '').replace(/(^|\/)index$/, '')}`);
    expect(routes.sort()).toEqual(Object.keys(PAGES).sort());
  });
  it('have an address that carries what was given, and nothing that was not', () =>
    expect(pageHref('/log', { job: 'j', zones: 'a,b', kind: undefined })).toEqual({
      pathname: '/log',
      params: { job: 'j', zones: 'a,b' },
    }));
});
