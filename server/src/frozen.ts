/** Data nobody is to change. */
export type Frozen<T> = T extends (infer Item)[]
  ? readonly Frozen<Item>[]
  : T extends object
    ? { readonly [K in keyof T]: Frozen<T[K]> }
    : T;
