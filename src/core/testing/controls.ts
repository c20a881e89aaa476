/** Random trees of controls and what is around them, as no parser would build them either, and what can be asked of each. */
import fc from "fast-check";

export interface Control {
  tag: string;
  attributes: Record<string, string>;
  text: string;
  children: Control[];
}

const tags =
  "div span label fieldset legend button input select optgroup option textarea a area details summary dialog progress meter form".split(
    " ",
  );
const types =
  "text checkbox radio submit range number search email url tel file hidden image color date time nothing".split(" ");
const flags = "disabled readonly required checked selected multiple open hidden".split(" ");

const attributes = fc
  .record({
    type: fc.option(fc.constantFrom(...types), { nil: undefined, freq: 2 }),
    flags: fc.subarray(flags, { maxLength: 3 }),
    valued: fc.dictionary(
      fc.constantFrom("value", "placeholder", "href", "contenteditable", "name", "size"),
      fc.constantFrom("", "1", "2", "true", "false"),
      { maxKeys: 3 },
    ),
    checked: fc.option(
      fc.record(
        {
          value: fc.constantFrom(
            "4",
            "-3",
            "2.5",
            "a@b.example",
            "a@",
            "https://b.example/",
            "b",
            "2026-05-14",
            "09:40",
          ),
          min: fc.constantFrom("1", "2026-06-01", "10:00"),
          max: fc.constantFrom("3", "2026-05-20", "09:00"),
          step: fc.constantFrom("any", "0.5", "2", "0"),
          pattern: fc.constantFrom("[a-z]+", ".*@.*"),
          required: fc.constant(""),
        },
        { requiredKeys: [] },
      ),
      { nil: {} },
    ),
  })
  .map(({ type, flags: set, valued, checked }) => ({
    ...(type === undefined ? {} : { type }),
    ...Object.fromEntries(set.map((f) => [f, ""])),
    ...valued,
    ...checked,
  }));

const within = (children: fc.Arbitrary<Control[]>): fc.Arbitrary<Control> =>
  fc
    .record({
      tag: fc.constantFrom(...tags),
      attributes,
      text: fc.constantFrom("", "", "words"),
      children,
    })
    .map(sane);
const option = (c: Control): Control => ({ ...c, tag: "option", children: [] });
/** What no parser puts into a list, a field or a text area is left out of it. */
function sane(c: Control): Control {
  if (c.tag === "input" || c.tag === "textarea") return { ...c, children: [] };
  if (c.tag !== "select" && c.tag !== "optgroup") return c;
  const children = c.children.map((o) =>
    c.tag === "select" && o.children.length
      ? { ...o, tag: "optgroup", text: "", children: o.children.map(option) }
      : option(o),
  );
  return { ...c, text: "", children };
}
const around = (inner: fc.Arbitrary<Control>): fc.Arbitrary<Control> => within(fc.array(inner, { maxLength: 4 }));
/** Four deep at most. */
export const controls: fc.Arbitrary<Control> = around(around(around(within(fc.constant([])))));

/** Pseudo-classes that markup alone decides. */
export const asked =
  "disabled enabled checked required optional valid invalid read-only read-write placeholder-shown link any-link indeterminate open empty defined first-child last-of-type".split(
    " ",
  );
