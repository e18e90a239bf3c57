import { FAMILIES } from '../src/core/library/families';
import { FILLER_ON } from '../src/core/library/fillerOn';
import { ON_BARE } from '../src/core/route/recipe';
import { LEFT_BY } from '../src/core/strata/spots';
import { COMPATIBILITY } from '../src/core/systems/compatibility';
import { entryOf, type Cell, type Entry } from '../src/core/systems/entry';
import { SCRATCHED, SCRATCH_WINDOWS } from '../src/core/systems/scratchWindows';
import { BLASTING, REPAIRING, STRIPPING } from '../src/core/systems/bears';
import type { CompatibilityRow } from '../src/core/systems/over/row';
import { MATERIALS, SURFACE_NAMES } from '../src/core/systems/surfaces';
import { DEFAULT_METHOD } from '../src/core/library/method';
import { SUBSTRATES, SUBSTRATE_KINDS } from '../src/core/library/substrates';
import { TREATMENT_NAMES, TREATMENTS } from '../src/core/log/marks';
import { STRIP_METHOD_NAMES } from '../src/core/log/tools';
import { entriesOf } from '../src/core/keysOf';
import type { Rule } from '../src/core/rules/rule';

const MARKS: Record<Entry['level'], string> = { ok: 'ok', key: 'key', care: 'care', no: 'no' };
const mark = (cell: Cell): string =>
  'of' in cell ? [...new Set(cell.sides.map((e) => MARKS[e.level]))].join(' / ') : MARKS[cell.level];
const upper = (text: string) => text[0]!.toUpperCase() + text.slice(1);
const line = (cells: readonly string[]): string => `| ${cells.join(' | ')} |`;
const table = (head: readonly string[], rows: readonly (readonly string[])[]): string[] => [
  line(head),
  line(head.map(() => '---')),
  ...rows.map(line),
];
/** 'Weld-through' of 'weldThrough'. */
const columnName = (m: string): string => m.replace(/[A-Z]/g, (c) => ` ${c.toLowerCase()}`);

/** Why a cell is as it is, and what helps, by the usual schools. */
const reasonOf = (cell: Cell): string => {
  const { says, clears } = entryOf(cell, DEFAULT_METHOD);
  return says ? `${says}${clears ? ` ${clears}` : ''}` : '';
};

/** A line for each reason, with all materials that it holds for. */
function reasonLines(on: CompatibilityRow['on']): string[] {
  const lines = new Map<string, string[]>();
  for (const m of MATERIALS) {
    const why = reasonOf(on[m]);
    if (why) lines.set(why, [...(lines.get(why) ?? []), columnName(m)]);
  }
  return [...lines].map(([why, names]) => `- ${names.join(', ')}: ${why}`);
}

/** The tables of the trade and the rules over them, for the docs. Markdown; `npx tsx scripts/rules.ts` writes it to docs/rules.md. */
export function ruleTable(rules: readonly Rule[]): string {
  const reasons = entriesOf(COMPATIBILITY).flatMap(([surface, { usual, on }]) => [
    `**${upper(SURFACE_NAMES[surface])}.** ${usual}`,
    '',
    ...reasonLines(on),
    '',
  ]);
  const bears = <K extends string>(
    title: string,
    names: readonly [K, string][],
    on: Readonly<Record<string, Readonly<Record<K, Entry>>>>,
  ) => [
    `### ${title}`,
    '',
    ...table(
      ['', ...SUBSTRATE_KINDS.map((s) => SUBSTRATES[s].name)],
      names.map(([key, name]) => [name, ...SUBSTRATE_KINDS.map((s) => MARKS[on[s]![key].level])]),
    ),
    '',
  ];
  return [
    '# Rules',
    '',
    'Made from `src/core/systems/` and `src/core/rules/` by `npx tsx scripts/rules.ts`.',
    '',
    '## What may lie on what',
    '',
    'ok: inside the recoat window, or keyed once it is closed. key: only over a fresh scratch. care: may be done, with the reason said. no: not,',
    'with the reason and what clears it. Two words: the schools differ.',
    '',
    ...table(
      ['under', ...MATERIALS.map(columnName)],
      entriesOf(COMPATIBILITY).map(([s, { on }]) => [SURFACE_NAMES[s], ...MATERIALS.map((m) => mark(on[m]))]),
    ),
    '',
    ...reasons,
    '## Before primer',
    '',
    'How a bare substrate is keyed, how a coating usually comes off it, and what it is primed and filled with, the first choice first.',
    '',
    ...table(
      ['', 'key', 'strip', 'primer', 'filler'],
      SUBSTRATE_KINDS.map((k) => {
        const { grit, strip, primers } = ON_BARE[k];
        return [
          SUBSTRATES[k].name,
          `P${grit}`,
          strip ? STRIP_METHOD_NAMES[strip].toLowerCase() : 'keyed',
          primers.map((f) => FAMILIES[f].name.toLowerCase()).join(', '),
          FAMILIES[FILLER_ON[k]].name.toLowerCase(),
        ];
      }),
    ),
    '',
    '## What a treatment leaves',
    '',
    'A spot with a stack of its own, and what still has to come there before anything else covers it.',
    '',
    ...table(
      ['', 'down to', 'left with', 'still to come'],
      TREATMENTS.map((t) => {
        const { to, grit, profileUm, wants } = LEFT_BY[t];
        return [
          TREATMENT_NAMES[t],
          {
            substrate: 'the substrate',
            below: 'what lies below, or the substrate where the mark says so',
            same: 'nothing is taken off',
          }[to],
          grit !== undefined ? `P${grit}` : profileUm !== undefined ? `${profileUm} µm profile` : '',
          wants ?? '',
        ];
      }),
    ),
    '',
    '## Scratches',
    '',
    'Coarser or finer than the outer grits stops; between outer and inner ones it is an edge.',
    '',
    ...table(
      ['', ...SCRATCHED],
      MATERIALS.map((m) => [
        columnName(m),
        ...SCRATCHED.map((s) => {
          const [coarsest, coarse, fine, finest] = SCRATCH_WINDOWS[m][s];
          return `(${coarsest}) ${coarse}–${fine} (${finest})`;
        }),
      ]),
    ),
    '',
    '## What a substrate bears',
    '',
    ...bears('Ways down', entriesOf(STRIP_METHOD_NAMES), STRIPPING),
    ...bears(
      'Blast media',
      entriesOf(BLASTING.steel).map(([m]) => [m, m]),
      BLASTING,
    ),
    ...bears('Repairs', entriesOf(TREATMENT_NAMES), REPAIRING),
    '## The rules',
    '',
    `There are ${rules.length}.`,
    '',
    ...table(
      ['rule', 'step', 'looks after'],
      rules.map((r) => [`\`${r.id}\``, r.kinds.join(', '), r.about]),
    ),
    '',
  ].join('\n');
}
