/** Pages on which delivered targets live, built with the tools of their communities. */
import { build, type Plugin } from "esbuild";
import { compile as compileSvelte } from "svelte/compiler";
import { compileScript, parse } from "vue/compiler-sfc";
import { deliverTo, type Files, formatted, KERNEL_FILE, namesOf, type TargetKey } from "../../src/core/deliver";
import type { Component } from "../../src/core/model";
import { compile } from "../../src/core/program";
import { angularScript } from "./angular";

export type BuiltTarget = Extract<TargetKey, "module" | "element" | "react" | "vue" | "angular" | "svelte">;
export const builtTargets: readonly BuiltTarget[] = ["module", "element", "react", "vue", "angular", "svelte"];

/** The files of a target. @throws where it cannot be delivered: a test must not pass on an empty page */
export function filesOf(target: TargetKey, doc: Component): Extract<Files, { ok: true }> {
  const made = deliverTo(target, doc, null);
  if (!made.ok) throw new Error(made.problems.map((p) => `${p.path} ${p.message}`).join("; "));
  return made;
}

/** Requests that answer as the specification says, in its time. */
function requestsOf(doc: Component): string {
  const { requests } = compile(doc);
  const one = ({ name, latency, ok }: (typeof requests)[number]): string => {
    const { path, method } = doc.requests!.find((r) => r.name === name)!;
    const address = `/stand-in${path}?latency=${latency}ms&outcome=${ok ? "ok" : "fails"}`;
    return `${JSON.stringify(name)}: ({ signal }) => fetch("${address}", { method: "${method}", signal })`;
  };
  return `{ ${requests.map(one).join(", ")} }`;
}

/** A page's own script, which brings the component to life as its users would. */
export function entryOf(target: BuiltTarget, doc: Component): string {
  const { kebab, pascal, element } = namesOf(doc);
  const asks = `const requests = ${requestsOf(doc)};`;
  const asksAny = (doc.requests ?? []).length > 0;
  const given = asksAny ? "{ requests }" : "{}";
  const app = `const app = document.body.appendChild(document.createElement("div"));`;
  switch (target) {
    case "module":
      return `import { mount } from "./${kebab}.js"; import "./${kebab}.css"; ${asks} ${app} window.mounted = mount(app, { requests });`;
    case "element":
      return `import "./${kebab}-element.js"; import "./${kebab}.css"; ${asks} const e = document.createElement("${element}"); e.style.display = "block"; e.requests = requests; document.body.append(e);`;
    case "react":
      return `import { createElement, StrictMode } from "react"; import { createRoot } from "react-dom/client"; import { flushSync } from "react-dom"; import { ${pascal} } from "./${pascal}.tsx"; ${asks} ${app}
        const root = createRoot(app); flushSync(() => root.render(createElement(StrictMode, null, createElement(${pascal}, ${given})))); window.unmount = () => root.unmount();`;
    case "vue":
      return `import { createApp } from "vue"; import It from "./${pascal}.vue"; ${asks} ${app} const made = createApp(It, ${given}); made.mount(app); window.unmount = () => made.unmount();`;
    case "angular":
      // The framework's own packages come half compiled; a project's bundler, or this compiler, does the rest.
      return `import "@angular/compiler"; import { createComponent, ${asksAny ? "inputBinding, " : ""}provideZonelessChangeDetection } from "@angular/core"; import { createApplication } from "@angular/platform-browser"; import { ${pascal} } from "./${kebab}.component";
        ${asks.replace("const requests", "const requests: Record<string, (o: { signal: AbortSignal }) => Promise<unknown>>")} ${app}
        void createApplication({ providers: [provideZonelessChangeDetection()] }).then((it) => {
          const made = createComponent(${pascal}, { environmentInjector: it.injector, hostElement: app${asksAny ? `, bindings: [inputBinding("requests", () => requests)]` : ""} });
          it.attachView(made.hostView); it.tick(); Object.assign(window, { unmount: () => made.destroy(), requests });
        });`;
    case "svelte":
      return `import { mount, unmount, flushSync } from "svelte"; import It from "./${pascal}.svelte"; ${asks} ${app} const made = mount(It, { target: app, props: ${given} }); flushSync(); window.unmount = () => unmount(made);`;
  }
}

/** The delivered files, as a bundler finds them; single-file components by the compilers of their frameworks. */
export const deliveredFiles = (files: ReadonlyMap<string, string>, onServer = false): Plugin => ({
  name: "delivered",
  setup(b) {
    b.onResolve({ filter: /^\.\// }, ({ path }) => {
      const name = path.slice(2);
      return files.has(name) ? { path: name, namespace: "delivered" } : undefined;
    });
    b.onLoad({ filter: /.*/, namespace: "delivered" }, ({ path }) => {
      const text = files.get(path)!;
      const resolveDir = process.cwd();
      if (path.endsWith(".css")) return { contents: text, loader: "css" };
      if (path.endsWith(".tsx")) return { contents: text, loader: "tsx", resolveDir };
      if (path.endsWith(".vue")) {
        const { descriptor, errors } = parse(text, { filename: path });
        if (errors.length) throw new Error(String(errors[0]));
        const script = compileScript(descriptor, {
          id: path,
          inlineTemplate: true,
          templateOptions: { id: path, ssr: onServer, ssrCssVars: [] },
        });
        return { contents: script.content, loader: "ts", resolveDir };
      }
      if (path.endsWith(".svelte")) {
        // What it says of accessibility is said of the specification, and random ones have such faults on purpose.
        const made = compileSvelte(text, { filename: path, generate: "client" });
        const warned = made.warnings.filter((w) => !w.code.startsWith("a11y"));
        if (warned.length) throw new Error(`${path}: ${warned.map((w) => `${w.code} ${w.message}`).join("; ")}`);
        return { contents: made.js.code, loader: "js", resolveDir };
      }
      return { contents: text, loader: "js", resolveDir };
    });
  },
});
/** @param css what the page itself says, before the component's style */
export async function builtPage(target: BuiltTarget, doc: Component, css: string): Promise<string> {
  const files = await formatted(filesOf(target, doc).files, [KERNEL_FILE]);
  const byPath = new Map(files.map((f) => [f.path, f.text]));
  const { script, style } = await bundled(target, byPath, entryOf(target, doc));
  return pageWith(target, doc, css, script, style);
}

/** Files and the script that brings them to life, by the tools of their community. */
export async function bundled(
  target: BuiltTarget,
  files: ReadonlyMap<string, string>,
  entry: string,
): Promise<{ script: string; style: string }> {
  if (target === "angular") return { script: await angularScript(files, entry), style: "" };
  const made = await build({
    stdin: { contents: entry, resolveDir: process.cwd(), loader: "js" },
    bundle: true,
    write: false,
    outdir: "out",
    format: "iife",
    target: "es2022",
    jsx: "automatic",
    define: {
      "process.env.NODE_ENV": '"production"',
      __VUE_OPTIONS_API__: "false",
      __VUE_PROD_DEVTOOLS__: "false",
      __VUE_PROD_HYDRATION_MISMATCH_DETAILS__: "false",
    },
    conditions: ["browser"],
    plugins: [deliveredFiles(files)],
    logLevel: "silent",
  });
  const text = (extension: string): string => made.outputFiles.find((f) => f.path.endsWith(extension))?.text ?? "";
  return { script: text(".js"), style: text(".css") };
}

export const pageWith = (target: BuiltTarget, doc: Component, css: string, script: string, style: string): string =>
  `<!doctype html><html lang="${doc.page.lang ?? "en"}"><head><meta charset="utf-8"><title>${target}</title>
<style>${css}</style><style>${style.replaceAll("</", "<\\/")}</style></head>
<body><script>${script.replaceAll("</script", "<\\/script").replaceAll("<!--", "<\\!--")}</script></body></html>`;
