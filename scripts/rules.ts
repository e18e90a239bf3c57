/** Writes docs/rules.md from the rules. */
import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { ruleTable } from './rulesTable';
import { RULES } from '../src/core/rules/verdict';

writeFileSync(path.join(__dirname, '..', 'docs', 'rules.md'), ruleTable(RULES));
