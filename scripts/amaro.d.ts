declare module "amaro" {
  export function transformSync(source: string, options: { mode: "strip-only" }): { code: string };
}
