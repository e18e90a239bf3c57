/** Keys of a record that is complete by type. (`Object.keys` gives plain strings, since a value may have more keys than its type says.) */
export const keysOf = <T extends object>(record: T): (keyof T & string)[] =>
  Object.keys(record) as (keyof T & string)[];

/** Keys and values of a record that is complete by type. */
export const entriesOf = <K extends string, V>(record: Readonly<Record<K, V>>): [K, V][] =>
  Object.entries(record) as [K, V][];
