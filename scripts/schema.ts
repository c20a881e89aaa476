/** Writes the JSON Schema of component files from its one definition. */
import { writeFileSync } from "node:fs";
import { z } from "zod";
import { componentSchema } from "../src/core/model";

writeFileSync(
  "docs/component.schema.json",
  `${JSON.stringify(z.toJSONSchema(componentSchema, { io: "input" }), null, 2)}\n`,
);
