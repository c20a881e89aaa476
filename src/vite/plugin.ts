/**
 * A plugin for Vite: `import Dialog from "./dialog.lively.json?react"` is the component as that form has it, made anew
 * whenever the file changes. A component that cannot be delivered is an error of the build, with its place.
 */
import { readFileSync } from "node:fs";
import { deliverTo, type File, formatted, laidOut, namesOf, type TargetKey } from "../core/deliver";
import { readComponent } from "../core/model";

const forms = ["module", "element", "react", "vue", "svelte"] as const satisfies readonly TargetKey[];
type Form = (typeof forms)[number];

/** What of Vite's plugins this one is; said here, so that the package needs no other. */
interface Plugin {
  name: string;
  enforce: "pre";
  resolveId(this: Context, source: string, importer?: string): Promise<string | undefined>;
  load(this: Context, id: string): Promise<string | undefined>;
  hotUpdate(this: Developing, changed: { file: string; modules: Module[] }): Promise<Module[] | undefined>;
}
interface Module {
  id: string | null;
  importers: ReadonlySet<Module>;
}
interface Developing {
  environment: {
    moduleGraph: { idToModuleMap: ReadonlyMap<string, Module> };
    hot: { send(message: object): void };
  };
}
interface Context {
  resolve(source: string, importer?: string, options?: { skipSelf: boolean }): Promise<{ id: string } | null>;
  addWatchFile(id: string): void;
  error(message: string): never;
}

const asked = /^(.+\.lively\.json)\?([a-z]+)$/;
/** A file of a component, as an address of its own: `…/dialog.lively.json~react/Dialog.tsx`. */
const inside = new RegExp(`^(.+\\.lively\\.json)~(${forms.join("|")})/([^/?]+)$`);
const isForm = (word: string): word is Form => (forms as readonly string[]).includes(word);

/** Forms that this plugin cannot give to a bundler, and what to do instead. */
const elsewhere: Readonly<Record<string, string>> = {
  angular:
    "Angular's compiler reads components from files, not from an import. Make them with " +
    "`lively deliver FILE --to angular --out DIR --watch` and import the .component.ts",
};
/** What is Vite's own to do with a file. */
const vites = new Set(["raw", "url", "inline", "import", "worker", "sharedworker", "commonjs"]);

/** The file that stands for the whole. */
function entryOf(form: Form, { kebab, pascal }: ReturnType<typeof namesOf>): string {
  const entries: Record<Form, string> = {
    module: `export * from "./${kebab}.js"; import "./${kebab}.css";`,
    element: `export * from "./${kebab}-element.js"; import "./${kebab}.css";`,
    react: `export * from "./${pascal}.tsx"; export { ${pascal} as default } from "./${pascal}.tsx";`,
    vue: `export { default } from "./${pascal}.vue";`,
    svelte: `export { default } from "./${pascal}.svelte";`,
  };
  return entries[form];
}
const ENTRY = "component.js";

export default function lively(): Plugin {
  /** What was last given out, by its address. */
  const given = new Map<string, string>();
  /** What a file was made into last, by its text and form. */
  const made = new Map<string, { text: string; files: Promise<readonly File[]> }>();
  const filesOf = (file: string, form: Form, fail: (message: string) => never): Promise<readonly File[]> => {
    const text = readFileSync(file, "utf8");
    const before = made.get(`${file}~${form}`);
    if (before?.text === text) return before.files;
    const read = readComponent(text);
    if (!read.ok) return fail(read.problems.map((p) => `${file}: ${p.path}: ${p.message}`).join("\n"));
    const result = deliverTo(form, read.doc, null);
    if (!result.ok) return fail(result.problems.map((p) => `${file}: ${p.path}: ${p.message}`).join("\n"));
    const whole = [...result.files, { path: ENTRY, text: entryOf(form, namesOf(read.doc)) }];
    const files = formatted(whole, laidOut);
    made.set(`${file}~${form}`, { text, files });
    return files;
  };
  return {
    name: "lively",
    enforce: "pre",
    async resolveId(source, importer) {
      const found = asked.exec(source);
      if (found && isForm(found[2])) {
        const file = await this.resolve(found[1], importer, { skipSelf: true });
        return file ? `${file.id.replace(/\?.*$/, "")}~${found[2]}/${ENTRY}` : undefined;
      }
      if (found && !vites.has(found[2])) {
        const why = `there is no form "${found[2]}" here; there are ${forms.map((f) => `?${f}`).join(", ")}`;
        this.error(`${source}: ${elsewhere[found[2]] ?? why}`);
      }
      const from = importer && inside.exec(importer.replace(/\?.*$/, ""));
      if (from && source.startsWith("./")) return `${from[1]}~${from[2]}/${source.slice(2)}`;
      return inside.test(source) ? source : undefined;
    },
    async load(id) {
      const found = inside.exec(id);
      if (!found) return undefined;
      const [, file, form, name] = found;
      this.addWatchFile(file);
      const files = await filesOf(file, form as Form, (message) => this.error(message));
      const text = files.find((f) => f.path === name)?.text;
      if (text !== undefined) given.set(id, text);
      return text;
    },
    // What came out otherwise is exchanged where it stands, if its framework can do that; what did not stays.
    async hotUpdate({ file, modules }) {
      if (!file.endsWith(".lively.json")) return undefined;
      const { moduleGraph, hot } = this.environment;
      const isOurs = (m: Module): boolean => m.id === null || inside.test(m.id);
      // The file itself is a module too, which ours watch: it matters to those who import it as it is.
      const others = modules.filter((m) => !isOurs(m) && [...m.importers].some((i) => !isOurs(i)));
      const ours: Module[] = [];
      let used = false;
      for (const [id, module] of moduleGraph.idToModuleMap) {
        const found = inside.exec(id);
        if (!found || found[1] !== file) continue;
        used = true;
        try {
          const files = await filesOf(file, found[2] as Form, (message) => {
            throw new Error(message);
          });
          if (files.find((f) => f.path === found[3])?.text !== given.get(id)) ours.push(module);
        } catch (error) {
          // What was good stays on the page, with what is wrong over it.
          hot.send({
            type: "error",
            err: { message: (error as Error).message, stack: "", id: file, plugin: "lively" },
          });
          return others;
        }
      }
      // As good as before again: what was wrong is taken off the page.
      if (used && !ours.length) hot.send({ type: "update", updates: [] });
      return [...others, ...ours];
    },
  };
}
