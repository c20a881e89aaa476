import { type Component, FORMAT, VERSION } from "./schema";

/** A component with one state and nothing in it yet. */
export function emptyComponent(name: string): Component {
  return {
    format: FORMAT,
    version: VERSION,
    name,
    page: { width: 390, height: 480 },
    parts: [],
    data: [],
    states: [{ name: "idle" }],
    looks: [],
    focus: {},
    reactions: [],
    scenarios: [],
  };
}
