/** @jest-environment node */
import type { Job } from '../log/job';
import type { Photo } from '../log/photos';
import { recordHtml, TITLES, type Paper } from './html';
import {
  AUDIENCES,
  type Audience,
  type JobRecord,
  type LayerRecord,
  type PrivatePart,
  type ZoneRecord,
} from './record';

const DAY = 86_400_000;
const MADE = Date.UTC(2030, 4, 20, 9);
const day = (ms: number): string => new Date(ms).toISOString().slice(0, 10);
const layer = (label: string, filmUm: number, depthUm: number, more: Partial<LayerRecord> = {}): LayerRecord => ({
  label,
  family: 'Primer',
  coats: 1,
  filmUm,
  basis: 'estimated',
  depthUm,
  firstMs: MADE - 9 * DAY,
  lastMs: MADE - 9 * DAY,
  ...more,
});
const LAYERS = [
  layer('Clear', 50, 0, { coats: 2, basis: 'measured', lastMs: MADE - 8 * DAY }),
  layer('Base', 16, 50, { product: 'Solvent base', colour: { hex: '#8c2f2b', name: 'Crust red' } }),
  layer('Polyester filler', 900, 66, {
    air: { tempC: 18.4, rh: 0.55 },
    batch: { no: 12, lots: ['H 2207', 'H <1>'] },
  }),
  layer('Old enamel', 90, 966, { basis: 'found' }),
];
const zone = (more: Partial<ZoneRecord> = {}): ZoneRecord => ({
  name: 'Whole',
  areaCm2: 4200,
  substrate: 'Mild steel',
  substrateUm: 800,
  layers: LAYERS,
  repairs: [],
  spots: [],
  left: [],
  open: [],
  finish: 'baseClear',
  ...more,
});
const JOB: Job = {
  id: 'j',
  name: 'Van',
  about: '',
  createdMs: MADE,
  panels: [{ id: 'p', name: 'Left door', substrate: 'steel', thicknessUm: 800 }],
  zones: [{ id: 'z', panelId: 'p', name: 'Whole', areaCm2: 4200 }],
};
interface Wish {
  audience?: Audience;
  zones?: ZoneRecord[];
  more?: Partial<JobRecord>;
  job?: Job;
  paper?: Paper;
  units?: 'metric' | 'us';
  pictures?: ReadonlyMap<string, string>;
  parts?: readonly PrivatePart[];
}
function page({
  audience = 'owner',
  zones = [zone()],
  more = {},
  job = JOB,
  paper = 'a4',
  units = 'metric',
  ...w
}: Wish) {
  const r: JobRecord = {
    format: 'stratocoat-record',
    version: 1,
    madeMs: MADE,
    shop: 'Barn & Co',
    job: { name: 'Van', about: '' },
    audience,
    panels: [{ id: 'p', name: 'Left door', zones }],
    due: [],
    ...more,
  };
  const html = recordHtml(r, job, paper, { units, day, ...(w.pictures && { pictures: w.pictures }) }, w.parts);
  // As it is read: without its style, with plain blanks.
  return { html, text: html.replace(/<style>.*?<\/style>/s, '').replaceAll('\u00a0', ' ') };
}
const rows = (text: string) =>
  [...text.matchAll(/<tr>(.*?)<\/tr>/gs)].map((m) =>
    [...(m[1] ?? '').matchAll(/<t[dh]>(.*?)<\/t[dh]>/gs)].map((c) => (c[1] ?? '').replace(/<[^>]+>/g, ' | ')),
  );

describe('layers of a page that is handed over', () => {
  it('stand from the top down with their films, what those rest on and when they went on; the substrate closes them', () => {
    expect(rows(page({ audience: 'payer' }).text)).toEqual([
      ['From the top', 'How thick', 'When'],
      ['Clear, 2 coats', '50 µm |  | measured | ', `${day(MADE - 9 * DAY)} to ${day(MADE - 8 * DAY)}`],
      ['Base, Solvent base, Crust red', '16 µm |  | estimated | ', day(MADE - 9 * DAY)],
      [
        'Polyester filler |  | 18 °C, 55 %; Cup 12, lots H 2207, H &#60;1&#62; | ',
        '0.90 mm |  | estimated | ',
        day(MADE - 9 * DAY),
      ],
      ['Old enamel', '90 µm |  | found here, said at the first look | ', ''],
      ['Mild steel', '0.80 mm', ''],
    ]);
  });
  it('for one who sands each says how deep it begins, the metal below all of it', () => {
    const depths = rows(page({ audience: 'sander' }).text).map((r) => r[0]);
    expect(depths).toEqual(['Begins at', '0 µm', '50 µm', '66 µm', '0.97 mm', '1.1 mm']);
  });
  it('are drawn to scale, in their own colour where it is one, and never in what somebody typed as one', () => {
    const { html } = page({});
    expect(html).toContain('fill="#8c2f2b"');
    const bands = [...html.matchAll(/<rect x="0\.5" y="[\d.]+" width="73" height="([\d.]+)"/g)].map((m) =>
      Number(m[1]),
    );
    // 150 high, 7 of it at least for each of four: the filler has most of the other 122.
    expect(bands.slice(0, 4)).toEqual([50, 16, 900, 90].map((um) => Number((7 + (122 * um) / 1056).toFixed(1))));
    const evil = page({ zones: [zone({ layers: [layer('X', 10, 0, { colour: { hex: '"><script>' } })] })] });
    expect(evil.html).not.toContain('<script');
  });
  it('a zone on which nothing lies has no drawing of layers', () => {
    const { html } = page({ zones: [zone({ layers: [] })] });
    expect(html).not.toContain('class="stack"');
    expect(rows(html)).toHaveLength(2);
  });
  it('in US units films are in mil and inches', () => {
    const { text } = page({ units: 'us' });
    expect(text).toContain('2.0 mil');
    expect(text).not.toMatch(/\d (µm|mm|°C)/);
  });
});

describe('lines of a zone', () => {
  const lines = (z: Partial<ZoneRecord>, audience: Audience = 'owner') =>
    [...page({ zones: [zone(z)], audience }).text.matchAll(/<li>(.*?)<\/li>/g)].map((m) => m[1]);
  it('say the gauge, repairs, places of their own, what was left and what is open', () => {
    expect(
      lines({
        measured: { atMs: MADE - DAY, totalUm: 1080 },
        repairs: [
          { atMs: MADE - 20 * DAY, method: 'Patch, welded' },
          { atMs: MADE - 20 * DAY, method: 'Patch, glued', untilMs: MADE + 200 * DAY },
        ],
        spots: [
          { cause: 'sandedThrough', areaCm2: 12, layers: 3 },
          { cause: 'never heard of', layers: 1 },
        ],
        left: [{ what: 'Dent' }, { what: 'Rust', untilMs: MADE + 90 * DAY }],
        open: ['Pinhole'],
      }),
    ).toEqual([
      'Gauge, 2030-05-19: 1.1 mm over all.',
      'Patch, welded, 2030-04-30.',
      'Patch, glued, 2030-04-30: temporary, has to last until 2030-12-06.',
      'A place of 12 cm² with a stack of its own: sanded through and built up again.',
      'A place with a stack of its own: never heard of.',
      'Left as agreed: dent.',
      'Left as agreed: rust, to be done by 2030-08-18.',
      'Open: pinhole.',
    ]);
  });
  it('for a painter: how it is keyed, whether it was wiped, and the window where it was not keyed', () => {
    expect(lines({ coatUntilMs: MADE + DAY }, 'painter')).toEqual([
      'Not keyed since the last coat.',
      'Not wiped since: wipe it.',
      'May be coated without sanding until 2030-05-21, by estimate; the data sheet decides.',
    ]);
    const keyed = { grit: 400, wet: true, atMs: MADE - DAY };
    expect(lines({ coatUntilMs: MADE + DAY, keyed, wipedMs: MADE }, 'painter')).toEqual([
      'Keyed with P400, wet, 2030-05-19.',
      'Wiped 2030-05-20: wipe it again before you coat.',
    ]);
    expect(lines({ keyed: { ...keyed, wet: false } }, 'owner')).toEqual([]);
  });
  it('hard all through is said once it is, and about when before; one who sands needs it not', () => {
    expect(lines({ hardMs: MADE - 1 })).toEqual(['Hard all through, by estimate.']);
    expect(lines({ hardMs: MADE + 3 * DAY })).toEqual(['Hard all through about 2030-05-23, by estimate.']);
    expect(lines({ hardMs: MADE + 3 * DAY }, 'sander')).toEqual([]);
  });
});

describe('the page as a whole', () => {
  it.each(AUDIENCES)('has a title of its own for %s, the shop and the day', (audience) => {
    const { text } = page({ audience });
    expect(text).toContain(`<h1>${TITLES[audience]}</h1>`);
    expect(text).toContain('Barn &#38; Co, 2030-05-20.');
  });
  it('asks for care until it is hard, but not of one who sands; warns that one of dust', () => {
    const soft = [zone({ hardMs: MADE + 3 * DAY }), zone({ name: 'Edge', hardMs: MADE + 5 * DAY })];
    expect(page({ zones: soft }).text).toContain('Care until about 2030-05-25.');
    expect(page({ zones: [zone({ hardMs: MADE - DAY })] }).text).not.toContain('Care until');
    const sander = page({ zones: soft, audience: 'sander' }).text;
    expect(sander).not.toContain('Care until');
    expect(sander).toContain('Before you sand');
    expect(page({}).text).not.toContain('Before you sand');
  });
  it('says what is to be looked at again, and what was agreed to be paid', () => {
    const more = {
      due: [{ panel: 'Sill <left>', what: 'the glued patch', dueMs: MADE + 30 * DAY }],
      cost: { hours: 12.5, rate: 60, currency: '€' },
      job: { name: 'Van', about: 'Blue & white', colour: { name: 'Crust "red"', hex: '#8c2f2b' } },
    };
    const { text } = page({ more });
    expect(text).toContain('Sill &#60;left&#62;: the glued patch, by 2030-06-19.');
    expect(text).toContain('12.5 h at 60 €: 750 € of work.');
    expect(text).toContain('Blue &#38; white');
    expect(text).toContain('Colour: Crust &#34;red&#34;.');
    expect(page({ more, audience: 'sander' }).text).not.toContain('To be looked at again');
  });
  it('fits the paper that was picked', () => {
    expect(page({ paper: 'a4' }).html).toContain('@page{size:A4');
    expect(page({ paper: 'letter' }).html).toContain('@page{size:letter');
  });
  it('has labels only where they were asked for, and the same label once', () => {
    expect(page({}).html).not.toContain('class="label"');
    const twins = [zone(), zone(), zone({ layers: [] })];
    const { html } = page({ zones: twins, parts: ['labels'] });
    expect(html.match(/class="label"/g)).toHaveLength(1);
    expect(page({ zones: [zone({ layers: [] })], parts: ['labels'] }).html).not.toContain('Labels, to be cut out');
  });
});

describe('drawings and photos', () => {
  const outline = (w: number, h: number) => [
    { x: 100, y: 50 },
    { x: 100 + w, y: 50 },
    { x: 100 + w, y: 50 + h },
    { x: 100, y: 50 + h },
  ];
  const drawn = (map: unknown): Job => ({
    ...JOB,
    panels: [{ ...JOB.panels[0]!, map } as Job['panels'][number]],
    zones: [
      { ...JOB.zones[0]!, name: 'Lower <b>', outline: outline(800, 300) },
      { id: 'in', panelId: 'p', name: 'Inside', areaCm2: 10, outline: outline(10, 10), face: 'inner' },
      { id: 'none', panelId: 'p', name: 'Undrawn', areaCm2: 10 },
    ] as Job['zones'],
  });
  it('a panel that was drawn is drawn, from its own corner, with the zones of its outer face by name', () => {
    const { html } = page({ job: drawn({ outline: outline(800, 600) }) });
    expect(html).toContain('aria-label="Drawing of Left door"');
    expect(html).toContain('points="0,0 800,0 800,600 0,600"');
    expect(html).toContain('>Lower &#60;b&#62;</text>');
    expect(html).not.toContain('>Inside</text>');
    expect(page({ job: drawn({ outline: outline(8, 6).slice(0, 2) }) }).html).not.toContain('class="drawing"');
    expect(page({}).html).not.toContain('class="drawing"');
  });
  it('photos stand before, after, then the others by time; what is no picture in the page itself is left out', () => {
    const photo = (id: string, takenMs: number, more: Partial<Photo> = {}): Photo => ({
      id,
      panelId: 'p',
      takenMs,
      widthPx: 1,
      heightPx: 1,
      bytes: 1,
      ...more,
    });
    const job: Job = {
      ...JOB,
      photos: [
        photo('plain', MADE - 5 * DAY, { says: 'Sill & <step>' }),
        photo('after', MADE, { side: 'after' }),
        photo('before', MADE - 9 * DAY, { side: 'before' }),
        photo('fetched', MADE - 9 * DAY),
        photo('lost', MADE),
        photo('elsewhere', MADE, { panelId: 'q' }),
      ],
    };
    const inside = 'data:image/jpeg;base64,AAAA';
    const pictures = new Map(job.photos!.map((p) => [p.id, inside]));
    pictures.set('fetched', 'https://elsewhere.test/x.jpg');
    pictures.delete('lost');
    const { html } = page({ job, pictures });
    const alts = [...html.matchAll(/<img src="([^"]+)" alt="([^"]+)">/g)].map((m) => [m[1], m[2]]);
    expect(alts).toEqual([
      [inside, `Before, ${day(MADE - 9 * DAY)}`],
      [inside, `After, ${day(MADE)}`],
      [inside, `Sill &#38; &#60;step&#62;, ${day(MADE - 5 * DAY)}`],
    ]);
    expect(html).not.toContain('elsewhere.test');
    expect(page({ job }).html).not.toContain('<img');
  });
});
