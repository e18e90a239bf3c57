/** Keys of a table that stand for the same, and what they stand for. */
interface Group<K extends string, V> {
  keys: readonly K[];
  cell: V;
}
type KeysOf<G> = G extends Group<infer K, unknown> ? K : never;
/** Keys that stand in more than one group. */
type Twice<T extends readonly unknown[]> = T extends readonly [infer H, ...infer R]
  ? Extract<KeysOf<H>, KeysOf<R[number]>> | Twice<R>
  : never;
/** What the compiler says of a table that leaves keys out, or names one twice. */
type Whole<All, T extends readonly unknown[]> = [Exclude<All, KeysOf<T[number]>>] extends [never]
  ? [Twice<T>] extends [never]
    ? unknown
    : { twice: Twice<T> }
  : { missing: Exclude<All, KeysOf<T[number]>> };

/** Cells of a table that say the same stand once. */
export const each = <const K extends string, V>(keys: readonly K[], cell: V): Group<K, V> => ({ keys, cell });

/**
 * A row of a table that is complete by type: a key that no group has, or that two have, does not compile.
 * @returns how to write such rows: `rowOf<Key, Cell>()(each(['a', 'b'], OK), each(['c'], no('…')))`
 */
export const rowOf =
  <All extends string, V>() =>
  <const T extends readonly Group<All, V>[]>(...groups: T & Whole<All, T>): { readonly [K in All]: V } =>
    Object.fromEntries((groups as T).flatMap(({ keys, cell }) => keys.map((k) => [k, cell]))) as { [K in All]: V };
