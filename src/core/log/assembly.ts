/** What is looked at once everything is on, before a vehicle leaves. */
export const FINAL_CHECKS = {
  drains: 'Drain holes are open',
  plugs: 'Plugs and grommets sit',
  seals: 'Seals and weather strip sit all round',
  locks: 'Doors, lids and locks close and hold',
  lamps: 'Lamps light, and are aimed',
  labels: 'Labels and plates are back',
  water: 'Water stays outside',
  loose: 'Nothing is left on the bench or in the vehicle',
} as const;
export type FinalCheckKind = keyof typeof FINAL_CHECKS;

/** One of them as it was looked at; `none`: there is nothing of it on this job. */
export interface FinalCheck {
  id: FinalCheckKind;
  atMs: number;
  none?: true;
}

/** How a thread is treated before it is tightened. */
export const THREAD_CARE = {
  dry: 'Dry',
  oiled: 'Oiled',
  antiSeize: 'Anti-seize',
  locking: 'Thread lock',
  renewed: 'New fixing',
} as const;
export type ThreadCare = keyof typeof THREAD_CARE;
