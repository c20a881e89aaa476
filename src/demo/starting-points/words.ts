/**
 * What a starting point says instead of the demo's words. Texts, names and what scenarios expect change together: each pair
 * is replaced in every text of the document, in this order; identifiers as whole words.
 */
type Pair = readonly [from: string | RegExp, to: string];

export const wordsOf: Readonly<Record<string, readonly Pair[]>> = {
  "Harbour lamp": [
    ["Harbour lamp", "Dark theme"],
    [/\bLamp\b/g, "Dark"],
    ["By day the lamp rests.", "It is off."],
    ["By night it turns.", "It is on."],
    [/\blamp\b/g, "switch"],
    [/\bharbour\b/g, "page"],
    [/\bday\b/g, "off"],
    [/\bnight\b/g, "on"],
    [/\bsky\b/g, "panel"],
    [/\bpier\b/g, "edge"],
  ],
  "Change-crossing dialog": [
    ["Your crossing", "Your choice"],
    ["Thu 14 May · ", "Chosen: "],
    [" Holm → Vardey", ""],
    ["2 adults, 1 bicycle · Upper deck", "Nothing else changes."],
    [/Change crossing/g, "Change choice"],
    ["Pick a later sailing. Your deck stays the same.", "Take the other, or keep what you have."],
    ["Taking the later sailing", "Taking the other"],
    [/\b11:10\b/g, "second"],
    [/\b09:40\b/g, "first"],
    [/\bsailing\b/g, "choice"],
    [/\bdeck\b/g, "note"],
  ],
  "Fare rules": [
    ["Fare rules", "Questions"],
    ["Changing a crossing", "First question"],
    ["Free until one hour before sailing; after that it costs six crowns.", "The first answer, in a sentence or two."],
    ["Bicycles and dogs", "Second question"],
    ["Both sail free of charge on the car deck; dogs on a lead.", "The second answer, in a sentence or two."],
    ["a rule shuts", "an answer shuts"],
    [/\bchange\b/g, "first"],
    [/\bbikes\b/g, "second"],
    [/\brules\b/g, "answers"],
  ],
  "Port picker": [
    ["Where do you board?", "Choose one"],
    ["Boats leave ", "Chosen: "],
    [" at twenty to ten.", "."],
    ["a port is", "one is"],
    [/\bPort\b/g, "Colour"],
    [/\bport\b/g, "colour"],
    [/\bHolm\b/g, "Hazel"],
    [/\bholm\b/g, "hazel"],
    [/\bVardey\b/g, "Violet"],
    [/\bvardey\b/g, "violet"],
    [/\bSkerrow\b/g, "Sand"],
    [/\bskerrow\b/g, "sand"],
    [/\bLunna\b/g, "Lilac"],
    [/\blunna\b/g, "lilac"],
  ],
  Notice: [
    ["Your bookings", "Your settings"],
    ["Two crossings in June.", "Change something, then save."],
  ],
  "Hold to give up a seat": [
    ["Seat 14, window", "Delete the draft"],
    ["let go and you keep your seat.", "let go and it stays."],
    ["Hold to give up", "Hold to delete"],
    ["Take it back", "Bring it back"],
    ["Your seat is yours.", "The draft is there."],
    ["Seat 14 is free again.", "The draft is deleted."],
    ["Seat 14 given up", "Draft deleted"],
  ],
  "Remove a passenger": [
    ["Passengers", "Items"],
    ["Ines Vardal, adult", "First item"],
    ["Orm Vardal, child", "Second item"],
    ["Put Orm back", "Put it back"],
    ["Press again to remove Orm. Escape keeps him on board.", "Press again to remove it. Escape keeps it."],
    ["Orm Vardal was removed.", "The second item was removed."],
  ],
  "Boarding countdown": [
    ["The 09:40 to Vardey", "Ready soon"],
    ["Boarding in ", "Ready in "],
    ["Wait for the next boat", "Start again"],
    ["The gate opens by itself.", "The button opens by itself."],
    ["Board now", "Go on"],
    ["On board", "Done"],
    ["The gate is open.", "It is open."],
    ["Have a good crossing.", "That was in time."],
    ["Boarding has begun", "It is ready"],
    ["the next boat starts", "the next one starts"],
    [/\bboard\b/g, "go"],
    [/\baboard\b/g, "done"],
  ],
  "Passenger stepper": [
    ["Who sails?", "How many?"],
    [/One adult (fewer|more)/g, "One $1"],
    [/\bAdults\b/g, "Number"],
    [/(Show|Hide)(s and hides)? the fare/g, "$1$2 the price"],
    [" in island crowns", " in all"],
    ["Six at most: larger groups call the harbour.", "Six at most."],
    [/\badults\b/g, "number"],
    [/\bfares\b/g, "price"],
  ],
  "Back to timetable top": [
    ["Back to the top of the timetable", "Back to the top"],
    ["Timetable", "A long page"],
    [/\btimetable\b/g, "lines"],
    ["Every hour, all summer.", "Scroll down, and a way back comes."],
    [/(\d\d):40 Holm to Vardey/g, "Line $1"],
  ],
  "Book bar": [
    ["Skerry Line", "Your name"],
    ["From island to island in under an hour.", "What you do, in one sentence."],
    ["Crossings today", "Contents"],
    ["Holm to Vardey, Vardey to Skerrow, Skerrow to Lunna, and all the way back.", "A few words on what there is."],
    ["Book a crossing", "Get in touch"],
    ["⚓", "✉"],
    [/\bcrossings\b/g, "contents"],
    [/\bbook\b/g, "act"],
  ],
  "Send my pass": [
    ["Send my pass", "Send the form"],
    ["We send it to the address you gave.", "It takes a moment."],
    ["Your pass is on its way.", "It is on its way."],
    ["Pass sent", "Form sent"],
    [/\bpasses\b/g, "forms"],
    [/\bpass\b/g, "form"],
  ],
  "Route alerts": [
    ["Holm to Vardey", "A topic"],
    ["We write to you when a boat is late.", "We write to you when there is news."],
    ["/alerts/holm-vardey", "/topics/first"],
  ],
};

/** The document with other words, in its keys as well: places are named by parts and states. */
export function worded<T>(document: T, pairs: readonly Pair[]): T {
  const say = (text: string): string => pairs.reduce((t, [from, to]) => t.replaceAll(from, to), text);
  const walk = (value: unknown): unknown => {
    if (typeof value === "string") return say(value);
    if (Array.isArray(value)) return value.map(walk);
    if (typeof value !== "object" || value === null) return value;
    return Object.fromEntries(Object.entries(value).map(([k, v]) => [say(k), walk(v)]));
  };
  return walk(document) as T;
}
