/** One of many, with the heading under which it stands in the list. */
export interface Listed<V extends string> {
  value: V;
  label: string;
  group?: string;
}
