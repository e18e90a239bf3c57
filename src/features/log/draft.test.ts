import fc from 'fast-check';
import { foldLog, lastZones, LOGGABLE, TREATMENT_NAMES, type LogEvent, type PlainEvent, type Product } from '@/core';
import { parseEvent } from '@/core/formats';
import { ev, foundBare, JOB, products } from '@/core/testing';
import type { OpenJob } from '@/data';
import {
  airTextsOf,
  correctionOf,
  payloadOf,
  productDefaults,
  readAir,
  saveLabel,
  textsOf,
  textsOfEntry,
  withContext,
} from './draft';
import { FIELDS } from './fields';
import { entryOf, isByHand, textsOfStart, textsThatFollow, type SheetStart } from './start';
import { readWhen } from './when';

const highBuild = products('highbuild-2k')!;
const lastZonesOf = ({ job, state }: OpenJob) => lastZones(job, state);
const read = (
  kind: Parameters<typeof payloadOf>[0],
  texts: Record<string, string>,
  p?: Product,
  units: 'metric' | 'us' = 'metric',
) => payloadOf(kind, texts, p, units);

describe('the sheet', () => {
  it('reads back what it was filled with, in both systems of units', () => {
    const coat = {
      productId: 'highbuild-2k',
      coats: 2,
      filmUm: 60,
      thinnerFraction: 0.1,
      hardenerId: 'hardener-fast',
      application: 'lowPressureGun',
    };
    for (const units of ['metric', 'us'] as const) {
      const r = read('coated', textsOf('coated', coat, units), highBuild, units);
      expect(r.ok && { ...r.value, filmUm: Math.round(r.value.filmUm as number) }).toEqual(coat);
    }
  });
  it('asks for a skim in mm and keeps it in µm', () => {
    const texts = textsOf('filled', { productId: 'light-filler', filmUm: 1500 }, 'metric');
    expect(texts.filmUm).toBe('1.5');
    const r = read('filled', { ...texts, filmUm: '0,8' }, products('light-filler'));
    expect(r.ok && r.value.filmUm).toBeCloseTo(800);
  });
  it.each([
    ['sixty', /number/i],
    ['', /number/i],
    ['1,2,3', /one decimal mark/i],
  ])("film '%s' is complained of at its place", (text, why) => {
    const r = read(
      'coated',
      { ...textsOf('coated', { productId: 'highbuild-2k', coats: 1, application: 'brush' }, 'metric'), filmUm: text },
      highBuild,
    );
    if (r.ok) throw new Error('it was taken');
    expect(r.error).toHaveLength(1);
    expect(r.error[0]!.path).toBe('filmUm');
    expect(r.error[0]!.message).toMatch(why);
  });
  it('leaves out what the product does not have', () => {
    const texts = {
      productId: 'cleaner-metal',
      thinnerFraction: '10',
      hardenerId: 'hardener-fast',
      coats: '1',
      filmUm: '20',
      application: 'brush',
    };
    const r = read('coated', texts, {
      ...products('epoxy-primer')!,
      thinning: undefined,
      mechanism: 'epoxy',
    } as Product);
    expect(r.ok && Object.keys(r.value).sort()).toEqual(['application', 'coats', 'filmUm', 'productId']);
  });
  it('never throws on what a thumb may type, and always has words for the button', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...LOGGABLE),
        fc.dictionary(fc.constantFrom('filmUm', 'grit', 'minutes', 'tempC', 'coats', 'to', 'method'), fc.string()),
        (kind, texts) => {
          expect(saveLabel(kind, texts, undefined)).not.toBe('');
          return void read(kind, texts);
        },
      ),
    );
  });
});

describe('when it happened', () => {
  const now = new Date(2030, 2, 4, 14, 20).getTime();
  it('now is now, and a while ago is that long ago', () => {
    expect(readWhen('now', '', '', now)).toEqual({ ok: true, value: now });
  });
  it('a day and a time are read as local ones', () => {
    const r = readWhen('other', '2030-03-04', '07:05', now);
    expect(r.ok && r.value).toBe(new Date(2030, 2, 4, 7, 5).getTime());
  });
  it.each([
    ['2030-02-31', '07:05', 'day'],
    ['yesterday', '07:05', 'day'],
    ['2030-03-04', '25:00', 'time'],
    ['2030-03-04', '', 'time'],
  ])('%s %s is complained of at the %s', (day, time, where) => {
    const r = readWhen('other', day, time, now);
    expect(!r.ok && Object.keys(r.error)).toContain(where);
  });
});

describe('what the sheet does not ask', () => {
  const open = (...events: LogEvent[]): OpenJob => ({
    job: { ...JOB, colour: { name: 'Blue', hex: '#123456' } },
    state: foldLog(events, products),
    seq: 0,
    no: 0,
    unreadable: [],
    products,
  });
  it('comes from the job: substrate at the first look, colour on base coat and on nothing else', () => {
    expect(withContext('found', { begin: 'old' }, open(), ['bonnet'])).toEqual({
      substrate: 'aluminium',
      thicknessUm: 1000,
      layers: [{ label: 'Old paint', family: 'oldCoating', filmUm: 120 }],
    });
    expect(withContext('coated', { productId: 'base-solvent' }, open(), ['lower'])).toHaveProperty(
      'colourHex',
      '#123456',
    );
    expect(withContext('coated', { productId: 'clear-ms' }, open(), ['lower'])).not.toHaveProperty('colourHex');
  });
  it('the zones are those of the entry that was written last and still counts', () => {
    const clean = (id: string, zone: string, writtenMin: number) =>
      ev({ kind: 'cleaned', id, atMin: 5, writtenMin, zoneIds: [zone], productId: 'cleaner-metal' });
    const log = [foundBare(['lower', 'upper', 'bonnet'], -9), clean('a', 'upper', 6), clean('b', 'bonnet', 7)];
    expect(lastZonesOf(open())).toEqual(['lower']);
    expect(lastZonesOf(open(...log))).toEqual(['bonnet']);
    const undone = open(...log, ev({ kind: 'voided', atMin: 9, zoneIds: [], targetId: 'b' }));
    expect(lastZonesOf(undone)).toEqual(['upper']);
    expect(entryOf(undone, 'b')).toBeUndefined();
    expect(entryOf(undone, 'a')!.id).toBe('a');
  });
  it('usual figures of a product fit the kind of entry', () => {
    expect(productDefaults('filled', products('light-filler')!)).toMatchObject({ hardenerFraction: 0.02 });
    expect(productDefaults('cleaned', products('cleaner-metal')!)).toEqual({ productId: 'cleaner-metal' });
    expect(productDefaults('coated', highBuild)).toMatchObject({ coats: 1, application: 'lowPressureGun' });
  });
  it('the air as it was typed, with what is wrong under each field', () => {
    expect(readAir({ temp: '17,5', rh: '48', surface: '' }, 'metric')).toEqual({
      ok: true,
      value: { tempC: 17.5, rh: 0.48 },
    });
    const us = readAir({ temp: '68', rh: '50', surface: '59' }, 'us');
    expect(us.ok && us.value.tempC).toBeCloseTo(20, 6);
    expect(us.ok && us.value.surfaceTempC).toBeCloseTo(15, 6);
    const bad = readAir({ temp: 'warm', rh: '', surface: '' }, 'metric');
    expect(!bad.ok && bad.error.map((p) => p.path)).toEqual(['temp', 'rh']);
  });
});

describe('what a link brings to the sheet', () => {
  const none: SheetStart = {
    old: undefined,
    kind: undefined,
    productId: undefined,
    faultId: undefined,
    treatment: undefined,
    media: undefined,
    barG: undefined,
    grit: undefined,
    filmUm: undefined,
    hardenerFraction: undefined,
    on: undefined,
  };
  const place = { strata: undefined, status: undefined, products };
  it('a product with its usual figures, a treatment by name, media with pressure in the user’s units', () => {
    expect(textsOfStart({ ...none, kind: 'coated', productId: highBuild.id }, place, 'metric')).toMatchObject({
      productId: highBuild.id,
      filmUm: String(highBuild.film.nominalUm),
    });
    expect(textsOfStart({ ...none, kind: 'repaired', treatment: 'patch' }, place, 'metric')).toEqual({
      treatment: 'patch',
      method: TREATMENT_NAMES.patch,
    });
    const blasted = textsOfStart({ ...none, kind: 'blasted', media: 'Crushed glass', barG: 6.2 }, place, 'us');
    expect(Number(blasted.barG)).toBeCloseTo(6.2 * 14.5038, 1);
    expect(textsOfStart({ ...none, productId: highBuild.id }, place, 'metric')).toEqual({});
  });
  it('a product that is not there brings nothing', () =>
    expect(textsOfStart({ ...none, kind: 'coated', productId: 'gone' }, place, 'metric')).toEqual({}));
  it('another product brings all its figures, and what was typed for the last one goes', () => {
    const next = textsThatFollow('coated', 'productId', 'clear-ms', place, 'metric');
    expect(Object.keys(next)).toEqual(FIELDS.coated.flatMap((f) => (f.name === 'on' ? [] : [f.name])));
    expect(textsThatFollow('coated', 'coats', '3', place, 'metric')).toEqual({});
  });
  it('only a sheet that nothing but a kind was asked for is one that somebody begins by hand', () => {
    expect(isByHand({ ...none, kind: 'sanded' })).toBe(true);
    expect(isByHand({ ...none, kind: 'sanded', grit: 400 })).toBe(false);
  });
});

describe('an entry put in place of another', () => {
  const coat = ev({
    kind: 'coated',
    id: 'coat',
    productId: 'base-solvent',
    coats: 2,
    filmUm: 15,
    thinnerFraction: 0.5,
    application: 'lowPressureGun',
    colourHex: '#123456',
    batch: { batchId: 'cup', pouredMl: [300, 150], usedMl: 400 },
    air: { tempC: 18.25, rh: 0.5 },
    against: 'Rain is coming',
    note: 'Second cup',
  }) as PlainEvent;
  const common = { atMs: coat.atMs, zoneIds: coat.zoneIds };

  it('keeps what the sheet does not ask, and drops what was emptied on it', () => {
    const r = correctionOf(coat, 'coated', {
      ...common,
      kind: 'coated',
      productId: 'base-solvent',
      coats: 3,
      filmUm: 15,
      application: 'lowPressureGun',
    });
    expect(r).toMatchObject({ coats: 3, batch: { batchId: 'cup' }, colourHex: '#123456', air: { tempC: 18.25 } });
    expect(r).not.toHaveProperty('thinnerFraction');
    expect(r).not.toHaveProperty('note');
  });
  it('of another product keeps neither its cup nor its colour', () => {
    const r = correctionOf(coat, 'coated', { ...common, kind: 'coated', productId: 'clear-ms', coats: 2, filmUm: 25 });
    expect(r).not.toHaveProperty('batch');
    expect(r).not.toHaveProperty('colourHex');
  });
  it('of another kind can be written: it keeps only what every entry may have', () => {
    const by = correctionOf(coat, 'cleaned', { ...common, kind: 'cleaned', productId: 'cleaner-metal' });
    expect(by).toEqual({
      ...common,
      kind: 'cleaned',
      productId: 'cleaner-metal',
      air: { tempC: 18.25, rh: 0.5 },
      against: 'Rain is coming',
    });
    expect(parseEvent({ ...by, id: 'new', writtenMs: coat.writtenMs }).ok).toBe(true);
  });
  it('a first look keeps what was found under it, as long as something was', () => {
    const look = ev({
      kind: 'found',
      substrate: 'galvanised',
      thicknessUm: 700,
      layers: [
        { label: 'Works primer', family: 'epoxy', filmUm: 30 },
        { label: 'Old paint', family: 'oldCoating', filmUm: 90 },
      ],
      fault: 'Chips',
    }) as PlainEvent;
    expect(textsOfEntry(look, 'found', 'metric')).toEqual({ begin: 'old', below: '', fault: 'Chips' });
    const open = { job: JOB } as OpenJob;
    const at = (begin: string) =>
      correctionOf(look, 'found', {
        kind: 'found',
        ...withContext('found', { begin, fault: 'Stone chips' }, open, ['lower']),
      });
    expect(at('old')).toMatchObject({ substrate: 'galvanised', thicknessUm: 700, fault: 'Stone chips' });
    expect(at('old')).toHaveProperty('layers.length', 2);
    expect(at('bare')).toMatchObject({ layers: [] });
    // What comes to light below keeps the numbers that other entries know the layers above it by.
    const more = correctionOf(look, 'found', {
      kind: 'found',
      ...withContext('found', { begin: 'old', below: 'lacquer' }, open, ['lower']),
    });
    expect(more).toHaveProperty('layers', [
      expect.objectContaining({ family: 'lacquer', n: 2 }),
      expect.objectContaining({ family: 'epoxy', n: 0 }),
      expect.objectContaining({ family: 'oldCoating', n: 1 }),
    ]);
  });
  it('shows the air that the entry has, not the air of today', () => {
    expect(airTextsOf(coat.air, 'metric')).toEqual({ temp: '18.25', rh: '50', surface: '' });
    expect(airTextsOf(coat.air, 'us').temp).toBe('64.85');
    expect(airTextsOf(undefined, 'metric')).toEqual({ temp: '', rh: '', surface: '' });
  });
  it('filled from any entry and read back, it is that entry again', () => {
    for (const kind of ['sanded', 'polished', 'baked', 'masked', 'fitted', 'removed', 'cleaned'] as const) {
      const old = ev({
        kind,
        grit: 400,
        tool: 'block',
        wet: true,
        spotsThrough: false,
        removedUm: 12,
        tempC: 60,
        minutes: 30,
        what: 'Edges',
        where: 'Shelf',
        productId: 'cleaner-metal',
      }) as PlainEvent;
      const r = read(kind, textsOfEntry(old, kind, 'metric'), products('cleaner-metal'));
      expect(r.ok && correctionOf(old, kind, { ...r.value })).toMatchObject({ ...(r.ok && r.value), id: old.id });
    }
  });
});
