import { findIndex, type Findable } from './findIndex';
import { pagesFrom } from './useFindables';

const thing = (kind: Findable['kind'], name: string, also = ''): Findable => ({
  id: `${kind} ${name}`,
  kind,
  name,
  also,
  under: '',
  href: '/',
});

describe('finding by name', () => {
  const search = findIndex([
    ...pagesFrom({ job: 'j', panel: 'p' }),
    thing('panel', 'Lamp panel'),
    thing('product', 'High-build primer', 'highBuild'),
    thing('job', 'Coupé'),
  ]);
  const first = (text: string, kind: Findable['kind'] = 'page') => search(text).get(kind)?.[0]?.name;
  it.each([
    ['ble', 'Blend'],
    ['tint', 'Colour'],
    ['stock', 'Shelf'],
    ['quality', 'Level'],
    ['weather', 'Air'],
    ['money', 'Cost'],
  ])('%s leads to %s', (text, name) => expect(first(text)).toBe(name));
  it('by the beginnings of several words, without accents, and a little wrong', () => {
    expect(first('lam pan', 'panel')).toBe('Lamp panel');
    expect(first('coupe', 'job')).toBe('Coupé');
    expect(first('primar', 'product')).toBe('High-build primer');
  });
  it('a name counts more than what else a thing is called', () => expect(first('heat')).toBe('Heat'));
  it('nothing is found by nothing, and by what nothing is called', () => {
    expect(search('').size).toBe(0);
    expect(search('qqqqq').size).toBe(0);
  });
  it('pages about a panel are about the one that one came from; without a job those of a job are left out', () => {
    const blend = pagesFrom({ job: 'j', panel: 'p' }).find((p) => p.name === 'Blend');
    expect(blend?.href).toEqual({ pathname: '/blend', params: { job: 'j', panel: 'p' } });
    expect(pagesFrom({}).some((p) => p.name === 'The job')).toBe(false);
  });
});
