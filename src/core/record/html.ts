import { drawnAreaText, formatQuantity, type UnitSystem } from '../units/convert';
import type { Job } from '../log/job';
import { PHOTO_SIDES, type Photo } from '../log/photos';
import { codeSvg, labelText } from './label';
import type { Audience, JobRecord, LayerRecord, PanelRecord, PrivatePart, ZoneRecord } from './record';

export const PAPERS = ['a4', 'letter'] as const;
export type Paper = (typeof PAPERS)[number];

/** Text as it may stand in a page: what somebody typed never becomes a part of it. */
export const escapeHtml = (text: string): string => text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);
const e = escapeHtml;

/** What a page is called, by whom it is for. */
export const TITLES: { readonly [A in Audience]: string } = {
  owner: 'What is under your paint',
  payer: 'What was done',
  painter: 'What this part is, and what may go on it',
  sander: 'What you sand into, by depth',
};

const WASH_DAYS =
  'Until it is hard: wash by hand with plenty of water and no brush, no wax or sealant, no tape, no cover, no stone chips where it can be helped.';

interface Words {
  units: UnitSystem;
  day(ms: number): string;
  /** Pictures of photos that go out, as addresses that hold them, by id. */
  pictures?: ReadonlyMap<string, string>;
}

const film = (um: number, w: Words): string =>
  um >= 300 ? formatQuantity('thickness', um / 1000, w.units) : formatQuantity('film', um, w.units);
const BASIS: { readonly [B in LayerRecord['basis']]: string } = {
  measured: 'measured',
  estimated: 'estimated',
  found: 'found here, said at the first look',
};
const CAUSES: Readonly<Record<string, string>> = {
  sandedThrough: 'sanded through and built up again',
  ring: 'round a filled place',
  feathered: 'feathered out',
  repaired: 'repaired in the paint that stayed',
  leftOut: 'left out of a coat',
};

/** Greys that tell neighbours apart on any printer; the colour of a coat is its own. */
const GREYS = ['#f2f2f0', '#c9c9c6', '#e2e2df', '#aeaeaa'] as const;
const COLUMN = { width: 74, height: 150, least: 7 } as const;

/** The stack of a zone to scale, the uppermost on top: thin films as thick as a line that can be seen, and said so. */
function stackSvg(z: ZoneRecord): string {
  const all = z.layers.reduce((s, l) => s + l.filmUm, 0);
  if (all === 0) return '';
  const room = COLUMN.height - COLUMN.least * z.layers.length;
  let y = 0;
  const bands = z.layers.map((l, i) => {
    const h = COLUMN.least + (room * l.filmUm) / all;
    const fill =
      l.colour?.hex !== undefined && /^#[0-9a-f]{6}$/i.test(l.colour.hex) ? l.colour.hex : GREYS[i % GREYS.length];
    const band = `<rect x="0.5" y="${(y + 0.5).toFixed(1)}" width="${COLUMN.width - 1}" height="${h.toFixed(1)}" fill="${fill}" stroke="#333" stroke-width="0.7"/>`;
    y += h;
    return band;
  });
  return `<svg class="stack" viewBox="0 0 ${COLUMN.width} ${COLUMN.height + 14}" role="img" aria-label="Layers to scale">${bands.join('')}<rect x="0.5" y="${COLUMN.height}" width="${COLUMN.width - 1}" height="13" fill="#fff" stroke="#333" stroke-width="0.7"/></svg>`;
}

/** A panel as it was drawn, with its zones. */
function drawingSvg(job: Job, p: PanelRecord): string {
  const map = job.panels.find((x) => x.id === p.id)?.map;
  if (!map || map.outline.length < 3) return '';
  const xs = map.outline.map((q) => q.x);
  const ys = map.outline.map((q) => q.y);
  const [x0, y0] = [Math.min(...xs), Math.min(...ys)];
  const [w, h] = [Math.max(...xs) - x0, Math.max(...ys) - y0];
  const points = (line: readonly { x: number; y: number }[]) =>
    line.map((q) => `${(q.x - x0).toFixed(0)},${(q.y - y0).toFixed(0)}`).join(' ');
  const zones = job.zones.filter((z) => z.panelId === p.id && z.outline && (z.face ?? 'outer') === 'outer');
  const line = Math.max(w, h) / 160;
  const names = zones.map((z) => {
    const o = z.outline ?? [];
    const cx = o.reduce((s, q) => s + q.x, 0) / Math.max(1, o.length) - x0;
    const cy = o.reduce((s, q) => s + q.y, 0) / Math.max(1, o.length) - y0;
    return `<polygon points="${points(o)}" fill="none" stroke="#333" stroke-width="${line / 2}" stroke-dasharray="${line * 2}"/><text x="${cx.toFixed(0)}" y="${cy.toFixed(0)}" font-size="${(line * 11).toFixed(0)}" text-anchor="middle">${e(z.name)}</text>`;
  });
  return `<svg class="drawing" viewBox="${-line} ${-line} ${w + 2 * line} ${h + 2 * line}" role="img" aria-label="Drawing of ${e(p.name)}"><polygon points="${points(map.outline)}" fill="#f7f7f5" stroke="#111" stroke-width="${line}"/>${names.join('')}</svg>`;
}

function layerRows(z: ZoneRecord, audience: Audience, w: Words): string {
  const rows = z.layers.map((l) => {
    const what = [l.label, l.product !== undefined && l.product !== l.label ? l.product : '', l.colour?.name ?? '']
      .filter(Boolean)
      .map(e)
      .join(', ');
    const more = [
      l.air === undefined ? '' : `${formatQuantity('temp', l.air.tempC, w.units)}, ${Math.round(l.air.rh * 100)} %`,
      l.batch === undefined
        ? ''
        : `Cup ${l.batch.no}${l.batch.lots.length > 0 ? `, lots ${l.batch.lots.map(e).join(', ')}` : ''}`,
    ].filter(Boolean);
    const when =
      l.basis === 'found'
        ? ''
        : w.day(l.firstMs) === w.day(l.lastMs)
          ? w.day(l.lastMs)
          : `${w.day(l.firstMs)} to ${w.day(l.lastMs)}`;
    const depth = audience === 'sander' ? `<td>${film(l.depthUm, w)}</td>` : '';
    return `<tr>${depth}<td>${what}${l.coats > 1 ? `, ${l.coats} coats` : ''}${more.length > 0 ? `<br><small>${more.join('; ')}</small>` : ''}</td><td>${film(l.filmUm, w)}<br><small>${BASIS[l.basis]}</small></td><td>${when}</td></tr>`;
  });
  const base = `<tr>${
    audience === 'sander'
      ? `<td>${film(
          z.layers.reduce((s, l) => s + l.filmUm, 0),
          w,
        )}</td>`
      : ''
  }<td>${e(z.substrate)}</td><td>${film(z.substrateUm, w)}</td><td></td></tr>`;
  const head = `<tr>${audience === 'sander' ? '<th>Begins at</th>' : ''}<th>From the top</th><th>How thick</th><th>When</th></tr>`;
  return `<table><thead>${head}</thead><tbody>${rows.join('')}${base}</tbody></table>`;
}

function zoneLines(z: ZoneRecord, audience: Audience, madeMs: number, w: Words): string[] {
  const lines: string[] = [];
  if (z.measured) lines.push(`Gauge, ${w.day(z.measured.atMs)}: ${film(z.measured.totalUm, w)} over all.`);
  for (const r of z.repairs)
    lines.push(
      `${e(r.method)}, ${w.day(r.atMs)}${r.untilMs === undefined ? '' : `: temporary, has to last until ${w.day(r.untilMs)}`}.`,
    );
  for (const x of z.spots)
    lines.push(
      `A place${x.areaCm2 === undefined ? '' : ` of ${drawnAreaText(x.areaCm2, w.units)}`} with a stack of its own: ${e(CAUSES[x.cause] ?? x.cause)}.`,
    );
  for (const l of z.left)
    lines.push(
      `Left as agreed: ${e(l.what.toLowerCase())}${l.untilMs === undefined ? '' : `, to be done by ${w.day(l.untilMs)}`}.`,
    );
  for (const o of z.open) lines.push(`Open: ${e(o.toLowerCase())}.`);
  if (audience === 'painter') {
    lines.push(
      z.keyed
        ? `Keyed with P${z.keyed.grit}, ${z.keyed.wet ? 'wet' : 'dry'}, ${w.day(z.keyed.atMs)}.`
        : 'Not keyed since the last coat.',
    );
    lines.push(
      z.wipedMs === undefined
        ? 'Not wiped since: wipe it.'
        : `Wiped ${w.day(z.wipedMs)}: wipe it again before you coat.`,
    );
    if (z.coatUntilMs !== undefined && !z.keyed)
      lines.push(`May be coated without sanding until ${w.day(z.coatUntilMs)}, by estimate; the data sheet decides.`);
  }
  if (z.hardMs !== undefined && audience !== 'sander')
    lines.push(
      z.hardMs <= madeMs ? 'Hard all through, by estimate.' : `Hard all through about ${w.day(z.hardMs)}, by estimate.`,
    );
  return lines;
}

/** Only what a page may show: a picture that is in the page itself. */
const INSIDE = /^data:image\/jpeg;base64,[A-Za-z0-9+/]+={0,2}$/;

/** Photos of a panel, before and after side by side first. */
function photosHtml(job: Job, panelId: string, w: Words): string {
  const rank = (p: Photo) => (p.side === 'before' ? 0 : p.side === 'after' ? 1 : 2);
  const own = (job.photos ?? [])
    .filter((p) => p.panelId === panelId)
    .sort((a, b) => rank(a) - rank(b) || a.takenMs - b.takenMs);
  const shown = own.flatMap((p) => {
    const src = w.pictures?.get(p.id);
    if (src === undefined || !INSIDE.test(src)) return [];
    const words = [p.side && PHOTO_SIDES[p.side], p.says, w.day(p.takenMs)].filter(Boolean).join(', ');
    return [`<figure><img src="${src}" alt="${e(words)}"><figcaption>${e(words)}</figcaption></figure>`];
  });
  return shown.length > 0 ? `<div class="photos">${shown.join('')}</div>` : '';
}

function panelHtml(job: Job, p: PanelRecord, audience: Audience, madeMs: number, w: Words): string {
  const zones = p.zones.map((z) => {
    const lines = zoneLines(z, audience, madeMs, w);
    const name =
      p.zones.length > 1 || z.name !== 'Whole'
        ? `<h3>${e(z.name)}, ${drawnAreaText(z.areaCm2, w.units)}</h3>`
        : `<h3>${drawnAreaText(z.areaCm2, w.units)}</h3>`;
    return `<section class="zone">${name}<div class="beside">${stackSvg(z)}<div>${layerRows(z, audience, w)}</div></div>${lines.length > 0 ? `<ul>${lines.map((l) => `<li>${l}</li>`).join('')}</ul>` : ''}</section>`;
  });
  return `<article><h2>${e(p.name)}</h2>${drawingSvg(job, p)}${photosHtml(job, p.id, w)}${zones.join('')}</article>`;
}

const STYLE = `
*{box-sizing:border-box}body{font:11pt/1.4 system-ui,sans-serif;color:#111;background:#fff;margin:0 auto;max-width:190mm;padding:8mm}
h1{font-size:20pt;margin:0 0 2mm}h2{font-size:14pt;border-bottom:1.5pt solid #111;margin:8mm 0 2mm}h3{font-size:11pt;margin:4mm 0 1mm}
table{border-collapse:collapse;width:100%}th,td{text-align:left;vertical-align:top;border-bottom:.5pt solid #999;padding:1mm 2mm 1mm 0}
th{font-size:9pt}small{font-size:9pt;color:#444}ul{margin:2mm 0;padding-left:5mm}.beside{display:flex;gap:4mm}.beside>div{flex:1;min-width:0}
.stack{width:19mm;flex:none;align-self:flex-start}.drawing{width:60mm;max-height:45mm;display:block;margin:2mm 0}
header p,footer p{margin:1mm 0}footer{margin-top:8mm;border-top:1.5pt solid #111;padding-top:2mm;font-size:9.5pt}
.zone,tr,li,header{break-inside:avoid}h2,h3,.drawing,.photos{break-after:avoid}

.photos{display:grid;grid-template-columns:1fr 1fr;gap:4mm;margin:2mm 0}figure{margin:0;break-inside:avoid}figure img{width:100%;max-height:70mm;object-fit:contain;display:block}figcaption{font-size:9pt;color:#444}
.labels{display:grid;grid-template-columns:minmax(0,1fr) minmax(0,1fr);gap:4mm}.label{display:flex;gap:3mm;border:.5pt dashed #777;padding:2mm;break-inside:avoid;font-size:7.5pt;line-height:1.25;white-space:pre-line;overflow-wrap:anywhere}.label>div{min-width:0}.code{width:30mm;height:30mm;flex:none}
@media print{body{padding:0;max-width:none}}`;

/** Labels to be cut out: each holds what it says, for a reader without a network. A zone with the same lines as another has none of its own. */
function labelsHtml(r: JobRecord, units: UnitSystem): string {
  const seen = new Set<string>();
  const labels = r.panels.flatMap((p) =>
    p.zones.flatMap((z) => {
      const text = z.layers.length > 0 ? labelText(r, p, z, units) : '';
      if (text === '' || seen.has(text)) return [];
      seen.add(text);
      return [`<div class="label">${codeSvg(text)}<div>${e(text)}</div></div>`];
    }),
  );
  return labels.length > 0
    ? `<h2>Labels, to be cut out and put under the part</h2><div class="labels">${labels.join('')}</div>`
    : '';
}

/** The page that is handed over: one file that opens anywhere, with nothing in it that is fetched or run. @param day a moment as a day, in the words of who reads it */
export function recordHtml(r: JobRecord, job: Job, paper: Paper, w: Words, wish: readonly PrivatePart[] = []): string {
  const hard = Math.max(0, ...r.panels.flatMap((p) => p.zones.flatMap((z) => z.hardMs ?? [])));
  const care =
    r.audience === 'sander' || hard <= r.madeMs
      ? ''
      : `<p><strong>Care until about ${w.day(hard)}.</strong> ${WASH_DAYS} The data sheet of the paint decides.</p>`;
  const due =
    r.due.length > 0 && r.audience !== 'sander'
      ? `<h2>To be looked at again</h2><ul>${r.due.map((d) => `<li>${e(d.panel)}: ${e(d.what)}, by ${w.day(d.dueMs)}.</li>`).join('')}</ul>`
      : '';
  const dust =
    r.audience === 'sander'
      ? '<p><strong>Before you sand:</strong> old layers can hold lead or chromates, fresh ones isocyanates. Test what you do not know, wear breathing protection, take the dust away. Your local code decides.</p>'
      : '';
  const cost = r.cost
    ? `<h2>Cost, as agreed</h2><p>${r.cost.hours} h at ${r.cost.rate} ${e(r.cost.currency)}: ${Math.round(r.cost.hours * r.cost.rate)} ${e(r.cost.currency)} of work. Material and what others did are not in it.</p>`
    : '';
  const labels = wish.includes('labels') ? labelsHtml(r, w.units) : '';
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><title>${e(`${r.job.name}: ${TITLES[r.audience]}`)}</title><style>@page{size:${paper === 'a4' ? 'A4' : 'letter'};margin:14mm}${STYLE}</style></head>
<body><header><h1>${e(TITLES[r.audience])}</h1><p><strong>${e(r.job.name)}</strong>${r.job.about ? `. ${e(r.job.about)}` : ''}</p>${r.job.colour ? `<p>Colour: ${e(r.job.colour.name)}.</p>` : ''}<p>${e(r.shop)}, ${w.day(r.madeMs)}.</p>${care}${dust}</header>
<main>${r.panels.map((p) => panelHtml(job, p, r.audience, r.madeMs, w)).join('')}${due}${cost}${labels}</main>
<footer><p>Thickness is dry film. Measured: a gauge said so. Estimated: worked out from what was laid and what was sanded away. Times of curing are estimates from the air; the product’s data sheet decides.</p></footer>
</body></html>
`;
}
