/** How sure somebody is of what is under it: the chance that something hidden is found. */
export const SURENESS = {
  seen: { name: 'All of it was seen', surprise: 0.1 },
  fairly: { name: 'Fairly', surprise: 0.3 },
  unsure: { name: 'There may be more', surprise: 0.6 },
} as const satisfies Record<string, { name: string; surprise: number }>;
export type Sureness = keyof typeof SURENESS;
