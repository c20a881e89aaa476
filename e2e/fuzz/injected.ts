/** Hostile texts in several places of a component at once, in every form in which it goes out, opened in a browser. */
import fc from "fast-check";
import { deliverTo } from "../../src/core/deliver";
import { type Component, readComponentValue } from "../../src/core/model";
import { payloads, places, plainComponent } from "../../src/core/testing/hostile";
import { builtPage, builtTargets } from "../agree/built";
import { launch } from "../stage";
import type { Length, Tried } from "./family";
import { lookAt } from "./looked";

const forms = ["page", "page", "document", ...builtTargets] as const;
interface Attack {
  form: (typeof forms)[number];
  /** Which text goes to which place. */
  puts: [place: string, text: string][];
}
const text = fc.oneof(
  fc.constantFrom(...payloads),
  fc.tuple(fc.constantFrom(...payloads), fc.constantFrom(...payloads)).map(([a, b]) => a + b),
  fc.tuple(fc.string({ unit: "binary", maxLength: 4 }), fc.constantFrom(...payloads)).map(([a, b]) => a + b),
);
const attacks: fc.Arbitrary<Attack> = fc.record({
  form: fc.constantFrom(...forms),
  puts: fc.array(fc.tuple(fc.constantFrom(...Object.keys(places)), text), { minLength: 1, maxLength: 3 }),
});

/** What is valid of an attack: texts that are refused leave their places as they are. */
function attacked({ puts }: Attack): Component | null {
  let doc: Component | null = null;
  for (const [place, words] of puts) {
    const read = readComponentValue(places[place](doc ?? plainComponent(), words));
    if (read.ok) doc = read.doc;
  }
  return doc;
}

async function pageOf(form: Attack["form"], doc: Component): Promise<string | null> {
  const made = deliverTo(form, doc, null);
  if (!made.ok) return null;
  if (form === "page" || form === "document") return made.files.find((f) => f.path.endsWith(".html"))!.text;
  return builtPage(form, doc, "");
}

/** Tries attacks from a seed on. What could not be delivered, and was refused with its place, is tried as well. */
export async function injected({ seed, most, until }: Length): Promise<Tried> {
  const browser = await launch();
  let tried = 0;
  const built: string[] = [];
  async function* pages(): AsyncGenerator<{ of: string; html: string }> {
    for (; tried < most && Date.now() < until; tried++) {
      const attack = fc.sample(attacks, { seed: seed + tried, numRuns: 1 })[0];
      const doc = attacked(attack);
      const of = `seed ${seed + tried}, ${attack.form} ${JSON.stringify(attack.puts)}`;
      const html = doc && (await pageOf(attack.form, doc).catch((e: Error) => void built.push(`${of}: ${e.message}`)));
      if (html) yield { of, html };
    }
  }
  const wrong = await lookAt(
    await browser.newPage(),
    pages(),
    // In a document the component lives in a frame.
    ({ ran, handlers, schemes, living }, of) =>
      ran || handlers || schemes.length > 0 || (living < 1 && !of.includes(", document ")),
    // An action that fails says so, with its own words, which stand in the attack.
    (of, message) => of.includes(JSON.stringify(message).slice(1, -1)),
    true,
  );
  await browser.close();
  return { tried, broken: [...built, ...wrong] };
}
