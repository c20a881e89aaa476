/**
 * The value a record itself holds under a key. Names in a document are free to be `constructor` or `toString`; a plain
 * look-up would find those on every object.
 */
export const own = <V>(record: Readonly<Record<string, V>> | undefined | null, key: string): V | undefined =>
  record !== undefined && record !== null && Object.hasOwn(record, key) ? record[key] : undefined;
