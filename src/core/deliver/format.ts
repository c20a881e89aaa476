/** Files laid out as their communities do. */
import type { Options, Plugin } from "prettier";
import type { File } from "./shared/files";

type Parser = "babel" | "typescript" | "css" | "vue" | "svelte";

/** By extension; what is not among them is laid out already. */
const parsers: readonly [RegExp, Parser][] = [
  [/\.(tsx?|d\.ts)$/, "typescript"],
  [/\.m?js$/, "babel"],
  [/\.css$/, "css"],
  [/\.vue$/, "vue"],
  [/\.svelte$/, "svelte"],
];
const parserOf = (path: string): Parser | undefined => parsers.find(([pattern]) => pattern.test(path))?.[1];

/**
 * What its language's printer cannot read, such as a style that its author wrote wrong and browsers leave out, stays as it is.
 * @param kept files that are laid out already, by their path
 */
export async function formatted(files: readonly File[], kept: readonly string[]): Promise<File[]> {
  const wanted = new Set(files.map((f) => (kept.includes(f.path) ? undefined : parserOf(f.path))));
  wanted.delete(undefined);
  if (!wanted.size) return [...files];
  const { format } = await import("prettier/standalone");
  const plugins = await pluginsFor(wanted as Set<Parser>);
  return Promise.all(
    files.map(async (f) => {
      const parser = kept.includes(f.path) ? undefined : parserOf(f.path);
      if (!parser) return f;
      const options: Options = { parser, plugins, printWidth: 100, htmlWhitespaceSensitivity: "strict" };
      return format(f.text, options).then(
        (text) => ({ ...f, text }),
        () => f,
      );
    }),
  );
}

async function pluginsFor(wanted: ReadonlySet<Parser>): Promise<Plugin[]> {
  const has = (...some: Parser[]): boolean => some.some((p) => wanted.has(p));
  const list = await Promise.all([
    import("prettier/plugins/estree"),
    import("prettier/plugins/babel"),
    has("typescript", "vue", "svelte") && import("prettier/plugins/typescript"),
    has("css", "vue", "svelte") && import("prettier/plugins/postcss"),
    has("vue", "svelte") && import("prettier/plugins/html"),
    has("svelte") && import("prettier-plugin-svelte/browser"),
  ]);
  return list.filter((p): p is Exclude<typeof p, false> => p !== false) as unknown as Plugin[];
}
