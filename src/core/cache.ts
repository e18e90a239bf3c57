/** Remembers the last answer, for what is asked several times in a row. */
export function cacheLast<A extends object, R>(make: (a: A) => R): (a: A) => R {
  let had: { a: A; r: R } | undefined;
  return (a) => {
    if (had?.a !== a) had = { a, r: make(a) };
    return had.r;
  };
}

/** Remembers every answer: for few questions, each asked often. */
export function cacheByKey<K, R>(make: (key: K) => R): (key: K) => R {
  const known = new Map<K, R>();
  return (key) => {
    let r = known.get(key);
    if (r === undefined) known.set(key, (r = make(key)));
    return r;
  };
}

/** Remembers the answer for as long as what was asked about is there. */
export function cacheByObject<A extends object, R extends object>(make: (a: A) => R): (a: A) => R {
  const known = new WeakMap<A, R>();
  return (a) => {
    let r = known.get(a);
    if (!r) known.set(a, (r = make(a)));
    return r;
  };
}
