import { STEP_KINDS } from '../log/event';
import { rule, stop, type Rule } from './rule';

/** Whatever hands do; a part may wait anywhere. */
const HERE = STEP_KINDS.filter((k) => k !== 'wait');

/** What is not here cannot be worked on, and nobody knows what is on it until it is back. */
export const AWAY_RULES: readonly Rule[] = [
  rule('away.sentOut', HERE, 'A part that was sent out', ({ strata }) =>
    strata.away ? stop(`It is with ${strata.away.to}.`, 'Log what came back, with what is on it now.') : undefined,
  ),
];
