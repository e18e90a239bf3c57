import { TREATMENT_NAMES, type Treatment } from './marks';

/** Up to version 10 an entry had no more of a treatment than its words of that time. They never change. */
const WORDS_OF_10: Readonly<Record<string, Treatment>> = {
  'Abrade to bright metal': 'abrade',
  'Wire brush or spot blast': 'spotBlast',
  'Clean and convert': 'convert',
  'Cut out to sound metal': 'cutOut',
  'Cut out and patch': 'patch',
  'Push or pull, paint kept': 'pushOut',
  'Pull the lows, then skim': 'pullAndFill',
  'Hammer and dolly': 'hammerAndDolly',
  'Shrink, then skim': 'shrink',
  Skim: 'fill',
  'Feather the edge': 'feather',
  'Strip down': 'strip',
  'Grind back and laminate': 'laminate',
  'Stop, open to a V, epoxy': 'vAndEpoxy',
  'Clean out, epoxy, clamp': 'rebond',
  'Open the drain, dry out': 'drain',
};

/** What an entry of a repair says of what was done. */
export interface RepairWords {
  treatment?: Treatment | undefined;
  method?: string | undefined;
}

/** Which treatment a repair was; undefined where only words tell. Entries of every version. */
export const treatmentOf = ({ treatment, method }: RepairWords): Treatment | undefined =>
  treatment ?? (method !== undefined && Object.hasOwn(WORDS_OF_10, method) ? WORDS_OF_10[method] : undefined);

/** What was done, in words: those of the entry, else the treatment's name. */
export function repairWords(e: RepairWords): string {
  const treatment = treatmentOf(e);
  const own = e.treatment === undefined && treatment !== undefined ? undefined : e.method;
  return own ?? (treatment === undefined ? 'Repaired' : TREATMENT_NAMES[treatment]);
}
