import { colourCase, colourFacts, coloursSeen } from '../colour';
import { partsLeft } from '../bodies';
import { isOfColour, renamed, type Colour } from '../library/finish';
import { agreedFinish, colourName, coloursOf, newColour, withColour } from '../log/job';
import { mergeJob } from '../log/mergeJob';
import { repairWords, treatmentOf } from '../log/treatmentOf';
import { stepOf } from '../rules/steps';
import { SHIPPED_PRODUCTS } from '../library/shipped';
import { foldLog } from '../strata/fold';
import { products } from '../testing';
import v10 from './fixtures/job-v10.json';
import { readJobFile, writeJobFile } from './jobFile';

/** A file as version 10 wrote it: colours, treatments and parts told by their words. */
const read = () => {
  const r = readJobFile({ ...v10, products: SHIPPED_PRODUCTS.filter((p) => p.id === 'base-water') });
  if (!r.ok) throw new Error(JSON.stringify(r.error));
  return r.value;
};
const { job, events } = read();
const slate = job.colour as Colour;

describe('a job file of version 10', () => {
  it('is read, and its words are found again', () => {
    const state = foldLog(events, products);
    const strata = state.zones.get('z')?.strata;
    expect(colourCase(job, state, slate, products).cards).toHaveLength(1);
    expect(strata?.repairs.map((r) => r.method)).toEqual(['Cut out and patch', 'Plate bonded on']);
    expect(partsLeft(job, 'smallHatch').map((p) => p.id)).not.toContain('bonnet');
    // Soda leaves something that is washed off, whatever it is called today.
    const blasted = foldLog(events.slice(0, 2), products).zones.get('z')?.strata;
    expect(blasted?.surface.residue).toBe('soda');
  });

  it('keeps what nobody agreed on, as it was written', () => {
    expect(coloursSeen(job, foldLog(events, products)).map((c) => c.name)).toEqual([
      'Slate shimmer',
      'A colour nobody agreed on',
    ]);
  });

  it('comes back the same when it is written today', () => {
    const again = readJobFile(JSON.parse(JSON.stringify(writeJobFile(job, events, SHIPPED_PRODUCTS, v10.exportedMs))));
    expect(again.ok && again.value.events).toEqual(events);
    expect(again.ok && again.value.job).toEqual(job);
  });
});

describe('a colour that is renamed', () => {
  const night = withColour(job, renamed(slate, 'Night blue', '#203040'));
  if (!night) throw new Error('It was refused');
  const state = foldLog(events, products);

  it('keeps its cards, readings and coats', () => {
    const facts = colourFacts(night, state, 'Slate shimmer', products);
    const found = colourCase(night, state, night.colour as Colour, products);
    expect(facts.cards).toHaveLength(1);
    expect(found.cards[0]?.reads).toHaveLength(1);
    expect(colourName(night, 'Slate shimmer')).toBe('Night blue');
    // What is sprayed from now on names the id; what was is known by how it was drawn.
    const before = state.zones.get('z')?.strata?.layers[0];
    expect(before && isOfColour(before, slate)).toBe(true);
    expect(isOfColour({ colourId: 'Slate shimmer', colourHex: '#4f6374' }, night.colour as Colour)).toBe(true);
    expect(isOfColour({ colourId: 'Other', colourHex: '#203040' }, night.colour as Colour)).toBe(false);
  });

  it('is renamed on the zones that agreed on it too: the words stand once', () => {
    expect(agreedFinish(night, 'z').colour).toEqual(night.colour);
    expect(coloursOf(night)).toHaveLength(1);
  });

  it('may not take the name of another colour of the job', () => {
    const cream: Colour = { id: 'c', name: 'Cream', hex: '#eeeecc' };
    const two = { ...job, zones: job.zones.map((z) => (z.id === 'z' ? { ...z, finish: { colour: cream } } : z)) };
    expect(withColour(two, renamed(slate, 'Cream of the roof', '#203040'))).toBeDefined();
    expect(withColour(two, renamed(slate, 'cream', '#203040'))).toBeUndefined();
    expect(withColour(two, renamed(slate, 'Slate', '#203040'))).toBeDefined();
  });

  it('leaves its old name to a new colour, under an id of its own', () => {
    const again = newColour(night, 'Slate shimmer', '#4f6374', () => 'new');
    expect(again).toEqual({ id: 'new', name: 'Slate shimmer', hex: '#4f6374' });
    expect(newColour(night, 'Cream', '#eeeecc', () => 'new').id).toBe('Cream');
  });

  it('stays one colour where two phones are put together', () => {
    const mine = { ...night, changed: { colour: 5 } };
    const theirs = { ...job, name: 'Small hatch, theirs', changed: { name: 6 } };
    for (const merged of [mergeJob(mine, theirs, new Set()), mergeJob(theirs, mine, new Set())]) {
      expect(merged.colour?.name).toBe('Night blue');
      expect(colourFacts(merged, state, 'Slate shimmer', products).cards).toHaveLength(1);
    }
  });
});

describe('what was done to a fault', () => {
  it('is known by its id, by the words of version 10, or only told', () => {
    expect(treatmentOf({ treatment: 'patch' })).toBe('patch');
    expect(treatmentOf({ treatment: 'patch', method: 'Cut out and patch, 1 mm sheet' })).toBe('patch');
    expect(treatmentOf({ method: 'Hammer and dolly' })).toBe('hammerAndDolly');
    expect(treatmentOf({ method: 'Plate bonded on' })).toBeUndefined();
    expect(treatmentOf({ method: 'constructor' })).toBeUndefined();
  });

  it('is said by its own words, else by the name of the treatment', () => {
    expect(repairWords({ treatment: 'patch' })).toBe('Cut out and patch');
    expect(repairWords({ treatment: 'patch', method: 'Patched with 1 mm sheet' })).toBe('Patched with 1 mm sheet');
    expect(repairWords({ method: 'Plate bonded on' })).toBe('Plate bonded on');
  });

  it('gives the step that the rules judge', () => {
    expect(stepOf('repaired', { method: 'Cut out and patch' }, undefined)).toEqual({
      kind: 'repair',
      treatment: 'patch',
    });
    expect(stepOf('repaired', { treatment: 'rebond' }, undefined)).toEqual({ kind: 'repair', treatment: 'rebond' });
    expect(stepOf('repaired', { method: 'Plate bonded on' }, undefined)).toEqual({ kind: 'repair' });
  });
});
