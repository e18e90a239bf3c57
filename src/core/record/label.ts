import { encode } from 'uqr';
import { formatQuantity, type UnitSystem } from '../units/convert';
import type { JobRecord, LayerRecord, PanelRecord, ZoneRecord } from './record';

/** So much stands in a label at most, bytes of UTF-8: more would make its dots too small to read off 30 mm. */
export const LABEL_BYTES = 290;
/** How wide it is printed, mm, and how much white it needs round it, in its own dots. */
export const LABEL_MM = 30;
const QUIET = 4;

const encoder = new TextEncoder();
const bytes = (text: string): number => encoder.encode(text).length;
const day = (ms: number): string => new Date(ms).toISOString().slice(0, 10);
const BASIS: { readonly [B in LayerRecord['basis']]: string } = { measured: '', estimated: 'est.', found: 'found' };

/** Cut to so many bytes, whole signs only. */
function cut(text: string, most: number): string {
  let out = text;
  while (bytes(out) > most) out = [...out].slice(0, -1).join('');
  return out;
}

/**
 * What a label says: the part, its substrate, the stack from the top with films and days, and when it was hard. Plain lines, so that any reader shows them; where it is
 * too much the undermost layers are put together, then names are cut.
 */
export function labelText(
  r: Pick<JobRecord, 'job' | 'madeMs'>,
  p: PanelRecord,
  z: ZoneRecord,
  units: UnitSystem = 'metric',
): string {
  const film = (um: number) => formatQuantity('film', um, units).replace(/\s/g, '');
  const isWhole = p.zones.length === 1;
  const name = `${p.name}${isWhole ? '' : `, ${z.name}`}`;
  const layer = (l: LayerRecord, most: number) =>
    [
      cut(l.label, most),
      film(l.filmUm),
      BASIS[l.basis],
      l.basis === 'found' ? '' : day(l.lastMs),
      cut(l.colour?.name ?? '', most),
    ]
      .filter(Boolean)
      .join(' ');
  const made = (shown: number, most: number): string => {
    const rest = z.layers.slice(shown);
    const under = rest.reduce((s, l) => s + l.filmUm, 0);
    return [
      cut(name, 2 * most),
      cut(r.job.name, most),
      ...z.layers.slice(0, shown).map((l) => layer(l, most)),
      ...(rest.length > 0 ? [`${rest.length} older, ${film(under)}`] : []),
      `on ${cut(z.substrate, most)} ${formatQuantity('thickness', z.substrateUm / 1000, units).replace(/\s/g, '')}`,
      ...(z.measured ? [`gauge ${film(z.measured.totalUm)} ${day(z.measured.atMs)}`] : []),
      ...(z.hardMs !== undefined ? [`hard about ${day(z.hardMs)}`] : []),
      `made ${day(r.madeMs)}`,
    ].join('\n');
  };
  for (const most of [40, 24, 14])
    for (let shown = z.layers.length; shown >= Math.min(3, z.layers.length); shown--) {
      const text = made(shown, most);
      if (bytes(text) <= LABEL_BYTES) return text;
    }
  return cut(made(1, 14), LABEL_BYTES);
}

/** One pattern that breaks up even fields: any is read alike, and trying all eight for the neatest takes ten times as long. */
const PATTERN = 3;

/** The dots of a code that holds a text: rows of dark or not. A quarter of it may be smudged (level Q). */
export const codeDots = (text: string): boolean[][] =>
  encode([...encoder.encode(text)], { ecc: 'Q', boostEcc: false, border: 0, maskPattern: PATTERN }).data;

/** The dark dots of a code as one path, with the quiet edge that a reader needs around it. @param sizeDots side of the whole, dots */
export function codePath(text: string): { sizeDots: number; path: string } {
  const dots = codeDots(text);
  // Dark dots that lie in a row are one bar.
  let path = '';
  for (const [y, row] of dots.entries())
    for (let x = row.indexOf(true); x >= 0;) {
      const end = row.indexOf(false, x);
      const until = end < 0 ? row.length : end;
      path += `M${x + QUIET} ${y + QUIET}h${until - x}v1h-${until - x}z`;
      x = row.indexOf(true, until);
    }
  return { sizeDots: dots.length + 2 * QUIET, path };
}

/** A code as a drawing for paper. */
export function codeSvg(text: string): string {
  const { sizeDots: size, path } = codePath(text);
  return `<svg class="code" viewBox="0 0 ${size} ${size}" shape-rendering="crispEdges" role="img" aria-label="The same as a code"><rect width="${size}" height="${size}" fill="#fff"/><path d="${path}" fill="#000"/></svg>`;
}
