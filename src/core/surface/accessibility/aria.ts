/** Roles as WAI-ARIA 1.2 has them: which an author can give, and what names and values they come with. */
const byContent = new Set(
  (
    "button cell checkbox columnheader gridcell heading link menuitem menuitemcheckbox menuitemradio option radio rowheader switch " +
    "tab term tooltip treeitem"
  ).split(" "),
);
/** Named by what stands in them (WAI-ARIA 1.2 §5.2.8.4). */
export const isNamedByContent = (role: string): boolean => byContent.has(role);

/** Naming these is prohibited (WAI-ARIA 1.2 §5.2.8.6): a title describes them. */
const unnamed = new Set(
  "caption code definition deletion emphasis insertion mark paragraph strong subscript superscript time".split(" "),
);
export const isUnnamed = (role: string): boolean => unnamed.has(role);

/** What these have inside does not name what they are in, as Chromium has it; accname 1.2 leaves it open. */
const apart = new Set(
  (
    "alert alertdialog application article banner blockquote combobox complementary contentinfo dialog document feed figure grid group " +
    "img listbox log main marquee menu menubar navigation note progressbar radiogroup row rowgroup search separator status table " +
    "tablist tabpanel timer toolbar tree treegrid"
  ).split(" "),
);
/** Nothing that a style sheet puts before or after is said in these: browsers draw them by themselves. */
export const drawsByItself = (tag: string): boolean => /^(input|option)$/.test(tag);

/** By their tags alone these are told with what they are in, though their roles are not. */
const toldAlong = /^(address|details|footer|img|input|optgroup|progress|select|svg|t(able|head|body|foot|r))$/;
/** By their tags alone these are not, wherever they stand and whether or not they have a role there. */
const neverTold = /^(form|header|aside)$/;
/** @param isSaid the role is one that its author gives it */
export const isApart = (role: string, tag: string, isSaid: boolean): boolean =>
  isSaid ? apart.has(role) : neverTold.test(tag) || (apart.has(role) && !toldAlong.test(tag));

/** How words are set apart in a name accname 1.2 leaves open. */
export const isSameName = (a: string, b: string): boolean => a.replaceAll(" ", "") === b.replaceAll(" ", "");

/** Attributes that say something of any element, as Chromium has them (WAI-ARIA 1.2 §6.5; those that are deprecated there are none). */
export const globalAttributes = (
  "atomic braillelabel busy controls current describedby description details flowto keyshortcuts label labelledby live owns " +
  "relevant roledescription"
)
  .split(" ")
  .map((a) => `aria-${a}`);

/** Presented as nothing (WAI-ARIA 1.2 §5.3.3). */
export const isNone = (role: string | undefined): boolean => role === "none" || role === "presentation";
export const isTable = (role: string): boolean => role === "table" || isGrid(role);
export const isGrid = (role: string): boolean => role === "grid" || role === "treegrid";

/** The roles of WAI-ARIA 1.2 §5.4 that an author can give. */
const known = new Set(
  (
    "alert alertdialog application article banner blockquote button caption cell checkbox code columnheader combobox complementary " +
    "contentinfo definition deletion dialog directory document emphasis feed figure form generic grid gridcell group heading img " +
    "insertion link list listbox listitem log main mark marquee math menu menubar menuitem menuitemcheckbox menuitemradio meter " +
    "navigation none note option paragraph presentation progressbar radio radiogroup region row rowgroup rowheader scrollbar search " +
    "searchbox separator slider spinbutton status strong subscript superscript switch tab table tablist tabpanel term textbox time " +
    "timer toolbar tooltip tree treegrid treeitem"
  ).split(" "),
);
const isKnown = (token: string): boolean => known.has(token) || /^(doc|graphics)-/.test(token);
const synonyms: Readonly<Record<string, string>> = { directory: "list", image: "img" };

/** The roles that an author gives, by their names in WAI-ARIA 1.2; what is none is passed over (§7.2). */
export const saidRoles = (attribute: string | null | undefined): string[] =>
  (attribute?.toLowerCase().trim().split(/\s+/) ?? []).map((w) => synonyms[w] ?? w).filter(isKnown);

/**
 * Of the roles that an author gives the first that can be had; undefined where the element has its own, null for none.
 * @param is what is so of the element: it has to be told, it has a name, the nearest with a role around it
 */
export function chosenRole(
  said: readonly string[],
  is: { needed(): boolean; named(): boolean; around(role: string): string },
): string | null | undefined {
  for (const role of said) {
    if (role === "generic") return null;
    if (isNone(role)) return is.needed() ? undefined : role;
    if (needsName(role) && !is.named()) continue;
    if (wantedAround[role] && !wantedAround[role].test(is.around(role))) continue;
    return role;
  }
}

/** Landmarks that are none without a name (WAI-ARIA 1.2 §5.3.2, region, form). */
const needsName = (role: string): boolean => role === "region" || role === "form";

/** Elements that are lists to an item, whatever their authors call them, as Chromium has it. */
export const isListFor = (role: string, tag: string): boolean => role === "listitem" && /^(ul|ol|menu)$/.test(tag);

/** An item of no list is none, as Chromium has it (WAI-ARIA 1.2, required context role). */
const wantedAround: Readonly<Record<string, RegExp>> = {
  listitem: /^(list|group)$/,
  option: /^(listbox|group)$/,
  treeitem: /^(tree|treeitem|group)$/,
};

/** What is told as a value inside a name, not by its content (accname 1.2, step 2C, range). */
const ranges = /^(meter|progressbar|scrollbar|separator|slider|spinbutton)$/;
/**
 * The value of a range inside a name: what it says of itself, else its beginning, or the middle; null where it has none.
 * @param attribute of the element
 */
export function rangeText(role: string, tag: string, attribute: (name: string) => string | null): string | null {
  if (!ranges.test(role) || /^(meter|progress|hr)$/.test(tag)) return null;
  const names = tag === "input" ? ["value", "min", "max"] : ["now", "min", "max"].map((a) => `aria-value${a}`);
  const [now, min, max] = names.map((name) => attribute(name)?.trim() || null);
  const said = attribute("aria-valuetext")?.trim() || now;
  if (said) return said;
  switch (role) {
    case "scrollbar":
    case "slider":
      return String((Number(min ?? 0) + Number(max ?? 100)) / 2);
    case "meter":
    case "spinbutton":
      return min ?? "0";
    default:
      return null;
  }
}
