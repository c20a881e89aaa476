/** A page without an origin has no storage and no cookies; it gets a store of its own that ends with it. */

function store(): Storage {
  const kept = new Map<string, string>();
  const own = {
    getItem: (key: string) => kept.get(String(key)) ?? null,
    setItem: (key: string, value: string) => void kept.set(String(key), String(value)),
    removeItem: (key: string) => void kept.delete(String(key)),
    clear: () => kept.clear(),
    key: (n: number) => [...kept.keys()][n] ?? null,
  };
  return new Proxy(own as unknown as Storage, {
    get: (target, name) => {
      if (name === "length") return kept.size;
      if (typeof name === "symbol" || Object.hasOwn(own, name)) return Reflect.get(target, name);
      return kept.get(name);
    },
    set: (_target, name, value) => {
      kept.set(String(name), String(value));
      return true;
    },
    has: (_target, name) => kept.has(String(name)),
    deleteProperty: (_target, name) => {
      kept.delete(String(name));
      return true;
    },
    ownKeys: () => [...kept.keys()],
    getOwnPropertyDescriptor: (_target, name) =>
      kept.has(String(name))
        ? { configurable: true, enumerable: true, writable: true, value: kept.get(String(name)) }
        : undefined,
  });
}

export function keepStorage(): void {
  for (const name of ["localStorage", "sessionStorage"])
    Object.defineProperty(window, name, { configurable: true, value: store() });
  let cookie = "";
  Object.defineProperty(document, "cookie", {
    configurable: true,
    get: () => cookie,
    set: (said: string) => {
      const [pair = ""] = String(said).split(";");
      const others = cookie.split("; ").filter((c) => c && c.split("=")[0] !== pair.split("=")[0]);
      cookie = [...others, pair.trim()].join("; ");
    },
  });
}
