import { it } from "vitest";
import { readFileSync } from "node:fs";
import { readHtml } from "./core/exchange";
it("x", () => {
  readHtml(readFileSync(process.env.PAGE!, "utf8"), "n");
});
