/** Numbers and lists in words, by the language of somebody (ECMA-402). */
import type { Context } from "../context";
import { type Js, methodsOf, NotUnderstood, numberOf, object, textOf } from "../values";
import { plain } from "./plain";

const languageOf = (v: Js): string => (v === undefined ? "en" : textOf(v));
/** @throws NotUnderstood for what no such thing can be made of */
function made<T>(make: () => T): T {
  try {
    return make();
  } catch (error) {
    throw new NotUnderstood(null, (error as Error).message);
  }
}
const optionsOf = (r: Context, v: Js): object => (v === undefined ? {} : (plain(r, v) as object));

export const numberIn = (r: Context, n: number, language: Js, options: Js): string =>
  made(() => new Intl.NumberFormat(languageOf(language), optionsOf(r, options)).format(n));

/** `new Intl.NumberFormat(…)` and its kin; null for what says how late it is, which nobody knows here. */
export function intlBy(r: Context, name: string, [language, options]: readonly Js[]): Js | null {
  const inWords = languageOf(language);
  const said = optionsOf(r, options);
  switch (name) {
    case "Intl.NumberFormat":
      return formatted(name, [language, said], { format: ([n]) => numberIn(r, numberOf(n), language, options) });
    case "Intl.PluralRules": {
      const rules = made(() => new Intl.PluralRules(inWords, said));
      return formatted(name, [language, said], { select: ([n]) => rules.select(numberOf(n)) });
    }
    case "Intl.ListFormat": {
      const lists = made(() => new Intl.ListFormat(inWords, said));
      return formatted(name, [language, said], { format: ([v]) => lists.format(r.items(v).map(textOf)) });
    }
    case "Intl.RelativeTimeFormat": {
      const times = made(() => new Intl.RelativeTimeFormat(inWords, said));
      return formatted(name, [language, said], {
        format: ([n, unit]) => made(() => times.format(numberOf(n), textOf(unit) as Intl.RelativeTimeFormatUnit)),
      });
    }
  }
  return null;
}

/** @param by tells two of them apart */
function formatted(name: string, by: unknown, calls: Record<string, (args: Js[]) => Js>): Js {
  const sign = `${name} ${JSON.stringify(by)}`;
  const { of } = methodsOf(
    Object.fromEntries(Object.entries(calls).map(([method, call]) => [`${method} of ${sign}`, call])),
  );
  return object(new Map([...of].map(([key, call]) => [key.split(" ")[0], call])));
}
