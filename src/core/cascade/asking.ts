/** Rules that wait for what a person does: which of them can change what facts speak of. */
import type { Asker, StyleSelector } from "./selector";

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

/**
 * Who asks what a person does, where the answer can change what facts speak of. What is only pushed by a little, as buttons
 * are, stays in view, unless something else brings it out of view from there.
 * @param asking those of the rules that wait for what a person does
 */
export function askersOf(rules: readonly Said[], asking: readonly Said[]): Asker[] {
  const away = new Set<string | null>();
  for (const { selectors, declarations } of rules)
    if (declarations.some((d) => placing.test(d.property) && isFar(d.value)))
      for (const s of selectors) away.add(s.key);
  const tells = (key: string | null, { property, value }: Said["declarations"][number]): boolean =>
    placing.test(property)
      ? isFar(value) || (away.size > 0 && (key === null || away.has(key) || away.has(null)))
      : telling.test(property);
  return asking.flatMap(({ selectors, declarations }) =>
    selectors.filter((s) => declarations.some((d) => tells(s.key, d))).flatMap((s) => s.asks),
  );
}
