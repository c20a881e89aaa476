/** Rules that wait for what a person does: which of them can change what facts speak of. */
import type { Asker, StyleSelector } from "./selectors";

/** What a rule says, and of what. */
export interface Said {
  selectors: readonly StyleSelector[];
  declarations: readonly { property: string; value: string }[];
}

/** Properties by which a rule that waits for what a person does tells one situation from another. */
const telling =
  /^(display|visibility|opacity|pointer-events|z-index|content-visibility|transition|transition-.+|animation|animation-.+|--.+)$/;
/** Properties that bring something out of view, where they bring it far. */
const placing = /^(position|transform|translate|scale|rotate|left|right|top|bottom|inset|inset-.+)$/;
/** Further than a press or a lift; what is computed may be anything. */
const isFar = (value: string): boolean =>
  /%|v[wh]|vmin|vmax|(var|calc|min|max|clamp|matrix\w*)\(|scale\w*\(0|^(fixed|absolute|sticky|static|relative)$/i.test(
    value,
  ) ||
  [...value.matchAll(/(-?[\d.]+)(px|r?em|ch|ex|pt|cm|mm|in|pc)/gi)].some(
    ([, n, unit]) => Math.abs(Number(n)) * (/px/i.test(unit) ? 1 : 16) >= 24,
  );

/** Properties by which something shows nothing of what is inside, where they leave it no room. */
const sizing = /^((max-)?(height|width|block-size|inline-size)|grid-template-(rows|columns))$/;
const isNothing = (value: string): boolean => /^0([a-z%]|\b)/i.test(value.trim());

/**
 * Who asks what a person does, where the answer can change what facts speak of. What is only pushed by a little, as buttons
 * are, stays in view, unless something else brings it out of view from there.
 * @param asking those of the rules that wait for what a person does
 */
export function askersOf(rules: readonly Said[], asking: readonly Said[]): Asker[] {
  const keysOf = (says: (d: Said["declarations"][number]) => boolean): Set<string | null> =>
    new Set(rules.flatMap((r) => (r.declarations.some(says) ? r.selectors.map((s) => s.key) : [])));
  const away = keysOf((d) => placing.test(d.property) && isFar(d.value));
  const shut = keysOf((d) => sizing.test(d.property) && isNothing(d.value));
  const meets = (known: ReadonlySet<string | null>, key: string | null): boolean =>
    known.size > 0 && (key === null || known.has(key) || known.has(null));
  const tells = (key: string | null, { property, value }: Said["declarations"][number]): boolean =>
    placing.test(property)
      ? isFar(value) || meets(away, key)
      : sizing.test(property)
        ? isNothing(value) || meets(shut, key)
        : telling.test(property);
  return asking.flatMap(({ selectors, declarations }) =>
    selectors.filter((s) => declarations.some((d) => tells(s.key, d))).flatMap((s) => s.asks),
  );
}
