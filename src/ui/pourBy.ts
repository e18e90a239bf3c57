/** How a cup is poured. */
export const POUR_BY = [
  { value: 'weight', label: 'Weight' },
  { value: 'volume', label: 'Cup marks' },
] as const;
