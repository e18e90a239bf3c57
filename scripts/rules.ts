/** Writes docs/rules.md from the rules, and docs/recipes.md from the ways. */
import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { recipesTable } from './recipesTable';
import { ruleTable } from './rulesTable';
import { RULES } from '../src/core/rules/verdict';

const docs = (name: string) => path.join(__dirname, '..', 'docs', name);
writeFileSync(docs('rules.md'), ruleTable(RULES));
writeFileSync(docs('recipes.md'), recipesTable());
