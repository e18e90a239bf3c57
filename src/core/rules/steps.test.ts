/** @jest-environment node */
import { KINDS, type PlainKind } from '../log/event';
import { products } from '../testing';
import { stepOf } from './steps';

const clear = products('clear-ms');
const filler = products('light-filler');
const cleaner = products('cleaner-metal');
const guide = products('guide-coat');

describe('the step that an entry is', () => {
  it('is none where its kind is none, whatever stands in it', () => {
    for (const kind of Object.keys(KINDS) as PlainKind[])
      if (KINDS[kind].step === null) expect(stepOf(kind, { grit: 80, media: 'garnet' }, clear)).toBeUndefined();
  });
  it('is of the kind that the table of entries says, for every kind that is one', () => {
    for (const kind of Object.keys(KINDS) as PlainKind[]) {
      const { step } = KINDS[kind];
      if (step !== null) expect(stepOf(kind, {}, clear)?.kind).toBe(step);
    }
  });
  it('needs its product where it is about one: a coat, a fill, a wipe; a guide coat may be any', () => {
    for (const kind of ['coated', 'treated', 'filled', 'cleaned'] as const)
      expect(stepOf(kind, { filmUm: 50 }, undefined)).toBeUndefined();
    expect(stepOf('guideCoated', {}, undefined)).toEqual({ kind: 'guide' });
    expect(stepOf('guideCoated', {}, guide)).toEqual({ kind: 'guide', aid: guide });
  });
  it('a coat has what the entry says of it, and nothing that is half typed', () => {
    const on = ['spot'];
    expect(
      stepOf(
        'coated',
        { filmUm: 50, coats: 2, hardenerId: 'h', colourId: 'c', colourHex: '#101010', batch: { batchId: 'b' }, on },
        clear,
      ),
    ).toEqual({
      kind: 'coat',
      product: clear,
      filmUm: 50,
      coats: 2,
      hardenerId: 'h',
      colourId: 'c',
      colourHex: '#101010',
      batchId: 'b',
      on,
    });
    for (const batch of [null, 'b', {}, { batchId: 7 }])
      expect(stepOf('coated', { filmUm: '5', coats: '', hardenerId: 1, batch, on: 'spot' }, clear)).toEqual({
        kind: 'coat',
        product: clear,
      });
  });
  it('fillers, papers and polish have how much and with what', () => {
    expect(stepOf('filled', { filmUm: 800, hardenerFraction: 0.02 }, filler)).toEqual({
      kind: 'fill',
      product: filler,
      filmUm: 800,
      hardenerFraction: 0.02,
    });
    expect(stepOf('sanded', { grit: 180, removedUm: 20, on: ['all'] }, undefined)).toEqual({
      kind: 'sand',
      grit: 180,
      removedUm: 20,
      on: ['all'],
    });
    expect(stepOf('sanded', {}, undefined)).toMatchObject({ kind: 'sand', grit: 400 });
    expect(stepOf('polished', { removedUm: 2 }, undefined)).toEqual({ kind: 'polish', removedUm: 2 });
    expect(stepOf('cleaned', { on: ['x'] }, cleaner)).toEqual({ kind: 'clean', product: cleaner, on: ['x'] });
  });
  it('stripping by a method that nobody knows is with the sander; blasting and baking have their figures', () => {
    expect(stepOf('stripped', { method: 'chemical' }, undefined)).toEqual({ kind: 'strip', method: 'chemical' });
    expect(stepOf('stripped', { method: 'axe' }, undefined)).toEqual({ kind: 'strip', method: 'sander' });
    expect(stepOf('blasted', { media: 'garnet', barG: 4, wet: true, inhibitor: true }, undefined)).toEqual({
      kind: 'blast',
      media: 'garnet',
      barG: 4,
      wet: true,
      inhibitor: true,
    });
    expect(stepOf('blasted', { media: 'garnet' }, undefined)).toMatchObject({ wet: false, inhibitor: false });
    expect(stepOf('baked', { tempC: 60, minutes: 30 }, undefined)).toEqual({ kind: 'bake', tempC: 60, minutes: 30 });
  });
  it('a repair has its treatment once it is whole', () => {
    expect(stepOf('repaired', {}, undefined)).toEqual({ kind: 'repair' });
  });
});
