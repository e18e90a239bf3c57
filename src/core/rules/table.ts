import type { Rule } from './rule';

/** The table of rules for the docs. Markdown; `npx tsx scripts/rules.ts` writes it to docs/rules.md. */
export function ruleTable(rules: readonly Rule[]): string {
  const rows = rules.map((r) => `| \`${r.id}\` | ${r.kinds.join(', ')} | ${r.about} |`);
  return [
    '# Rules',
    '',
    `Made from \`src/core/rules/\` by \`npx tsx scripts/rules.ts\`. There are ${rules.length}.`,
    '',
    '| rule | step | looks after |',
    '| --- | --- | --- |',
    ...rows,
    '',
  ].join('\n');
}
