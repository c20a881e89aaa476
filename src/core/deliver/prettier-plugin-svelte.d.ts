/** The package has no types for its form without Node. */
declare module "prettier-plugin-svelte/browser" {
  const plugin: import("prettier").Plugin;
  export = plugin;
}
