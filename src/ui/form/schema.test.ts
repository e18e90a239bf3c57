import { object, ValidationError } from 'yup';
import { typedDay, typedNumber, typedQuantity, typedText } from './schema';

type Schema = Parameters<typeof object>[0];
const read = (shape: NonNullable<Schema>, values: object) => object(shape).validateSync(values, { abortEarly: false });
const problems = (shape: NonNullable<Schema>, values: object): Record<string, string> => {
  try {
    read(shape, values);
    return {};
  } catch (e) {
    if (!(e instanceof ValidationError)) throw e;
    return Object.fromEntries(e.inner.map((x) => [x.path ?? '', x.message]));
  }
};

describe('a figure of a form', () => {
  const thick = (units: 'metric' | 'us') => ({
    thick: typedQuantity('thickness', { min: 0.1, max: 50 }, units).required(),
  });
  it.each([
    ['0,8', 'metric', 0.8],
    ['0.8 mm', 'us', 0.8],
    ['0.1', 'us', 2.54],
    ['0.1"', 'metric', 2.54],
    ['800 µm', 'metric', 0.8],
  ] as const)('%s in %s units is %d mm', (text, units, mm) =>
    expect((read(thick(units), { thick: text }) as { thick: number }).thick).toBeCloseTo(mm, 9),
  );
  it.each([
    ['', 'metric', 'Enter a number'],
    ['0,', 'metric', 'Finish the number'],
    ['1.2.3', 'metric', 'One decimal mark only, such as 1234.5'],
    ['0.01', 'metric', 'Between 0.1\u00a0mm and 50\u00a0mm'],
    ['99', 'us', /^Between 0\.0039\u00a0in and 1\.9685\u00a0in$/],
    ['3 bar', 'metric', 'bar is not a unit of this; mm or in is'],
  ] as const)('%s in %s units: %s', (text, units, says) => {
    const { thick: said } = problems(thick(units), { thick: text });
    if (typeof says === 'string') expect(said).toBe(says);
    else expect(said).toMatch(says);
  });
  it('may be left out where it may, and a whole number is one', () => {
    const count = { n: typedNumber({ plain: true }, { min: 1, max: 9, whole: true, optional: true }, 'metric') };
    expect(read(count, { n: ' ' })).toEqual({ n: undefined });
    expect(problems(count, { n: '2,5' })).toEqual({ n: 'A whole number' });
    expect(problems(count, { n: '10' })).toEqual({ n: 'Between 1 and 9' });
  });
  it('per cent are typed, a fraction comes out', () =>
    expect(read({ h: typedNumber({ percent: true }, { min: 0, max: 1 }, 'metric') }, { h: '45 %' })).toEqual({
      h: 0.45,
    }));
});

describe('words and days of a form', () => {
  it('words lose the spaces round them, and are missed where they are needed', () => {
    expect(read({ name: typedText(5, 'Say it') }, { name: '  lid ' })).toEqual({ name: 'lid' });
    expect(problems({ name: typedText(5, 'Say it') }, { name: '   ' })).toEqual({ name: 'Say it' });
    expect(problems({ name: typedText(5) }, { name: 'longer' })).toEqual({ name: 'At most 5 signs' });
  });
  it('a day is one that there is, or none', () => {
    expect(read({ due: typedDay() }, { due: '' })).toEqual({ due: undefined });
    expect(read({ due: typedDay() }, { due: '2030-05-06' })).toEqual({ due: new Date(2030, 4, 6) });
    expect(problems({ due: typedDay() }, { due: '2030-02-31' })).toEqual({ due: 'Enter a real date' });
  });
});
